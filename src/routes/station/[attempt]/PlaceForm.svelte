<!-- Where the airplane is to be put down; the place first, then what may be changed of it. Time stands still then. -->
<script lang="ts">
  import type { PlaceToStart } from '$core/drill/places-of-lesson';
  import type { Command } from '$core/flight/command';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import NumberField from '$lib/ui/NumberField.svelte';

  let {
    places,
    frozen,
    ongive
  }: { places: readonly PlaceToStart[]; frozen: boolean; ongive: (command: Command) => void } = $props();

  let name = $state('');
  let altitude_ft = $state<number | null>(null);
  let heading_deg = $state<number | null>(null);
  let speed_kt = $state<number | null>(null);
  const chosen = $derived(places.find((place) => place.name === name));
  const ready = $derived(chosen && altitude_ft !== null && heading_deg !== null && speed_kt !== null);

  function choose(value: string) {
    const place = places.find((one) => one.name === value);
    if (!place) return;
    ({ altitude_ft, heading_deg, speed_kt } = place);
  }

  function give(event: SubmitEvent) {
    event.preventDefault();
    if (!chosen || altitude_ft === null || heading_deg === null || speed_kt === null) return;
    if (!frozen) ongive({ does: 'freeze', on: true });
    const { at, verticalSpeed_fpm, phase } = chosen;
    // What was made level, or put elsewhere than on the path, is level.
    const onPath = verticalSpeed_fpm !== undefined && altitude_ft === chosen.altitude_ft;
    ongive({
      does: 'place',
      name,
      ...(at ? { at: { ...at } } : {}),
      ...(onPath ? { verticalSpeed_fpm } : {}),
      altitude_ft,
      heading_deg,
      speed_kt,
      phase
    });
  }
</script>

<form class="flex flex-wrap items-end gap-3" onsubmit={give}>
  <div class="w-72">
    <span class="mb-1 block text-xs text-soft">Put the airplane</span>
    <Choice
      label="Put the airplane"
      placeholder="choose a place"
      bind:value={name}
      choices={places.map((place) => place.name)}
      onchoose={choose}
    />
  </div>
  <div class="w-28">
    <NumberField
      label="Altitude"
      name="place-altitude"
      unit="ft"
      step={100}
      min={-1000}
      max={25000}
      bind:value={altitude_ft}
    />
  </div>
  <div class="w-24">
    <NumberField label="Heading" name="place-heading" unit="°" min={0} max={360} bind:value={heading_deg} />
  </div>
  <div class="w-24">
    <NumberField label="Speed" name="place-speed" unit="kt" min={40} max={300} bind:value={speed_kt} />
  </div>
  <button class="{button.main} min-h-11" disabled={!ready}>Put it there</button>
  <p class="min-w-40 flex-1 text-xs text-soft">Time is stopped; let it go on when the student is ready.</p>
</form>
