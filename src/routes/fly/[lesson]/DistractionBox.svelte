<script lang="ts">
  import { ANSWER_WITHIN_S, type Distraction } from '$core/drill/distraction';
  import { button } from '$lib/ui/button';

  /** What is being asked of the student just now, and the word that something is wrong with the engine. */
  let {
    distractions,
    time_s,
    answered,
    onanswer
  }: {
    distractions: readonly Distraction[];
    time_s: number;
    /** Numbers of the distractions that have been answered. */
    answered: readonly number[];
    onanswer: (index: number, option: number) => void;
  } = $props();

  const now = $derived(
    distractions.findLastIndex(
      (d, i) =>
        d.kind !== 'gauge' && d.at_s <= time_s && time_s - d.at_s < ANSWER_WITHIN_S && !answered.includes(i)
    )
  );
  const asked = $derived(now < 0 ? null : distractions[now]!);
  const gauge = $derived(distractions.findIndex((d) => d.kind === 'gauge'));
</script>

<div class="flex min-h-12 flex-wrap items-center gap-2" aria-live="assertive">
  {#if asked}
    <p class="mr-1 text-[15px] font-bold text-now">“{asked.words}”</p>
    {#each asked.options as option, index (index)}
      <button class={button.plain} onclick={() => onanswer(now, index)}
        ><span class="figure text-xs text-soft">{7 + index}</span> {option}</button
      >
    {/each}
  {/if}
  <button
    class="{button.plain} ml-auto"
    onclick={() => onanswer(gauge < 0 || time_s < distractions[gauge]!.at_s ? -1 : gauge, 0)}
    ><span class="figure text-xs text-soft">0</span> Engine: something is wrong</button
  >
</div>
