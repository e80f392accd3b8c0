<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { arcPath, inSteps, onCircle, ticksPath } from './dial';

  let {
    altitude_ft,
    setting_hPa,
    corridor = null
  }: { altitude_ft: number; setting_hPa: number; corridor?: { low: number; high: number } | null } = $props();

  const scale = { low: 0, high: 1000, fromAngle: 0, toAngle: 360 };
  const major = ticksPath(scale, 100, 96, 85);
  const minor = ticksPath(scale, 20, 96, 90);
  const labels = Array.from({ length: 10 }, (_, digit) => ({ digit, ...onCircle(55, digit * 36) }));
  const angle = $derived(inSteps((altitude_ft * 0.36) % 360, 0.2));
</script>

<svg
  viewBox="-100 -100 200 200"
  class="block w-full"
  role="img"
  aria-label="Altitude {figure(altitude_ft)} feet"
>
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  {#if corridor && Math.abs(altitude_ft - (corridor.low + corridor.high) / 2) < 500}
    <path
      d={arcPath(91, corridor.low * 0.36, corridor.high * 0.36)}
      fill="none"
      stroke="var(--band)"
      stroke-width="12"
    />
    {#each [corridor.low, corridor.high] as edge (edge)}
      <line
        y1="-97"
        y2="-85"
        stroke="var(--band-edge)"
        stroke-width="2"
        transform="rotate({(edge * 0.36) % 360})"
      />
    {/each}
  {/if}
  <path d={minor} stroke="var(--soft)" stroke-width="1" />
  <path d={major} stroke="var(--ink)" stroke-width="2" />
  {#each labels as label (label.digit)}
    <text x={label.x} y={label.y + 5} text-anchor="middle" font-size="15" fill="var(--ink)" class="figure"
      >{label.digit}</text
    >
  {/each}
  <path d="M-7 -66L0 -95L7 -66Z" fill="var(--now)" transform="rotate({angle})" />
  <circle r="37" fill="var(--sheet)" stroke="var(--line)" />
  <text y="1" text-anchor="middle" font-size="20" fill="var(--ink)" class="figure"
    >{figure(Math.round(altitude_ft / 10) * 10)}</text
  >
  <text y="16" text-anchor="middle" font-size="11" fill="var(--soft)">ft</text>
  <text y="30" text-anchor="middle" font-size="11" fill="var(--soft)" class="figure">{setting_hPa}</text>
</svg>
