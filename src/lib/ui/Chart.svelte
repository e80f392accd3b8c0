<script lang="ts">
  import type ApexCharts from 'apexcharts';
  import type { ApexOptions } from 'apexcharts';
  import { onMount } from 'svelte';

  /** A chart in the colours of the theme on screen. What it shows must stand in words or figures beside it as well. */
  let {
    label,
    height = 200,
    optionsIn
  }: {
    label: string;
    height?: number;
    /** The chart's options, given the theme's colours by their names. */
    optionsIn: (colour: (name: string) => string) => ApexOptions;
  } = $props();

  /** Fetched when it comes so near to what is on screen. */
  const FETCHED_AHEAD_PX = 300;
  let node: HTMLDivElement;
  let Apex = $state.raw<typeof ApexCharts | null>(null);
  let theme = $state('');

  const colour = (name: string) =>
    getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
  function drawn(): ApexOptions {
    const options = optionsIn(colour);
    const words = { colors: colour('soft'), fontSize: '12px' };
    const yAxes = options.yaxis === undefined ? [{}] : [options.yaxis].flat();
    return {
      ...options,
      chart: {
        ...options.chart,
        type: options.chart?.type ?? 'line',
        height,
        fontFamily: 'inherit',
        foreColor: colour('soft'),
        background: 'transparent',
        toolbar: { show: false },
        zoom: { enabled: false },
        animations: { enabled: false }
      },
      grid: { borderColor: colour('line'), strokeDashArray: 2, padding: { left: 8, right: 12 } },
      dataLabels: { enabled: false },
      tooltip: { theme: theme === 'night' ? 'dark' : 'light', ...options.tooltip },
      xaxis: {
        ...options.xaxis,
        labels: { ...options.xaxis?.labels, style: words },
        axisBorder: { color: colour('strong-line') },
        axisTicks: { color: colour('strong-line') },
        tooltip: { enabled: false }
      },
      yaxis: yAxes.map((axis) => ({
        ...axis,
        labels: { ...axis.labels, style: words },
        title: { ...axis.title, style: { color: colour('soft'), fontSize: '12px', fontWeight: 400 } }
      }))
    };
  }

  onMount(() => {
    theme = document.documentElement.dataset['theme'] ?? '';
    const themed = new MutationObserver(() => (theme = document.documentElement.dataset['theme'] ?? ''));
    themed.observe(document.documentElement, { attributeFilter: ['data-theme'] });
    // Half a megabyte that nobody needs who does not scroll down to it.
    const seen = new IntersectionObserver(
      (entries) => {
        if (!entries.some(({ isIntersecting }) => isIntersecting)) return;
        seen.disconnect();
        void import('apexcharts').then((module) => (Apex = module.default));
      },
      { rootMargin: `${FETCHED_AHEAD_PX}px` }
    );
    seen.observe(node);
    return () => {
      themed.disconnect();
      seen.disconnect();
    };
  });
  // Made anew for what it is to show and in which theme.
  $effect(() => {
    if (!Apex) return;
    const chart = new Apex(node, drawn());
    void chart.render();
    return () => chart.destroy();
  });
</script>

<div class="no-print min-w-0 overflow-x-clip" role="img" aria-label={label} style:min-height="{height}px">
  <div bind:this={node}></div>
</div>
