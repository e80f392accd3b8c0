<script lang="ts">
  import { aircraftCatalogue } from '$core/aircraft/catalogue';
  import { configurationCard } from '$core/aircraft/configuration-card';
  import { figure, signedFigure } from '$core/measure/figure';
  import { input } from '$lib/ui/input';

  let altitude_ft = $state(3000);
  const heights = [1000, 3000, 5000, 8000, 11000];
</script>

<svelte:head><title>Hangar · Hanza</title></svelte:head>

<header class="flex items-end justify-between gap-3">
  <div>
    <h1>Hangar</h1>
    <p class="text-soft">The airplanes’ numbers: power + attitude + configuration = performance</p>
  </div>
  <label class="text-xs text-soft"
    >Pressure altitude
    <select class="{input} figure mt-1 w-32 text-sm" bind:value={altitude_ft}>
      {#each heights as height (height)}<option value={height}>{figure(height)} ft</option>{/each}
    </select>
  </label>
</header>

{#each aircraftCatalogue as aircraft (aircraft.id)}
  {@const card = configurationCard(aircraft, altitude_ft)}
  <section class="mt-5 max-w-4xl">
    <h2>{aircraft.name}</h2>
    <p class="text-[13px] text-soft">
      {figure(aircraft.mass_kg)} kg · stall {aircraft.speeds.stallClean_kt} kt clean, {aircraft.speeds
        .stallFlaps_kt} kt with flaps · Vy {aircraft.speeds.bestClimb_kt} kt · flaps up to {aircraft.speeds
        .flapsExtended_kt} kt · never above {aircraft.speeds.neverExceed_kt} kt
    </p>
    <table class="sheet-table mt-3">
      <thead>
        <tr>
          <th>Configuration</th><th class="number">speed</th><th class="number">rate</th><th class="number"
            >pitch</th
          ><th class="number">power</th><th class="number">throttle</th><th class="number">flaps</th><th
            class="number">trim</th
          >
        </tr>
      </thead>
      <tbody>
        {#each card as line (line.id)}
          <tr>
            <td>{line.name}</td>
            <td class="number">{line.ias_kt} kt</td>
            <td class="number">{signedFigure(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min</td>
            <td class="number">{signedFigure(line.pitch_deg, 1)}°</td>
            <td class="number">{figure(Math.round(line.rpm / 10) * 10)} RPM</td>
            <td class="number">{figure(line.throttle * 100)} %</td>
            <td class="number">{line.flaps_deg}°</td>
            <td class="number">{signedFigure(line.trim * 100)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <p class="mt-2 text-xs text-soft">
      Solved from the airplane’s equations of motion in standard air, hands off. An invented airplane: no
      numbers for any real one.
    </p>
  </section>
{/each}
