<script lang="ts">
  import { lowered } from '$core/measure/capital';
  import type { Lesson } from '$core/drill/lesson';
  import { plannedCloud } from '$core/drill/planned-cloud';
  import { clock, figure } from '$core/measure/figure';
  import { linearScale } from './trace-path';

  /** Altitude over time as the drill asks for it, with the corridor round it and the phases under it. */
  let { lesson, width = 560, height = 170 }: { lesson: Lesson; width?: number; height?: number } = $props();

  const { drill, plan, tolerance, area } = $derived(lesson);
  const cloud = $derived(plannedCloud(plan));
  const points = $derived.by(() => {
    let time = 0;
    let altitude = plan.startAltitude_ft;
    const line = [{ t: 0, altitude, id: '' }];
    for (const phase of drill.phases) {
      time += phase.expected_s;
      altitude = phase.ends_ft;
      line.push({ t: time, altitude, id: phase.id });
    }
    return line;
  });
  const total_s = $derived(points.at(-1)!.t);
  const altitudes = $derived(points.map((point) => point.altitude));
  const low = $derived(Math.min(...altitudes) - 350);
  const high = $derived(Math.max(...altitudes) + 250);
  const x = $derived(linearScale([0, total_s], [52, width - 8]));
  const y = $derived(linearScale([low, high], [height - 34, 8]));
  const line = $derived(points.map(({ t, altitude }) => `${x(t)},${y(altitude)}`).join(' '));
  const band = $derived(Math.abs(y(0) - y(tolerance.altitude_ft)) * 2);
  const levels = $derived([...new Set(altitudes)].sort((a, b) => b - a).slice(0, 6));
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="block w-full max-w-[600px]"
  role="img"
  aria-label="Altitude over time as planned, from {figure(Math.min(...altitudes))} to {figure(
    Math.max(...altitudes)
  )} feet in {clock(total_s)}"
>
  {#if cloud && cloud.base_ft < high && cloud.top_ft > low}
    {@const above = y(Math.min(high, cloud.top_ft))}
    {@const below = y(Math.max(low, cloud.base_ft))}
    <rect x="52" y={above} width={width - 60} height={below - above} fill="var(--phase)" opacity="0.5" />
    {#if cloud.base_ft > low}
      <text x={width - 12} y={below - 3} text-anchor="end" font-size="10" fill="var(--soft)">cloud base</text>
    {/if}
    {#if cloud.top_ft < high}
      <text x={width - 12} y={above + 11} text-anchor="end" font-size="10" fill="var(--soft)">cloud top</text>
    {/if}
  {/if}
  {#if area.groundElevation_ft > low}
    <rect
      x="52"
      y={y(area.groundElevation_ft)}
      width={width - 60}
      height="60"
      fill="var(--earth)"
      opacity="0.5"
    />
  {/if}
  {#each levels as level (level)}
    <path d="M52 {y(level)}H{width - 8}" stroke="var(--line)" stroke-dasharray="2 4" />
    <text x="46" y={y(level) + 4} text-anchor="end" font-size="11" fill="var(--soft)" class="figure"
      >{figure(level)}</text
    >
  {/each}
  <polyline points={line} fill="none" stroke="var(--band)" stroke-width={band} stroke-linejoin="round" />
  <polyline points={line} fill="none" stroke="var(--now)" stroke-width="2" stroke-linejoin="round" />
  {#each points.slice(1) as point, i (point.id)}
    {@const from = x(points[i]!.t)}
    <rect
      x={from}
      y={height - 28}
      width={Math.max(1, x(point.t) - from - 1)}
      height="13"
      fill="var(--phase)"
    />
    {#if x(point.t) - from > drill.phases[i]!.name.length * 5.6 + 6}
      <text x={from + 4} y={height - 18} font-size="10" fill="var(--ink)"
        >{lowered(drill.phases[i]!.name)}</text
      >
    {/if}
  {/each}
  <text x="52" y={height - 3} font-size="11" fill="var(--soft)" class="figure">0:00</text>
  <text x={width - 8} y={height - 3} text-anchor="end" font-size="11" fill="var(--soft)" class="figure"
    >{clock(total_s)}</text
  >
</svg>
