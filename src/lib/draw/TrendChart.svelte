<script lang="ts">
  import type { ApexOptions } from 'apexcharts';
  import type { Verdict } from '$core/finding/verdict';
  import { trendLine } from '$core/grade/trend';
  import { figure } from '$core/measure/figure';
  import Chart from '$lib/ui/Chart.svelte';

  /** A figure over attempts: each as it was, the line through them, and where that line lies with 90 % certainty. */
  let {
    name,
    unit = '',
    decimals = 0,
    values,
    days,
    from,
    verdicts,
    height = 200
  }: {
    name: string;
    unit?: string;
    decimals?: number;
    /** Oldest first. */
    values: readonly number[];
    days: readonly string[];
    /** Where the scale begins and ends, if it does. */
    from?: [low: number, high: number];
    /** Of the same attempts: a hollow point where the standard was not met. */
    verdicts?: readonly Verdict[];
    height?: number;
  } = $props();

  const said = (value: number) => `${figure(value, decimals)}${unit ? ` ${unit}` : ''}`;
  /** No interval reaches beyond what the figure can be. */
  const held = (value: number) => (from ? Math.min(from[1], Math.max(from[0], value)) : value);
  const line = $derived(trendLine(values));

  function optionsIn(colour: (name: string) => string): ApexOptions {
    const at = days.map((day, i) => `${i + 1} · ${day}`);
    const band = {
      name: 'the line through them, 90 % certain',
      type: 'rangeArea',
      data: line.map(({ low, high }, i) => ({ x: at[i], y: [held(low), held(high)] }))
    };
    const fit = {
      name: 'the line through them',
      type: 'line',
      data: line.map(({ fit }, i) => ({ x: at[i], y: held(fit) }))
    };
    const each = { name, type: 'line', data: values.map((y, i) => ({ x: at[i], y })) };
    return {
      chart: { type: 'rangeArea' },
      series: (line.length > 0 ? [band, fit, each] : [each]) as ApexOptions['series'],
      colors: line.length > 0 ? [colour('band'), colour('ghost'), colour('trace')] : [colour('trace')],
      fill: { type: 'solid', opacity: line.length > 0 ? [0.7, 1, 1] : [1] },
      stroke: {
        curve: 'straight',
        width: line.length > 0 ? [0, 1.5, 0] : [0],
        dashArray: line.length > 0 ? [0, 5, 0] : [0]
      },
      markers: {
        size: line.length > 0 ? [0, 0, 5] : [5],
        strokeWidth: 2,
        strokeColors: colour('trace'),
        discrete: values.flatMap((_, i) =>
          verdicts?.[i] === 'not met'
            ? {
                seriesIndex: line.length > 0 ? 2 : 0,
                dataPointIndex: i,
                fillColor: colour('sheet'),
                strokeColor: colour('trace'),
                size: 5
              }
            : []
        )
      },
      legend: { show: false },
      xaxis: { type: 'category', tickPlacement: 'on', labels: { rotate: 0, hideOverlappingLabels: true } },
      yaxis: {
        ...(from ? { min: from[0], max: from[1] } : {}),
        tickAmount: 4,
        labels: { formatter: (value) => (typeof value === 'number' ? said(value) : String(value)) }
      },
      tooltip: {
        shared: false,
        intersect: false,
        y: { formatter: (value) => (value === undefined ? '' : said(value)) }
      }
    };
  }
</script>

<Chart
  {height}
  label="{name} over {values.length} attempts: {values
    .map((value, i) => `${said(value)}${verdicts?.[i] ? ` ${verdicts[i]}` : ''}`)
    .join(', ')}"
  {optionsIn}
/>
