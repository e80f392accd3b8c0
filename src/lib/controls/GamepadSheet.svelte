<script lang="ts">
  import { percent } from '$core/measure/figure';
  import Slide from '$lib/ui/Slide.svelte';
  import Toggle from '$lib/ui/Toggle.svelte';
  import Tick from '$lib/ui/Tick.svelte';
  import Choice from '$lib/ui/Choice.svelte';
  import { button } from '$lib/ui/button';
  import { input } from '$lib/ui/input';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { deflection, leverSetting, uncalibrated, widened, type AxisCalibration } from './axis';
  import {
    buttonActions,
    connectedGamepads,
    defaultSetup,
    storeSetup,
    type ButtonAction,
    type GamepadSetup
  } from './gamepad';

  let { open = $bindable(false), setup = $bindable(null) }: { open?: boolean; setup?: GamepadSetup | null } =
    $props();

  let pads = $state<{ id: string; axes: number[]; pressed: number }[]>([]);
  /** The action whose button is being waited for. */
  let learning = $state<ButtonAction | null>(null);
  let calibrating = $state(false);
  const pad = $derived(pads.find((candidate) => candidate.id === setup?.deviceId) ?? null);

  $effect(() => {
    if (!open) return;
    let handle = requestAnimationFrame(function look() {
      pads = connectedGamepads().map((connected) => ({
        id: connected.id,
        axes: [...connected.axes],
        pressed: connected.buttons.findIndex(({ pressed }) => pressed)
      }));
      if (setup && learning && pad && pad.pressed >= 0) {
        setup.buttons = { ...setup.buttons, [learning]: pad.pressed };
        learning = null;
      }
      if (setup && calibrating && pad) {
        for (const part of [setup.roll, setup.pitch, setup.throttle, setup.rudder]) {
          if (part) part.calibration = widened(part.calibration, pad.axes[part.axis] ?? NaN);
        }
      }
      handle = requestAnimationFrame(look);
    });
    return () => cancelAnimationFrame(handle);
  });

  function choose(id: string) {
    setup = id ? defaultSetup(id) : null;
  }

  /** Roll and pitch alike; pedals stay as they are. */
  function gentle(gentleness: number) {
    if (!setup) return;
    for (const part of [setup.roll, setup.pitch]) part.calibration = { ...part.calibration, gentleness };
  }

  function begin() {
    if (!setup || !pad) return;
    for (const part of [setup.roll, setup.pitch, setup.throttle, setup.rudder]) {
      if (!part) continue;
      const rest = pad.axes[part.axis] ?? 0;
      part.calibration = { ...part.calibration, low: rest - 0.02, centre: rest, high: rest + 0.02 };
    }
    calibrating = true;
  }

  function done() {
    calibrating = false;
    if (setup) storeSetup($state.snapshot(setup) as GamepadSetup);
    open = false;
  }

  function toggle(part: 'throttle' | 'rudder', on: boolean) {
    if (!setup) return;
    setup[part] = on
      ? {
          axis: part === 'throttle' ? 2 : 3,
          calibration: { ...uncalibrated, deadZone: part === 'throttle' ? 0 : 0.05 }
        }
      : null;
  }
</script>

{#snippet axisRow(name: string, part: { axis: number; calibration: AxisCalibration }, lever: boolean)}
  {@const raw = pad?.axes[part.axis] ?? 0}
  {@const value = lever ? leverSetting(raw, part.calibration) * 2 - 1 : deflection(raw, part.calibration)}
  <div class="grid grid-cols-[70px_90px_1fr_80px_90px] items-center gap-2 text-[13px]">
    <span>{name}</span>
    <Choice
      label="{name}: axis"
      bind:value={() => String(part.axis), (axis) => (part.axis = Number(axis))}
      choices={(pad?.axes ?? []).map((_, index) => [String(index), `axis ${index + 1}`])}
    />
    <div class="relative h-4 border border-line bg-paper" aria-hidden="true">
      <div class="absolute top-0 h-full w-1 bg-now" style:left="calc({(value + 1) * 50}% - 2px)"></div>
    </div>
    <div class="text-xs text-soft"><Toggle bind:checked={part.calibration.inverted}>invert</Toggle></div>
    <label class="flex items-center gap-1 text-xs text-soft">
      play <input
        type="number"
        min="0"
        max="0.5"
        step="0.01"
        class="{input} figure w-16"
        bind:value={part.calibration.deadZone}
      />
    </label>
  </div>
{/snippet}

<Sheet
  bind:open
  wide
  letsGo
  title="Joystick or yoke"
  description="Move the device once so that the browser sees it."
>
  <label class="block text-xs text-soft"
    >Device
    <Choice
      label="Device"
      bind:value={() => setup?.deviceId ?? '', choose}
      choices={[
        ['', 'none: keys and pad'],
        ...pads.map((candidate) => [candidate.id, candidate.id] as const),
        ...(setup && !pad ? [[setup.deviceId, `${setup.deviceId} (not connected)`] as const] : [])
      ]}
    />
  </label>
  {#if setup && pad}
    <div class="mt-4 grid gap-2">
      {@render axisRow('Roll', setup.roll, false)}
      {@render axisRow('Pitch', setup.pitch, false)}
      {#if setup.throttle}{@render axisRow('Throttle', setup.throttle, true)}{/if}
      {#if setup.rudder}{@render axisRow('Rudder', setup.rudder, false)}{/if}
    </div>
    <div class="mt-3 flex gap-5 text-[13px]">
      <Tick checked={setup.throttle !== null} onchange={(on) => toggle('throttle', on)}
        >it has a throttle</Tick
      >
      <Tick checked={setup.rudder !== null} onchange={(on) => toggle('rudder', on)}
        >it has pedals or a twist</Tick
      >
    </div>
    <div class="mt-4 grid grid-cols-[150px_1fr_60px] items-center gap-2 text-[13px]">
      <span>Gentle in the middle</span>
      <Slide
        label="Gentle in the middle"
        value={setup.pitch.calibration.gentleness ?? 0}
        min={0}
        max={1}
        step={0.05}
        shown={percent(setup.pitch.calibration.gentleness ?? 0)}
        onslide={gentle}
      />
      <output class="figure text-right">{percent(setup.pitch.calibration.gentleness ?? 0)}</output>
    </div>
    <ul class="mt-3 flex flex-wrap gap-2 text-[13px]" aria-label="Buttons">
      {#each buttonActions as action (action)}
        <li>
          <button
            class={button.plain}
            aria-pressed={learning === action}
            onclick={() => (learning = learning === action ? null : action)}
            >{action}: {learning === action
              ? 'press it now'
              : setup.buttons?.[action] === undefined
                ? 'no button'
                : `button ${setup.buttons[action] + 1}`}</button
          >
        </li>
      {/each}
    </ul>
    <p class="mt-4 text-[13px] text-soft">
      {calibrating
        ? 'Now move every axis to both ends of its travel, then let go.'
        : 'To calibrate, let everything rest in the middle, begin, and move every axis to both ends.'}
    </p>
  {:else if pads.length === 0}
    <p class="mt-4 text-[13px] text-soft">
      No device is seen. Keys, the yoke pad and the levers on screen always work.
    </p>
  {/if}
  <div class="mt-4 flex justify-end gap-2">
    {#if setup && pad && !calibrating}<button class={button.plain} onclick={begin}>Calibrate</button>{/if}
    <button class={button.main} onclick={done}>Done</button>
  </div>
</Sheet>
