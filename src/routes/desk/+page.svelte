<script lang="ts">
  import { Tabs } from 'bits-ui';
  import ArcDesk from './ArcDesk.svelte';
  import { DeskAir } from './desk-air.svelte';
  import HoldDesk from './HoldDesk.svelte';
  import InterceptDesk from './InterceptDesk.svelte';
  import BoundedNumber from '$lib/ui/BoundedNumber.svelte';
  import ReversalDesk from './ReversalDesk.svelte';
  import StationDesk from './StationDesk.svelte';
  import WindDesk from './WindDesk.svelte';

  const air = new DeskAir();
  const SUMS = [
    ['hold', 'Hold'],
    ['arc', 'Arc'],
    ['reversal', 'Reversal'],
    ['intercept', 'Intercept'],
    ['wind', 'Wind'],
    ['station', 'Time to station']
  ] as const;
</script>

<svelte:head><title>Planning desk · Hanza</title></svelte:head>

<Tabs.Root value="hold">
  <header class="flex flex-wrap items-end justify-between gap-3">
    <div>
      <h1>Planning desk</h1>
      <p class="text-soft">
        Solved exactly, with each rule of thumb beside it and what it leaves. Everything magnetic.
      </p>
    </div>
    <div class="grid grid-cols-3 gap-3">
      <BoundedNumber
        label="True airspeed"
        name="desk-tas"
        unit="kt"
        min={40}
        max={350}
        step={5}
        bind:value={air.tas_kt}
      />
      <BoundedNumber
        label="Wind from"
        name="desk-from"
        unit="°"
        min={1}
        max={360}
        step={5}
        bind:value={() => air.wind.from_deg, (from_deg) => (air.wind = { ...air.wind, from_deg })}
      />
      <BoundedNumber
        label="Wind"
        name="desk-wind"
        unit="kt"
        min={0}
        max={120}
        bind:value={() => air.wind.speed_kt, (speed_kt) => (air.wind = { ...air.wind, speed_kt })}
      />
    </div>
  </header>
  <Tabs.List class="mt-3 flex flex-wrap gap-1 border-b border-strong-line" aria-label="Sums">
    {#each SUMS as [value, name] (value)}
      <Tabs.Trigger
        {value}
        class="-mb-px min-h-9 rounded-t-md border border-line border-b-strong-line px-4 text-[13px] text-soft data-[state=active]:border-strong-line data-[state=active]:border-b-sheet data-[state=active]:bg-sheet data-[state=active]:font-bold data-[state=active]:text-ink"
        >{name}</Tabs.Trigger
      >
    {/each}
  </Tabs.List>
  <div class="mt-4">
    <Tabs.Content value="hold"><HoldDesk {air} /></Tabs.Content>
    <Tabs.Content value="arc"><ArcDesk {air} /></Tabs.Content>
    <Tabs.Content value="reversal"><ReversalDesk {air} /></Tabs.Content>
    <Tabs.Content value="intercept"><InterceptDesk {air} /></Tabs.Content>
    <Tabs.Content value="wind"><WindDesk {air} /></Tabs.Content>
    <Tabs.Content value="station"><StationDesk {air} /></Tabs.Content>
  </div>
</Tabs.Root>
