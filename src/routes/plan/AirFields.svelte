<script lang="ts">
  import { turbulenceLevels } from '$core/air/turbulence';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import ChoiceField from '$lib/ui/ChoiceField.svelte';
  import { numberInput } from '$lib/ui/input';
  import NumberField from '$lib/ui/NumberField.svelte';
  import AltimeterField from './AltimeterField.svelte';

  /** The air of a lesson: wind in one or several layers, the ride, gusts, pressure, temperature, cloud. */
  let { plan = $bindable(), problem }: { plan: LessonPlan; problem: (field: string) => string | null } =
    $props();

  function setTop(value: number | null) {
    const { cloudTop_ft: _, ...rest } = plan;
    plan = value === null ? rest : { ...rest, cloudTop_ft: value };
  }

  function addLayer() {
    const last = plan.windLayers.at(-1);
    plan.windLayers = [
      ...plan.windLayers,
      last
        ? {
            altitude_ft: last.altitude_ft + 3000,
            from_deg: (last.from_deg + 20) % 360,
            speed_kt: last.speed_kt + 8
          }
        : { altitude_ft: 2000, from_deg: plan.windFrom_deg, speed_kt: plan.windSpeed_kt }
    ];
  }
</script>

<fieldset class="grid grid-cols-4 gap-x-4 gap-y-3">
  <legend class="mb-1 font-bold">Air</legend>
  {#if plan.windLayers.length === 0}
    <NumberField
      label="Wind from (magnetic)"
      name="windFrom_deg"
      unit="°"
      step={10}
      problem={problem('windFrom_deg')}
      bind:value={plan.windFrom_deg}
    />
    <NumberField
      label="Wind speed"
      name="windSpeed_kt"
      unit="kt"
      problem={problem('windSpeed_kt')}
      bind:value={plan.windSpeed_kt}
    />
  {:else}
    <div class="col-span-4 grid gap-1">
      {#each plan.windLayers as layer, i (i)}
        <div class="flex items-center gap-2 text-[13px]">
          <input
            type="number"
            step="any"
            aria-label="Layer {i + 1} height"
            class="{numberInput} !w-24"
            bind:value={layer.altitude_ft}
          />
          ft
          <input
            type="number"
            step="any"
            aria-label="Layer {i + 1} wind from"
            class="{numberInput} !w-20"
            bind:value={layer.from_deg}
          />
          °
          <input
            type="number"
            step="1"
            aria-label="Layer {i + 1} wind speed"
            class="{numberInput} !w-20"
            bind:value={layer.speed_kt}
          />
          kt
          <button
            type="button"
            class="min-h-7 px-2 text-now underline underline-offset-2"
            aria-label="Remove layer {i + 1}"
            onclick={() => (plan.windLayers = plan.windLayers.filter((_, k) => k !== i))}>remove</button
          >
        </div>
      {/each}
      {#if problem('windLayers')}<p class="text-xs text-hard" role="alert">{problem('windLayers')}</p>{/if}
    </div>
  {/if}
  <ChoiceField label="Ride" name="turbulence" bind:value={plan.turbulence} choices={turbulenceLevels} />
  <NumberField
    label="Gusts"
    name="gust_kt"
    unit="kt"
    min={0}
    max={25}
    problem={problem('gust_kt')}
    bind:value={plan.gust_kt}
  />
  <AltimeterField problem={problem('altimeterSetting_hPa')} bind:value={plan.altimeterSetting_hPa} />
  <NumberField
    label="Warmer than standard"
    name="temperatureOffset_K"
    unit="°C"
    step={5}
    problem={problem('temperatureOffset_K')}
    bind:value={plan.temperatureOffset_K}
  />
  {#if !plan.approach}
    <NumberField
      label="Cloud base"
      name="cloudBase_ft"
      unit="ft"
      step={100}
      min={0}
      max={25000}
      problem={problem('cloudBase_ft')}
      hint="empty: view-limiting device"
      bind:value={plan.cloudBase_ft}
    />
    {#if plan.cloudBase_ft !== null}
      <NumberField
        label="Cloud top"
        name="cloudTop_ft"
        unit="ft"
        step={100}
        min={0}
        max={30000}
        problem={problem('cloudTop_ft')}
        hint="empty: above you"
        bind:value={() => plan.cloudTop_ft ?? null, setTop}
      />
    {/if}
  {/if}
  <div class="self-end pb-1">
    <button
      type="button"
      class="min-h-8 text-[13px] text-now underline underline-offset-2"
      onclick={addLayer}
      disabled={plan.windLayers.length >= 6}
      >{plan.windLayers.length === 0 ? 'winds by height' : 'add a layer'}</button
    >
  </div>
</fieldset>
