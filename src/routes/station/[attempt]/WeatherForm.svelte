<!-- Other weather: presets about the minimum, the school's own, and each quantity along its range. Only what was moved is changed. -->
<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { LEAST_LAYER_FT, SKY_CLEAR_FT } from '$core/air/cloud';
  import { precipitationProblem, precipitations } from '$core/air/precipitation';
  import { turbulenceLevels } from '$core/air/turbulence';
  import { LONGEST_CALL, type Command, type ComesWhen, type WeatherChange } from '$core/flight/command';
  import type { WeatherNow } from '$core/flight/weather-now';
  import { figure, heading } from '$core/measure/figure';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import { inlineInput, input } from '$lib/ui/input';
  import Slide from '$lib/ui/Slide.svelte';
  import { freshId } from '$lib/worker/fresh-id';
  import { askServer } from './ask-server';
  import type { PageData } from './$types';

  /** The visibility but for what falls. */
  type Weather = Omit<WeatherNow, 'dryVisibility_sm'>;
  let {
    now,
    standard_C,
    own,
    minimum,
    said,
    isKnown,
    ongive
  }: {
    /** As it is; the base above touchdown. */
    now: WeatherNow;
    /** Standard temperature where `now` has its own. */
    standard_C: number;
    /** The school's own. */
    own: PageData['ownWeather'];
    /** The minimum, above touchdown and as the altimeter shows it, and its visibility; null: a lesson without an approach. */
    minimum: { height_ft: number; set_ft: number; visibility_sm: number } | null;
    /** The weather in words, as it would be told. */
    said: (weather: WeatherNow) => string;
    /** False while a change is on its way. */
    isKnown: boolean;
    ongive: (command: Command) => void;
  } = $props();

  /** What clears late does so this far above the minimum: in time to decide, and no sooner. */
  const LATE_FT = 50;
  /** A top at the end of its range is above any approach. */
  const HIGHEST_TOP_FT = 10_000;
  let moved = $state<Partial<Weather>>({});
  let over = $state<'0' | '60' | '300'>('0');
  /** Not before the altimeter shows less than this; null: now. */
  let below_ft = $state<number | null>(null);
  let ownName = $state('');
  let chosenOwn = $state('');
  let problem = $state('');
  const to = $derived<Weather>({ ...now, visibility_sm: now.dryVisibility_sm, ...moved });
  const isMoved = $derived(Object.keys(moved).length > 0);
  const shownOwn = $derived(own.find(({ name }) => name === chosenOwn));
  /** @param late_ft not before the altimeter shows less; null: at once */
  const preset = (
    name: string,
    weather: Pick<WeatherNow, 'base_ft' | 'visibility_sm'> & Partial<WeatherNow>,
    late_ft: number | null = null
  ) => ({ name, weather: { ...weather, precipitation: 'none' as const }, late_ft });
  const presets = $derived.by(() => {
    if (!minimum) return [];
    const { height_ft, set_ft, visibility_sm } = minimum;
    const above = { base_ft: height_ft + 150, visibility_sm: visibility_sm + 0.5 };
    return [
      preset('Just above minimums', above),
      preset('At minimums', { base_ft: height_ft, visibility_sm }),
      preset('Below minimums', { base_ft: Math.max(0, height_ft - 150), visibility_sm: visibility_sm / 2 }),
      preset('Clears late', above, set_ft + LATE_FT),
      preset('Sky clear', { base_ft: SKY_CLEAR_FT, visibility_sm: 10, top_ft: null })
    ];
  });

  /** What was moved, as a change of the weather says it. */
  const change = $derived.by((): Omit<WeatherChange, 'does' | 'over_s'> => {
    const { windFrom_deg, windSpeed_kt, temperature_C, precipitation, ...rest } = moved;
    const isWind = windFrom_deg !== undefined || windSpeed_kt !== undefined;
    return {
      ...rest,
      ...(precipitation === undefined || precipitation === now.precipitation ? {} : { precipitation }),
      ...(isWind ? { wind: { from_deg: to.windFrom_deg, speed_kt: to.windSpeed_kt } } : {}),
      ...(temperature_C === undefined ? {} : { temperatureOffset_K: temperature_C - standard_C })
    };
  });

  const falls = $derived(minimum ? precipitationProblem(to.precipitation, to.temperature_C) : null);

  /** A base comes no nearer to its top than a cloud is thick: the other edge goes with the one that is moved. */
  function move(id: keyof Weather, value: number) {
    moved = { ...moved, [id]: id === 'top_ft' && value >= HIGHEST_TOP_FT ? null : value };
    if (to.top_ft === null || to.top_ft >= to.base_ft + LEAST_LAYER_FT) return;
    moved =
      id === 'top_ft'
        ? { ...moved, base_ft: to.top_ft - LEAST_LAYER_FT }
        : { ...moved, top_ft: to.base_ft + LEAST_LAYER_FT };
  }

  function give() {
    const when: { when?: ComesWhen } = below_ft === null ? {} : { when: { below_ft } };
    ongive({ does: 'weather', over_s: Number(over), ...change, ...when } satisfies WeatherChange);
    moved = {};
    below_ft = null;
  }

  function take(name: string) {
    const kept = own.find((weather) => weather.name === name);
    if (!kept) return;
    const { id: _id, name: _name, wind, temperatureOffset_K, ...rest } = kept;
    moved = {
      ...rest,
      ...(wind ? { windFrom_deg: wind.from_deg, windSpeed_kt: wind.speed_kt } : {}),
      ...(temperatureOffset_K === undefined ? {} : { temperature_C: standard_C + temperatureOffset_K })
    };
  }

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    const name = ownName.trim();
    if (name === '' || !isMoved) return;
    problem = await askServer('/api/weather', 'POST', { id: freshId(), weather: { name, ...change } });
    if (problem === '') ownName = '';
    await invalidateAll();
  }

  async function putAway(id: string) {
    problem = await askServer(`/api/weather/${id}`, 'DELETE');
    if (problem === '') chosenOwn = '';
    await invalidateAll();
  }
