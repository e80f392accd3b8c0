<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import type { ApexOptions } from 'apexcharts';
  import Chart from '$lib/ui/Chart.svelte';
  import { trendOf } from '$core/grade/trend';
  import { figure } from '$core/measure/figure';
  import { correlationOf } from '$core/measure/statistics';
  import { onDay } from '$lib/draw/when';

  /** The scan over lessons beside the flying, and whether the two go together. */
  let {
    attempts,
    names
  }: {
    attempts: readonly {
      attemptId: string;
      finishedAt: string;
      drill: string;
      flown: boolean;
      score: number;
      figures: Record<string, number>;
    }[];
    names: Record<string, string>;
  } = $props();

  const gaps = $derived(attempts.flatMap((a) => a.figures['gap'] ?? []));
  const trend = $derived(trendOf(gaps, 'less', 's'));
  const together = $derived(
    correlationOf(
      attempts.flatMap((a) =>
        a.flown && a.figures['gap'] !== undefined ? [[a.figures['gap'], a.score] as const] : []
      )
    )
  );
  const charted = $derived(attempts.filter((a) => a.flown && a.figures['gap'] !== undefined));
  function optionsIn(colour: (name: string) => string): ApexOptions {
    const line = (name: string, of: (attempt: (typeof attempts)[number]) => number) => ({
      name,
      data: charted.map((attempt, i) => ({ x: `${i + 1} · ${onDay(attempt.finishedAt)}`, y: of(attempt) }))
    });
    return {
      chart: { type: 'line' },
      series: [line('longest unseen', (a) => a.figures['gap']!), line('score', (a) => a.score)],
      colors: [colour('below'), colour('trace')],
      stroke: { curve: 'straight', width: 2, dashArray: [5, 0] },
      markers: { size: 4, strokeWidth: 0 },
      legend: { show: true, position: 'top', horizontalAlign: 'left', labels: { colors: colour('soft') } },
      xaxis: { type: 'category', tickPlacement: 'on', labels: { rotate: 0, hideOverlappingLabels: true } },
      yaxis: [
        {
          min: 0,
          tickAmount: 4,
          title: { text: 'longest unseen, s' },
          labels: { formatter: (value) => figure(value) }
        },
        {
          opposite: true,
          min: 0,
          max: 100,
          tickAmount: 4,
          title: { text: 'score' },
          labels: { formatter: (value) => figure(value) }
        }
      ]
    };
  }
  const shown = (value: number | undefined, decimals: number, unit: string) =>
    value === undefined ? '–' : `${figure(value, decimals)}${unit}`;
</script>

<section class="mt-8">
  <h2>The scan beside the flying</h2>
  {#if charted.length > 1}
    <Chart
      label="Longest unseen and score over {charted.length} flights; the figures stand in the table below"
      height={220}
      {optionsIn}
    />
  {/if}
  <SideScroll label="The scan, flight by flight">
    <table class="sheet-table mt-1 text-[13px]">
      <thead>
        <tr>
          <th>Flight</th><th>Hands</th><th class="number">longest unseen</th><th class="number"
            >by the pattern</th
          ><th class="number">a look</th><th class="number">engine every</th><th class="number">flying</th>
        </tr>
      </thead>
      <tbody>
        {#each [...attempts].reverse() as attempt (attempt.attemptId)}
          <tr>
            <td class="!py-1.5"
              ><a href="/debrief/{attempt.attemptId}/scan" class="figure">{onDay(attempt.finishedAt)}</a>
              <span class="text-soft">{names[attempt.drill] ?? attempt.drill}</span></td
            >
            <td class="!py-1.5 text-soft">{attempt.flown ? 'own' : 'reference'}</td>
            <td class="number !py-1.5">{shown(attempt.figures['gap'], 0, ' s')}</td>
            <td class="number !py-1.5">{shown(attempt.figures['likeness'], 0, ' %')}</td>
            <td class="number !py-1.5">{shown(attempt.figures['look'], 2, ' s')}</td>
            <td class="number !py-1.5">{shown(attempt.figures['engine'], 0, ' s')}</td>
            <td class="number !py-1.5">{attempt.flown ? attempt.score : '–'}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </SideScroll>
  <p class="mt-1 text-xs text-soft">
    Longest unseen: {trend.words}.
    {#if together}
      Together with the score: r = {figure(together.r, 2)}{together.interval
        ? `, 90 % between ${figure(together.interval[0], 2)} and ${figure(together.interval[1], 2)}`
        : ''}, {together.count} flights{together.interval && together.interval[0] * together.interval[1] > 0
        ? '.'
        : ': no clear connection yet.'}
    {:else}
      Too few flights with own hands to say whether scan and flying go together.
    {/if}
  </p>
</section>
