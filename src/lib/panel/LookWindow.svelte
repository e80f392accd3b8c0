<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ScanArea } from '$core/instrument/scan-area';
  import InTurn from '$lib/ui/InTurn.svelte';
  import Covered from './Covered.svelte';
  import type { ScanView } from './scan-view';

  /** One instrument behind the window of a scan lesson: legible while it is looked at, with the cue beside it. */
  let {
    area,
    name,
    view,
    children
  }: { area: ScanArea; name: string; view: ScanView | null; children: Snippet } = $props();
  /** What keeps the room of an instrument that is not there yet; all others are as high as wide. */
  const holds: Partial<Record<ScanArea, string>> = { compass: '', engine: 'aspect-[2/1]' };
  const hidden = $derived(view !== null && view.looked !== area);
  const cued = $derived(view !== null && view.cue === area && view.cueStrength > 0.02);
</script>

{#if view === null}
  <InTurn holds={holds[area] ?? 'aspect-square'} {children} />
{:else}
  <div
    class="relative"
    data-area={area}
    data-looked={!hidden}
    role="presentation"
    onpointerenter={() => view.onlook?.(area)}
    onpointermove={() => hidden && view.onlook?.(area)}
  >
    {#if hidden && view.strength === 'covered'}
      <Covered {name} />
    {:else}
      <div
        class={hidden ? (view.strength === 'blurred' ? 'blurred' : 'opacity-[0.14]') : ''}
        aria-hidden={hidden}
      >
        {@render children()}
      </div>
    {/if}
    {#if cued}
      <div
        class="pointer-events-none absolute inset-0"
        style:opacity={view.cueStrength}
        role="img"
        aria-label="look here: {name}"
      >
        <svg viewBox="-100 -100 200 200" class="block h-full w-full overflow-visible">
          <path
            d="M-100 -78V-100H-78M78 -100H100V-78M100 78V100H78M-78 100H-100V78"
            fill="none"
            stroke="var(--now)"
            stroke-width="6"
          />
          <path d="M-12 -118H12L0 -101Z" fill="var(--now)" />
        </svg>
      </div>
    {/if}
  </div>
{/if}

<style>
  .blurred {
    filter: blur(13px) opacity(0.55);
  }
</style>
