<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { isApproach } from '$core/drill/approach/approach-drill';
  import { distractionsOfLesson, oilPressure } from '$core/drill/distraction';
  import { nextPhase } from '$core/drill/drill';
  import { holdClearance } from '$core/drill/hold-clearance';
  import { clock } from '$core/measure/figure';
  import { storedSetup } from '$lib/controls/gamepad';
  import { PersonsHands } from '$lib/controls/hands.svelte';
  import { useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { BenchAnswers } from '$lib/worker/bench-answers.svelte';
  import type { PageData } from './$types';
  import { AttemptUnderWay } from './attempt-under-way.svelte';
  import AttemptNotes from './AttemptNotes.svelte';
  import Board from './Board.svelte';
  import CalledWords from './CalledWords.svelte';
  import BeginAgainSheet from './BeginAgainSheet.svelte';
  import ControlExchange from './ControlExchange.svelte';
  import CoverSheet from './CoverSheet.svelte';
  import FlightHeader from './FlightHeader.svelte';
  import PhaseRibbon from './PhaseRibbon.svelte';
  import { noBugs } from '$core/instrument/bugs';
  import SideColumn from './SideColumn.svelte';
  import DistractionBox from './DistractionBox.svelte';
  import { DistractionDesk, answerKeys } from './distraction-desk.svelte';
  import FlightBar from './FlightBar.svelte';
  import { FlightPictures } from './flight-pictures';
  import { FlownWay } from './flown-way.svelte';
  import { LookingOut } from './looking-out.svelte';
  import { Helps } from './helps.svelte';
  import { stillBehind } from './still-behind.svelte';
  import { InstructorVoice } from './instructor-voice.svelte';
  import { flyingKeys, lessonKeys, oneHandKeys, radioKeys } from './keys';
  import { arrowsInto, keysBackAtClick } from './keys-back';
  import { SaidLately } from './said-lately.svelte';
  import { Stopwatch } from './stopwatch.svelte';
  import { ScanAttention, lookingKeys } from './scan-attention.svelte';

  let { data }: { data: PageData } = $props();
  const { lesson: planned, shown, me } = untrack(() => data);
  const plan = planned.plan;
  const asPlanned = shown.lesson;
  const hands = new PersonsHands(asPlanned.aircraft);
  const task = plan.scan ?? null;
  const attention =
    task && new ScanAttention(task, asPlanned.covered, (area) => underWay.session?.look(area));
  const desk = task?.distractions
    ? new DistractionDesk(distractionsOfLesson(asPlanned), (what) => underWay.session?.note(what))
    : null;
  /** Seen from above; only where hints are allowed. */
  const hints = plan.corridors === 'hints';
  const fromAbove = hints ? shown.fromAbove : null;
  const way = new FlownWay();
  const approach = isApproach(plan) ? plan : null;
  const lookingOut = new LookingOut(
    approach !== null ||
      plan.cloudBase_ft !== null ||
      asPlanned.drill.phases.some(({ looksOut }) => looksOut),
    approach?.approach.ends === 'missed' ? 'off' : 'small'
  );
  const benchAnswers = new BenchAnswers(() => data.bench);
  let gamepadOpen = $state(false);
  let coverOpen = $state(false);
  let leaving = $state(false);
  /** Sums are asked meanwhile. */
  let underLoad = $state(false);

  const underWay = new AttemptUnderWay({
    lesson: asPlanned,
    lessonId: planned.id,
    me: me!,
    hands,
    onbegin() {
      stopwatch.begin();
      voice.begin();
      helps.begin();
      desk?.begin();
      way.begin();
    },
    onready(ownEyes) {
      if (ownEyes) attention?.begin();
      lookingOut.tell(underWay.session);
    },
    ongraded: (id) => void goto(`/debrief/${id}`),
    onothergraded: () => void invalidateAll()
  });
  const { session, frame, flying, simulatedBy, lesson } = $derived(underWay);
  const drill = $derived(lesson.drill);
  const helps = new Helps(asPlanned, hands, underWay);
  const stopwatch = new Stopwatch(
    () => underWay.frame?.time_s ?? 0,
    (what) => underWay.session?.note({ kind: 'timer', detail: what }),
    asPlanned.navigation !== null
  );
  const voice = new InstructorVoice((index) =>
    [drill.phases[index]!.call, clearance].filter(Boolean).join('. ')
  );
  const saidLately = new SaidLately(
    () => underWay.said,
    (words) => voice.say(words)
  );
  const pictures = new FlightPictures(underWay, hands, voice, { attention, way, desk, lookingOut, helps });
  const open = $derived(data.open[0] ?? null);
  const phase = $derived(frame ? drill.phases[frame.phaseIndex]! : null);
  /** The hold to come, as a controller would clear it, in good time before its fix. */
  const clearance = $derived.by(() => {
    const next = frame && session?.state !== 'ready' ? nextPhase(drill, frame.phaseIndex) : null;
    return next ? holdClearance(next) : null;
  });
  const view = $derived(
    attention && session?.state !== 'ready' ? attention.view(frame?.time_s ?? 0, underWay.ownEyes) : null
  );
  const shownHands = $derived(simulatedBy && frame ? frame.hands : hands);
  /** The autopilot's heading is the heading's bug. */
  const shownBugs = $derived.by(() => {
    const bugs = shownHands.bugs ?? noBugs;
    const flown = !simulatedBy && hands.assist === 'autopilot' ? hands.modes.heading_deg : null;
    return flown === null ? bugs : { ...bugs, heading_deg: flown };
  });

  onMount(() => {
    underWay.connect();
    hands.gamepad = storedSetup();
    hands.onpause = () => underWay.togglePause();
    helps.restore(page.url.searchParams.has('with'));
    lookingOut.restore();
    underWay.prepareFirst(page.url.searchParams.has('shown'));
    const from = page.url.searchParams.get('from');
    if (from) void underWay.takeOver(from, Number(page.url.searchParams.get('at') ?? 0));
    pictures.begin();
  });
  onDestroy(() => {
    pictures.end();
    voice.close();
    underWay.dispose();
  });

  function mark() {
    session?.note({ kind: 'mark', detail: phase?.reference?.fix ?? '' });
    underWay.note = `Called at ${clock(frame?.time_s ?? 0)}.`;
  }

  stillBehind(
    () => leaving || coverOpen || gamepadOpen,
    hands,
    () => session
  );

  const bothHands = {
    nextAssist: () => helps.nextAssist(),
    cover: () => (coverOpen = true),
    toggleVoice: () => (voice.on = !voice.on)
  };
  useShortcuts([
    ...lessonKeys({
      togglePause: () => underWay.togglePause(),
      stopwatch,
      setRate: (rate) => session?.setRate(rate),
      beginAgain: () => (leaving = true),
      ...(attention ? {} : { bothHands })
    }),
    ...(attention ? [...lookingKeys(attention), ...oneHandKeys(hands)] : flyingKeys(hands)),
    ...(asPlanned.navigation && !attention ? radioKeys(hands, mark) : []),
    ...lookingOut.keys(() => session),
    ...(desk ? answerKeys(desk, () => frame?.time_s ?? 0) : [])
  ]);

  const arrows = arrowsInto(hands.pressed);
</script>

<svelte:head><title>Fly, lesson {planned.number} · Hanza</title></svelte:head>
<svelte:window
  onkeydown={arrows.down}
  onkeyup={arrows.up}
  onclick={keysBackAtClick}
  onblur={() => hands.pressed.clear()}
/>

<FlightHeader
  lesson={asPlanned}
  {planned}
  report={shown.reported}
  {flying}
  saving={underWay.saving}
  isSaved={underWay.isSaved}
  watchers={underWay.watchers}
/>

<!-- What is said now lies over the names of the phases, one under the other: the panel stays where it is. -->
<div class="relative">
  <div class="absolute inset-x-0 top-0 z-20 grid gap-1">
    {#if session}<ControlExchange {session} by={underWay.controlBy} />{/if}
    {#if session && frame?.offer}
      {#await import('./TestOffer.svelte') then { default: TestOffer }}
        <TestOffer {session} offer={frame.offer} />
      {/await}
    {/if}
  </div>
</div>
<PhaseRibbon
  {drill}
  index={frame?.phaseIndex ?? null}
  {hints}
  retractable={asPlanned.aircraft.gear.retractable}
  pathLost={approach?.approach.pathLost === true}
/>
<CalledWords
  call={session?.state === 'ready' ? null : (phase?.call ?? null)}
  {clearance}
  time_s={frame?.time_s ?? 0}
  hint={frame?.hint ?? null}
  said={saidLately.words}
  frozen={session?.frozen ?? false}
  held={helps.held}
/>

{#if desk && frame && session?.state !== 'ready'}<DistractionBox {desk} time_s={frame.time_s} />{/if}
<div
  class="mt-1 grid grid-cols-[minmax(0,1fr)_300px] gap-6 compact:gap-3 compact:landscape:grid-cols-[minmax(0,1fr)_280px] compact:portrait:grid-cols-1"
>
  <Board
    {lesson}
    {approach}
    chart={shown.chart}
    {underWay}
    {hands}
    {shownHands}
    bugs={shownBugs}
    corridors={hints && phase ? phase.corridors : []}
    covered={helps.covered}
    {view}
    {lookingOut}
    onmark={mark}
    picture={fromAbove}
    {way}
  />

  <SideColumn
    {lesson}
    {frame}
    {hands}
    {simulatedBy}
    readings={session?.instruments?.readings ?? null}
    seesOut={lookingOut.size !== 'off'}
    ended={session?.state === 'ended'}
    {stopwatch}
    onassist={(level) => helps.setAssist(level)}
    ondown={(down) => helps.chooseDown(down)}
    ongamepad={() => (gamepadOpen = true)}
    oncover={() => (coverOpen = true)}
    ontoend={() => session?.toTheEnd()}
    {view}
    oil={desk && frame ? oilPressure(desk.list, frame.time_s) : null}
  />
</div>

{#if underLoad && frame && session}
  <!-- Fetched when it is asked for: few are. -->
  {#await import('./SumBox.svelte') then { default: SumBox }}
    <SumBox
      answers={benchAnswers}
      time_s={frame.time_s}
      running={flying}
      onanswered={(answer) => session?.note({ kind: 'answer', answer })}
    />
  {/await}
{/if}

<FlightBar
  {session}
  {attention}
  bind:underLoad
  {helps}
  {lookingOut}
  onpause={() => underWay.togglePause()}
  onleave={() => (leaving = true)}
  onsimulate={(kind) => underWay.flySimulated(kind)}
/>
<AttemptNotes {underWay} {open} />

<CoverSheet
  bind:open={coverOpen}
  planned={lesson.covered}
  covered={helps.covered}
  ontoggle={(id) => helps.toggleCover(id)}
/>
{#if gamepadOpen}
  {#await import('$lib/controls/GamepadSheet.svelte') then { default: GamepadSheet }}
    <GamepadSheet bind:open={gamepadOpen} bind:setup={hands.gamepad} />
  {/await}
{/if}
<BeginAgainSheet
  bind:open={leaving}
  stoppable={frame !== null && frame.time_s >= 2}
  onstop={() => session?.stop()}
  onrestart={() => underWay.restart()}
/>