</script>

{#snippet slide(
  label: string,
  id:
    | 'base_ft'
    | 'top_ft'
    | 'visibility_sm'
    | 'windFrom_deg'
    | 'windSpeed_kt'
    | 'gust_kt'
    | 'temperature_C'
    | 'altimeterSetting_hPa',
  min: number,
  max: number,
  step: number,
  shown: string
)}
  <div class="w-36">
    <p class="flex justify-between text-xs {id in moved ? 'font-bold' : 'text-soft'}">
      <span>{label}</span><span class="figure">{shown}</span>
    </p>
    <Slide
      {label}
      value={to[id] ?? max}
      {min}
      {max}
      {step}
      {shown}
      onslide={(value) => value !== (to[id] ?? max) && move(id, value)}
    />
  </div>
{/snippet}

<div class="grid gap-2">
  <div class="flex flex-wrap items-center gap-2" role="group" aria-label="Weather to choose from">
    {#each presets as { name, weather, late_ft } (name)}
      <button
        class="{button.plain} min-h-11"
        onclick={() => {
          moved = { ...moved, ...weather };
          below_ft = late_ft;
        }}>{name}</button
      >
    {/each}
    {#if own.length > 0}
      <div class="w-44">
        <Choice
          label="The school’s own weather"
          placeholder="the school’s own"
          bind:value={chosenOwn}
          choices={own.map(({ name }) => [name, name] as const)}
          onchoose={take}
        />
      </div>
    {/if}
    <div class="w-44">
      <Choice
        label="Turbulence"
        bind:value={() => to.turbulence, (turbulence) => (moved = { ...moved, turbulence })}
        choices={turbulenceLevels.map(
          (level) => [level, level === 'smooth' ? 'smooth air' : `${level} turbulence`] as const
        )}
      />
    </div>
    {#if minimum}
      <div class="w-36">
        <Choice
          label="Rain or snow"
          bind:value={() => to.precipitation, (precipitation) => (moved = { ...moved, precipitation })}
          choices={precipitations.map((kind) => [kind, kind === 'none' ? 'nothing falls' : kind] as const)}
        />
      </div>
    {/if}
    <div class="w-40">
      <Choice
        label="How fast the air changes"
        bind:value={over}
        choices={[
          ['0', 'at once'],
          ['60', 'air over 1 min'],
          ['300', 'air over 5 min']
        ]}
      />
    </div>
  </div>
  <div class="flex flex-wrap items-end gap-x-5 gap-y-2">
    {#if minimum}
      {@render slide('Cloud base', 'base_ft', 0, SKY_CLEAR_FT, 50, `${figure(to.base_ft)} ft`)}
      {@render slide(
        'Cloud top',
        'top_ft',
        LEAST_LAYER_FT,
        HIGHEST_TOP_FT,
        100,
        to.top_ft === null ? 'no top' : `${figure(to.top_ft)} ft`
      )}
      {@render slide('Visibility', 'visibility_sm', 0, 10, 0.25, `${figure(to.visibility_sm, 2)} SM`)}
    {/if}
    {@render slide('Wind from', 'windFrom_deg', 0, 360, 10, heading(to.windFrom_deg))}
    {@render slide('Wind', 'windSpeed_kt', 0, 60, 1, `${figure(to.windSpeed_kt)} kt`)}
    {@render slide('Gusts', 'gust_kt', 0, 25, 1, `${figure(to.gust_kt)} kt more`)}
    {@render slide(
      'Temperature',
      'temperature_C',
      Math.round(standard_C - 40),
      Math.round(standard_C + 40),
      1,
      `${figure(to.temperature_C)} °C`
    )}
    {@render slide(
      'Altimeter',
      'altimeterSetting_hPa',
      960,
      1050,
      1,
      `${figure(to.altimeterSetting_hPa)} hPa`
    )}
  </div>
  {#if falls}<p class="text-[13px] text-hard" role="alert">{falls}</p>{/if}
  <div class="flex flex-wrap items-center gap-2">
    <button class="{button.main} min-h-11" disabled={!isMoved || falls !== null} onclick={give}
      >{below_ft === null ? 'Change it' : 'Change it then'}</button
    >
    {#if minimum}
      <label class="flex items-center gap-1 text-[13px] {below_ft === null ? 'text-soft' : 'font-bold'}">
        once below
        <input class="{inlineInput} w-20 text-right" type="number" step="10" bind:value={below_ft} />
        ft
      </label>
    {/if}
    <button
      class="{button.plain} min-h-11"
      disabled={!isKnown}
      onclick={() => ongive({ does: 'call', words: said(now).slice(0, LONGEST_CALL) })}
      >Tell the weather</button
    >
    <form class="ml-auto flex flex-wrap items-center gap-2 text-[13px]" onsubmit={keep}>
      <label class="text-soft" for="own-weather">Keep what was moved as</label>
      <div class="w-44"><input id="own-weather" class={input} maxlength="60" bind:value={ownName} /></div>
      <button class={button.plain} disabled={ownName.trim() === '' || !isMoved || falls !== null}
        >Keep the weather</button
      >
      {#if shownOwn}<button type="button" class={button.quiet} onclick={() => putAway(shownOwn.id)}
          >Put “{shownOwn.name}” away</button
        >{/if}
      {#if problem}<p class="text-hard" role="alert">{problem}</p>{/if}
    </form>
  </div>
  <p class="text-xs text-soft">
    The student is not told of a change until you tell it: an altimeter left on the old setting shows a wrong
    altitude. Rain and snow take from the visibility.
  </p>
</div>
