<!-- Where the airplane is to be put down; the place first, then what may be changed of it. Time stands still then. -->
<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import type { OwnPlace } from '$core/drill/own-place';
  import type { PlaceToStart } from '$core/drill/places-of-lesson';
  import type { Command } from '$core/flight/command';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import { freshId } from '$lib/worker/fresh-id';
  import Choice from '$lib/ui/Choice.svelte';
  import { askServer } from './ask-server';
  import type { PageData } from './$types';
  import NumberField from '$lib/ui/NumberField.svelte';

  let {
    places,
    own,
    area,
    here,
    frozen,
    ongive
  }: {
    places: readonly PlaceToStart[];
    /** Those the school keeps in this practice area. */
    own: readonly KeptPlace[];
    area: string;
    /** Where the airplane is now; null: that is not recorded. */
    here: () => Omit<OwnPlace, 'name'> | null;
    frozen: boolean;
    ongive: (command: Command) => void;
  } = $props();

  type KeptPlace = PageData['ownPlaces'][number];

  let name = $state('');
  let altitude_ft = $state<number | null>(null);
  let heading_deg = $state<number | null>(null);
  let speed_kt = $state<number | null>(null);
  let ownName = $state('');
  let problem = $state('');
  const all = $derived<(Omit<PlaceToStart, 'phase'> & { phase?: string })[]>([...places, ...own]);
  const chosen = $derived(all.find((place) => place.name === name));
  const chosenOwn = $derived(own.find((place) => place.name === name));
  const ready = $derived(chosen && altitude_ft !== null && heading_deg !== null && speed_kt !== null);

  function choose(value: string) {
    const place = all.find((one) => one.name === value);
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
      ...(phase === undefined ? {} : { phase })
    });
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const place = here();
    if (!place || ownName.trim() === '') return;
    const body = { id: freshId(), area, place: { name: ownName.trim(), ...place } };
    problem = await askServer('/api/places', 'POST', body);
    if (problem === '') ownName = '';
    await invalidateAll();
  }

  async function putAway(place: KeptPlace) {
    problem = await askServer(`/api/places/${place.id}`, 'DELETE');
    if (problem === '') name = '';
    await invalidateAll();
  }
</script>

<div class="grid gap-2">
  <form class="flex flex-wrap items-end gap-3" onsubmit={give}>
    <div class="w-72">
      <span class="mb-1 block text-xs text-soft">Put the airplane</span>
      <Choice
        label="Put the airplane"
        placeholder="choose a place"
        bind:value={name}
        choices={[
          ...places.map((place) => [place.name, place.name] as const),
          ...own.map((place) => [place.name, place.name, 'The school’s own'] as const)
        ]}
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
    <p class="min-w-40 flex-1 text-xs text-soft">Time stops then; let it go on when the student is ready.</p>
  </form>
  <form class="flex flex-wrap items-center gap-2 text-[13px]" onsubmit={keep}>
    <label class="text-soft" for="own-place">Keep where it is now as</label>
    <input id="own-place" class="{input} max-w-56" maxlength="60" bind:value={ownName} />
    <button class={button.plain} disabled={ownName.trim() === ''}>Keep the place</button>
    {#if chosenOwn}<button type="button" class={button.quiet} onclick={() => putAway(chosenOwn)}
        >Put “{chosenOwn.name}” away</button
      >{/if}
    {#if problem}<p class="text-hard" role="alert">{problem}</p>{/if}
  </form>
</div>
