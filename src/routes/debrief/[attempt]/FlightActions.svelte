<script lang="ts">
  import { clock } from '$core/measure/figure';
  import type { Player } from '$lib/draw/player.svelte';
  import type { Debrief } from '$lib/server/debrief';
  import { button } from '$lib/ui/button';
  import Key from '$lib/ui/Key.svelte';
  import { type Ghost, REFERENCE } from './ghost.svelte';

  /** What can be done with a flight that is looked at: played, held against another, taken over, taken away. */
  let { player, ghost, debrief }: { player: Player; ghost: Ghost; debrief: Debrief } = $props();
</script>

<div class="no-print mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-xs text-soft">
  <button class={button.plain} onclick={() => player.toggle()}>{player.playing ? 'Stop' : 'Play'}</button>
  <button
    class={button.plain}
    aria-pressed={ghost.shown?.id === REFERENCE}
    disabled={ghost.coming}
    onclick={() => void ghost.show(REFERENCE)}
    >{ghost.coming
      ? 'Flying…'
      : ghost.shown?.id === REFERENCE
        ? 'Hide the reference'
        : 'Reference pilot'}</button
  >
  {#if debrief.canTakeOver}
    <a
      class={button.plain}
      href="/fly/{debrief.lesson.id}?from={debrief.attemptId}&at={player.time_s.toFixed(1)}"
      >Take over from {clock(player.time_s)}</a
    >
  {/if}
  <a class={button.plain} href="/debrief/{debrief.attemptId}/scan"
    >{debrief.grade.scan ? 'Where the eyes went' : 'Scan'}</a
  >
  <span><Key>[ ]</Key> finding</span>
  <span><Key>G</Key> ghost</span>
  <span><Key>?</Key> keys</span>
  <span class="ml-auto">
    <a href="/api/attempts/{debrief.attemptId}/flight.parquet" download>Parquet</a>,
    <a href="/api/attempts/{debrief.attemptId}/flight.csv" download>CSV</a>
  </span>
</div>
{#if ghost.shown?.id === REFERENCE}
  <p class="mt-1 text-xs text-soft">
    Dashed: the reference pilot at the same drill in the same air, phase by phase.
  </p>
{:else if debrief.takenFrom && ghost.shown?.id === debrief.takenFrom.attemptId}
  <p class="mt-1 text-xs text-soft">Dashed: the first try, from which this one was taken over at the mark.</p>
{/if}
