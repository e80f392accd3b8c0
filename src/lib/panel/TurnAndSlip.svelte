<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { arcPath, inSteps } from './dial';

  let { turnRate_degps, ball }: { turnRate_degps: number; ball: number } = $props();
  /** Standard rate, 3°/s, stands 30° off the middle. */
  const angle = $derived(inSteps(Math.max(-60, Math.min(60, turnRate_degps * 10)), 0.5));
</script>

<svg
  viewBox="-100 -100 200 200"
  class="block w-full"
  role="img"
  aria-label="Turn rate {figure(Math.abs(turnRate_degps))} degrees a second {turnRate_degps >= 0
    ? 'right'
    : 'left'}, ball {figure(ball, 1)}"
>
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  <g transform="translate(0 8)">
    <path d={arcPath(84, -62, 62)} fill="none" stroke="var(--soft)" />
    {#each [-30, 0, 30] as mark (mark)}
      <line
        y1="-92"
        y2="-76"
        stroke="var(--ink)"
        stroke-width={mark === 0 ? 3 : 5}
        transform="rotate({mark})"
      />
    {/each}
    <text x="-66" y="-52" font-size="13" text-anchor="middle" fill="var(--soft)">L</text>
    <text x="66" y="-52" font-size="13" text-anchor="middle" fill="var(--soft)">R</text>
    <path d="M-4.5 -6L0 -82L4.5 -6Z" fill="var(--now)" transform="rotate({angle})" />
    <circle r="7" fill="var(--now)" />
    <text y="27" text-anchor="middle" font-size="11" fill="var(--soft)">2 min turn at the marks</text>
  </g>
  <rect x="-56" y="48" width="112" height="22" rx="11" fill="var(--sheet)" stroke="var(--strong-line)" />
  <path d="M-12 48V70M12 48V70" stroke="var(--ink)" stroke-width="1.5" />
  <circle cx={inSteps(ball * 44, 0.5)} cy="59" r="9" fill="var(--ink)" />
</svg>
