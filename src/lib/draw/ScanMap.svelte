<script lang="ts">
  import { moveOf, taughtMoves, type ScanPattern } from '$core/drill/scan-pattern';
  import { areaNames, type Gaze } from '$core/instrument/scan-area';
  import { figure, percent } from '$core/measure/figure';
  import type { ScanMeasure } from '$core/scan/scan-measure';

  /** The panel with the share of looking filled into each instrument, and the moves between them as arrows. */
  let {
    measure,
    pattern,
    covered = []
  }: { measure: ScanMeasure; pattern: ScanPattern; covered?: readonly Gaze[] } = $props();
  const uid = $props.id();
  const BOX = { width: 92, height: 70 };
  const PLACES: Partial<Record<Gaze, readonly [number, number]>> = {
    airspeed: [6, 44],
    attitude: [122, 44],
    altimeter: [238, 44],
    turn: [6, 158],
    heading: [122, 158],
    'vertical-speed': [238, 158],
    engine: [6, 258],
    compass: [122, 258],
    elsewhere: [238, 258]
  };
  const ALWAYS: readonly Gaze[] = [
    'airspeed',
    'attitude',
    'altimeter',
    'turn',
    'heading',
    'vertical-speed',
    'engine'
  ];
  const shown = $derived(
    (Object.keys(PLACES) as Gaze[])
      .filter((area) => !covered.includes(area))
      .map((area) => ({ area, measure: measure.areas.find((m) => m.area === area) ?? null }))
      .filter(({ area, measure: m }) => ALWAYS.includes(area) || (m !== null && m.looks > 0))
  );
  const taught = $derived(taughtMoves(pattern));
  const most = $derived(measure.moves[0]?.count ?? 1);
  const arrows = $derived(
    measure.moves
      .filter((move) => move.count >= Math.max(2, most / 12))
      .slice(0, 18)
      .map((move) => {
        const a = centre(move.from);
        const b = centre(move.to);
        const length = Math.max(1, Math.hypot(b.x - a.x, b.y - a.y));
        const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
        // Each way on its own side, so that to and fro are told apart.
        const [sx, sy] = [-uy * 7, ux * 7];
        const from = edge(a, ux, uy, 4);
        const to = edge(b, -ux, -uy, 9);
        return {
          ...move,
          path: `M${from.x + sx} ${from.y + sy}L${to.x + sx} ${to.y + sy}`,
          width: 1 + (4 * move.count) / most,
          taught: taught.has(moveOf(move.from, move.to))
        };
      })
  );
  function centre(area: Gaze) {
    const [x, y] = PLACES[area] ?? [0, 0];
    return { x: x + BOX.width / 2, y: y + BOX.height / 2 };
  }
  function edge(from: { x: number; y: number }, ux: number, uy: number, beyond: number) {
    const t = Math.min(
      BOX.width / 2 / Math.max(1e-6, Math.abs(ux)),
      BOX.height / 2 / Math.max(1e-6, Math.abs(uy))
    );
    return { x: from.x + ux * (t + beyond), y: from.y + uy * (t + beyond) };
  }
</script>

<svg
  viewBox="0 0 336 334"
  class="block w-full"
  role="img"
  aria-label="Share of looking: {shown
    .map(({ area, measure: m }) => `${areaNames[area]} ${percent(m?.share ?? 0)}`)
    .join(', ')}"
>
  <defs>
    <marker
      id="{uid}-taught"
      viewBox="0 0 8 8"
      refX="5"
      refY="4"
      markerWidth="9"
      markerHeight="9"
      markerUnits="userSpaceOnUse"
      orient="auto"
    >
      <path d="M0 0L8 4L0 8Z" fill="var(--trace)" />
    </marker>
    <marker
      id="{uid}-own"
      viewBox="0 0 8 8"
      refX="5"
      refY="4"
      markerWidth="9"
      markerHeight="9"
      markerUnits="userSpaceOnUse"
      orient="auto"
    >
      <path d="M0 0L8 4L0 8Z" fill="var(--above)" />
    </marker>
  </defs>
  <g font-size="11" fill="var(--soft)">
    <path d="M8 14h26" stroke="var(--trace)" stroke-width="3" marker-end="url(#{uid}-taught)" />
    <text x="46" y="18">by the pattern</text>
    <path
      d="M150 14h26"
      stroke="var(--above)"
      stroke-width="2"
      stroke-dasharray="4 3"
      marker-end="url(#{uid}-own)"
    />
    <text x="188" y="18">of its own</text>
  </g>
  {#each shown as { area, measure: m } (area)}
    {@const [x, y] = PLACES[area]!}
    {@const fill = Math.min(1, (m?.share ?? 0) * 2) * BOX.height}
    <g transform="translate({x} {y})">
      <rect width={BOX.width} height={BOX.height} rx="5" fill="var(--paper)" stroke="var(--line)" />
      <path d="M0 {BOX.height}V{BOX.height - fill}H{BOX.width}V{BOX.height}Z" fill="var(--band)" />
      <rect width={BOX.width} height={BOX.height} rx="5" fill="none" stroke="var(--strong-line)" />
      <text x={BOX.width / 2} y="15" text-anchor="middle" font-size="10" fill="var(--ink)"
        >{areaNames[area]}</text
      >
      <text x={BOX.width / 2} y="38" text-anchor="middle" font-size="18" fill="var(--ink)" class="figure"
        >{percent(m?.share ?? 0)}</text
      >
      <text x={BOX.width / 2} y="52" text-anchor="middle" font-size="10" fill="var(--soft)" class="figure"
        >{m && m.looks > 0 ? `${figure(m.meanLook_s, 1)} s a look` : 'not seen'}</text
      >
      <text x={BOX.width / 2} y="64" text-anchor="middle" font-size="10" fill="var(--soft)" class="figure"
        >{m && m.looks > 0 ? `unseen ${figure(m.longestGap_s)} s` : ''}</text
      >
    </g>
  {/each}
  {#each arrows as arrow (moveOf(arrow.from, arrow.to))}
    <path
      d={arrow.path}
      fill="none"
      stroke={arrow.taught ? 'var(--trace)' : 'var(--above)'}
      stroke-width={arrow.width}
      stroke-dasharray={arrow.taught ? undefined : '4 3'}
      marker-end="url(#{uid}-{arrow.taught ? 'taught' : 'own'})"
      ><title>{areaNames[arrow.from]} to {areaNames[arrow.to]}: {arrow.count}</title></path
    >
  {/each}
</svg>
