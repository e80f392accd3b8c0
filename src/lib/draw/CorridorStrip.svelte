<script lang="ts">
  import { figure, heading, percent } from '$core/measure/figure';
  import { samplesBetween, type Strip, type StripCorridor } from './strip';
  import { finiteRuns, linearScale, tracePath } from './trace-path';

  let {
    strip,
    duration_s,
    width,
    height,
    cursor_s,
    ghost = null,
    onseek
  }: {
    strip: Strip;
    duration_s: number;
    width: number;
    height: number;
    cursor_s: number;
    ghost?: ArrayLike<number> | null;
    onseek: (time_s: number) => void;
  } = $props();

  const uid = $props.id();
  const LEFT = 144;
  const RIGHT = 76;
  const x = $derived(linearScale([0, Math.max(1, duration_s)], [LEFT, width - RIGHT]));
  const y = $derived(linearScale(strip.bounds, [height - 5, 5]));
  // A quantity of the page is looked up anew each time it is named: what is named for every sample is taken out once.
  const drawn = $derived({ ...strip, x, y });
  type Drawn = typeof drawn;
  const line = ({ rate_hz, x, y }: Drawn, values: ArrayLike<number>) =>
    finiteRuns(values)
      .map(([from, to]) =>
        tracePath(
          from,
          to,
          (k) => values[k]!,
          (k) => x(k / rate_hz),
          y
        )
      )
      .join('');
  const path = $derived(line(drawn, drawn.values));
  const ghostPath = $derived(ghost ? line(drawn, ghost) : '');
  /** Along one edge of a corridor: a corner at each end, and what lies between where it changes. */
  const edgePath = (
    { rate_hz, x, y }: Drawn,
    from: number,
    to: number,
    edge: (k: number) => number,
    { steady }: StripCorridor
  ): string => {
    const samples = steady ? [from, to] : samplesBetween(from, to);
    return samples.map((k) => `L${x(k / rate_hz).toFixed(1)} ${y(edge(k)).toFixed(1)}`).join('');
  };
  const bandsOf = (drawn: Drawn) =>
    drawn.corridors.map((corridor) => {
      const from = Math.round(corridor.from_s * drawn.rate_hz);
      const to = Math.round(corridor.to_s * drawn.rate_hz);
      const { above, below, target } = corridor;
      const [bottom, top] = drawn.bounds;
      const upper = edgePath(drawn, from, to, (k) => (above === null ? top : target(k) + above), corridor);
      const lower = edgePath(drawn, to, from, (k) => (below === null ? bottom : target(k) - below), corridor);
      return {
        area: `M${`${upper}${lower}`.slice(1)}Z`,
        line: `M${edgePath(drawn, from, to, target, corridor).slice(1)}`,
        limit: above === null || below === null
      };
    });
  const bands = $derived(bandsOf(drawn));
  const excursionsOf = (drawn: Drawn) =>
    drawn.exceedances.map(({ corridor, side, start_s, end_s, peak_s, peak }) => {
      const { values, rate_hz, x, y } = drawn;
      const from = Math.round(start_s * rate_hz);
      let to = Math.min(values.length - 1, Math.round(end_s * rate_hz));
      // It ends as its phase does: the first sample of the next may have no such value.
      while (to > from && !Number.isFinite(values[to])) to -= 1;
      const allowed = side === 'above' ? corridor.above! : -corridor.below!;
      const edge = (k: number) => corridor.target(k) + allowed;
      const beyond = side === 'above' ? Math.max : Math.min;
      const flown = tracePath(
        from,
        to,
        (k) => beyond(edge(k), values[k]!),
        (k) => x(k / rate_hz),
        y
      );
      return {
        side,
        area: `${flown}${edgePath(drawn, to, from, edge, corridor)}Z`,
        at: x(peak_s),
        tip: y(corridor.target(Math.round(peak_s * rate_hz)) + peak)
      };
    });
  const excursions = $derived(excursionsOf(drawn));
  const now = $derived(
    strip.values[Math.min(strip.values.length - 1, Math.round(cursor_s * strip.rate_hz))] ?? 0
  );
  const shown = $derived(
    Number.isNaN(now) ? '–' : strip.unit === '°' ? heading(now) : figure(now, strip.decimals)
  );
  const bound = (value: number) => (strip.unit === '°' ? heading(value) : figure(value));

  function seek(event: PointerEvent) {
    if (event.type === 'pointermove' && event.buttons !== 1) return;
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    onseek(Math.min(duration_s, Math.max(0, x.invert(event.clientX - box.left))));
  }
