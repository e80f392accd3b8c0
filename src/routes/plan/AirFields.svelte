<script lang="ts">
  import { turbulenceLevels } from '$core/air/turbulence';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { HECTOPASCALS_PER_INCH_OF_MERCURY } from '$core/measure/units';
  import Field from '$lib/ui/Field.svelte';
  import { input, numberInput } from '$lib/ui/input';

  /** The air of a lesson: wind in one or several layers, the ride, gusts, pressure, temperature, cloud. */
  let { plan = $bindable(), problem }: { plan: LessonPlan; problem: (field: string) => string | null } =
    $props();

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
    <Field label="Wind from (magnetic)" name="windFrom_deg" unit="°" problem={problem('windFrom_deg')}>
      <input id="windFrom_deg" type="number" step="10" class={numberInput} bind:value={plan.windFrom_deg} />
    </Field>
    <Field label="Wind speed" name="windSpeed_kt" unit="kt" problem={problem('windSpeed_kt')}>
      <input id="windSpeed_kt" type="number" step="1" class={numberInput} bind:value={plan.windSpeed_kt} />
    </Field>
  {:else}
    <div class="col-span-4 grid gap-1">
      {#each plan.windLayers as layer, i (i)}
        <div class="flex items-center gap-2 text-[13px]">
          <input
            type="number"
            step="500"
            aria-label="Layer {i + 1} height"
            class="{numberInput} !w-24"
            bind:value={layer.altitude_ft}
          />
          ft
          <input
            type="number"
            step="10"
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
  <Field label="Ride" name="turbulence">
    <select id="turbulence" class={input} bind:value={plan.turbulence}>
      {#each turbulenceLevels as level (level)}<option value={level}>{level}</option>{/each}
    </select>
  </Field>
  <Field label="Gusts" name="gust_kt" unit="kt" problem={problem('gust_kt')}>
    <input
      id="gust_kt"
      type="number"
      step="1"
      min="0"
      max="25"
      class={numberInput}
      bind:value={plan.gust_kt}
    />
  </Field>
  <Field
    label="Altimeter setting"
    name="altimeterSetting_hPa"
    unit="hPa"
    problem={problem('altimeterSetting_hPa')}
    hint="{(plan.altimeterSetting_hPa / HECTOPASCALS_PER_INCH_OF_MERCURY).toFixed(2)} inHg"
  >
    <input
      id="altimeterSetting_hPa"
      type="number"
      step="1"
      class={numberInput}
      bind:value={plan.altimeterSetting_hPa}
    />
  </Field>
  <Field
    label="Warmer than standard"
    name="temperatureOffset_K"
    unit="°C"
    problem={problem('temperatureOffset_K')}
  >
    <input
      id="temperatureOffset_K"
      type="number"
      step="5"
      class={numberInput}
      bind:value={plan.temperatureOffset_K}
    />
  </Field>
  <Field
    label="Cloud base"
    name="cloudBase_ft"
    unit="ft"
    problem={problem('cloudBase_ft')}
    hint="empty: view-limiting device"
  >
    <input
      id="cloudBase_ft"
      type="number"
      step="100"
      min="0"
      max="25000"
      class={numberInput}
      bind:value={plan.cloudBase_ft}
    />
  </Field>
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
