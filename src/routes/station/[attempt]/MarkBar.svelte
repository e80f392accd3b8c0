<script lang="ts">
  import { onMount } from 'svelte';
  import { markKinds, markNames, type MarkKind } from '$core/flight/flight-mark';
  import { Dictation } from '$lib/controls/dictation.svelte';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';

  /** One touch marks this moment; own words, written or spoken, mark the moment at which they were begun. */
  let {
    ready,
    now_s,
    onmark
  }: {
    /** Before anything is known of the flight there is no moment to mark. */
    ready: boolean;
    now_s: () => number;
    onmark: (kind: MarkKind, words?: string, at_s?: number) => void;
  } = $props();
  let words = $state('');
  let begun_s = 0;
  const dictation = new Dictation();
  const touch = markKinds.filter((kind) => kind !== 'words');

  onMount(() => {
    dictation.look();
    return () => dictation.end();
  });

  function write(typed: string) {
    if (words === '') begun_s = now_s();
    words = typed;
  }

  function own(event: SubmitEvent) {
    event.preventDefault();
    if (!ready || words.trim() === '') return;
    onmark('words', words.trim(), begun_s);
    words = '';
  }

  function speak() {
    if (dictation.listening) return dictation.end();
    const at_s = now_s();
    dictation.begin((said) => onmark('words', said.slice(0, 300), at_s));
  }
</script>

<div class="flex flex-wrap items-center gap-2" role="group" aria-label="Mark this moment">
  <span class="text-xs text-soft">Mark</span>
  {#each touch as kind, i (kind)}
    <button
      class="{button.plain} min-h-11"
      aria-keyshortcuts={String(i + 1)}
      disabled={!ready}
      onclick={() => onmark(kind)}>{markNames[kind]}</button
    >
  {/each}
  <form class="flex min-w-40 flex-1 gap-2" onsubmit={own}>
    <input
      class="{input} min-h-11"
      aria-label="Mark in own words"
      placeholder="own words"
      maxlength="300"
      bind:value={() => words, write}
    />
    <button class="{button.plain} min-h-11" disabled={!ready || words.trim() === ''}>Mark</button>
    {#if dictation.isOffered}
      <button
        type="button"
        class="{dictation.listening ? button.main : button.plain} min-h-11"
        aria-pressed={dictation.listening}
        disabled={!ready}
        onclick={speak}>{dictation.listening ? 'Listening…' : 'Speak'}</button
      >
    {/if}
  </form>
  {#if dictation.problem}<p class="text-[13px] text-below" role="status">{dictation.problem}</p>{/if}
</div>
