<script lang="ts">
  import type { StorySentence } from '$core/grade/approach-story';

  /** Sentences in their order, each a click from its moment. */
  let { story, onmoment }: { story: readonly StorySentence[]; onmoment: (time_s: number) => void } = $props();
</script>

<ul class="max-w-prose leading-relaxed">
  {#each story as { words, moment_s }, i (i)}
    <li>
      {#if moment_s === null}{words}{:else}<button
          type="button"
          class="text-left underline-offset-4 hover:underline"
          onclick={() => onmoment(moment_s)}>{words}</button
        >{/if}
    </li>
  {/each}
</ul>
