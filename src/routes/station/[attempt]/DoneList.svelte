<!-- What was marked and what was done, the newest first. -->
<script lang="ts">
  import type { Phase } from '$core/drill/drill';
  import { commandWords } from '$core/flight/command-words';
  import { markNames } from '$core/flight/flight-mark';
  import { clock } from '$core/measure/figure';
  import type { WatchedFlight } from '$lib/worker/watched-flight.svelte';

  let {
    watched,
    phases,
    onmoment
  }: { watched: WatchedFlight; phases: readonly Phase[]; onmoment: (moment_s: number) => void } = $props();
  const phaseName = (id: string) => phases.find((one) => one.id === id)?.name ?? id;
</script>

{#if watched.marks.length > 0 || watched.commands.length > 0}
  <section class="min-w-0">
    <h2>Marked and done</h2>
    <ul class="mt-1 max-h-48 overflow-y-auto text-[13px]">
      {#each [...watched.marks].reverse() as mark (mark.id)}
        <li class="flex gap-2">
          <button class="figure text-now underline underline-offset-2" onclick={() => onmoment(mark.at_s)}
            >{clock(mark.at_s)}</button
          >
          <span>{mark.words || markNames[mark.kind]}</span>
          <span class="text-soft">{mark.by}</span>
        </li>
      {/each}
      {#each [...watched.commands].reverse() as { number, command, outcome, at_s, by } (number)}
        <li class="flex gap-2">
          {#if at_s === null}<span class="figure text-soft">–</span>
          {:else}<button class="figure text-now underline underline-offset-2" onclick={() => onmoment(at_s)}
              >{clock(at_s)}</button
            >{/if}
          <span>{commandWords(command, phaseName)}</span>
          <span class={outcome === 'done' ? 'text-soft' : 'text-below'}
            >{outcome === null ? 'on its way' : outcome === 'done' ? by : outcome}</span
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
