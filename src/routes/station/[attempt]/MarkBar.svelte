<script lang="ts">
  import { markKinds, markNames, type MarkKind } from '$core/flight/flight-mark';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';

  /** Before anything is known of the flight there is no moment to mark. One touch marks this moment; own words mark the moment at which they were begun. */
  let { ready, onmark }: { ready: boolean; onmark: (kind: MarkKind, words?: string) => void } = $props();
  let words = $state('');
  const touch = markKinds.filter((kind) => kind !== 'words');

  function own(event: SubmitEvent) {
    event.preventDefault();
    if (!ready || words.trim() === '') return;
    onmark('words', words.trim());
    words = '';
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
      bind:value={words}
    />
    <button class="{button.plain} min-h-11" disabled={!ready || words.trim() === ''}>Mark</button>
  </form>
</div>
