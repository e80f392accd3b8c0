<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ScanArea } from '$core/instrument/scan-area';
  import InTurn from '$lib/ui/InTurn.svelte';
  import type { ScanView } from './scan-view';

  /** As `LookWindow`, for a part of the tape panel's drawing. */
  let {
    area,
    box,
    view,
    children
  }: {
    area: ScanArea;
    /** x, y, width and height of the part. */
    box: readonly [number, number, number, number];
    view: ScanView | null;
    children: Snippet;
  } = $props();
  const hidden = $derived(view !== null && view.looked !== area);
  const [x, y, width, height] = $derived(box);
</script>

{#if view === null}
  <InTurn {children} />
{:else}
  <g
    data-area={area}
    data-looked={!hidden}
    role="presentation"
    onpointerenter={() => view.onlook?.(area)}
    onpointermove={() => hidden && view.onlook?.(area)}
  >
    {#if hidden && view.strength === 'covered'}
      <rect {x} {y} {width} {height} fill="var(--phase)" stroke="var(--line)" />
    {:else}
      <g class={hidden ? view.strength : ''} aria-hidden={hidden}>{@render children()}</g>
      {#if hidden}<rect {x} {y} {width} {height} fill="transparent" />{/if}
    {/if}
    {#if view.cue === area && view.cueStrength > 0.02}
      <g opacity={view.cueStrength} pointer-events="none" role="img" aria-label="look here: {area}">
        <rect
          x={x - 3}
          y={y - 3}
          width={width + 6}
          height={height + 6}
          fill="none"
          stroke="var(--now)"
          stroke-width="4"
          stroke-dasharray="18 14"
        />
        <path d="M{x + width / 2 - 9} {y - 16}h18l-9 12Z" fill="var(--now)" />
      </g>
    {/if}
  </g>
{/if}

<style>
  .blurred {
    filter: blur(12px) opacity(0.55);
  }
  .dim {
    opacity: 0.14;
  }
</style>
