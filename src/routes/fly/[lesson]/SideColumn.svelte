<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import type { Readings } from '$core/instrument/readings';
  import type { AssistLevel } from '$core/drill/assist-level';
  import { amongClouds, type AmongClouds } from '$core/air/cloud';
  import type { Lesson } from '$core/drill/lesson';
  import { plannedCloud } from '$core/drill/planned-cloud';
  import { clock, figure } from '$core/measure/figure';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import EngineGauges from '$lib/panel/EngineGauges.svelte';
  import { button } from '$lib/ui/button';
  import type { Frame } from '$lib/worker/flight-protocol';
  import BugFields from './BugFields.svelte';
  import AssistBox from './AssistBox.svelte';
  import LookWindow from '$lib/panel/LookWindow.svelte';
  import OilGauge from '$lib/panel/OilGauge.svelte';
  import { heldReadings, type ScanView } from '$lib/panel/scan-view';
  import type { Stopwatch } from './stopwatch.svelte';
  import LeverBoard from './LeverBoard.svelte';

  /** Beside the panel: power, clocks, levers, and the yoke, or who flies instead. */
  let {
    lesson,
    frame,
    readings,
    hands,
    simulatedBy,
    seesOut,
    ended,
    stopwatch,
    onassist,
    ondown,
    ongamepad,
    oncover,
    ontoend,
    view = null,
    oil = null
  }: {
    lesson: Lesson;
    frame: Frame | null;
    /** Newer than the frame's. */
    readings: Readings | null;
    hands: PersonsHands;
    /** Which simulated pilot flies; null: a person. */
    simulatedBy: string | null;
    /** The view out is shown. */
    seesOut: boolean;
    ended: boolean;
    stopwatch: Stopwatch;
    onassist: (level: AssistLevel) => void;
    ondown: (downIsNoseUp: boolean) => void;
    ongamepad: () => void;
    oncover: () => void;
    ontoend: () => void;
    /** The window of a scan lesson. */
    view?: ScanView | null;
    /** Oil pressure, share of its gauge, where the lesson has one. */
    oil?: number | null;
  } = $props();

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
      <button class={button.main} onclick={ontoend} disabled={ended || !frame}
        >Fly on to the end at once</button
      >
    {/if}
  {:else}
    {#if lesson.navigation}<BugFields {hands} />{/if}
    <AssistBox {plan} {hands} {frame} {onassist} {ondown} {ongamepad} />
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
      <button class="min-h-6 text-now underline underline-offset-2" onclick={oncover}
        >cover instruments</button
      >
    </div>
  {/if}
  <p class="text-xs text-soft">{outside}</p>
</div>
