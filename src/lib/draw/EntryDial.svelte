<script lang="ts">
  import { heading } from '$core/measure/figure';
  import { normaliseSigned } from '$core/measure/angle';
  import { holdEntry, type HoldEntry } from '$core/procedure/hold-entry';

  /**
   * The entry by thumb: a heading dial with the arrival heading on top, split by the line from 20° above one wing tip to 20°
   * below the other; where the outbound course stands on it tells the entry.
   */
  let {
    inboundCourse_deg,
    turn,
    heading_deg,
    onheading = null
  }: {
    inboundCourse_deg: number;
    turn: 'right' | 'left';
    heading_deg: number;
    /** The dial is turned by dragging. */
    onheading?: ((heading_deg: number) => void) | null;
  } = $props();

  const side = $derived(turn === 'right' ? 1 : -1);
  const outbound = $derived(inboundCourse_deg + 180);
  const choice = $derived(holdEntry({ inboundCourse_deg, turn }, heading_deg));
  const at = (angle: number, radius: number) => ({
    x: radius * Math.sin((angle * Math.PI) / 180),
    y: -radius * Math.cos((angle * Math.PI) / 180)
  });
  /** Sectors clockwise from the nose, right turns; left turns mirror them. */
  const sectors = $derived(
    (
      [
        ['teardrop', 0, 70],
        ['parallel', -110, 0],
        ['direct', 70, 250]
      ] as [HoldEntry, number, number][]
    ).map(([entry, from, to]) => {
      const [a, b] = side === 1 ? [from, to] : [-to, -from];
      const start = at(a, 84);
      const end = at(b, 84);
      const middle = at((a + b) / 2, 46);
      return {
        entry,
        middle,
        path: `M0 0L${start.x} ${start.y}A84 84 0 ${b - a > 180 ? 1 : 0} 1 ${end.x} ${end.y}Z`
      };
    })
  );
  const line = $derived([at(side * 70, 92), at(side * 250, 92)]);
  const marker = $derived(at(normaliseSigned(outbound - heading_deg), 100));
  let from: { x: number; heading: number } | null = null;
  function turnDial(event: PointerEvent) {
    if (!onheading) return;
    if (event.type === 'pointerdown') {
      (event.currentTarget as SVGElement).setPointerCapture(event.pointerId);
      from = { x: event.clientX, heading: heading_deg };
    } else if (event.buttons === 1 && from) {
      const turned = (Math.round(from.heading - (event.clientX - from.x) * 0.7) + 720) % 360;
      onheading(turned === 0 ? 360 : turned);
    }
  }
</script>

<svg
  viewBox="-118 -122 236 240"
  class="block w-full touch-none {onheading ? 'cursor-ew-resize' : ''}"
  role="img"
  aria-label="Entry dial: arriving on {heading(heading_deg)}, the outbound course {heading(
    outbound
  )} lies in the {choice.entry} part"
  onpointerdown={turnDial}
  onpointermove={turnDial}
>
  {#each sectors as sector (sector.entry)}
    <path
      d={sector.path}
      fill={sector.entry === choice.entry ? 'var(--band)' : 'var(--paper)'}
      stroke="var(--line)"
    />
    <text
      x={sector.middle.x}
      y={sector.middle.y + 4}
      text-anchor="middle"
      font-size="12"
      fill="var(--ink)"
      font-weight={sector.entry === choice.entry ? 700 : 400}>{sector.entry}</text
    >
  {/each}
  <g transform="rotate({-heading_deg})">
    {#each Array.from({ length: 36 }, (_, i) => i * 10) as mark (mark)}
      <path d="M0 -96v{mark % 30 === 0 ? 10 : 5}" stroke="var(--soft)" transform="rotate({mark})" />
      {#if mark % 30 === 0}
        <text
          y="-99"
          text-anchor="middle"
          font-size="10"
          fill="var(--ink)"
          class="figure"
          transform="rotate({mark})">{mark === 0 ? 'N' : mark / 10}</text
        >
      {/if}
    {/each}
  </g>
  <line
    x1={line[0]!.x}
    y1={line[0]!.y}
    x2={line[1]!.x}
    y2={line[1]!.y}
    stroke="var(--now)"
    stroke-width="2"
  />
  <path d="M0 -113l-6 -8h12Z" fill="var(--now)" />
  <path d="M0 -26V22M-18 0H18M-8 18H8" stroke="var(--ink)" stroke-width="3" stroke-linecap="round" />
  <g transform="translate({marker.x} {marker.y})">
    <circle r="8" fill="var(--trace)" />
    <text y="4" text-anchor="middle" font-size="10" font-weight="700" fill="var(--sheet)">O</text>
  </g>
</svg>
