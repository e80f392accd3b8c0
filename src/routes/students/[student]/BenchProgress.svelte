<script lang="ts">
  import { inlineInput } from '$lib/ui/input';
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import type { ApexOptions } from 'apexcharts';
  import Chart from '$lib/ui/Chart.svelte';
  import Choice from '$lib/ui/Choice.svelte';
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
  const DAYS_DRAWN = 20;
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

  /** The kind drawn: the weakest, until another is chosen. */
  let chosen = $state('');
  const drawn = $derived(rows.find(({ kind }) => kind === chosen)?.kind ?? rows[0]!.kind);
  const days = $derived.by(() => {
    const mine = answers.filter((answer) => answer.kind === drawn);
    return [...new Set(mine.map(({ givenAt }) => onDay(givenAt)))].slice(-DAYS_DRAWN).map((day) => {
      const then = mine.filter(({ givenAt }) => onDay(givenAt) === day);
      const share = (counts: (answer: (typeof then)[number]) => boolean) =>
        (100 * then.filter(counts).length) / then.length;
      return {
        day: `${day} (${then.length})`,
        right: share(({ right }) => right),
        inTime: share(({ right, prompt }) => right && prompt)
      };
    });
  });
  function optionsIn(colour: (name: string) => string): ApexOptions {
    return {
      chart: { type: 'line' },
      series: [
        { name: 'right', data: days.map(({ day, right }) => ({ x: day, y: right })) },
        { name: 'right and in time', data: days.map(({ day, inTime }) => ({ x: day, y: inTime })) }
      ],
      colors: [colour('ghost'), colour('trace')],
      stroke: { curve: 'straight', width: 2, dashArray: [5, 0] },
      markers: { size: 4, strokeWidth: 0 },
      legend: { show: true, position: 'top', horizontalAlign: 'left', labels: { colors: colour('soft') } },
      xaxis: { type: 'category', tickPlacement: 'on', labels: { rotate: 0, hideOverlappingLabels: true } },
      yaxis: { min: 0, max: 100, tickAmount: 4, labels: { formatter: (value) => percent(value / 100) } }
    };
  }
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
  {#if days.length > 1 || chosen}
    <div class="mt-3 flex items-center gap-2 text-[13px]">
      <span class="text-soft">Day by day:</span>
      <Choice
        label="Day by day"
        class={inlineInput}
        bind:value={() => drawn, (kind) => (chosen = kind)}
        choices={rows.map(({ kind }) => [kind, names[kind] ?? kind])}
      />
    </div>

    <Chart
      label="{names[drawn] ?? drawn}, day by day: {days
        .map(({ day, inTime }) => `${day} ${percent(inTime / 100)} right and in time`)
        .join(', ')}"
      height={200}
      {optionsIn}
    />
  {/if}
  <p class="mt-1 text-xs text-soft">
    Right and in time: of the last {LATEST} of each kind. Level 1 is plain, 5 the hardest.
  </p>
</section>
