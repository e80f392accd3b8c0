<script lang="ts">
  import { isApproach } from '$core/drill/approach/approach-drill';
  import type { Phase } from '$core/drill/drill';
  import type { Lesson } from '$core/drill/lesson';
  import { lessonAsFlown } from '$core/flight/as-flown';
  import type { Flight } from '$core/flight/flight';
  import type { LessonShown } from '$core/flight/lesson-shown';
  import type { PlanPoint } from '$core/flight/plan-picture';
  import { placedAt_s, sincePlaced } from '$core/flight/placings';
  import { readingsAt } from '$core/flight/replayed-readings';
  import FlownApproach from '$lib/draw/FlownApproach.svelte';
  import PlanView from '$lib/draw/PlanView.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import SeenThen from '$lib/panel/SeenThen.svelte';
  import type { WatchedFlight } from '$lib/worker/watched-flight.svelte';

  /** The airplane now, or at a moment that is looked at: on its chart, by its panel, and what is seen out of it. */
  let {
    shown,
    lesson,
    watched,
    flight,
    track,
    phase,
    cursor_s,
    looked_s
  }: {
    /** As planned. */
    shown: LessonShown;
    /** With what was asked for on the way. */
    lesson: Lesson;
    watched: WatchedFlight;
    /** null: nothing has come yet. */
    flight: Flight | null;
    track: readonly PlanPoint[];
    /** The phase of that moment. */
    phase: Phase | null;
    cursor_s: number;
    /** null: now. */
    looked_s: number | null;
  } = $props();

  const { fromAbove, chart } = $derived(shown);
  const { plan, aircraft } = $derived(shown.lesson);
  const approach = $derived(isApproach(plan) ? plan : null);
  const asFlown = $derived(flight ? lessonAsFlown(shown.lesson, flight).plan : plan);
  /** Now the panel is that of the newest sample; at a moment that is looked at, of that. */
  const recorded = $derived(
    flight && looked_s !== null
      ? { flight, time_s: looked_s }
      : watched.length > 0
        ? { flight: watched.lastSeconds(), time_s: watched.flown_s }
        : null
  );
</script>

{#if approach && chart}
  <div><FlownApproach {chart} plan={approach} {flight} final_s={null} {cursor_s} /></div>
{:else if fromAbove}
  <PlanView
    picture={fromAbove}
    track={flight ? sincePlaced(track, 1, placedAt_s(flight), cursor_s) : []}
    seconds={cursor_s > 0 ? cursor_s : null}
    over
    width={340}
    height={270}
    label="Plan view: corridors, what was asked for, and the way flown"
  />
{/if}
{#if recorded}
  <div class="mx-auto w-full max-w-[300px]">
    <Panel
      kind={plan.panel}
      readings={readingsAt(recorded.flight, recorded.time_s, {
        plan: asFlown,
        aircraft
      })}
      setting_hPa={plan.altimeterSetting_hPa}
      speeds={aircraft.speeds}
      corridors={phase?.corridors ?? []}
      covered={lesson.covered}
    />
    <!-- The needle, where there are radios, and the view out. -->
    <SeenThen {lesson} {...recorded} phaseId={phase?.id ?? null} />
  </div>
{/if}