</script>

<svg
  {width}
  {height}
  class="block touch-none select-none"
  role="img"
  aria-label="{strip.name}: {shown} {strip.unit} at the cursor{strip.shareInside === null
    ? ''
    : `, inside ${percent(strip.shareInside)}`}"
  onpointerdown={seek}
  onpointermove={seek}
>
  <defs>
    <pattern
      id="{uid}-above"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <line y2="5" stroke="var(--above)" stroke-width="2" />
    </pattern>
    <pattern
      id="{uid}-below"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(-45)"
    >
      <line y2="5" stroke="var(--below)" stroke-width="2" />
    </pattern>
  </defs>
  <text x="0" y="16" font-size="13" font-weight="700" fill="var(--ink)">{strip.name}</text>
  <text x="0" y="31" font-size="11" fill="var(--soft)">{strip.unit === '°' ? 'degrees' : strip.unit}</text>
  <text x={LEFT - 8} y="13" font-size="11" text-anchor="end" fill="var(--soft)" class="figure"
    >{bound(strip.bounds[1])}</text
  >
  <text x={LEFT - 8} y={height - 4} font-size="11" text-anchor="end" fill="var(--soft)" class="figure"
    >{bound(strip.bounds[0])}</text
  >
  <line x1="0" x2={width - RIGHT} y1={height - 0.5} y2={height - 0.5} stroke="var(--line)" />

  {#each strip.marks as mark (mark.name)}
    <line
      x1={LEFT}
      x2={width - RIGHT}
      y1={y(mark.value)}
      y2={y(mark.value)}
      stroke="var(--now)"
      stroke-width="0.8"
      stroke-dasharray="6 3"
    />
    <text x={width - RIGHT - 4} y={y(mark.value) - 3} font-size="10" text-anchor="end" fill="var(--now)"
      >{mark.name} {figure(mark.value)}</text
    >
  {/each}
  {#each bands as band, index (index)}
    <path d={band.area} fill="var(--band)" />
    <path
      d={band.line}
      fill="none"
      stroke="var(--band-edge)"
      stroke-width={band.limit ? 1.4 : 1}
      stroke-dasharray={band.limit ? null : '1.5 4'}
    />
  {/each}
  {#each excursions as e, index (index)}
    <path d={e.area} fill="url(#{uid}-{e.side})" />
  {/each}
  {#if ghostPath}<path
      d={ghostPath}
      fill="none"
      stroke="var(--ghost)"
      stroke-width="1.2"
      stroke-dasharray="5 3"
    />{/if}
  <path d={path} fill="none" stroke="var(--trace)" stroke-width="1.6" stroke-linejoin="round" />
  {#each excursions as e, index (index)}
    {#if e.side === 'above'}
      <path d="M{e.at - 5} {Math.max(10, e.tip - 4)}h10l-5 -8Z" fill="var(--above)" />
    {:else}
      <path d="M{e.at - 5} {Math.min(height - 11, e.tip + 4)}h10l-5 8Z" fill="var(--below)" />
    {/if}
  {/each}

  <line x1={x(cursor_s)} x2={x(cursor_s)} y1="0" y2={height} stroke="var(--now)" />
  {#if !Number.isNaN(now)}<circle cx={x(cursor_s)} cy={y(now)} r="4" fill="var(--now)" />{/if}
  <text x={width - RIGHT + 10} y="16" font-size="15" fill="var(--now)" class="figure">{shown}</text>
  {#if strip.shareInside !== null}
    <text x={width - RIGHT + 10} y="33" font-size="11" fill="var(--soft)" class="figure"
      >{percent(strip.shareInside)} in</text
    >
  {/if}
</svg>
