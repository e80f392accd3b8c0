<script lang="ts">
  import type { Drill } from '$core/drill/drill';
  import { instrumentsToWatch } from '$core/drill/primary-instruments';

  /** What to look at in this moment, by both schools of attitude flying. */
  let { drill, phaseId, inPhase_s }: { drill: Drill; phaseId: string; inPhase_s: number } = $props();

  const index = $derived(drill.phases.findIndex((phase) => phase.id === phaseId));
  const watch = $derived(
    index < 0 ? null : instrumentsToWatch(drill.phases[index]!, drill.phases[index - 1] ?? null, inPhase_s)
  );
  const rows = ['pitch', 'bank', 'power'] as const;
</script>

{#if watch && !drill.phases[index]?.recovery && drill.phases[index]?.upset === null}
  <table
    class="mt-2 w-full text-xs [&_td]:pr-2 [&_th]:pr-2 [&_td]:align-top"
    aria-label="Instruments to watch in this moment"
  >
    <caption class="pb-0.5 text-left text-soft">Now: {watch.condition}</caption>
    <thead class="text-soft">
      <tr class="border-b border-line">
        <th class="w-12 text-left font-normal"></th><th class="text-left font-normal">primary</th><th
          class="text-left font-normal">control</th
        ><th class="text-left font-normal">performance</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row (row)}
        <tr class="border-b border-line">
          <td class="text-soft">{row}</td><td class="font-bold">{watch.primary[row]}</td><td
            >{watch.control[row]}</td
          ><td>{watch.performance[row]}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
