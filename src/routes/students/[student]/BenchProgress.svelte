<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import { nextLevel } from '$core/bench/level';
  import { panelQuestionNames } from '$core/bench/question';
  import { sumNames } from '$core/bench/sum-question';
  import { figure, percent } from '$core/measure/figure';
  import { onDay } from '$lib/draw/when';

  /** What the student has done at the bench, the weakest first. */
  let {
    answers
  }: {
    /** Oldest first. */
    answers: readonly {
      kind: string;
      level: number;
      right: boolean;
      prompt: boolean;
      took_s: number;
      givenAt: string;
    }[];
  } = $props();

  const LATEST = 20;
  const LEVELLED_BY = 40;
  const names: Record<string, string> = {
    ...sumNames,
    ...Object.fromEntries(Object.entries(panelQuestionNames).map(([kind, { name }]) => [kind, name]))
  };
  const rows = $derived(
    [...new Set(answers.map((answer) => answer.kind))]
      .map((kind) => {
        const mine = answers.filter((answer) => answer.kind === kind);
        const latest = mine.slice(-LATEST);
        const times = latest.map((answer) => answer.took_s).sort((a, b) => a - b);
        return {
          kind,
          count: mine.length,
          right: latest.filter((answer) => answer.right).length / latest.length,
          inTime: latest.filter((answer) => answer.right && answer.prompt).length / latest.length,
          median_s: times[Math.floor(times.length / 2)]!,
          level: nextLevel(mine.slice(-LEVELLED_BY)),
          last: mine.at(-1)!.givenAt
        };
      })
      .sort((a, b) => a.inTime - b.inTime)
  );
</script>

<section class="mt-8">
  <h2>At the bench</h2>
  <SideScroll label="At the bench, by question">
    <table class="sheet-table mt-1 text-[13px]">
      <thead>
        <tr>
          <th>Question</th><th class="number">answered</th><th class="number">right</th><th class="number"
            >in time</th
          ><th class="number">usually</th><th class="number">level</th><th class="number">last</th>
        </tr>
      </thead>
      <tbody>
        {#each rows as row (row.kind)}
          <tr>
            <td class="!py-1.5">{names[row.kind] ?? row.kind}</td>
            <td class="number !py-1.5">{row.count}</td>
            <td class="number !py-1.5">{percent(row.right)}</td>
            <td class="number !py-1.5">{percent(row.inTime)}</td>
            <td class="number !py-1.5">{figure(row.median_s, 1)} s</td>
            <td class="number !py-1.5">{row.level}</td>
            <td class="number !py-1.5 text-soft">{onDay(row.last)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </SideScroll>
  <p class="mt-1 text-xs text-soft">
    Right and in time: of the last {LATEST} of each kind. Level 1 is plain, 5 the hardest.
  </p>
</section>
