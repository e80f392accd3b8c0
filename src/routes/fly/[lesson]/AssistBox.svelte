<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import type { AssistLevel, LessonPlan } from '$core/drill/lesson-plan';
  import { allowsAssist, assistLevels } from '$core/drill/lesson-plan';
  import { figure, signedFigure } from '$core/measure/figure';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import YokePad from '$lib/panel/YokePad.svelte';

  /** Who holds the airplane: the hand, the attitude hold, or the autopilot with its modes. */
  let {
    plan,
    hands,
    onassist,
    ondown,
    ongamepad
  }: {
    plan: LessonPlan;
    hands: PersonsHands;
    onassist: (level: AssistLevel) => void;
    /** Which way is nose up, on the arrows and the pad, was chosen. */
    ondown: (downIsNoseUp: boolean) => void;
    ongamepad: () => void;
  } = $props();

  const NAMES: Record<AssistLevel, string> = {
    direct: 'stick',
    'attitude-hold': 'attitude',
    autopilot: 'autopilot'
  };
  const vertical = $derived(hands.modes.vertical);
  const field =
    'figure w-20 rounded-sm border border-strong-line bg-sheet px-1.5 py-0.5 text-right text-[13px]';
  type Mode = typeof vertical.mode;
  const MODES: { mode: Mode; name: string }[] = [
    { mode: 'altitude', name: 'altitude' },
    { mode: 'vertical speed', name: 'rate' },
    { mode: 'speed', name: 'speed' }
  ];

  function choose(mode: Mode) {
    hands.modes.vertical =
      mode === 'altitude'
        ? { mode, altitude_ft: plan.startAltitude_ft }
        : mode === 'vertical speed'
          ? { mode, verticalSpeed_fpm: 0 }
          : { mode: 'speed', ias_kt: plan.startSpeed_kt };
  }
</script>

<div class="grid gap-2">
  <div class="flex gap-1 text-[13px]" role="group" aria-label="Help in flying">
    {#each assistLevels as level (level)}
      <button
        class="min-h-7 flex-1 rounded-sm border px-1.5 disabled:opacity-50 {hands.assist === level
          ? 'border-now bg-band font-bold'
          : 'border-line'}"
        aria-pressed={hands.assist === level}
        disabled={!allowsAssist(plan, level)}
        onclick={(event) => {
          onassist(level);
          if (event.detail > 0) event.currentTarget.blur();
        }}>{NAMES[level]}</button
      >
    {/each}
  </div>
  {#if hands.assist === 'autopilot'}
    <div class="grid gap-1 text-[13px]">
      <label class="flex items-center justify-between gap-2"
        >heading
        <input
          type="number"
          min="1"
          max="360"
          class={field}
          value={hands.modes.heading_deg ?? 0}
          onchange={(event) => (hands.modes.heading_deg = Number(event.currentTarget.value) || null)}
        /></label
      >
      <div class="flex gap-1" role="group" aria-label="Vertical mode">
        {#each MODES as { mode, name } (mode)}
          <button
            class="min-h-7 flex-1 rounded-sm border px-1 {vertical.mode === mode
              ? 'border-now bg-band font-bold'
              : 'border-line'}"
            aria-pressed={vertical.mode === mode}
            onclick={() => choose(mode)}>{name}</button
          >
        {/each}
      </div>
      {#if vertical.mode !== 'pitch'}
        <label class="flex items-center justify-between gap-2">
          {vertical.mode === 'altitude' ? 'ft' : vertical.mode === 'speed' ? 'kt' : 'ft/min'}
          <input
            type="number"
            step={vertical.mode === 'speed' ? 5 : 100}
            class={field}
            value={vertical.mode === 'altitude'
              ? vertical.altitude_ft
              : vertical.mode === 'speed'
                ? vertical.ias_kt
                : vertical.verticalSpeed_fpm}
            onchange={(event) => {
              const value = Number(event.currentTarget.value);
              if (vertical.mode === 'altitude') vertical.altitude_ft = value;
              else if (vertical.mode === 'speed') vertical.ias_kt = Math.max(50, value);
              else vertical.verticalSpeed_fpm = value;
            }}
          />
        </label>
      {/if}
    </div>
  {:else}
    <div class="grid grid-cols-[92px_1fr] gap-3 pointer-coarse:grid-cols-[190px_1fr]">
      <YokePad
        x={hands.attitudeHold ? hands.bank_deg / 45 : (hands.pad?.x ?? 0)}
        y={hands.attitudeHold ? hands.noseUp(hands.pitch_deg / 20) : (hands.pad?.y ?? 0)}
        downIsNoseUp={hands.downIsNoseUp}
        onmove={(x, y) => hands.padMoved(x, y)}
        onrelease={() => (hands.pad = null)}
      />
      <div class="grid content-between text-[13px]">
        {#if hands.attitudeHold}
          <p class="figure text-xs text-soft">
            pitch {signedFigure(hands.pitch_deg, 1)}°<br />bank {hands.bank_deg === 0
              ? 'level'
              : `${figure(Math.abs(hands.bank_deg), 1)}° ${hands.bank_deg > 0 ? 'right' : 'left'}`}
          </p>
        {:else}
          <p class="text-xs text-soft">hand on the stick</p>
        {/if}
        <div class="text-xs text-soft">
          <Toggle checked={hands.downIsNoseUp} onchange={ondown}>down is nose up</Toggle>
        </div>
        <button class="text-left text-xs text-now underline underline-offset-2" onclick={ongamepad}>
          {hands.gamepad ? 'joystick in use' : 'use a joystick'}
        </button>
        {#if hands.joystickLost}<p class="text-xs text-hard" role="alert">
            ✕ The joystick is not there any more; time stands still. Plug it in, or choose other controls.
          </p>{/if}
        {#if hands.axisSuspect}<p class="text-xs text-below" role="status">
            ▼ An axis of the joystick jumps; jumps are held back. Check its plug.
          </p>{/if}
      </div>
    </div>
  {/if}
</div>
