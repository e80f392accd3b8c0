<script lang="ts">
  import { figure } from '$core/measure/figure';
  import { inSteps } from './dial';

  let { turnRate_degps, ball }: { turnRate_degps: number; ball: number } = $props();
  /** Standard rate, 3°/s, lays a wing tip on its mark. */
  const MARK_DEG = 20;
  const angle = $derived(inSteps(Math.max(-45, Math.min(45, (turnRate_degps / 3) * MARK_DEG)), 0.5));
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
  <g transform="translate(0 -14)">
    {#each [0, MARK_DEG, 180, 180 - MARK_DEG] as mark (mark)}
      <line
        x1="74"
        x2="88"
        stroke="var(--ink)"
        stroke-width={mark % 180 === 0 ? 2 : 5}
        transform="rotate({mark})"
      />
    {/each}
    <text x="-70" y="46" font-size="13" text-anchor="middle" fill="var(--soft)">L</text>
    <text x="70" y="46" font-size="13" text-anchor="middle" fill="var(--soft)">R</text>
    <!-- The airplane from behind; it shows turning, and while rolling the rolling, never the pitch. -->
    <g transform="rotate({angle})" fill="none" stroke="var(--now)" stroke-linecap="round">
      <path d="M-66 0H66" stroke-width="6" />
      <path d="M-17 -19H17M0 -6V-26" stroke-width="4" />
      <circle r="8" fill="var(--now)" stroke="none" />
    </g>
    <text y="46" text-anchor="middle" font-size="11" fill="var(--soft)">2 min at the marks</text>
  </g>
  <rect x="-56" y="48" width="112" height="22" rx="11" fill="var(--sheet)" stroke="var(--strong-line)" />
  <path d="M-12 48V70M12 48V70" stroke="var(--ink)" stroke-width="1.5" />
  <circle cx={inSteps(ball * 44, 0.5)} cy="59" r="9" fill="var(--ink)" />
</svg>
