<script lang="ts">
  import { inSteps } from './dial';
  import type { ScaleMark } from './panel';
  import { marksAround, minorMarks, tapeShift, type TapeScale } from './tape';

  /** A ruler moving past a fixed line, with the figure in a box at the line and a bracket for where it will be. */
  let {
    name,
    value,
    shown,
    unit,
    scale,
    width = 84,
    side,
    trend = 0,
    corridor = null,
    limit = null,
    label = (at: number) => String(at),
    setting = '',
    bugs = [],
    under = '',
    warns = false
  }: {
    name: string;
    value: number;
    shown: string;
    unit: string;
    scale: TapeScale;
    width?: number;
    /** On which side of the panel it stands: the numbers are turned toward the middle. */
    side: 'left' | 'right';
    /** What the value will have changed by, in the scale's own unit. */
    trend?: number;
    corridor?: { low: number; high: number } | null;
    limit?: number | null;
    label?: (at: number) => string;
    setting?: string;
    bugs?: readonly ScaleMark[];
    /** What stands under the unit, and whether it is to be noticed. */
    under?: string;
    warns?: boolean;
  } = $props();
  const uid = $props.id();
  // Neither scale nor side changes while the panel is shown.
  // svelte-ignore state_referenced_locally
  const inner = side === 'left' ? width : 0;
  // svelte-ignore state_referenced_locally
  const outward = side === 'left' ? -1 : 1;
  // svelte-ignore state_referenced_locally
  const ticks = minorMarks(scale, inner, outward * 7);
  const middle = $derived(Math.round(value / scale.major) * scale.major);
  const shift = $derived(tapeShift(value, scale));
  /** Only another middle brings other marks: while it stays, nothing is compared. */
  const marks = $derived(marksAround(middle, scale));
  const y = (at: number) => -(at - middle) * scale.pixels;
  /** Where the trend ends, within the window. */
  const trendEnd = $derived(inSteps(Math.max(-scale.half, Math.min(scale.half, -trend * scale.pixels)), 2));
</script>

<g role="img" aria-label="{name} {shown} {unit}">
  <clipPath id={uid}><rect y={-scale.half} {width} height={2 * scale.half} /></clipPath>
  <rect y={-scale.half} {width} height={2 * scale.half} fill="var(--paper)" stroke="var(--line)" />
  <g clip-path="url(#{uid})">
    <g transform="translate(0 {shift})">
      {#if corridor}
        <rect
          x={inner - (side === 'left' ? 12 : 0)}
          y={y(corridor.high)}
          width="12"
          height={Math.max(1, y(corridor.low) - y(corridor.high))}
          fill="var(--band)"
          stroke="var(--band-edge)"
        />
      {/if}
      <path d={ticks} stroke="var(--soft)" />
      {#each marks as at (at)}
        <path d="M{inner} {y(at)}h{outward * 14}" stroke="var(--ink)" stroke-width="1.6" />
        {#if at >= 0}
          <text
            x={inner + outward * 19}
            y={y(at) + 5}
            text-anchor={side === 'left' ? 'end' : 'start'}
            font-size="14"
            fill="var(--ink)"
            class="figure">{label(at)}</text
          >
        {/if}
      {/each}
      {#each bugs as { at, kind } (kind)}
        <path
          d={kind === 'target'
            ? `M${inner} ${y(at) - 9}h${outward * 6}L${inner + outward * 12} ${y(at)}L${inner + outward * 6} ${y(at) + 9}H${inner}`
            : `M${inner} ${y(at) - 3}h${outward * 15}M${inner} ${y(at) + 3}h${outward * 15}`}
          fill="none"
          stroke="var(--trace)"
          stroke-width="3"
        />
      {/each}
      {#if limit !== null}
        <path d="M{inner} {y(limit)}h{outward * 40}" stroke="var(--hard)" stroke-width="3.5" />
      {/if}
    </g>
    {#if Math.abs(trendEnd) > 2}
      <path
        d="M{inner + outward * 4} 0V{trendEnd}h{outward * 7}"
        fill="none"
        stroke="var(--now)"
        stroke-width="3"
      />
    {/if}
  </g>
  <rect
    x={side === 'left' ? 2 : 14}
    y="-15"
    width={width - 16}
    height="30"
    rx="3"
    fill="var(--sheet)"
    stroke="var(--strong-line)"
  />
  <path d="M{inner + outward * 1} 0h{outward * 13}" stroke="var(--now)" stroke-width="5" />
  <text
    x={side === 'left' ? width - 20 : width - 8}
    y="7"
    text-anchor="end"
    font-size="20"
    fill="var(--ink)"
    class="figure">{shown}</text
  >
  <text x={width / 2} y={scale.half + 16} text-anchor="middle" font-size="11" fill="var(--soft)">{unit}</text>
  {#if setting}<text
      x={width / 2}
      y={-scale.half - 7}
      text-anchor="middle"
      font-size="12"
      fill="var(--soft)"
      class="figure">{setting}</text
    >{/if}
  {#if under}<text
      x={width / 2}
      y={scale.half + 31}
      text-anchor="middle"
      font-size={warns ? 14 : 12}
      font-weight={warns ? 'bold' : 'normal'}
      fill={warns ? 'var(--hard)' : 'var(--soft)'}>{under}</text
    >{/if}
</g>
