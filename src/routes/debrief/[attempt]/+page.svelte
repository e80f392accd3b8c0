<script lang="ts">
  import { page } from '$app/state';
  import { isApproach } from '$core/drill/approach/approach-drill';
  import { everyTime } from '$core/grade/time-before';
  import { duration } from '$core/flight/flight';
  import { lessonAsFlown } from '$core/flight/as-flown';
  import FindingList from '$lib/draw/FindingList.svelte';
  import { bugsAt } from '$core/flight/flight-bugs';
  import { readingsAt } from '$core/flight/replayed-readings';
  import { stripsOf } from '$lib/draw/strip';
  import { placedAt_s, sincePlaced } from '$core/flight/placings';
  import { planPicture, planTrack } from '$core/flight/plan-picture';
  import PlanView from '$lib/draw/PlanView.svelte';
  import TrackMap from '$lib/draw/TrackMap.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { Player } from '$lib/draw/player.svelte';
  import type { ActionData, PageData } from './$types';
  import AfterLanding from './AfterLanding.svelte';
  import ApproachStory from './ApproachStory.svelte';
  import ApproachThen from './ApproachThen.svelte';
  import ArithmeticSheet from './ArithmeticSheet.svelte';
  import AttemptTable from './AttemptTable.svelte';
  import ToldInFlight from './ToldInFlight.svelte';
  import DebriefHeader from './DebriefHeader.svelte';
  import { debriefKeys } from './debrief-keys';
  import { DebriefedFlight } from './debriefed-flight.svelte';
  import DiscardAttempt from './DiscardAttempt.svelte';
  import FlightActions from './FlightActions.svelte';
  import { Ghost, REFERENCE } from './ghost.svelte';
  import HoldCircuits from './HoldCircuits.svelte';
  import InstructorNotes from './InstructorNotes.svelte';
  import InstructorInFlight from './InstructorInFlight.svelte';
  import InstructorSheets from './InstructorSheets.svelte';
  import InstrumentTable from './InstrumentTable.svelte';
  import NeedleMiles from './NeedleMiles.svelte';
  import TimesBefore from './TimesBefore.svelte';
  import StripStack from '$lib/draw/StripStack.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const debrief = $derived(data.debrief);
  const grade = $derived(debrief.grade);
  const plan = $derived(debrief.lesson.plan);
  const debriefed = new DebriefedFlight(() => plan);
  const { flight, judged, failure, planned, lesson } = $derived(debriefed);
  const { aircraft, drill } = $derived(lesson);
  const standing = $derived(debrief.overrides[0]?.verdict ?? grade.verdict);

  const ghost = new Ghost(
    () => planned,
    () => grade.phases
  );
  const player = new Player(() => total_s);
  let selected = $state<number | null>(null);
  let overriding = $state(false);
  let arithmetic = $state(false);
  let noting = $state(false);
  let homework = $state(false);
  let width = $state(720);

  const total_s = $derived(flight ? duration(flight) : 1);
  const flown = $derived(everyTime(grade));
  const strips = $derived(judged ? stripsOf(judged, flown, lesson) : []);
  const readings = $derived(
    flight
      ? readingsAt(flight, player.time_s, {
          plan: lessonAsFlown(planned, flight).plan,
          propulsion: aircraft.propulsion.kind
        })
      : null
  );
  const phaseNow = $derived(flown.phases.findLast((span) => span.start_s <= player.time_s));
  const corridorsNow = $derived(
    drill.phases.find((phase) => phase.id === phaseNow?.phaseId)?.corridors ?? []
  );
  const approach = $derived(isApproach(plan) ? plan : null);
  const fromAbove = $derived(planPicture(planned));
  const track = $derived(
    fromAbove && flight
      ? sincePlaced(planTrack(planned, flight), 1, placedAt_s(flight), player.time_s || Infinity)
      : []
  );
  const hold = $derived(grade.checks.find((check) => check.kind === 'hold') ?? null);
  const turns = $derived(drill.phases.some((phase) => phase.goal.lateral.kind === 'turn'));
  const earlier = $derived(debrief.attempts.filter((attempt) => attempt.id !== debrief.attemptId));
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);

  $effect(() => {
    const id = debrief.attemptId;
    debriefed.forget();
    ghost.forget();
    player.go(Number(page.url.searchParams.get('at') ?? 0) || (debrief.takenFrom?.at_s ?? 0));
    selected = null;
    void load(id, page.url.searchParams.get('beside') ?? debrief.takenFrom?.attemptId ?? null);
  });

  async function load(id: string, firstTry: string | null) {
    await debriefed.load(id);
    // What was flown again is laid over what was flown first.
    if (firstTry) await ghost.show(firstTry);
  }

  function select(index: number) {
    selected = index;
    player.go(grade.findings[index]!.moment_s);
  }
  function stepFinding(by: 1 | -1) {
    if (grade.findings.length === 0) return;
    const next = selected === null ? (by > 0 ? 0 : grade.findings.length - 1) : selected + by;
    select((next + grade.findings.length) % grade.findings.length);
  }
  useShortcuts([
    ...player.keys(),
    ...debriefKeys({
      stepFinding,
      showEarlier: () => void ghost.show(earlier.at(-1)?.id ?? null),
      showReference: () => void ghost.show(REFERENCE),
      openArithmetic: () => (arithmetic = true),
      override: () => (overriding = data.me?.teaches ?? false),
      writeNote: () => (noting = data.me?.teaches ?? false)
    })
  ]);
