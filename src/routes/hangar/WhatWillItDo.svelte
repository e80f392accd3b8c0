<script lang="ts">
  import Choice from '$lib/ui/Choice.svelte';
  import type { AircraftFile } from '$core/aircraft/aircraft-file';
  import type { MeasuredLine } from '$core/aircraft/measured-line';
  import { powerWords } from '$core/aircraft/power-shown';
  import { settingFor } from '$core/aircraft/setting-for';
  import { figure, signedFigure } from '$core/measure/figure';
  import { numberInput } from '$lib/ui/input';

  /** The card asked the other way round: a speed and a rate in, pitch and power out, with how sure they are. */
  let { aircraft, measured }: { aircraft: AircraftFile; measured: readonly MeasuredLine[] } = $props();

  const approach = $derived(aircraft.card.find((line) => line.id === 'approach-descent'));
  let ias_kt = $derived(approach?.ias_kt ?? 90);
  let rate_fpm = $derived(approach?.verticalSpeed_fpm ?? -500);
  let altitude_ft = $state(3000);
  let fuel_percent = $state(80);
  let flaps_deg = $derived(approach?.flaps_deg ?? 0);
  let gear = $state(1);
  const answer = $derived(
    [ias_kt, rate_fpm, altitude_ft, fuel_percent].every(Number.isFinite)
      ? settingFor(
          aircraft,
          {
            ias_kt,
            verticalSpeed_fpm: rate_fpm,
            flaps_deg,
            gear,
            propeller: approach?.propeller ?? 1,
            pressureAltitude_ft: altitude_ft,
            fuel_kg: (Math.min(100, Math.max(0, fuel_percent)) / 100) * aircraft.fuel.capacity_kg
          },
          measured
        )
      : null
  );
  const unit = $derived(
    aircraft.propulsion.kind === 'turboprop'
      ? '%'
      : aircraft.propulsion.kind === 'constant-speed'
        ? ' in'
        : ' RPM'
  );
</script>

<section class="border border-line p-3">
  <h2>What will it do?</h2>
  <div class="mt-2 grid grid-cols-3 gap-2 text-xs text-soft">
    <label>speed, kt<input type="number" step="5" class={numberInput} bind:value={ias_kt} /></label>
    <label>rate, ft/min<input type="number" step="50" class={numberInput} bind:value={rate_fpm} /></label>
    <label>altitude, ft<input type="number" step="500" class={numberInput} bind:value={altitude_ft} /></label>
    <label
      >fuel, %<input
        type="number"
        step="10"
        min="0"
        max="100"
        class={numberInput}
        bind:value={fuel_percent}
      /></label
    >
    <label
      >flaps<Choice
        label="flaps"
        class={numberInput}
        bind:value={() => String(flaps_deg), (position) => (flaps_deg = Number(position))}
        choices={aircraft.flaps.positions_deg.map((position) => [String(position), `${position}°`])}
      /></label
    >
    {#if aircraft.gear.retractable}
      <label
        >gear<Choice
          label="gear"
          class={numberInput}
          bind:value={() => (gear === 1 ? 'down' : 'up'), (chosen) => (gear = chosen === 'down' ? 1 : 0)}
          choices={['down', 'up']}
        /></label
      >
    {/if}
  </div>
  <div class="mt-3" role="status">
    {#if !answer}
      <p class="text-[13px] text-soft">A number is needed in each field.</p>
    {:else if answer.kind === 'impossible'}
      <p class="text-[13px] text-hard">{answer.explanation}</p>
    {:else}
      <p class="figure text-base">
        {signedFigure(answer.line.pitch_deg, 1)}° ± {figure(answer.pitchMargin_deg, 1)}° · {powerWords(
          answer.line
        )} ± {figure(answer.powerMargin, aircraft.propulsion.kind === 'constant-speed' ? 1 : 0)}{unit}
      </p>
      <p class="mt-1 text-xs text-soft">
        {answer.basis === 0
          ? 'From the equations of motion; the interval is what misreading 3 kt or 60 ft/min would move it by.'
          : `From the equations of motion; the interval is twice the scatter of ${answer.basis} measured ${answer.basis === 1 ? 'line' : 'lines'} in this configuration.`}
      </p>
    {/if}
  </div>
</section>
