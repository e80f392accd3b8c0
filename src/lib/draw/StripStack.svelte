<script lang="ts">
  import InTurn from '$lib/ui/InTurn.svelte';
  import Slide from '$lib/ui/Slide.svelte';
  import type { Snippet } from 'svelte';
  import type { Drill } from '$core/drill/drill';
  import type { PhaseSpan } from '$core/drill/phase-tracker';
  import { clock } from '$core/measure/figure';
  import CorridorStrip from './CorridorStrip.svelte';
  import type { Strip } from './strip';
  import { linearScale } from './trace-path';

  /** The strips of a flight under each other on one time base, with the drill's phases over them. */
  let {
    drill,
    phases,
    strips,
    total_s,
    width,
    cursor_s = $bindable(),
    ghostValues,
    marked_s = null,
    onseek,
    above
  }: {
    drill: Drill;
    phases: readonly PhaseSpan[];
    strips: readonly Strip[];
    total_s: number;
    width: number;
    cursor_s: number;
    ghostValues: (strip: Strip) => ArrayLike<number> | null;
    /** Where another attempt was taken over from. */
    marked_s?: number | null;
    onseek: () => void;
    /** Drawn between the phases and the strips, on the same time base. */
    above?: Snippet;
  } = $props();

  const x = $derived(linearScale([0, total_s], [144, width - 76]));
  const tick_s = $derived(total_s > 900 ? 300 : total_s > 300 ? 60 : 30);
</script>

<svg {width} height="18" class="block" aria-hidden="true">
  {#each phases as span (span.phaseId)}
    {@const from = x(span.start_s)}
    {@const to = x(span.end_s)}
    {@const name = drill.phases.find((p) => p.id === span.phaseId)?.name ?? ''}
    <rect x={from} width={Math.max(1, to - from - 1)} height="16" fill="var(--phase)" />
    {#if to - from > name.length * 6.2 + 6}
      <text x={from + 5} y="12" font-size="11" fill="var(--ink)">{name}</text>
    {/if}
  {/each}
  {#if marked_s !== null}<path d="M{x(marked_s) - 5} 0h10l-5 9Z" fill="var(--now)" />{/if}
</svg>
{@render above?.()}
{#each strips as strip (strip.id)}
  <div class="contain-layout" style:min-height="{strip.height}px">
    <InTurn>
      <CorridorStrip
        {strip}
        duration_s={total_s}
        {width}
        height={strip.height}
        {cursor_s}
        ghost={ghostValues(strip)}
        onseek={(time_s) => {
          cursor_s = time_s;
          onseek();
        }}
      />
    </InTurn>
  </div>
{/each}
<svg {width} height="20" class="block" aria-hidden="true">
  {#each Array.from({ length: Math.floor(total_s / tick_s) + 1 }, (_, i) => i * tick_s) as at (at)}
    {#if Math.abs(x(at) - x(cursor_s)) > 40}
      <text x={x(at)} y="14" font-size="12" text-anchor="middle" fill="var(--soft)" class="figure"
        >{clock(at)}</text
      >
    {/if}
  {/each}
  <text x={x(cursor_s)} y="14" font-size="12" text-anchor="middle" fill="var(--now)" class="figure"
    >{clock(cursor_s)}</text
  >
</svg>
<div class="no-print ml-[144px]" style:width="{Math.max(50, width - 220)}px">
  <Slide
    label="Moment of the flight"
    value={cursor_s}
    min={0}
    max={total_s}
    step={total_s > 900 ? 1 : 0.1}
    shown={clock(cursor_s)}
    onslide={(moment_s) => (cursor_s = moment_s)}
  />
</div>
