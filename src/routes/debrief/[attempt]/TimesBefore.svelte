<script lang="ts">
  import type { Grade } from '$core/grade/grade';
  import { lowered } from '$core/measure/capital';
  import { clock } from '$core/measure/figure';
  import FindingList from '$lib/draw/FindingList.svelte';
  import Verdict from '$lib/ui/Verdict.svelte';
  import StoryLines from './StoryLines.svelte';

  /** What was flown before the instructor had it begun anew: each time with its verdict, its story and its findings. */
  let { times, onmoment }: { times: NonNullable<Grade['before']>; onmoment: (time_s: number) => void } =
    $props();

  const firstToWorkOn = (findings: Grade['findings']) =>
    findings.find(({ severity, under }) => severity !== 'good' && (under ?? null) === null);
</script>

<section class="mt-4" aria-labelledby="times-before">
  <h2 id="times-before">Flown before in this lesson</h2>
  <p class="mt-1 text-[13px] text-soft">
    The instructor had it begun anew. The grade above is for the last time; each time before is judged by
    itself, as far as it was flown.
  </p>
  <ol class="mt-1 border-b border-line">
    {#each times as { from_s, to_s, verdict, findings, story }, i (from_s)}
      {@const worst = firstToWorkOn(findings)}
      <li class="border-t border-line">
        <details>
          <summary
            class="flex cursor-pointer flex-wrap items-baseline gap-x-4 gap-y-1 py-2 text-[13px] hover:bg-paper"
          >
            <span class="font-medium">Time {i + 1}</span>
            <span class="tabular-nums text-soft">{clock(from_s)} to {clock(to_s)}</span>
            <Verdict {verdict} />
            <span class="text-soft"
              >{worst ? `First to work on: ${lowered(worst.title)}` : 'Nothing to work on stands out'}</span
            >
          </summary>
          <div class="grid gap-4 pb-3 pl-3 lg:grid-cols-2">
            {#if story}
              <StoryLines {story} {onmoment} />
            {/if}
            {#if findings.length > 0}
              <FindingList
                {findings}
                selected={null}
                onselect={(index) => onmoment(findings[index]!.moment_s)}
              />
            {/if}
          </div>
        </details>
      </li>
    {/each}
  </ol>
</section>
