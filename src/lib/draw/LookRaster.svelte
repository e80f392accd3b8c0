<script lang="ts">
  import { omissionLimit_s } from '$core/scan/expected-areas';
  import { areaNames, type Gaze, type ScanArea } from '$core/instrument/scan-area';
  import type { Look } from '$core/scan/look';
  import { linearScale } from './trace-path';

  /** Where the eyes were over time: a row an area, a bar a look, and the gaps that were too long. */
  let {
    looks,
    areas,
    duration_s,
    width,
    cursor_s
  }: {
    looks: readonly Look[];
    areas: readonly Gaze[];
    duration_s: number;
    width: number;
    cursor_s: number;
  } = $props();
  const uid = $props.id();
  const LEFT = 144;
  const RIGHT = 76;
  const ROW = 17;
  const x = $derived(linearScale([0, Math.max(1, duration_s)], [LEFT, width - RIGHT]));
  const rows = $derived(
    areas.map((area, row) => {
      const mine = looks.filter((look) => look.area === area);
      const top = row * ROW + 3;
      // One path a row: thousands of looks are one element.
      const bars = mine
        .map(
          (look) =>
            `M${x(look.start_s).toFixed(1)} ${top}h${Math.max(0.8, x(look.end_s) - x(look.start_s)).toFixed(1)}v11h-${Math.max(0.8, x(look.end_s) - x(look.start_s)).toFixed(1)}Z`
        )
        .join('');
      const limit = area === 'elsewhere' ? Infinity : omissionLimit_s(area as ScanArea);
      const edges = [
        looks[0]?.start_s ?? 0,
        ...mine.flatMap((look) => [look.start_s, look.end_s]),
        looks.at(-1)?.end_s ?? 0
      ];
      const gaps: { from: number; to: number }[] = [];
      for (let i = 0; i < edges.length; i += 2)
        if (edges[i + 1]! - edges[i]! > limit) gaps.push({ from: edges[i]!, to: edges[i + 1]! });
      const now = mine.findLast((look) => look.start_s <= cursor_s);
      return { area, top, bars, gaps, ago: now ? Math.max(0, cursor_s - now.end_s) : null };
    })
  );
</script>

<svg
  {width}
  height={areas.length * ROW + 8}
  class="block"
  role="img"
  aria-label="Looks over time: {rows
    .map((row) => `${areaNames[row.area]}${row.gaps.length > 0 ? `, ${row.gaps.length} gaps too long` : ''}`)
    .join('; ')}"
>
  <pattern id={uid} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
    <line y2="5" stroke="var(--below)" stroke-width="1.6" />
  </pattern>
  {#each rows as row (row.area)}
    <text x="0" y={row.top + 10} font-size="12" fill="var(--ink)">{areaNames[row.area]}</text>
    <line x1={LEFT} x2={width - RIGHT} y1={row.top + 5.5} y2={row.top + 5.5} stroke="var(--line)" />
    {#each row.gaps as gap, index (index)}
      <rect
        x={x(gap.from)}
        y={row.top + 1}
        width={x(gap.to) - x(gap.from)}
        height="9"
        fill="url(#{uid})"
        opacity="0.7"
      />
    {/each}
    <path d={row.bars} fill="var(--trace)" />
    <text x={width - RIGHT + 10} y={row.top + 10} font-size="11" fill="var(--soft)" class="figure"
      >{row.ago === null ? 'not yet' : row.ago === 0 ? 'looking' : `${row.ago.toFixed(1)} s ago`}</text
    >
  {/each}
  <line x1={x(cursor_s)} x2={x(cursor_s)} y1="0" y2={areas.length * ROW + 8} stroke="var(--now)" />
</svg>
