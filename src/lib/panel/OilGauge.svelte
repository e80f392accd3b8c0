<script lang="ts">
  import { OIL_GREEN } from '$core/drill/distraction';
  import { inSteps } from './dial';

  /** Oil pressure as a bar with its normal range: a gauge that says nothing until somebody looks. */
  let { share }: { share: number } = $props();
  const out = $derived(share < OIL_GREEN[0] || share > OIL_GREEN[1]);
  const x = (at: number) => 4 + at * 192;
</script>

<svg
  viewBox="0 0 200 34"
  class="block w-full"
  role="img"
  aria-label="Oil pressure {out ? 'outside its normal range' : 'normal'}"
>
  <text x="4" y="11" font-size="11" fill="var(--soft)">oil pressure</text>
  <rect x={x(0)} y="18" width="192" height="8" fill="var(--paper)" stroke="var(--line)" />
  <rect
    x={x(OIL_GREEN[0])}
    y="18"
    width={192 * (OIL_GREEN[1] - OIL_GREEN[0])}
    height="8"
    fill="var(--band)"
    stroke="var(--band-edge)"
  />
  <path
    d="M{inSteps(x(share), 0.5)} 13l-6 -8h12Z M{inSteps(x(share), 0.5)} 13v16"
    fill="var(--now)"
    stroke="var(--now)"
    stroke-width="2"
  />
</svg>
