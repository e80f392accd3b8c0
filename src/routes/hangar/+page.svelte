<script lang="ts">
  import SideScroll from '$lib/ui/SideScroll.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { enhance } from '$app/forms';
  import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
  import { configurationCard } from '$core/aircraft/configuration-card';
  import { linearise } from '$core/aircraft/linearise';
  import type { MeasuredLine, Spread } from '$core/aircraft/measured-line';
  import { powerWords } from '$core/aircraft/power-shown';
  import { seconds } from '$core/flight/steady-stretch';
  import { clock, figure, signedFigure } from '$core/measure/figure';
  import { onDay } from '$lib/draw/when';
  import PutBack from '$lib/ui/PutBack.svelte';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import type { ActionData, PageData } from './$types';
  import WhatWillItDo from './WhatWillItDo.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  let altitude_ft = $state(3000);
  const heights = [1000, 3000, 5000, 8000, 11000];
  const aircraft = $derived(aircraftById(data.aircraftId));
  const card = $derived(configurationCard(aircraft, altitude_ft));
  const cruise = $derived(aircraft.card[0]!);
  const motions = $derived(linearise(aircraft, { ...cruise, pressureAltitude_ft: altitude_ft }));
  const spread = ({ mean, deviation }: Spread, decimals = 0) =>
    `${signedOrPlain(mean, decimals)} ± ${figure(deviation, Math.max(decimals, deviation < 1 ? 1 : 0))}`;
  const signedOrPlain = (value: number, decimals: number) => figure(value, decimals);
  const powerOf = (line: MeasuredLine) =>
    line.torque_percent
      ? `${spread(line.torque_percent)} %`
      : line.manifoldPressure_inHg
        ? `${spread(line.manifoldPressure_inHg, 1)} in`
        : `${spread(line.rpm)} RPM`;
</script>

<svelte:head><title>Hangar · Hanza</title></svelte:head>

