<script lang="ts">
  import { duration } from '$core/flight/flight';
  import type { FlightSoFar } from '$core/grade/flight-so-far';
  import { stripsOf } from '$lib/draw/strip';
  import StripStack from '$lib/draw/StripStack.svelte';

  /** What was flown so far, over time. */
  let {
    soFar,
    width,
    cursor_s,
    onlook
  }: {
    soFar: FlightSoFar;
    width: number;
    cursor_s: number;
    /** A moment is looked at; null: now. */
    onlook: (moment_s: number | null) => void;
  } = $props();

  /** The cursor so near the end is now. */
  const NOW_S = 0.5;
  const total_s = $derived(duration(soFar.flight));
</script>

<StripStack
  drill={soFar.lesson.drill}
  phases={soFar.phases}
  strips={stripsOf(soFar.flight, soFar, soFar.lesson)}
  {total_s}
  {width}
  bind:cursor_s={() => cursor_s, (moment_s) => onlook(moment_s >= total_s - NOW_S ? null : moment_s)}
  ghostValues={() => null}
  onseek={() => {}}
/>
