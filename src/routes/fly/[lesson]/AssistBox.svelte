<script lang="ts">
  import Toggle from '$lib/ui/Toggle.svelte';
  import { allowsAssist, assistLevels, type AssistLevel } from '$core/drill/assist-level';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import { figure, signedFigure } from '$core/measure/figure';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import YokePad from '$lib/panel/YokePad.svelte';
  import type { Frame } from '$lib/worker/flight-protocol';
  import AutopilotBox from './AutopilotBox.svelte';

  /** Who holds the airplane: the hand, the attitude hold, or the autopilot with its modes. */
  let {
    plan,
    hands,
    frame,
    onassist,
    ondown,
    ongamepad
  }: {
    plan: LessonPlan;
    hands: PersonsHands;
    frame: Frame | null;
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
</script>

<div class="grid gap-2">
  <div class="flex gap-1 text-[13px]" role="group" aria-label="Help in flying">
    {#each assistLevels as level (level)}
      <button
        class="min-h-7 flex-1 rounded-sm border px-1.5 disabled:opacity-50 {hands.assist === level
          ? 'border-now bg-band font-bold'
          : 'border-line'}"
        aria-pressed={hands.assist === level}
        disabled={!frame || !allowsAssist(plan, level)}
        onclick={(event) => {
          onassist(level);
          if (event.detail > 0) event.currentTarget.blur();
        }}>{NAMES[level]}</button
      >
    {/each}
  </div>
  {#if hands.assist === 'autopilot'}
    <AutopilotBox {plan} {hands} {frame} />
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
