<script lang="ts">
  import { onMount } from 'svelte';
  import { whenIdle } from '$lib/ui/when-idle';
  import BeginAgainSheet from './BeginAgainSheet.svelte';
  import type CoverSheet from './CoverSheet.svelte';
  import type { FlightDeck } from './flight-deck.svelte';

  /** What lies over the panel when it is asked for: covers, the joystick, whether to begin again. */
  let { deck }: { deck: FlightDeck } = $props();
  const { hands, helps, underWay } = $derived(deck);

  let Covers = $state.raw<typeof CoverSheet | null>(null);
  async function fetchCovers() {
    Covers = (await import('./CoverSheet.svelte')).default;
  }
  // Once the panel is there, before anybody asks: by then the network may be gone.
  onMount(() => whenIdle(() => void fetchCovers()));
  $effect(() => {
    if (deck.coverOpen && !Covers) void fetchCovers();
  });
</script>

{#if Covers}
  <Covers
    bind:open={deck.coverOpen}
    planned={underWay.lesson.covered}
    covered={helps.covered}
    ontoggle={(id) => helps.toggleCover(id)}
  />
{/if}
{#if deck.gamepadOpen}
  {#await import('$lib/controls/GamepadSheet.svelte') then { default: GamepadSheet }}
    <GamepadSheet bind:open={deck.gamepadOpen} bind:setup={hands.gamepad} />
  {/await}
{/if}
<BeginAgainSheet
  bind:open={deck.leaving}
  stoppable={deck.frame !== null && deck.frame.time_s >= 2}
  onstop={() => underWay.session?.stop()}
  onrestart={() => underWay.restart()}
/>