<header class="flex flex-wrap items-end justify-between gap-3">
  <div>
    <h1>Hangar</h1>
    <p class="text-soft">The airplanes’ numbers: power + attitude + configuration = performance</p>
  </div>
  <div class="flex items-end gap-4">
    <nav aria-label="Airplanes" class="flex gap-1">
      {#each aircraftCatalogue as choice (choice.id)}
        <a
          href="?aircraft={choice.id}"
          class="{button.plain} {choice.id === aircraft.id ? '!bg-band font-bold' : ''}"
          aria-current={choice.id === aircraft.id ? 'page' : undefined}>{choice.name}</a
        >
      {/each}
    </nav>
    <div class="text-xs text-soft">
      Pressure altitude
      <Choice
        label="Pressure altitude"
        class="{input} figure mt-1 w-32 text-sm"
        bind:value={() => String(altitude_ft), (height) => (altitude_ft = Number(height))}
        choices={heights.map((height) => [String(height), `${figure(height)} ft`])}
      />
    </div>
  </div>
</header>

<div class="mt-4 grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_320px]">
  <div class="min-w-0">
    <section>
      <h2>{aircraft.name}: the card</h2>
      <p class="text-[13px] text-soft">
        {figure(aircraft.mass_kg)} kg with {figure(aircraft.fuel.capacity_kg)} kg of fuel · stall {aircraft
          .speeds.stallClean_kt} kt clean, {aircraft.speeds.stallFlaps_kt} kt with flaps · Vy {aircraft.speeds
          .bestClimb_kt} kt · flaps up to {aircraft.speeds.flapsExtended_kt} kt{aircraft.gear.retractable
          ? ` · gear up to ${aircraft.speeds.gearExtended_kt} kt`
          : ''} · never above {aircraft.speeds.neverExceed_kt} kt
      </p>
      <SideScroll label="The card">
        <table class="sheet-table mt-2 text-[13px]">
          <thead>
            <tr>
              <th>Configuration</th><th class="number">speed</th><th class="number">rate</th><th
                class="number">pitch</th
              ><th class="number">power</th><th class="number">lever</th><th class="number">flaps</th>
              {#if aircraft.gear.retractable}<th>gear</th>{/if}<th class="number">trim</th>
            </tr>
          </thead>
          <tbody>
            {#each card as line (line.id)}
              <tr>
                <td class="!py-1.5">{line.name}</td>
                <td class="number !py-1.5">{line.ias_kt} kt</td>
                <td class="number !py-1.5"
                  >{signedFigure(Math.round(line.verticalSpeed_fpm / 10) * 10)} ft/min</td
                >
                <td class="number !py-1.5">{signedFigure(line.pitch_deg, 1)}°</td>
                <td class="number !py-1.5">{powerWords(line)}</td>
                <td class="number !py-1.5">{figure(line.throttle * 100)} %</td>
                <td class="number !py-1.5">{line.flaps_deg}°</td>
                {#if aircraft.gear.retractable}<td class="!py-1.5">{line.gear > 0.5 ? 'down' : 'up'}</td>{/if}
                <td class="number !py-1.5">{signedFigure(line.trim * 100)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </SideScroll>
      <p class="mt-1 text-xs text-soft">
        Solved from the airplane’s equations of motion in standard air, hands off. An invented airplane: no
        numbers for any real one.
      </p>
    </section>

    <section class="mt-5">
      <h2>As measured in flight</h2>
      {#if form && 'removed' in form && form.removed}
        <PutBack field="id" removed={form.removed} words="The line is off the card." />
      {/if}
      {#if form && 'message' in form}<p class="text-[13px] text-hard" role="alert">{form.message}</p>{/if}
      {#if data.accepted.length === 0}
        <p class="mt-1 text-[13px] text-soft">
          No line has been accepted yet{data.me?.teaches
            ? '; what recorded flights propose stands below.'
            : '.'}
        </p>
      {:else}
        <SideScroll label="Measured lines">
          <table class="sheet-table mt-1 text-[13px]">
            <thead>
              <tr>
                <th>Line</th><th class="number">speed, kt</th><th class="number">rate, ft/min</th><th
                  class="number">pitch, °</th
                ><th class="number">power</th><th>evidence</th><th></th>
              </tr>
            </thead>
            <tbody>
              {#each data.accepted as { id, line, acceptedBy, acceptedAt } (id)}
                <tr>
                  <td class="!py-1.5">{line.name}</td>
                  <td class="number !py-1.5">{spread(line.ias_kt)}</td>
                  <td class="number !py-1.5">{spread(line.verticalSpeed_fpm)}</td>
                  <td class="number !py-1.5">{spread(line.pitch_deg, 1)}</td>
                  <td class="number !py-1.5">{powerOf(line)}</td>
                  <td class="!py-1.5 text-xs text-soft">
                    {line.evidence.length} stretches, {clock(seconds(line))}, near {figure(
                      Math.round(line.altitude_ft / 100) * 100
                    )} ft · {acceptedBy}, {onDay(acceptedAt)}
                    {#each line.evidence.slice(0, 3) as e, i (i)}
                      · <a
                        class="underline underline-offset-2"
                        href="/debrief/{e.attemptId}"
                        aria-label="Flight {i + 1} of {line.name}">flight {i + 1}</a
                      >
                    {/each}
                  </td>
                  <td class="text-right">
                    {#if data.me?.teaches}
                      <form method="POST" action="?/remove" use:enhance>
                        <input type="hidden" name="id" value={id} />
                        <button
                          class="min-h-6 text-now underline underline-offset-2"
                          aria-label="Remove {line.name}">remove</button
                        >
                      </form>
                    {/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
        </SideScroll>
      {/if}
      {#if data.proposed.length > 0}
        <h3 class="mt-4 text-[13px] font-bold">Proposed from steady stretches of the latest flights</h3>
        <SideScroll label="Proposed lines">
          <table class="sheet-table mt-1 text-[13px]">
            <tbody>
              {#each data.proposed as { id, line } (id)}
                <tr>
                  <td class="!py-1">
                    <input
                      form="accept-{id}"
                      name="name"
                      value={line.name}
                      aria-label="Name of the line"
                      maxlength="60"
                      class="{input} !min-h-7 !py-0"
                    />
                  </td>
                  <td class="number !py-1">{spread(line.ias_kt)} kt</td>
                  <td class="number !py-1">{spread(line.verticalSpeed_fpm)} ft/min</td>
                  <td class="number !py-1">{spread(line.pitch_deg, 1)}°</td>
                  <td class="number !py-1">{powerOf(line)}</td>
                  <td class="!py-1 text-xs text-soft">{line.evidence.length} ×, {clock(seconds(line))}</td>
                  <td class="!py-1 text-right">
                    <form id="accept-{id}" method="POST" action="?/accept" use:enhance>
                      <input type="hidden" name="id" value={id} />
                      <input type="hidden" name="aircraft" value={aircraft.id} />
                      <input type="hidden" name="line" value={JSON.stringify(line)} />
                      <button
                        class="min-h-6 font-bold text-now underline underline-offset-2"
                        aria-label="Accept {line.name}">accept</button
                      >
                    </form>
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
        </SideScroll>
      {/if}
    </section>
  </div>
  <div class="grid content-start gap-4">
    <WhatWillItDo {aircraft} measured={data.accepted.map(({ line }) => line)} />
    {#if motions.kind === 'linearised'}
      <section class="border border-line p-3">
        <h2>Natural motions</h2>
        <p class="text-xs text-soft">level at {cruise.ias_kt} kt, controls held</p>
        <table class="mt-1 w-full text-xs">
          <thead class="text-soft"
            ><tr class="border-b border-line"
              ><th class="text-left font-normal">motion</th><th class="text-right font-normal">period</th><th
                class="text-right font-normal">damping</th
              ><th class="text-right font-normal">halves in</th></tr
            ></thead
          >
          <tbody class="figure">
            {#each [...motions.longitudinalModes, ...motions.lateralModes].filter((m) => m.name !== 'engine') as mode (mode.name)}
              <tr class="border-b border-line">
                <td class="font-sans">{mode.name}</td>
                <td class="text-right">{mode.period_s === null ? '–' : `${figure(mode.period_s, 1)} s`}</td>
                <td class="text-right">{mode.period_s === null ? '–' : figure(mode.dampingRatio, 2)}</td>
                <td class="text-right"
                  >{Math.abs(mode.halving_s) > 600
                    ? 'minutes'
                    : mode.halving_s < 0
                      ? `doubles ${figure(-mode.halving_s, 1)} s`
                      : `${figure(mode.halving_s, 1)} s`}</td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </section>
    {/if}
  </div>
</div>
