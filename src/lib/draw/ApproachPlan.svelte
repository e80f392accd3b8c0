<script lang="ts">
  import { labelPlaces } from './label-places';
  import type { ApproachPicture } from '$core/procedure/approach/approach-picture';
  import type { ThresholdPoint } from '$core/procedure/approach/approach-place';

  /** The approach from above, its north up: ways in, the final course in the band of its needle, the way out. */
  let {
    picture,
    label,
    flown = [],
    width = 460,
    height = 380
  }: {
    picture: ApproachPicture;
    label: string;
    /** What was flown until the airplane is where it is, or the airplane alone. */
    flown?: readonly ThresholdPoint[];
    /** In its own pixels: what is drawn smaller keeps its letters. */
    width?: number;
    height?: number;
  } = $props();

  const MARGIN = 34;
  const all = $derived([...picture.ways.flatMap(({ points }) => points), ...picture.lane]);
  const bounds = $derived({
    north: [Math.min(...all.map((p) => p.north_nm)), Math.max(...all.map((p) => p.north_nm))] as const,
    east: [Math.min(...all.map((p) => p.east_nm)), Math.max(...all.map((p) => p.east_nm))] as const
  });
  const scale = $derived(
    Math.min(
      (width - 2 * MARGIN) / Math.max(4, bounds.east[1] - bounds.east[0]),
      (height - 2 * MARGIN) / Math.max(4, bounds.north[1] - bounds.north[0])
    )
  );
  const x = $derived(
    (p: ThresholdPoint) => width / 2 + (p.east_nm - (bounds.east[0] + bounds.east[1]) / 2) * scale
  );
  const y = $derived(
    (p: ThresholdPoint) => height / 2 - (p.north_nm - (bounds.north[0] + bounds.north[1]) / 2) * scale
  );
  const line = $derived(
    (points: readonly ThresholdPoint[]) =>
      `M${points.map((p) => `${x(p).toFixed(1)} ${y(p).toFixed(1)}`).join('L')}`
  );
  const STROKES = { transition: 'var(--ghost)', final: 'var(--band-edge)', missed: 'var(--now)' } as const;
  const labels = $derived.by(() => {
    const named = picture.fixes.map((fix) => ({ ...fix, x: x(fix.at), y: y(fix.at) }));
    const runway = picture.runway.ends.map((p) => ({ x: x(p), y: y(p) }));
    const places = labelPlaces(named, [...named, ...runway], { width: width, height: height });
    return named.map((fix, i) => ({ ...fix, ...places[i]! }));
  });
  const here = $derived(flown.at(-1));
  const scale_nm = $derived(scale * 5 > 140 ? 2 : 5);
</script>

<svg
  viewBox="0 0 {width} {height}"
  class="block w-full border border-line bg-sheet"
  role="img"
  aria-label={label}
>
  <path d="{line(picture.lane)}Z" fill="var(--band)" />
  {#each picture.ways as way, i (i)}
    <path
      d={line(way.points)}
      fill="none"
      stroke={STROKES[way.part]}
      stroke-width={way.part === 'final' ? 2.6 : 1.8}
      stroke-dasharray={way.part === 'missed' ? '7 5' : undefined}
      stroke-linejoin="round"
    />
  {/each}
  <path d={line(picture.runway.ends)} stroke="var(--ink)" stroke-width="5" fill="none" />
  {#if flown.length > 1}
    <path d={line(flown)} fill="none" stroke="var(--ink)" stroke-width="1.6" />
  {/if}
  {#if here}
    <circle cx={x(here)} cy={y(here)} r="5" fill="var(--now)" />
  {/if}
  {#each labels as fix (fix.name)}
    <circle
      cx={fix.x}
      cy={fix.y}
      r="4"
      fill={fix.role === 'final' ? 'var(--ink)' : 'var(--sheet)'}
      stroke="var(--ink)"
      stroke-width="1.6"
    />
    <text
      x={fix.x + fix.dx}
      y={fix.y + fix.dy}
      text-anchor={fix.end ? 'end' : 'start'}
      class="fill-ink text-[12px] {fix.role === 'final' ? 'font-bold' : ''}">{fix.name}</text
    >
  {/each}
  <path
    d="M12 {height - 12}h{scale_nm * scale}m0 -4v8m-{scale_nm * scale} -8v8"
    stroke="var(--soft)"
    fill="none"
  />
  <text x={16 + scale_nm * scale} y={height - 8} class="fill-soft text-[11px]">{scale_nm} NM</text>
  <path d="M{width - 16} 26V8m-5 6l5 -6l5 6" stroke="var(--soft)" fill="none" />
  <text x={width - 16} y="38" text-anchor="middle" class="fill-soft text-[11px]">MN</text>
</svg>
