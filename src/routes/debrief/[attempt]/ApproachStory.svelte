<script lang="ts">
  import { segmentNames } from '$core/grade/approach-story';
  import type { Grade } from '$core/grade/grade';
  import { clock } from '$core/measure/figure';
  import Verdict from '$lib/ui/Verdict.svelte';
  import StoryLines from './StoryLines.svelte';

  /** What an instructor would read out first, every sentence a click from its moment, and each part with its verdict. */
  let {
    story,
    segments,
    onmoment
  }: {
    story: NonNullable<Grade['story']>;
    segments: NonNullable<Grade['segments']>;
    onmoment: (time_s: number) => void;
  } = $props();
</script>

<section aria-label="The approach in short" class="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_auto]">
  <StoryLines {story} {onmoment} />
  <table class="sheet-table self-start text-[13px]">
    <thead
      ><tr><th>Part</th><th class="number">from</th><th>verdict</th><th class="number">to work on</th></tr
      ></thead
    >
    <tbody>
      {#each segments as { segment, from_s, verdict, unfinished, findings } (segment)}
        <tr>
          <td
            ><button
              type="button"
              class="text-now underline underline-offset-2"
              onclick={() => onmoment(from_s)}>{segmentNames[segment]}</button
            ></td
          >
          <td class="number">{clock(from_s)}</td>
          <td
            ><Verdict {verdict} />{#if unfinished}<span class="ml-1 text-soft">as far as it was flown</span
              >{/if}</td
          >
          <td class="number">{findings.length}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>
