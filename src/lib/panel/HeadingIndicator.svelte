<script lang="ts">
  import { heading } from '$core/measure/figure';
  import { arcPath, inSteps, onCircle, ticksPath } from './dial';

  let {
    heading_deg,
    corridor = null,
    bug_deg = null
  }: {
    heading_deg: number;
    corridor?: { low: number; high: number } | null;
    bug_deg?: number | null;
  } = $props();
  const scale = { low: 0, high: 359.9, fromAngle: 0, toAngle: 359.9 };
  const tens = ticksPath(scale, 10, 90, 80);
  const fives = ticksPath(scale, 5, 90, 85);
  const labels = Array.from({ length: 12 }, (_, i) => ({
    angle: i * 30,
    text: ['N', '3', '6', 'E', '12', '15', 'S', '21', '24', 'W', '30', '33'][i]!,
    ...onCircle(66, i * 30)
  }));
</script>

<svg viewBox="-100 -100 200 200" class="block w-full" role="img" aria-label="Heading {heading(heading_deg)}">
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  <g transform="rotate({-inSteps(heading_deg, 0.1)})">
    {#if corridor}
      <path d={arcPath(85, corridor.low, corridor.high)} fill="none" stroke="var(--band)" stroke-width="12" />
      {#each [corridor.low, corridor.high] as edge (edge)}
        <line y1="-91" y2="-79" stroke="var(--band-edge)" stroke-width="2" transform="rotate({edge})" />
      {/each}
    {/if}
    <path d={fives} stroke="var(--soft)" stroke-width="1" />
    <path d={tens} stroke="var(--ink)" stroke-width="1.6" />
    {#if bug_deg !== null}
      <path
        d="M-9 -98V-91L0 -84L9 -91V-98"
        fill="none"
        stroke="var(--trace)"
        stroke-width="3"
        transform="rotate({bug_deg})"
      />
    {/if}
    {#each labels as label (label.angle)}
      <text
        transform="rotate({label.angle}) translate(0 -64)"
        y="5"
        text-anchor="middle"
        font-size="15"
        fill="var(--ink)"
        class="figure">{label.text}</text
      >
    {/each}
  </g>
  <path d="M-6 -99L6 -99L0 -82Z" fill="var(--now)" />
  <path d="M0 -38V-52" stroke="var(--now)" stroke-width="3" />
  <circle r="37" fill="var(--sheet)" stroke="var(--line)" />
  <text y="8" text-anchor="middle" font-size="21" fill="var(--ink)" class="figure"
    >{heading(heading_deg)}</text
  >
</svg>
