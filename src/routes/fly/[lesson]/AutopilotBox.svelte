<script lang="ts">
  import type { AutopilotModes } from '$core/aircraft/autopilot';
  import type { CourseMode } from '$core/aircraft/autopilot-couplings';
  import type { LessonPlan } from '$core/drill/lesson-plan';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import type { Frame } from '$lib/worker/flight-protocol';

  /** What the autopilot is asked for, what it flies, and why it does not fly what it was asked for. */
  let { plan, hands, frame }: { plan: LessonPlan; hands: PersonsHands; frame: Frame | null } = $props();

  const vertical = $derived(hands.modes.vertical);
  const shown = $derived(frame?.autopilot ?? null);
  const followsPath = $derived(shown?.flies.vertical === 'path');
  /** A path that is followed, or was lost, is let go by another vertical mode: nobody chooses a pitch. */
  const pathRules = $derived(followsPath || shown?.flies.vertical === 'pitch');
  let refused = $state<string | null>(null);

  const COURSES: { mode: CourseMode; name: string; title: string }[] = [
    { mode: 'off', name: 'none', title: 'Heading only' },
    { mode: 'course', name: 'course', title: 'The course of the main needle' },
    { mode: 'approach', name: 'with path', title: 'The course, and its path from below' },
    { mode: 'back course', name: 'back', title: 'A localizer from behind: its needle is the other way round' }
  ];
  type Chosen = 'altitude' | 'vertical speed' | 'speed';
  const TARGETS: Record<Chosen, { name: string; unit: string; step: number; least: number; most: number }> = {
    altitude: { name: 'altitude', unit: 'ft', step: 100, least: 0, most: 25_000 },
    'vertical speed': { name: 'rate', unit: 'ft/min', step: 100, least: -2000, most: 2000 },
    speed: { name: 'speed', unit: 'kt', step: 5, least: 50, most: 250 }
  };
  const chosen = $derived(
    vertical.mode === 'altitude' || vertical.mode === 'vertical speed' || vertical.mode === 'speed'
      ? vertical.mode
      : null
  );
  const target = $derived(
    vertical.mode === 'altitude'
      ? vertical.altitude_ft
      : vertical.mode === 'vertical speed'
        ? vertical.verticalSpeed_fpm
        : vertical.mode === 'speed'
          ? vertical.ias_kt
          : 0
  );

  function modeFor(mode: Chosen, value: number): AutopilotModes['vertical'] {
    return mode === 'altitude'
      ? { mode, altitude_ft: value }
      : mode === 'vertical speed'
        ? { mode, verticalSpeed_fpm: value }
        : { mode, ias_kt: value };
  }
  /** A mode begins with what is flown now. */
  function choose(mode: Chosen) {
    const now = frame?.readings;
    const altitude_ft = 100 * Math.round((now?.altitude_ft ?? plan.startAltitude_ft) / 100);
    const value =
      mode === 'altitude'
        ? altitude_ft
        : mode === 'vertical speed'
          ? 100 * Math.round((now?.verticalSpeed_fpm ?? 0) / 100)
          : Math.round(now?.ias_kt ?? plan.startSpeed_kt);
    hands.chooseVertical(modeFor(mode, value), pathRules);
  }

  /** A figure within its limits is taken; another one is said, and the field shows again what is flown. */
  function take(
    field: HTMLInputElement,
    name: string,
    least: number,
    most: number,
    use: (value: number) => void
  ) {
    const value = Number(field.value);
    const fits = field.value.trim() !== '' && value >= least && value <= most;
    refused = fits ? null : `${name}: from ${least} to ${most}`;
    if (fits) use(value);
  }

  const field =
    'figure w-20 rounded-sm border border-strong-line bg-sheet px-1.5 py-0.5 text-right text-[13px]';
  const choice = (pressed: boolean) =>
    `min-h-7 flex-1 rounded-sm border px-1 ${pressed ? 'border-now bg-band font-bold' : 'border-line'}`;
</script>

<div class="grid gap-1 text-[13px]">
  <label class="flex items-center justify-between gap-2"
    >heading
    <input
      type="number"
      class={field}
      value={hands.modes.heading_deg ?? 360}
      onchange={(event) =>
        take(event.currentTarget, 'Heading', 1, 360, (value) => (hands.modes.heading_deg = value))}
    /></label
  >
  {#if hands.radios}
    <div class="flex gap-1" role="group" aria-label="Course of the radios to follow">
      {#each COURSES as { mode, name, title } (mode)}
        <button
          class={choice(hands.modes.course === mode)}
          aria-pressed={hands.modes.course === mode}
          {title}
          onclick={() => (hands.modes.course = mode)}>{name}</button
        >
      {/each}
    </div>
  {/if}
  <div class="flex gap-1" role="group" aria-label="Vertical mode">
    {#each Object.entries(TARGETS) as [mode, { name }] (mode)}
      <button
        class={choice(vertical.mode === mode && !followsPath)}
        aria-pressed={vertical.mode === mode && !followsPath}
        onclick={() => choose(mode as Chosen)}>{name}</button
      >
    {/each}
  </div>
  <div class="flex items-center gap-2">
    <button
      class={choice(vertical.mode === 'go around')}
      aria-pressed={vertical.mode === 'go around'}
      title="Nose up, wings level on this heading; the power is yours"
      onclick={() => frame && hands.goAround(frame.readings)}>go around</button
    >
    {#if chosen && !followsPath}
      {@const { name, unit, step, least, most } = TARGETS[chosen]}
      <label class="flex items-center gap-2">
        {unit}
        <input
          type="number"
          {step}
          class={field}
          value={target}
          onchange={(event) =>
            take(event.currentTarget, name, least, most, (value) =>
              hands.chooseVertical(modeFor(chosen, value), pathRules)
            )}
        />
      </label>
    {/if}
  </div>
  {#if shown}
    <dl
      class="grid min-h-9 grid-cols-[auto_1fr] content-start gap-x-2 border-t border-line pt-1 text-xs"
      aria-label="Autopilot"
    >
      <dt class="text-soft">flies</dt>
      <dd>{shown.flies.lateral} · {shown.flies.vertical}</dd>
      {#if shown.armed.length > 0}
        <dt class="text-soft">waits for</dt>
        <dd>{shown.armed.join(' · ')}</dd>
      {/if}
    </dl>
  {/if}
  <p class="min-h-4 text-xs" role="status">{refused ?? shown?.says ?? ''}</p>
</div>
