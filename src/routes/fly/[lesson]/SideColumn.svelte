<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import type { Readings } from '$core/instrument/readings';
  import { amongClouds, type AmongClouds } from '$core/air/cloud';
  import { plannedCloud } from '$core/drill/planned-cloud';
  import { clock, figure } from '$core/measure/figure';
  import EngineGauges from '$lib/panel/EngineGauges.svelte';
  import { button } from '$lib/ui/button';
  import BugFields from './BugFields.svelte';
  import AssistBox from './AssistBox.svelte';
  import type { FlightDeck } from './flight-deck.svelte';
  import LookWindow from '$lib/panel/LookWindow.svelte';
  import OilGauge from '$lib/panel/OilGauge.svelte';
  import { heldReadings } from '$lib/panel/scan-view';
  import LeverBoard from './LeverBoard.svelte';

  /** Beside the panel: power, clocks, levers, and the yoke, or who flies instead. */
  let {
    deck,
    oil
  }: {
    deck: FlightDeck;
    /** Oil pressure, share of its gauge, where the lesson has one. */
    oil: number | null;
  } = $props();
  const { hands, helps, stopwatch, underWay, view } = $derived(deck);
  const { lesson, frame, session, simulatedBy } = $derived(underWay);
  /** Newer than the frame's. */
  const readings = $derived(session?.instruments?.readings ?? null);
  /** The view out is shown. */
  const seesOut = $derived(deck.lookingOut.size !== 'off');
  const ended = $derived(session?.state === 'ended');

  const cloud = $derived(plannedCloud(lesson.plan));
  const outside = $derived(
    frame?.runway ??
      (seesOut
        ? ''
        : cloud
          ? cloudWords(amongClouds([cloud], frame?.trueAltitude_ft ?? lesson.plan.startAltitude_ft))
          : `view-limiting device ${frame && lesson.drill.phases[frame.phaseIndex]?.looksOut ? 'off' : 'on'}`)
  );

  function cloudWords({ within, below }: AmongClouds): string {
    if (within) return 'in cloud: nothing outside';
    return below ? 'above the cloud: its tops below' : 'below the cloud: sea and horizon in sight';
  }

  const { aircraft, plan } = $derived(lesson);
  const held = heldReadings<Readings>();
  const away = $derived(simulatedBy !== null || (frame?.eyesClosed ?? false));
  const levers = $derived(away && frame ? frame.hands : hands);
</script>

<div class="grid content-start gap-2.5 compact:portrait:sm:grid-cols-2 compact:portrait:sm:gap-x-6">
  {#if readings}
    <LookWindow area="engine" name="Engine" {view}>
      <div class="compact:portrait:max-w-[230px] low:max-w-[200px]">
        <EngineGauges readings={held('engine', readings, view)} propulsion={aircraft.propulsion} />
      </div>
      {#if oil !== null}<OilGauge share={oil} />{/if}
    </LookWindow>
  {/if}
  <div class="grid grid-cols-3 gap-2">
    <div>
      <p class="text-xs text-soft">flown</p>
      <p class="figure text-lg">{clock(frame?.time_s ?? 0)}</p>
    </div>
    <div>
      <button
        class="text-left"
        onclick={() => stopwatch.toggle()}
        aria-label="{stopwatch.runs ? 'Stop' : 'Start'} the stopwatch"
      >
        <span class="block text-xs text-soft">stopwatch{stopwatch.runs ? ' · runs' : ''}</span>
        <span class="figure text-lg">{clock(stopwatch.shown_s)}</span>
      </button>
      {#if stopwatch.shown_s > 0}
        <button
          class="block min-h-6 text-xs text-now underline underline-offset-2"
          onclick={() => stopwatch.reset()}>reset</button
        >
      {/if}
    </div>
    <div>
      <p class="text-xs text-soft">fuel</p>
      <p class="figure text-lg">{figure(frame?.readings.fuel_kg ?? 0)} kg</p>
    </div>
  </div>
  <LeverBoard {aircraft} {hands} {levers} readings={frame?.readings ?? null} readonly={away} />
  {#if simulatedBy !== null}
    <p class="border border-line p-2.5 text-[13px]">
      {#if simulatedBy === 'eyes'}
        The reference pilot flies; the eyes are yours. Only the scan is graded.
      {:else}
        {simulatedBy === 'reference' ? 'The reference pilot' : 'A simulated pilot with habits'} is flying. It is
        kept as a demonstration, not as the student’s.
      {/if}
    </p>
    {#if simulatedBy !== 'eyes'}
      <button class={button.main} onclick={() => session?.toTheEnd()} disabled={ended || !frame}
        >Fly on to the end at once</button
      >
    {/if}
  {:else}
    {#if lesson.navigation}<BugFields {hands} />{/if}
    <AssistBox
      {plan}
      {hands}
      {frame}
      onassist={(level) => helps.setAssist(level)}
      ondown={(down) => helps.chooseDown(down)}
      ongamepad={() => (deck.gamepadOpen = true)}
    />
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1 text-xs">
      <span class="text-soft">heading knob</span>
      <button
        class="min-h-6 px-1.5 text-now"
        aria-label="Heading knob left"
        onclick={() => hands.turnHeadingKnob(-1)}>−</button
      >
      <span class="figure">{figure(hands.headingKnob_deg)}°</span>
      <button
        class="min-h-6 px-1.5 text-now"
        aria-label="Heading knob right"
        onclick={() => hands.turnHeadingKnob(1)}>+</button
      >
      <div class="text-soft"><Toggle bind:checked={hands.alternateStatic}>alternate static</Toggle></div>
      <button class="min-h-6 text-now underline underline-offset-2" onclick={() => (deck.coverOpen = true)}
        >cover instruments</button
      >
    </div>
  {/if}
  <p class="text-xs text-soft">{outside}</p>
</div>
