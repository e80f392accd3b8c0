<script lang="ts">
  import { ANSWER_WITHIN_S } from '$core/drill/distraction';
  import { button } from '$lib/ui/button';
  import { ANSWER_KEYS, ENGINE_KEY, type DistractionDesk } from './distraction-desk.svelte';

  /** What is being asked of the student just now, and the word that something is wrong with the engine. */
  let { desk, time_s }: { desk: DistractionDesk; time_s: number } = $props();

  const now = $derived(desk.asked(time_s));
  const asked = $derived(
    now >= 0 && time_s - desk.list[now]!.at_s < ANSWER_WITHIN_S ? desk.list[now]! : null
  );
</script>

<div class="flex min-h-12 flex-wrap items-center gap-2" aria-live="assertive">
  {#if asked}
    <p class="mr-1 text-[15px] font-bold text-now">“{asked.words}”</p>
    {#each asked.options as option, index (index)}
      <button class={button.plain} onclick={() => desk.answer(now, index)}
        ><span class="figure text-xs text-soft">{ANSWER_KEYS[index]}</span> {option}</button
      >
    {/each}
  {/if}
  <button class="{button.plain} ml-auto" onclick={() => desk.reportEngine(time_s)}
    ><span class="figure text-xs text-soft">{ENGINE_KEY}</span> Engine: something is wrong</button
  >
</div>
