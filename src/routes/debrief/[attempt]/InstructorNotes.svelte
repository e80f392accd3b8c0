<!-- What instructors wrote about this attempt; who may writes another. -->
<script lang="ts">
  import { atTime } from '$lib/draw/when';
  import type { PageData } from './$types';

  let {
    notes,
    onwrite,
    onhomework
  }: {
    notes: PageData['debrief']['notes'];
    onwrite: (() => void) | null;
    onhomework: (() => void) | null;
  } = $props();
</script>

<section class="mt-4">
  <div class="flex items-baseline justify-between">
    <h2>Instructor’s notes</h2>
    {#if onwrite}<button class="no-print text-[13px] text-now underline underline-offset-2" onclick={onwrite}
        >Write a note</button
      >{/if}
    {#if onhomework}<button
        class="no-print text-[13px] text-now underline underline-offset-2"
        onclick={onhomework}>Set homework</button
      >{/if}
  </div>
  {#each notes as note (note.madeAt)}
    <p class="mt-1 text-[13px] leading-snug whitespace-pre-wrap">{note.body}</p>
    <p class="text-xs text-soft">{note.madeBy}, {atTime(note.madeAt)}</p>
  {:else}
    <p class="mt-1 text-[13px] text-soft">None yet.</p>
  {/each}
</section>
