<script lang="ts">
  import { MOST_LEGS } from '$core/radio/radio-settings';
  import type { PlannedApproach } from '$core/drill/approach/approach-drill';
  import type { ApproachChart } from '$core/drill/approach/chart-of-plan';
  import type { Lesson } from '$core/drill/lesson';
  import { aboutThreshold } from '$core/procedure/approach/approach-place';
  import { beforeThreshold } from '$core/procedure/approach/approach-place';
  import { briefOnPanel } from '$core/procedure/approach/brief-on-panel';
  import type { BriefItem } from '$core/procedure/approach/card-words';
  import type { PersonsHands } from '$lib/controls/hands.svelte';
  import type { Frame } from '$lib/worker/flight-protocol';
  import ApproachPlan from '$lib/draw/ApproachPlan.svelte';
  import ApproachProfile from '$lib/draw/ApproachProfile.svelte';

  /** The chart at hand while an approach is flown: its words, from above, from the side. Where one is, only where hints are allowed. */
  let {
    lesson,
    plan,
    chart,
    frame,
    hands,
    simulatedBy,
    onbriefed
  }: {
    lesson: Lesson;
    plan: PlannedApproach;
    chart: ApproachChart;
    frame: Frame | null;
    hands: PersonsHands;
    simulatedBy: string | null;
    /** An item of the briefing was said. */
    onbriefed: (id: BriefItem['id']) => void;
  } = $props();

  const { approach, world, day, card, items, picture } = $derived(chart);
  const shown = $derived(
    plan.corridors === 'hints' && frame?.place
      ? { ...frame.place, altitude_ft: frame.readings.altitude_ft }
      : null
  );
  /** Waypoints are loaded by who flies, into a receiver that leads along them. */
  const loads = $derived(Boolean(lesson.navigation?.final) && simulatedBy === null);
  /** What the panel shows to be set; nothing while somebody else flies. */
  const onPanel = $derived(
    simulatedBy === null && hands.radios ? briefOnPanel(approach, card, hands.radios, hands.bugs) : {}
  );
  let said = $state<BriefItem['id'][]>([]);
  const done = (id: BriefItem['id']) => onPanel[id] ?? said.includes(id);
  const left = $derived(items.filter(({ id }) => !done(id)).length);
  const views = { words: 'words', above: 'above', side: 'side' } as const;
  let view = $state<keyof typeof views>('words');
  /** The waypoints of the way in, the final and, waiting beyond its end, the missed approach; each of the first two once. */
  const waypoints = $derived(
    [
      ...new Set(
        [
          ...(approach.transitions.find(({ id }) => id === day.transition)?.legs ?? []),
          ...approach.final
        ].flatMap(({ fix }) => fix ?? [])
      ),
      ...new Set(approach.missed.legs.flatMap(({ fix }) => fix ?? []))
    ].slice(0, MOST_LEGS)
  );
</script>

<section class="min-w-0 border border-line p-2 text-xs" aria-label="Chart">
  <div class="mb-1 flex items-center gap-1" role="group" aria-label="Chart shown as">
    {#each Object.entries(views) as [id, name] (id)}
      <button
        type="button"
        class="border px-2 py-1 {view === id ? 'border-now bg-band font-bold' : 'border-line'}"
        aria-pressed={view === id}
        onclick={(event) => {
          view = id as keyof typeof views;
          if (event.detail > 0) event.currentTarget.blur();
        }}>{name}</button
      >
    {/each}
    {#if simulatedBy === null}
      <span class="ml-1 text-soft">{left === 0 ? 'all briefed' : `${left} to brief`}</span>
    {/if}
    {#if loads}
      <button
        type="button"
        class="ml-auto text-now underline underline-offset-2"
        onclick={(event) => {
          if (hands.radios) hands.radios = { ...hands.radios, rnav: { legs: waypoints, course_deg: null } };
          if (event.detail > 0) event.currentTarget.blur();
        }}>load waypoints</button
      >
    {/if}
  </div>
  {#if view === 'words'}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <dl
      class="max-h-36 overflow-y-auto leading-snug [&_dt]:mt-1 [&_dt]:text-soft"
      tabindex="0"
      aria-label="Briefing"
    >
      {#each items as { id, title, lines } (id)}
        <dt class="flex items-center justify-between gap-2 pr-1">
          {title}
          {#if onPanel[id] !== undefined}
            <span class={onPanel[id] ? 'text-trace' : ''}>{onPanel[id] ? '✓ set' : 'not set'}</span>
          {:else if simulatedBy === null && said.includes(id)}
            <span class="text-trace">✓ briefed</span>
          {:else if simulatedBy === null}
            <button
              type="button"
              class="min-h-6 text-now underline underline-offset-2"
              aria-label="{title}: briefed"
              onclick={(event) => {
                said = [...said, id];
                onbriefed(id);
                if (event.detail > 0) event.currentTarget.blur();
              }}>briefed</button
            >
          {/if}
        </dt>
        {#each lines as line, i (i)}<dd class={id === 'minimum' && i === 0 ? 'font-bold' : ''}>
            {line}
          </dd>{/each}
      {/each}
    </dl>
  {:else if view === 'above'}
    <ApproachPlan
      {picture}
      label="Plan of {approach.name}"
      width={252}
      height={150}
      flown={shown ? [aboutThreshold(world, approach, shown)] : []}
    />
  {:else}
    <ApproachProfile
      {approach}
      {card}
      width={252}
      height={150}
      flown={shown
        ? [{ before_nm: beforeThreshold(world, approach, shown), altitude_ft: shown.altitude_ft }]
        : []}
    />
  {/if}
</section>
