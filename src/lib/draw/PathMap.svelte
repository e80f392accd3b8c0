<script lang="ts">
  import type { Snippet } from 'svelte';
  import { figure, heading } from '$core/measure/figure';

  /** Something drawn on a plan: a soft band with a line (what is asked), a trace, or a thin line beside it. */
  export interface MapPath {
    id: string;
    points: readonly { north_nm: number; east_nm: number }[];
    kind: 'ideal' | 'trace' | 'aside';
  }

  /**
   * A plan around a fix, north up by the courses' own north, fitted to what is on it, with the wind to be taken hold of
   * where somebody listens.
   */
  let {
    paths,
    course_deg = null,
    wind,
    onwind = null,
    label,
    size = 520,
    height = 400,
    reach_nm = 0,
    over
  }: {
    paths: readonly MapPath[];
    /** The inbound course through the fix. */
    course_deg?: number | null;
    wind: { from_deg: number; speed_kt: number };
    onwind?: ((wind: { from_deg: number; speed_kt: number }) => void) | null;
    label: string;
    size?: number;
    height?: number;
    /** At least so far around the fix is shown. */
    reach_nm?: number;
    /** Drawn on top, with the scale: pixels for a mile, and the middle. */
    over?: Snippet<[{ x: (east_nm: number) => number; y: (north_nm: number) => number; scale: number }]>;
  } = $props();

  const MARGIN = 46;
  const all = $derived(paths.flatMap((path) => path.points));
  const bounds = $derived({
    north: [
      Math.min(-reach_nm, 0, ...all.map((p) => p.north_nm)),
      Math.max(reach_nm, 0, ...all.map((p) => p.north_nm))
    ] as const,
    east: [
      Math.min(-reach_nm, 0, ...all.map((p) => p.east_nm)),
      Math.max(reach_nm, 0, ...all.map((p) => p.east_nm))
    ] as const
  });
  const scale = $derived(
    Math.min(
      (size - 2 * MARGIN) / Math.max(1, bounds.east[1] - bounds.east[0]),
      (height - 2 * MARGIN) / Math.max(1, bounds.north[1] - bounds.north[0])
    )
  );
  const x = $derived((east: number) => size / 2 + (east - (bounds.east[0] + bounds.east[1]) / 2) * scale);
  const y = $derived(
    (north: number) => height / 2 - (north - (bounds.north[0] + bounds.north[1]) / 2) * scale
  );
  const line = (points: readonly { north_nm: number; east_nm: number }[]) =>
    points.map((p) => `${x(p.east_nm).toFixed(1)},${y(p.north_nm).toFixed(1)}`).join(' ');
  const bar_nm = $derived(scale > 120 ? 0.5 : scale > 40 ? 1 : scale > 14 ? 2 : 5);

  /** The wind stands in a corner: its arrow points where it blows, and can be pulled about. */
  const WIND = { x: 62, y: 62, perKnot: 1.1, most: 50 };
  const tip = $derived.by(() => {
    const length = Math.min(WIND.most, wind.speed_kt) * WIND.perKnot;
    const to = ((wind.from_deg + 180) * Math.PI) / 180;
    return { x: Math.sin(to) * length, y: -Math.cos(to) * length };
  });
  function pull(event: PointerEvent) {
    if (!onwind || (event.type === 'pointermove' && event.buttons !== 1)) return;
    const svg = (event.currentTarget as SVGElement).closest('svg')!;
    const box = svg.getBoundingClientRect();
    const px = ((event.clientX - box.left) * size) / box.width - WIND.x;
    const py = ((event.clientY - box.top) * height) / box.height - WIND.y;
    if (event.type === 'pointerdown') (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
    const speed_kt = Math.round(Math.min(WIND.most, Math.hypot(px, py) / WIND.perKnot));
    const to = (Math.atan2(px, -py) * 180) / Math.PI;
    const from_deg = (Math.round((to + 180) / 5) * 5 + 360) % 360;
    onwind({ from_deg: from_deg === 0 ? 360 : from_deg, speed_kt });
  }
</script>

<svg
  viewBox="0 0 {size} {height}"
  class="block w-full touch-none border border-line bg-paper"
  role="img"
  aria-label={label}
>
  {#if course_deg !== null}
    {@const angle = (course_deg * Math.PI) / 180}
    {@const far = size / scale}
    <line
      x1={x(-far * Math.sin(angle))}
      y1={y(-far * Math.cos(angle))}
      x2={x(far * Math.sin(angle))}
      y2={y(far * Math.cos(angle))}
      stroke="var(--strong-line)"
      stroke-dasharray="2 5"
    />
  {/if}
  {#each paths as path (path.id)}
    {#if path.kind === 'ideal'}
      <polyline
        points={line(path.points)}
        fill="none"
        stroke="var(--band)"
        stroke-width="11"
        stroke-linejoin="round"
      />
      <polyline points={line(path.points)} fill="none" stroke="var(--band-edge)" stroke-width="1.6" />
    {:else if path.kind === 'trace'}
      <polyline
        points={line(path.points)}
        fill="none"
        stroke="var(--trace)"
        stroke-width="2"
        stroke-linejoin="round"
      />
    {:else}
      <polyline
        points={line(path.points)}
        fill="none"
        stroke="var(--ghost)"
        stroke-width="1.4"
        stroke-dasharray="5 4"
      />
    {/if}
  {/each}
  <g transform="translate({x(0)} {y(0)})">
    <circle r="6" fill="var(--sheet)" stroke="var(--now)" stroke-width="2.5" />
    <circle r="1.8" fill="var(--now)" />
  </g>
  {@render over?.({ x, y, scale })}
  <g transform="translate({WIND.x} {WIND.y})">
    <circle r={WIND.most * WIND.perKnot} fill="var(--sheet)" stroke="var(--line)" />
    {#each [0, 90, 180, 270] as mark (mark)}
      <path d="M0 {-WIND.most * WIND.perKnot}v6" stroke="var(--soft)" transform="rotate({mark})" />
    {/each}
    <text y={-WIND.most * WIND.perKnot + 16} text-anchor="middle" font-size="9" fill="var(--soft)">N</text>
    {#if wind.speed_kt > 0}
      <path d="M{-tip.x} {-tip.y}L{tip.x} {tip.y}" stroke="var(--now)" stroke-width="3" />
      <circle cx={tip.x} cy={tip.y} r="7" fill="var(--now)" />
    {/if}
    {#if onwind}
      <circle
        r={WIND.most * WIND.perKnot}
        fill="transparent"
        class="cursor-grab"
        role="presentation"
        onpointerdown={pull}
        onpointermove={pull}
      />
    {/if}
    <text
      y={WIND.most * WIND.perKnot + 14}
      text-anchor="middle"
      font-size="11"
      fill="var(--ink)"
      class="figure">{heading(wind.from_deg).slice(0, 3)}/{figure(wind.speed_kt)}</text
    >
  </g>
  <g transform="translate({size - 20 - bar_nm * scale} {height - 16})">
    <path d="M0 -4v8M0 0h{bar_nm * scale}m0 -4v8" stroke="var(--soft)" stroke-width="1.6" fill="none" />
    <text
      x={(bar_nm * scale) / 2}
      y="-6"
      text-anchor="middle"
      font-size="10"
      fill="var(--soft)"
      class="figure">{bar_nm} NM</text
    >
  </g>
</svg>
