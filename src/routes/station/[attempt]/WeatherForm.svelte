<!-- Other weather: presets about the minimum, and each quantity along its range. Only what was moved is changed. -->
<script lang="ts">
  import { turbulenceLevels, type TurbulenceLevel } from '$core/air/turbulence';
  import { LONGEST_CALL, type Command, type WeatherChange } from '$core/flight/command';
  import { figure, heading } from '$core/measure/figure';
  import { button } from '$lib/ui/button';
  import Choice from '$lib/ui/Choice.svelte';
  import Slide from '$lib/ui/Slide.svelte';

  interface Weather {
    base_ft: number;
    visibility_sm: number;
    windFrom_deg: number;
    windSpeed_kt: number;
    gust_kt: number;
    turbulence: TurbulenceLevel;
    altimeterSetting_hPa: number;
  }
  let {
    now,
    minimum,
    said,
    isKnown,
    ongive
  }: {
    /** As it is; the base above touchdown. */
    now: Weather;
    /** Height above touchdown and visibility of the minimum; null: a lesson without an approach. */
    minimum: { height_ft: number; visibility_sm: number } | null;
    /** The weather in words, as it would be told. */
    said: (weather: Weather) => string;
    /** False while a change is on its way. */
    isKnown: boolean;
    ongive: (command: Command) => void;
  } = $props();

  let moved = $state<Partial<Weather>>({});
  let over = $state<'0' | '60' | '300'>('0');
  const to = $derived({ ...now, ...moved });
  const isMoved = $derived(Object.keys(moved).length > 0);
  const presets = $derived(
    minimum
      ? [
          {
            name: 'Just above minimums',
            base_ft: minimum.height_ft + 150,
            visibility_sm: minimum.visibility_sm + 0.5
          },
          { name: 'At minimums', base_ft: minimum.height_ft, visibility_sm: minimum.visibility_sm },
          {
            name: 'Below minimums',
            base_ft: Math.max(0, minimum.height_ft - 150),
            visibility_sm: minimum.visibility_sm / 2
          },
          { name: 'Sky clear', base_ft: 5000, visibility_sm: 10 }
        ]
      : []
  );

  function give() {
    const wind =
      moved.windFrom_deg !== undefined || moved.windSpeed_kt !== undefined
        ? { wind: { from_deg: to.windFrom_deg, speed_kt: to.windSpeed_kt } }
        : {};
    const { windFrom_deg: _from, windSpeed_kt: _speed, ...rest } = moved;
    ongive({ does: 'weather', over_s: Number(over), ...rest, ...wind } satisfies WeatherChange);
    moved = {};
  }
</script>

{#snippet slide(
  label: string,
  id: 'base_ft' | 'visibility_sm' | 'windFrom_deg' | 'windSpeed_kt' | 'gust_kt' | 'altimeterSetting_hPa',
  min: number,
  max: number,
  step: number,
  shown: string
)}
  <div class="w-40">
    <p class="flex justify-between text-xs {id in moved ? 'font-bold' : 'text-soft'}">
      <span>{label}</span><span class="figure">{shown}</span>
    </p>
    <Slide
      {label}
      value={to[id]}
      {min}
      {max}
      {step}
      {shown}
      onslide={(value) => value !== to[id] && (moved = { ...moved, [id]: value })}
    />
  </div>
{/snippet}

<div class="grid gap-2">
  <div class="flex flex-wrap items-center gap-2" role="group" aria-label="Weather about the minimum">
    {#each presets as { name, ...preset } (name)}
      <button class="{button.plain} min-h-11" onclick={() => (moved = { ...moved, ...preset })}>{name}</button
      >
    {/each}
    <div class="w-36">
      <Choice
        label="Turbulence"
        bind:value={() => to.turbulence, (turbulence) => (moved = { ...moved, turbulence })}
        choices={turbulenceLevels.map(
          (level) => [level, level === 'smooth' ? 'smooth air' : `${level} turbulence`] as const
        )}
      />
    </div>
    <div class="w-40">
      <Choice
        label="Wind and pressure change"
        bind:value={over}
        choices={[
          ['0', 'at once'],
          ['60', 'wind over 1 min'],
          ['300', 'wind over 5 min']
        ]}
      />
    </div>
    <button class="{button.main} min-h-11" disabled={!isMoved} onclick={give}>Change it</button>
    <button
      class="{button.plain} min-h-11"
      disabled={!isKnown}
      onclick={() => ongive({ does: 'call', words: said(now).slice(0, LONGEST_CALL) })}
      >Tell the weather</button
    >
  </div>
  <div class="flex flex-wrap items-end gap-x-5 gap-y-2">
    {#if minimum}
      {@render slide('Cloud base', 'base_ft', 0, 5000, 50, `${figure(to.base_ft)} ft`)}
      {@render slide('Visibility', 'visibility_sm', 0, 10, 0.25, `${figure(to.visibility_sm, 2)} SM`)}
    {/if}
    {@render slide('Wind from', 'windFrom_deg', 0, 360, 10, heading(to.windFrom_deg))}
    {@render slide('Wind', 'windSpeed_kt', 0, 60, 1, `${figure(to.windSpeed_kt)} kt`)}
    {@render slide('Gusts', 'gust_kt', 0, 25, 1, `${figure(to.gust_kt)} kt more`)}
    {@render slide(
      'Altimeter',
      'altimeterSetting_hPa',
      960,
      1050,
      1,
      `${figure(to.altimeterSetting_hPa)} hPa`
    )}
  </div>
  <p class="text-xs text-soft">
    The student is not told of a change until you tell it: an altimeter left on the old setting shows a wrong
    altitude.
  </p>
</div>
