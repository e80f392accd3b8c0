<script lang="ts">
  import type { Drill } from '$core/drill/drill';
  import type { PhaseSpan } from '$core/drill/phase-tracker';
  import { commandWords } from '$core/flight/command-words';
  import type { Flight } from '$core/flight/flight';
  import { markNames, type FlightMark } from '$core/flight/flight-mark';
  import { clock } from '$core/measure/figure';

  /** What an instructor marked while it was flown, and did to it, each with its moment and what was going on. */
  let {
    marks,
    flight,
    drill,
    phases,
    onmoment
  }: {
    marks: readonly (FlightMark & { by: string })[];
    flight: Flight | null;
    drill: Drill;
    phases: readonly PhaseSpan[];
    onmoment: (time_s: number) => void;
  } = $props();

  const lines = $derived(
    [
      ...marks.map(({ at_s, kind, words, by }) => ({ at_s, words: words || markNames[kind], by })),
      ...(flight?.events.flatMap((event) =>
        event.kind === 'command' && event.command.does !== 'fail'
          ? [{ at_s: event.time_s, words: commandWords(event.command), by: '' }]
          : []
      ) ?? [])
    ].sort((a, b) => a.at_s - b.at_s)
  );
  const phaseAt = (at_s: number) => {
    const span = phases.findLast(({ start_s }) => start_s <= at_s);
    return drill.phases.find(({ id }) => id === span?.phaseId)?.name ?? '';
  };
</script>

{#if lines.length > 0}
  <section class="mt-3">
    <h2>Marked and done in flight</h2>
    <ol class="mt-1 grid gap-0.5 text-[13px]">
      {#each lines as { at_s, words, by }, i (i)}
        <li class="grid grid-cols-[44px_1fr] gap-1">
          <button
            class="figure text-left text-xs text-now underline underline-offset-2"
            onclick={() => onmoment(at_s)}>{clock(at_s)}</button
          ><span
            >{words} <span class="text-soft">{[phaseAt(at_s), by].filter(Boolean).join(' · ')}</span></span
          >
        </li>
      {/each}
    </ol>
  </section>
{/if}
