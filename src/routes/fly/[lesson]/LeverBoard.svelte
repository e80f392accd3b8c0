<script lang="ts">
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import { figure, signedFigure } from '$core/measure/figure';
  import type { Hands } from '$core/flight/hands';
  import type { Readings } from '$core/instrument/readings';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import Lever from '$lib/panel/Lever.svelte';

  /** The levers this airplane has, worked by hand or moving with whoever flies. */
  let {
    aircraft,
    hands,
    levers,
    readings,
    readonly
  }: {
    aircraft: AircraftFile;
    hands: PersonsHands;
    /** What they stand at: the person's own, or those of who flies instead. */
    levers: Pick<Hands, 'throttle' | 'propeller' | 'trim' | 'flapsTarget_deg' | 'gearTarget'>;
    readings: Readings | null;
    readonly: boolean;
  } = $props();

  const positions = $derived(aircraft.flaps.positions_deg);
  const gearWords = $derived(
    !readings || readings.gear > 0.99 ? 'down' : readings.gear < 0.01 ? 'up' : 'moving'
  );
</script>

<div class="grid gap-0.5">
  <Lever
    name={aircraft.propulsion.kind === 'turboprop' ? 'Power' : 'Throttle'}
    bind:value={() => levers.throttle, (value) => (hands.throttle = value)}
    min={0}
    max={1}
    step={0.01}
    shown="{figure(levers.throttle * 100)} %"
    {readonly}
  />
  {#if aircraft.propulsion.kind === 'constant-speed'}
    <Lever
      name="Propeller"
      bind:value={() => levers.propeller, (value) => (hands.propeller = value)}
      min={0}
      max={1}
      step={0.01}
      shown="{figure(levers.propeller * 100)} %"
      {readonly}
    />
  {/if}
  <Lever
    name="Trim"
    bind:value={() => levers.trim, (value) => (hands.trim = value)}
    min={-1}
    max={1}
    step={0.01}
    shown={signedFigure(levers.trim * 100)}
    {readonly}
  />
  <Lever
    name="Flaps"
    bind:value={
      () => Math.max(0, positions.indexOf(levers.flapsTarget_deg)),
      (value) => (hands.flapsTarget_deg = positions[value] ?? 0)
    }
    min={0}
    max={positions.length - 1}
    step={1}
    shown="{figure(readings?.flaps_deg ?? 0)}°"
    {readonly}
  />
  {#if aircraft.gear.retractable}
    <Lever
      name="Gear"
      bind:value={() => levers.gearTarget, (value) => (hands.gearTarget = value)}
      min={0}
      max={1}
      step={1}
      shown={gearWords}
      {readonly}
    />
  {/if}
</div>
