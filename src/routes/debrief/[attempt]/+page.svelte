<script lang="ts">
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import { everyTime } from '$core/grade/time-before';
  import { duration } from '$core/flight/flight';
  import FindingList from '$lib/draw/FindingList.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { Player } from '$lib/draw/player.svelte';
  import type { ActionData, PageData } from './$types';
  import AfterLanding from './AfterLanding.svelte';
  import ApproachStory from './ApproachStory.svelte';
  import ArithmeticSheet from './ArithmeticSheet.svelte';
  import AttemptTable from './AttemptTable.svelte';
  import ToldInFlight from './ToldInFlight.svelte';
  import DebriefHeader from './DebriefHeader.svelte';
  import { debriefKeys } from './debrief-keys';
  import { DebriefedFlight } from './debriefed-flight.svelte';
  import DiscardAttempt from './DiscardAttempt.svelte';
  import { Ghost, REFERENCE } from './ghost.svelte';
  import InstructorNotes from './InstructorNotes.svelte';
  import InstructorInFlight from './InstructorInFlight.svelte';
  import InstructorSheets from './InstructorSheets.svelte';
  import TimesBefore from './TimesBefore.svelte';

  let { data, form }: { data: PageData; form: ActionData } = $props();
  const debrief = $derived(data.debrief);
  const grade = $derived(debrief.grade);
  const plan = $derived(debrief.lesson.plan);
  const debriefed = new DebriefedFlight(
    () => data.shown.lesson,
    untrack(() => data.debrief.attemptId)
  );
  const { flown, flight, failure, lesson } = $derived(debriefed);
  const { drill } = $derived(lesson);
  const standing = $derived(debrief.overrides[0]?.verdict ?? grade.verdict);

  const ghost = new Ghost(
    () => data.shown.lesson,
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
  const everything = $derived(everyTime(grade));
  const phaseNow = $derived(everything.phases.findLast((span) => span.start_s <= player.time_s) ?? null);
  const turns = $derived(drill.phases.some((phase) => phase.goal.lateral.kind === 'turn'));
  const earlier = $derived(debrief.attempts.filter((attempt) => attempt.id !== debrief.attemptId));
  const problem = (field: string) => (form && 'field' in form && form.field === field ? form.message : null);

  /** What draws a flight is fetched while the flight is: the page is read before. */
  const drawing = () => import('./FlightStrips.svelte');
  onMount(() => void drawing());

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
  next={data.next}
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
    {#if !flown}
      {#if !failure}<p class="p-8 text-soft" role="status">Fetching the flight…</p>{/if}
    {:else}
      {#await drawing() then { default: FlightStrips }}
        <FlightStrips
          {flown}
          {everything}
          {debrief}
          fromAbove={data.shown.fromAbove}
          {player}
          {ghost}
          {width}
        />
      {/await}
    {/if}
  </section>

  <div class="min-w-0">
    {#await import('./FlightThen.svelte')}
      <div class="aspect-[3/2]"></div>
    {:then { default: FlightThen }}
      <FlightThen shown={data.shown} {flown} {grade} phase={phaseNow} time_s={player.time_s} />
    {/await}

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
      phases={everything.phases}
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
    {#if turns && flight && !data.shown.fromAbove}
      <section class="mt-4">
        <h2 class="mb-1">Over the ground</h2>
        {#await import('$lib/draw/TrackMap.svelte') then { default: TrackMap }}
          <TrackMap {lesson} {flight} cursor_s={player.time_s} />
        {/await}
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
