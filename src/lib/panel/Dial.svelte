<script lang="ts">
  import type { ScaleMark } from './panel';
  import { arcPath, dialAngle, onCircle, ticksPath, type DialScale } from './dial';

  /**
   * A round scale with its pointer running in the rim and the figure in the hub, so that the pointer covers neither the
   * numbers nor the figure. Taken by all dials with a scale of their own.
   */
  let {
    name,
    scale,
    value,
    shown,
    unit,
    major,
    minor,
    labels,
    corridor = null,
    limit = null,
    times = '',
    setting = '',
    marks = [],
    warns = false
  }: {
    name: string;
    scale: DialScale;
    value: number;
    shown: string;
    unit: string;
    major: number;
    minor: number;
    labels: { at: number; text: string }[];
    corridor?: { low: number; high: number } | null;
    limit?: number | null;
    /** What the numbers on the scale are to be multiplied by, where it is not one. */
    times?: string;
    /** A setting of the instrument, shown in the hub. */
    setting?: string;
    marks?: readonly ScaleMark[];
    /** Whether what stands under the scale is to be noticed. */
    warns?: boolean;
  } = $props();

  // The scale of a dial never changes while it is shown.
  // svelte-ignore state_referenced_locally
  const majorTicks = ticksPath(scale, major, 96, 85);
  // svelte-ignore state_referenced_locally
  const minorTicks = ticksPath(scale, minor, 96, 90);
  // svelte-ignore state_referenced_locally
  const placed = labels.map(({ at, text }) => ({ text, ...onCircle(54, dialAngle(scale, at)) }));
  const angle = $derived(dialAngle(scale, value));
</script>

<svg viewBox="-100 -100 200 200" class="block w-full" role="img" aria-label="{name} {shown} {unit}">
  <circle r="98" fill="var(--paper)" stroke="var(--line)" />
  {#if corridor}
    <path
      d={arcPath(91, dialAngle(scale, corridor.low), dialAngle(scale, corridor.high))}
      fill="none"
      stroke="var(--band)"
      stroke-width="12"
    />
    {#each [corridor.low, corridor.high] as edge (edge)}
      <line
        y1="-97"
        y2="-85"
        stroke="var(--band-edge)"
        stroke-width="2"
        transform="rotate({dialAngle(scale, edge)})"
      />
    {/each}
  {/if}
  <path d={minorTicks} stroke="var(--soft)" stroke-width="1" />
  <path d={majorTicks} stroke="var(--ink)" stroke-width="2" />
  {#if limit !== null}
    <line
      y1="-98"
      y2="-80"
      stroke="var(--hard)"
      stroke-width="3.5"
      transform="rotate({dialAngle(scale, limit)})"
    />
  {/if}
  {#each marks as { at, kind } (kind)}
    <path
      d={kind === 'target' ? 'M-9 -98V-91L0 -84L9 -91V-98' : 'M-9 -97H9M-9 -92H9'}
      fill="none"
      stroke="var(--trace)"
      stroke-width="3"
      transform="rotate({dialAngle(scale, at)})"
    />
  {/each}
  {#each placed as label, index (index)}
    <text x={label.x} y={label.y + 5} text-anchor="middle" font-size="15" fill="var(--ink)" class="figure"
      >{label.text}</text
    >
  {/each}
  <path d="M-7 -66L0 -95L7 -66Z" fill="var(--now)" transform="rotate({angle})" />
  <circle r="37" fill="var(--sheet)" stroke="var(--line)" />
  <text y={setting ? 2 : 4} text-anchor="middle" font-size="21" fill="var(--ink)" class="figure">{shown}</text
  >
  <text y={setting ? 18 : 20} text-anchor="middle" font-size="11" fill="var(--soft)">{unit}</text>
  {#if setting}<text y="31" text-anchor="middle" font-size="11" fill="var(--soft)" class="figure"
      >{setting}</text
    >{/if}
  {#if times}<text
      y="76"
      text-anchor="middle"
      font-size={warns ? 14 : 11}
      font-weight={warns ? 'bold' : 'normal'}
      fill={warns ? 'var(--hard)' : 'var(--soft)'}>{times}</text
    >{/if}
</svg>
