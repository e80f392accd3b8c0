<script lang="ts">
  import '../app.css';
  import { onMount, type Snippet } from 'svelte';
  import { page } from '$app/state';
  import Binder from '$lib/ui/Binder.svelte';
  import { awake } from '$lib/ui/InTurn.svelte';
  import KeyHelp from '$lib/ui/KeyHelp.svelte';
  import RefusedFlights from '$lib/ui/RefusedFlights.svelte';
  import type { FlightOutbox } from '$lib/worker/flight-outbox.svelte';
  import { tinykeys } from 'tinykeys';
  import type { LayoutData } from './$types';

  let { data, children }: { data: LayoutData; children: Snippet } = $props();
  let outbox = $state.raw<FlightOutbox | null>(null);
  $effect(() => {
    const id = data.me?.id;
    if (!id) return;
    let gone = false;
    // What an earlier visit left unsent goes first, from whatever page is open.
    void import('$lib/worker/flight-outbox.svelte').then(({ outboxOf }) => {
      if (gone) return;
      outbox = outboxOf(id);
      void outbox.send();
    });
    return () => (gone = true);
  });

  onMount(awake);

  let palette = $state(false);
  /** Its script is fetched at the first press. */
  let paletteAsked = $state(false);
  onMount(() =>
    tinykeys(window, {
      '$mod+k': (event) => {
        event.preventDefault();
        palette = !palette;
        paletteAsked = true;
      }
    })
  );

  const bare = $derived(!data.me || page.url.pathname === '/sign-in');
</script>

<svelte:head><title>Hanza</title></svelte:head>

{#if bare}
  {@render children()}
{:else if data.me}
  <a href="#main" class="no-print absolute -top-20 left-2 z-50 bg-sheet px-3 py-2 focus:top-2"
    >Skip to the page</a
  >
  <div class="flex min-h-screen compact:flex-col print:block">
    <Binder me={data.me} chosen={page.data['chosen'] ?? null} theme={data.theme} />
    <main id="main" class="min-w-0 flex-1 px-5 py-3 compact:px-3 compact:py-2 print:p-0" tabindex="-1">
      {#if outbox && outbox.refused.length > 0}<RefusedFlights {outbox} />{/if}
      {@render children()}
    </main>
  </div>
  <KeyHelp />
  {#if paletteAsked}
    {#await import('$lib/ui/CommandPalette.svelte') then { default: CommandPalette }}
      <CommandPalette
        bind:open={palette}
        teaches={data.me.teaches}
        chief={data.me.role === 'chief'}
        chosen={page.data['chosen'] ?? null}
      />
    {/await}
  {/if}
{/if}
