<script lang="ts">
  import Tick from '$lib/ui/Tick.svelte';
  import { instrumentIds, type InstrumentId } from '$core/instrument/readings';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';

  /** What an instructor covers in flight, on top of what the lesson covers. */
  let {
    open = $bindable(false),
    planned,
    covered,
    ontoggle
  }: {
    open?: boolean;
    planned: readonly InstrumentId[];
    covered: readonly InstrumentId[];
    ontoggle: (id: InstrumentId) => void;
  } = $props();
  const NAMES: Record<InstrumentId, string> = {
    airspeed: 'Airspeed',
    attitude: 'Attitude',
    altimeter: 'Altimeter',
    turn: 'Turn and slip',
    heading: 'Heading indicator',
    'vertical-speed': 'Vertical speed',
    compass: 'Compass'
  };
</script>

<Sheet
  letsGo
  bind:open
  title="Cover instruments"
  description="As with a card over the glass: a failed instrument out of sight stops misleading. Kept with the flight."
>
  <div class="grid gap-1">
    {#each instrumentIds as id (id)}
      <Tick checked={covered.includes(id)} disabled={planned.includes(id)} onchange={() => ontoggle(id)}
        >{NAMES[id]}{#if planned.includes(id)}<span class="ml-2 text-xs text-soft">covered by the lesson</span
          >{/if}</Tick
      >
    {/each}
  </div>
  <div class="mt-4 flex justify-end">
    <button class={button.main} onclick={() => (open = false)}>Done</button>
  </div>
</Sheet>