</script>

<svelte:head><title>Debrief, {debrief.lesson.studentName} · Hanza</title></svelte:head>

<DebriefHeader {debrief} {lesson} {standing} onarithmetic={() => (arithmetic = true)} />

{#if grade.story && grade.segments}
  <ApproachStory story={grade.story} segments={grade.segments} onmoment={(time_s) => player.go(time_s)} />
{/if}

{#if grade.before}
  <TimesBefore times={grade.before} onmoment={(time_s) => player.go(time_s)} />
{/if}

<AfterLanding
  findings={grade.findings}
  {plan}
  lessonId={debrief.lesson.id}
  studentId={debrief.lesson.studentId}
  attemptId={debrief.attemptId}
  canTakeOver={debrief.canTakeOver}
  onmoment={select}
/>

<div class="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_340px]">
  <section bind:clientWidth={width} aria-label="Strips" class="min-w-0 overflow-x-clip">
    {#if failure || ghost.failure}
      <p class="mb-2 border border-hard p-3 text-[13px] text-hard" role="alert">
        {failure || ghost.failure}
        {#if !flight}<button class="underline" onclick={() => load(debrief.attemptId, null)}>Try again</button
          >{/if}
      </p>
    {/if}
    {#if !flight}
      {#if !failure}<p class="p-8 text-soft" role="status">Fetching the flight…</p>{/if}
    {:else}
      <StripStack
        {drill}
        phases={flown.phases}
        {strips}
        {total_s}
        {width}
        bind:cursor_s={player.time_s}
        ghostValues={(strip) => ghost.valuesFor(strip)}
        marked_s={debrief.takenFrom?.at_s ?? null}
        onseek={() => (player.playing = false)}
      />
      <FlightActions {player} {ghost} {debrief} />
      {#if approach && judged}
        <NeedleMiles {lesson} flight={judged} spans={grade.phases} />
      {/if}
      {#if hold}
        <HoldCircuits {lesson} {flight} {track} measure={hold} onmoment={(time_s) => player.go(time_s)} />
      {/if}
    {/if}
  </section>

  <div class="min-w-0">
    {#if approach}
      <ApproachThen
        {lesson}
        plan={approach}
        {flight}
        {grade}
        time_s={player.time_s}
        phaseId={phaseNow?.phaseId ?? null}
      />
    {:else if fromAbove}
      <PlanView
        picture={fromAbove}
        {track}
        seconds={player.time_s > 0 ? player.time_s : null}
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
          corridors={corridorsNow}
          covered={lesson.covered}
          compass={lesson.covered.includes('heading')}
          bugs={flight ? bugsAt(flight, player.time_s) : undefined}
        />
        {#if phaseNow}
          <InstrumentTable {drill} phaseId={phaseNow.phaseId} inPhase_s={player.time_s - phaseNow.start_s} />
        {/if}
      </div>
    {:else}<div class="aspect-[3/2]"></div>{/if}

    <section class="mt-3">
      <h2>Findings</h2>
      {#if grade.findings.length === 0}
        <p class="mt-1 text-[13px] text-soft">Nothing stands out, for better or worse.</p>
      {:else}
        <div class="mt-1 border-b border-line">
          <FindingList findings={grade.findings} {selected} onselect={select} />
        </div>
      {/if}
    </section>

    <InstructorInFlight
      marks={data.marks}
      {flight}
      {drill}
      phases={flown.phases}
      onmoment={(time_s) => player.go(time_s)}
    />
    <ToldInFlight
      {flight}
      kind="hint"
      title={(count) => `The coach spoke ${count} ${count === 1 ? 'time' : 'times'}`}
      onmoment={(time_s) => player.go(time_s)}
    />
    <ToldInFlight
      {flight}
      kind="autopilot"
      title={() => 'What the autopilot did'}
      onmoment={(time_s) => player.go(time_s)}
    />

    <InstructorNotes
      notes={debrief.notes}
      onwrite={data.me?.teaches ? () => (noting = true) : null}
      onhomework={data.me?.teaches ? () => (homework = true) : null}
    />
    {#if turns && flight && !fromAbove}
      <section class="mt-4">
        <h2 class="mb-1">Over the ground</h2>
        <TrackMap {lesson} {flight} cursor_s={player.time_s} />
      </section>
    {/if}
  </div>
</div>

<section class="mt-6">
  <h2>Attempts at this drill</h2>
  <AttemptTable
    attempts={debrief.attempts}
    history={data.history}
    compared={data.compared}
    here={debrief.attemptId}
    ghostId={ghost.shown?.id ?? null}
    onghost={flight ? (id) => void ghost.show(id) : null}
  />
  <p class="mt-2 text-xs text-soft">practice · not loggable · training aid, a qualified instructor decides</p>
  {#if debrief.canDiscard}<DiscardAttempt />{/if}
</section>

<ArithmeticSheet
  bind:open={arithmetic}
  tolerance={lesson.tolerance.name}
  {grade}
  overrides={debrief.overrides}
  onoverride={data.me?.teaches ? () => (overriding = true) : null}
/>
<InstructorSheets
  bind:overriding
  bind:noting
  bind:homework
  task={{ id: data.task, name: drill.name, due: data.weekFromNow, at_s: player.time_s }}
  {standing}
  computed={grade.verdict}
  freshIds={data.freshIds}
  {problem}
/>
