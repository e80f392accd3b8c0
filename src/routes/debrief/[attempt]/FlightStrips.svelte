<script lang="ts">
  import { isApproach } from '$core/drill/approach/approach-drill';
  import { duration } from '$core/flight/flight';
  import type { FlownFlight } from '$core/flight/flown-flight';
  import type { PlanPicture } from '$core/flight/plan-picture';
  import type { everyTime } from '$core/grade/time-before';
  import type { Player } from '$lib/draw/player.svelte';
  import { stripsOf } from '$lib/draw/strip';
  import StripStack from '$lib/draw/StripStack.svelte';
  import type { Debrief } from '$lib/server/debrief';
  import FlightActions from './FlightActions.svelte';
  import type { Ghost } from './ghost.svelte';
  import HoldCircuits from './HoldCircuits.svelte';
  import NeedleMiles from './NeedleMiles.svelte';

  /** What was flown over time, and what is read off the whole of it. */
  let {
    flown,
    everything,
    debrief,
    fromAbove,
    player,
    ghost,
    width
  }: {
    flown: FlownFlight;
    /** Also what was begun anew later. */
    everything: ReturnType<typeof everyTime>;
    debrief: Debrief;
    /** null: it was not flown by radio. */
    fromAbove: PlanPicture | null;
    player: Player;
    ghost: Ghost;
    width: number;
  } = $props();

  const { flight, judged, lesson, track } = $derived(flown);
  const grade = $derived(debrief.grade);
  const strips = $derived(stripsOf(judged, everything, lesson));
  const hold = $derived(grade.checks.find((check) => check.kind === 'hold') ?? null);
</script>

<StripStack
  drill={lesson.drill}
  phases={everything.phases}
  {strips}
  total_s={duration(flight)}
  {width}
  bind:cursor_s={player.time_s}
  ghostValues={(strip) => ghost.valuesFor(strip)}
  marked_s={debrief.takenFrom?.at_s ?? null}
  onseek={() => (player.playing = false)}
/>
<FlightActions {player} {ghost} {debrief} />
{#if isApproach(lesson.plan)}
  <NeedleMiles {lesson} flight={judged} spans={grade.phases} />
{/if}
{#if hold && fromAbove}
  <HoldCircuits
    {lesson}
    {flight}
    {fromAbove}
    {track}
    measure={hold}
    onmoment={(time_s) => player.go(time_s)}
  />
{/if}
