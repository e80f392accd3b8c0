<script lang="ts">
  import { isApproach } from '$core/drill/approach/approach-drill';
  import type { PhaseSpan } from '$core/drill/phase-tracker';
  import { lessonAsFlown } from '$core/flight/as-flown';
  import { bugsAt } from '$core/flight/flight-bugs';
  import type { FlownFlight } from '$core/flight/flown-flight';
  import type { LessonShown } from '$core/flight/lesson-shown';
  import { placedAt_s, sincePlaced } from '$core/flight/placings';
  import { readingsAt } from '$core/flight/replayed-readings';
  import type { Grade } from '$core/grade/grade';
  import PlanView from '$lib/draw/PlanView.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import ApproachThen from './ApproachThen.svelte';
  import InstrumentTable from './InstrumentTable.svelte';

  /** The flight at the moment of the cursor: on its chart, on the plan, or by its instruments. */
  let {
    shown,
    flown,
    grade,
    phase,
    time_s
  }: {
    /** As planned. */
    shown: LessonShown;
    /** null: it has not come yet. */
    flown: FlownFlight | null;
    grade: Grade;
    /** The phase of that moment. */
    phase: PhaseSpan | null;
    time_s: number;
  } = $props();

  const { fromAbove, chart } = $derived(shown);
  const lesson = $derived(flown?.lesson ?? shown.lesson);
  const { aircraft, drill, plan } = $derived(lesson);
  const flight = $derived(flown?.flight ?? null);
  const approach = $derived(isApproach(shown.lesson.plan) ? shown.lesson.plan : null);
  const track = $derived(
    flown ? sincePlaced(flown.track, 1, placedAt_s(flown.flight), time_s || Infinity) : []
  );
  const asFlown = $derived(flight && lessonAsFlown(shown.lesson, flight).plan);
  const readings = $derived(
    flight && asFlown ? readingsAt(flight, time_s, { plan: asFlown, aircraft }) : null
  );
  const corridors = $derived(drill.phases.find(({ id }) => id === phase?.phaseId)?.corridors ?? []);
</script>

{#if approach && chart}
  <ApproachThen {lesson} {chart} plan={approach} {flight} {grade} {time_s} phaseId={phase?.phaseId ?? null} />
{:else if fromAbove}
  <PlanView
    picture={fromAbove}
    {track}
    seconds={time_s > 0 ? time_s : null}
    over
    width={340}
    height={270}
    label="Plan view: corridors, what was asked for, and the way flown until the moment of the cursor"
  />
{:else if readings}
  <div class="no-print">
    <Panel
      kind={plan.panel}
      {readings}
      setting_hPa={plan.altimeterSetting_hPa}
      speeds={aircraft.speeds}
      {corridors}
      covered={lesson.covered}
      compass={lesson.covered.includes('heading')}
      bugs={flight ? bugsAt(flight, time_s) : undefined}
    />
    {#if phase}
      <InstrumentTable {drill} phaseId={phase.phaseId} inPhase_s={time_s - phase.start_s} />
    {/if}
  </div>
{:else}<div class="aspect-[3/2]"></div>{/if}
