<script lang="ts">
  import type { PlannedApproach } from '$core/drill/approach/approach-drill';
  import type { ApproachChart } from '$core/drill/approach/chart-of-plan';
  import { briefingDone } from '$core/flight/briefing-done';
  import type { Flight } from '$core/flight/flight';
  import { placedAt_s, sincePlaced } from '$core/flight/placings';
  import { aboutThreshold, alongFinal } from '$core/procedure/approach/approach-place';
  import ApproachPlan from './ApproachPlan.svelte';
  import ApproachProfile from './ApproachProfile.svelte';

  /** The chart of an approach from above and from the side, with the way flown until the moment of the cursor. */
  let {
    chart,
    plan,
    flight,
    final_s,
    cursor_s
  }: {
    chart: ApproachChart;
    plan: PlannedApproach;
    flight: Flight | null;
    /** When the final began; null: it was not reached. */
    final_s: number | null;
    cursor_s: number;
  } = $props();

  const { approach, card, picture } = $derived(chart);
  const { missedPoint_nm } = $derived(card.profile);
  const circles = $derived(plan.approach.circle !== undefined && plan.approach.ends !== 'missed');
  const briefing = $derived(flight && final_s !== null ? briefingDone(flight, chart, final_s) : null);
  /** The way flown, a point every two seconds. */
  const STEP_S = 2;
  const way = $derived.by(() => {
    const latitude = flight?.columns.get('latitude_deg');
    const longitude = flight?.columns.get('longitude_deg');
    const altitude = flight?.columns.get('altitude_ft');
    if (!flight || !latitude || !longitude || !altitude) return [];
    const step = STEP_S * flight.rate_hz;
    // Named once: what is of the page is looked up each time.
    const drawn = chart;
    return Array.from({ length: Math.ceil(flight.length / step) }, (_, i) => {
      const k = i * step;
      const place = { latitude_deg: latitude[k]!, longitude_deg: longitude[k]! };
      const at = aboutThreshold(drawn.world, drawn.approach, place);
      return { at, ...alongFinal(drawn.approach, at), altitude_ft: altitude[k]! };
    });
  });
  const until = $derived.by(() => {
    const moment_s = cursor_s > 0 ? cursor_s : Infinity;
    const flown = sincePlaced(way, STEP_S, flight ? placedAt_s(flight) : [], moment_s);
    return flown.slice(0, Math.floor(moment_s / STEP_S) + 2);
  });
  /** What is flown farther beside the course than this is no way down to the runway. */
  const BESIDE_NM = 3;
  /** From the side only what was flown toward the runway, from the last time it was far out. */
  const inbound = $derived.by(() => {
    const farthest = (card.profile.points[0]?.before_nm ?? 8) + 0.3;
    const from = until.findLastIndex(({ before_nm }) => before_nm > farthest);
    const inward = until.slice(Math.max(0, from));
    // What circles to a runway goes to and fro from here on.
    const past = circles ? inward.findIndex(({ before_nm }) => before_nm < missedPoint_nm) : -1;
    return (past < 0 ? inward : inward.slice(0, past)).filter(
      ({ right_nm }) => Math.abs(right_nm) < BESIDE_NM
    );
  });
</script>

<ApproachPlan
  {picture}
  width={340}
  height={250}
  flown={until.map(({ at }) => at)}
  label="Plan of {approach.name} with the way flown until the moment of the cursor"
/>
<div class="mt-2">
  <ApproachProfile {approach} {card} width={340} height={180} flown={inbound} />
</div>
{#if briefing}
  <p class="mt-2 text-[13px]">
    {#if briefing.left.length === 0}
      The whole briefing was done before the final.
    {:else}
      Not briefed before the final: {briefing.left.join(', ')}.
    {/if}
  </p>
{/if}
