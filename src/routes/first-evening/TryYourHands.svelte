<script lang="ts">
  import { aircraftById } from '$core/aircraft/catalogue';
  import { LARGEST_BANK_DEG, LARGEST_PITCH_DEG } from '$core/aircraft/attitude-hold';
  import { clamp } from '$core/measure/clamp';
  import { storedSetup } from '$lib/controls/gamepad';
  import { LONGEST_PICTURE_S, PersonsHands } from '$lib/controls/hands.svelte';
  import AttitudeIndicator from '$lib/panel/AttitudeIndicator.svelte';
  import YokePad from '$lib/panel/YokePad.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { onMount } from 'svelte';

  /** An attitude that follows keys, mouse, finger and joystick, and four things to do with it. */
  let { aircraftId }: { aircraftId: string } = $props();

  // svelte-ignore state_referenced_locally
  const hands = new PersonsHands(aircraftById(aircraftId));
  hands.assist = 'attitude-hold';
  let shown = $state({ pitch_deg: 0, bank_deg: 0 });
  const TRIALS = [
    { words: 'Nose 5° up', is: () => shown.pitch_deg >= 4.5 && shown.pitch_deg <= 6 },
    { words: 'Bank 15° to the right', is: () => shown.bank_deg >= 14 && shown.bank_deg <= 17.5 },
    { words: 'Bank 15° to the left', is: () => shown.bank_deg <= -14 && shown.bank_deg >= -17.5 },
    {
      words: 'Level again, nose and wings',
      is: () => Math.abs(shown.bank_deg) < 1 && Math.abs(shown.pitch_deg) < 1
    }
  ];
  let done = $state(0);

  /** Share of what is left that the airplane has followed after a picture. */
  const FOLLOWS = 0.08;
  /** How fast a stick held over moves the nose and the wings, degrees a second. */
  const STICK_DEGPS = { pitch: 8, bank: 30 };
  let joystickOpen = $state(false);
  onMount(() => {
    hands.gamepad = storedSetup();
    let frame = 0;
    let last_ms = performance.now();
    const draw = (now_ms: number) => {
      const dt_s = clamp((now_ms - last_ms) / 1000, 0, LONGEST_PICTURE_S);
      last_ms = now_ms;
      const { stick } = hands.now(dt_s, shown);
      shown =
        stick.kind === 'direct'
          ? {
              pitch_deg: clamp(
                shown.pitch_deg + stick.elevator * STICK_DEGPS.pitch * dt_s,
                -LARGEST_PITCH_DEG,
                LARGEST_PITCH_DEG
              ),
              bank_deg: clamp(
                shown.bank_deg + stick.aileron * STICK_DEGPS.bank * dt_s,
                -LARGEST_BANK_DEG,
                LARGEST_BANK_DEG
              )
            }
          : {
              pitch_deg: shown.pitch_deg + (hands.pitch_deg - shown.pitch_deg) * FOLLOWS,
              bank_deg: shown.bank_deg + (hands.bank_deg - shown.bank_deg) * FOLLOWS
            };
      if (TRIALS[done]?.is()) done += 1;
      frame = requestAnimationFrame(draw);
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  });

  const way = $derived(hands.downIsNoseUp ? -1 : 1);
  useShortcuts([
    { key: 'ArrowUp', shown: '↑ ↓', does: 'nose', run: () => hands.nudgePitch(way) },
    { key: 'ArrowDown', shown: '', does: '', run: () => hands.nudgePitch(-way) },
    { key: 'ArrowLeft', shown: '← →', does: 'bank', run: () => hands.nudgeBank(-1) },
    { key: 'ArrowRight', shown: '', does: '', run: () => hands.nudgeBank(1) },
    { key: 'l', shown: 'L', does: 'wings level', run: () => hands.levelWings() }
  ]);
</script>

<div class="mt-2 grid items-start gap-6 sm:grid-cols-[180px_140px_minmax(0,1fr)]">
  <AttitudeIndicator pitch_deg={shown.pitch_deg} bank_deg={shown.bank_deg} />
  <YokePad
    x={hands.bank_deg / 45}
    y={hands.noseUp(hands.pitch_deg) / 20}
    downIsNoseUp={hands.downIsNoseUp}
    onmove={(x, y) => hands.padMoved(x, y)}
    onrelease={() => (hands.pad = null)}
  />
  <div class="max-w-prose text-[13px]">
    <p>
      The arrow keys, or drag in the field with mouse or finger, or a joystick. What you set is kept: the
      airplane flies the attitude you leave it with. <kbd>W</kbd> and <kbd>S</kbd> are power in flight;
      <kbd>?</kbd> shows all keys anywhere.
    </p>
    <button
      type="button"
      class="mt-1 min-h-6 text-now underline underline-offset-2"
      onclick={() => (joystickOpen = true)}>{hands.gamepad ? 'joystick in use' : 'use a joystick'}</button
    >
    {#if hands.joystickLost}<p class="text-xs text-hard" role="alert">
        ✕ The joystick is not there. Plug it in, or choose other controls.
      </p>{/if}
    <ol class="mt-2 grid gap-1">
      {#each TRIALS as { words }, i (words)}
        <li class={i === done ? 'font-bold' : 'text-soft'}>
          <span aria-hidden="true">{i < done ? '◆' : '·'}</span>
          {words}{i < done ? ': done' : ''}
        </li>
      {/each}
    </ol>
    <p role="status" class="mt-1 text-trace">
      {done === TRIALS.length ? 'That is all there is to it. On to the first flight.' : ''}
    </p>
  </div>
</div>

{#if joystickOpen}
  {#await import('$lib/controls/GamepadSheet.svelte') then { default: GamepadSheet }}
    <GamepadSheet bind:open={joystickOpen} bind:setup={hands.gamepad} />
  {/await}
{/if}
