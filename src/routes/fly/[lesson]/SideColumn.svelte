<script lang="ts">
  import { clock, figure, signedFigure } from '$core/measure/figure';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import Lever from '$lib/panel/Lever.svelte';
  import Tachometer from '$lib/panel/Tachometer.svelte';
  import YokePad from '$lib/panel/YokePad.svelte';
  import { button } from '$lib/ui/button';
  import type { Frame } from '$lib/worker/flight-protocol';

  /** Beside the panel: power, clocks, levers, and the yoke, or who flies instead. */
  let {
    frame,
    hands,
    positions_deg,
    simulatedBy,
    ended,
    attitudeHoldAllowed,
    outside,
    stopwatch_s,
    watchRunning,
    onwatch,
    onassist,
    ongamepad,
    ontoend
  }: {
    frame: Frame | null;
    hands: PersonsHands;
    /** Flap positions, evenly spaced from 0. */
    positions_deg: readonly number[];
    /** Which simulated pilot flies; null: a person. */
    simulatedBy: string | null;
    ended: boolean;
    attitudeHoldAllowed: boolean;
    outside: string;
    stopwatch_s: number;
    watchRunning: boolean;
    onwatch: () => void;
    onassist: () => void;
    ongamepad: () => void;
    ontoend: () => void;
  } = $props();

  const readonly = $derived(simulatedBy !== null);
  const levers = $derived(simulatedBy !== null && frame ? frame.hands : hands);
</script>

<div class="grid content-start gap-3">
  <div class="grid grid-cols-2 gap-3">
    <div>
      {#if frame}<Tachometer rpm={frame.readings.rpm} />{/if}
    </div>
    <div class="flex flex-col justify-between">
      <div>
        <p class="text-xs text-soft">flown</p>
        <p class="figure text-xl">{clock(frame?.time_s ?? 0)}</p>
      </div>
      <button class="text-left" onclick={onwatch}>
        <span class="block text-xs text-soft">stopwatch {watchRunning ? '· running' : ''}</span>
        <span class="figure text-xl">{clock(stopwatch_s)}</span>
      </button>
      <p class="text-xs text-soft">{outside}</p>
    </div>
  </div>
  <div class="grid gap-1">
    <Lever
      name="Throttle"
      bind:value={() => levers.throttle, (value) => (hands.throttle = value)}
      min={0}
      max={1}
      step={0.01}
      shown="{figure(levers.throttle * 100)} %"
      {readonly}
    />
    <Lever
      name="Trim"
      bind:value={() => levers.trim, (value) => (hands.trim = value)}
      min={-1}
      max={1}
      step={0.01}
      shown={signedFigure(levers.trim * 100)}
      {readonly}
    />
    <Lever
      name="Flaps"
      bind:value={() => levers.flapsTarget_deg, (value) => (hands.flapsTarget_deg = value)}
      min={0}
      max={positions_deg.at(-1) ?? 0}
      step={positions_deg[1] ?? 1}
      shown="{figure(frame?.readings.flaps_deg ?? 0)}°"
      {readonly}
    />
  </div>
  {#if simulatedBy !== null}
    <p class="border border-line p-3 text-[13px]">
      {simulatedBy === 'reference' ? 'The reference pilot' : 'A simulated pilot with two habits'} is flying. It
      is kept as a demonstration, not as the student’s.
    </p>
    <button class={button.main} onclick={ontoend} disabled={ended}>Fly on to the end at once</button>
  {:else}
    <div class="grid grid-cols-[112px_1fr] gap-3">
      <YokePad
        x={hands.attitudeHold ? hands.bank_deg / 30 : (hands.pad?.x ?? 0)}
        y={hands.attitudeHold ? hands.pitch_deg / 15 : (hands.pad?.y ?? 0)}
        onmove={(x, y) => hands.padMoved(x, y)}
        onrelease={() => (hands.pad = null)}
      />
      <div class="grid content-between text-[13px]">
        <label class="flex items-center gap-2">
          <input
            type="checkbox"
            checked={hands.attitudeHold}
            onchange={onassist}
            disabled={!attitudeHoldAllowed}
          /> attitude hold
        </label>
        {#if hands.attitudeHold}
          <p class="figure text-xs text-soft">
            pitch {signedFigure(hands.pitch_deg, 1)}°<br />bank {hands.bank_deg === 0
              ? 'level'
              : `${figure(Math.abs(hands.bank_deg), 1)}° ${hands.bank_deg > 0 ? 'right' : 'left'}`}
          </p>
        {:else}
          <p class="text-xs text-soft">hand on the stick</p>
        {/if}
        <button class="text-left text-xs text-now underline underline-offset-2" onclick={ongamepad}>
          {hands.gamepad ? 'joystick in use' : 'use a joystick'}
        </button>
      </div>
    </div>
  {/if}
</div>
