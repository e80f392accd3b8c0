<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { distractionsOfLesson, oilPressure } from '$core/drill/distraction';
  import { holdClearance } from '$core/drill/hold-clearance';
  import { lessonOf } from '$core/drill/lesson';
  import { allowsAssist, assistLevels, type AssistLevel } from '$core/drill/lesson-plan';
  import { planPicture } from '$core/flight/plan-picture';
  import type { InstrumentId } from '$core/instrument/readings';
  import { clock } from '$core/measure/figure';
  import GamepadSheet from '$lib/controls/GamepadSheet.svelte';
  import { storedSetup } from '$lib/controls/gamepad';
  import { PersonsHands } from '$lib/controls/hands.svelte';
  import PlanView from '$lib/draw/PlanView.svelte';
  import { belongsToFocus, useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { BenchAnswers } from '$lib/worker/bench-answers.svelte';
  import type { PageData } from './$types';
  import { AttemptUnderWay } from './attempt-under-way.svelte';
  import BeginAgainSheet from './BeginAgainSheet.svelte';
  import CoverSheet from './CoverSheet.svelte';
  import FlightHeader from './FlightHeader.svelte';
  import FlownPanel from './FlownPanel.svelte';
  import PhaseRibbon from './PhaseRibbon.svelte';
  import SumBox from './SumBox.svelte';
  import SideColumn from './SideColumn.svelte';
  import UnfinishedAttempt from './UnfinishedAttempt.svelte';
  import DistractionBox from './DistractionBox.svelte';
  import { DistractionDesk, answerKeys } from './distraction-desk.svelte';
  import FlightBar from './FlightBar.svelte';
  import { FlownWay } from './flown-way.svelte';
  import { InstructorVoice } from './instructor-voice.svelte';
  import { flyingKeys, lessonKeys, oneHandKeys, radioKeys } from './keys';
  import { arrowOf, keysBackAtClick, keysBackAtEnter } from './keys-back';
  import { Stopwatch } from './stopwatch.svelte';
  import RadioBox from './RadioBox.svelte';
  import { ScanAttention, lookingKeys } from './scan-attention.svelte';

  let { data }: { data: PageData } = $props();
  const { lesson: planned, me } = untrack(() => data);
  const plan = planned.plan;
  const lesson = lessonOf(plan);
  const { aircraft, drill } = lesson;
  const hands = new PersonsHands(aircraft);
  const task = plan.scan ?? null;
  const attention = task && new ScanAttention(task, lesson.covered, (area) => underWay.session?.look(area));
  const desk = task?.distractions
    ? new DistractionDesk(distractionsOfLesson(lesson), (what) => underWay.session?.note(what))
    : null;
  /** Seen from above; only where hints are allowed. */
  const hints = plan.corridors === 'hints';
  const fromAbove = hints ? planPicture(lesson) : null;
  const way = new FlownWay(lesson);
  const benchAnswers = new BenchAnswers(() => data.bench);

  let gamepadOpen = $state(false);
  let coverOpen = $state(false);
  let leaving = $state(false);
  let covered = $state<InstrumentId[]>([...lesson.covered]);
  /** Sums are asked meanwhile. */
  let underLoad = $state(false);
  let animation = 0;
  let lastPicture = 0;
  let eyesWereClosed = false;

  const underWay = new AttemptUnderWay({
    lesson,
    lessonId: planned.id,
    me: me!,
    hands,
    onbegin() {
      stopwatch.begin();
      voice.begin();
      covered = [...lesson.covered];
      desk?.begin();
      way.begin();
    },
    onready: (ownEyes) => ownEyes && attention?.begin(),
    ongraded: (id) => void goto(`/debrief/${id}`),
    onothergraded: () => void invalidateAll()
  });
  const { session, frame, flying, simulatedBy } = $derived(underWay);
  const stopwatch = new Stopwatch(
    () => underWay.frame?.time_s ?? 0,
    (what) => underWay.session?.note({ kind: 'timer', detail: what }),
    lesson.navigation !== null
  );
  const voice = new InstructorVoice((index) =>
    [drill.phases[index]!.call, clearance].filter(Boolean).join('. ')
  );

  const open = $derived(data.open[0] ?? null);
  /** Every other picture's frame while time runs: what moves slowly is drawn half as often. */
  let pictures = 0;
  let kept: typeof frame = null;
  const calm = $derived.by(() => {
    // Read before anything is decided: what is not read is not followed.
    const newest = frame;
    if (!flying || kept === null || pictures++ % 2 === 0) kept = newest;
    return kept;
  });
  const phase = $derived(frame ? drill.phases[frame.phaseIndex]! : null);
  /** The hold to come, as a controller would clear it, in good time before its fix. */
  const clearance = $derived.by(() => {
    const next = frame && session?.state !== 'ready' ? drill.phases[frame.phaseIndex + 1] : undefined;
    return next ? holdClearance(next) : null;
  });
  /** A hint stands for as long as it takes to do it. */
  const HINT_STANDS_S = 9;
  const coached = $derived(
    frame?.hint && frame.time_s - frame.hint.time_s < HINT_STANDS_S ? frame.hint.words : null
  );
  const asksTime = $derived(
    drill.checks.some((check) => check.kind === 'station-time' && check.phase === phase?.id)
  );
  const outside = $derived(
    plan.cloudBase_ft === null
      ? 'view-limiting device on'
      : (frame?.trueAltitude_ft ?? plan.startAltitude_ft) > plan.cloudBase_ft
        ? 'in cloud: nothing outside'
        : 'below the cloud: sea and horizon in sight'
  );
  const view = $derived(
    attention && session?.state !== 'ready' ? attention.view(frame?.time_s ?? 0, underWay.ownEyes) : null
  );
  const shownHands = $derived(simulatedBy && frame ? frame.hands : hands);

  onMount(() => {
    underWay.connect();
    hands.gamepad = storedSetup();
    hands.onpause = () => underWay.togglePause();
    hands.downIsNoseUp = localStorage.getItem(DOWN_KEPT_AS) === '1';
    hands.assist = plan.assist === 'direct' ? 'direct' : 'attitude-hold';
    underWay.prepareOwn();
    const from = page.url.searchParams.get('from');
    if (from) void underWay.takeOver(from, Number(page.url.searchParams.get('at') ?? 0));
    const hide = () =>
      document.visibilityState === 'hidden' && underWay.flying && underWay.session?.run(false);
    document.addEventListener('visibilitychange', hide);
    animation = requestAnimationFrame(picture);
    return () => document.removeEventListener('visibilitychange', hide);
  });
  onDestroy(() => {
    if (typeof cancelAnimationFrame === 'function') cancelAnimationFrame(animation);
    voice.close();
    underWay.dispose();
  });

  function picture(now: number) {
    const dt_s = Math.min(0.1, (now - lastPicture) / 1000);
    lastPicture = now;
    const { session: flown, simulatedBy: pilot } = underWay;
    const seen = flown?.frame;
    if (seen && eyesWereClosed && !seen.eyesClosed && !pilot) hands.takeFrom(seen.hands, seen.readings);
    eyesWereClosed = seen?.eyesClosed ?? false;
    if (flown && !pilot) flown.hands(hands.now(dt_s));
    flown?.show();
    if (seen && flown?.state === 'running') {
      attention?.follow(seen.time_s, seen.looksAt);
      if (seen.place) way.add(seen.time_s, seen.place);
      const coming = desk?.coming(seen.time_s);
      if (coming && coming.kind !== 'gauge') voice.say(coming.words);
    }
    if (flown) voice.follow(flown);
    animation = requestAnimationFrame(picture);
  }

  function setAssist(level: AssistLevel) {
    if (!allowsAssist(plan, level) || !frame) {
      underWay.note = 'This lesson is flown without that help.';
      return;
    }
    hands.setAssist(level, frame.readings);
    session?.note({ kind: 'assist', detail: level });
  }
  function nextAssist() {
    const next = assistLevels[(assistLevels.indexOf(hands.assist) + 1) % assistLevels.length]!;
    setAssist(allowsAssist(plan, next) ? next : 'direct');
  }

  function toggleCover(id: InstrumentId) {
    covered = covered.includes(id) ? covered.filter((other) => other !== id) : [...covered, id];
    session?.note({ kind: 'cover', detail: `${id} ${covered.includes(id) ? 'covered' : 'uncovered'}` });
  }

  function mark() {
    session?.note({ kind: 'mark', detail: phase?.reference?.fix ?? '' });
    underWay.note = `Called at ${clock(frame?.time_s ?? 0)}.`;
  }

  const DOWN_KEPT_AS = 'hanza down is nose up';
  function chooseDown(down: boolean) {
    hands.downIsNoseUp = down;
    localStorage.setItem(DOWN_KEPT_AS, down ? '1' : '');
  }

  /** Time stands still behind a dialog, and goes on after it. */
  let stoppedForDialog = false;
  $effect(() => {
    const dialog = leaving || coverOpen || gamepadOpen;
    hands.buttonsWork = !dialog;
    untrack(() => {
      if (dialog && session?.state === 'running') {
        session.run(false);
        stoppedForDialog = true;
      } else if (!dialog && stoppedForDialog) {
        stoppedForDialog = false;
        if (session?.state === 'paused') session.run(true);
      }
    });
  });

  /** A joystick pulled out flies nobody: time stops until it is back, or something else is taken. */
  $effect(() => {
    if (hands.joystickLost) untrack(() => flying && session?.run(false));
  });

  useShortcuts([
    ...lessonKeys({
      togglePause: () => underWay.togglePause(),
      stopwatch,
      setRate: (rate) => session?.setRate(rate),
      beginAgain: () => (leaving = true),
      ...(attention
        ? {}
        : {
            bothHands: {
              nextAssist,
              cover: () => (coverOpen = true),
              toggleVoice: () => (voice.on = !voice.on)
            }
          })
    }),
    ...(attention ? [...lookingKeys(attention), ...oneHandKeys(hands)] : flyingKeys(hands)),
    ...(lesson.navigation && !attention ? radioKeys(hands, mark) : []),
    ...(desk ? answerKeys(desk, () => frame?.time_s ?? 0) : [])
  ]);

  function keyDown(event: KeyboardEvent) {
    keysBackAtEnter(event);
    const arrow = arrowOf(event);
    if (arrow && !belongsToFocus(event)) hands.pressed.add(arrow);
  }
  function keyUp(event: KeyboardEvent) {
    const arrow = arrowOf(event);
    if (arrow) hands.pressed.delete(arrow);
  }
</script>

<svelte:head><title>Fly, lesson {planned.number} · Hanza</title></svelte:head>
<svelte:window
  onkeydown={keyDown}
  onkeyup={keyUp}
  onclick={keysBackAtClick}
  onblur={() => hands.pressed.clear()}
/>

<FlightHeader {lesson} {planned} {flying} saving={underWay.saving} isSaved={underWay.isSaved} />

<PhaseRibbon {drill} index={frame?.phaseIndex ?? null} {hints} retractable={aircraft.gear.retractable} />
<p class="min-h-6 text-[15px] font-bold text-now" aria-live="assertive">
  {#if phase?.call && session?.state !== 'ready'}“{phase.call}”{/if}
  {#if clearance}<span class="ml-3 font-normal text-ink">{clearance}</span>{/if}
  {#if coached}<span class="ml-3 font-normal text-ink" data-testid="hint">Coach: {coached}</span>{/if}
</p>

{#if desk && frame && session?.state !== 'ready'}<DistractionBox {desk} time_s={frame.time_s} />{/if}
<div
  class="mt-1 grid grid-cols-[minmax(0,1fr)_300px] gap-6 compact:gap-3 compact:landscape:grid-cols-[minmax(0,1fr)_280px] compact:portrait:grid-cols-1"
>
  <!-- As large as the window leaves room for under the header and over the bar below. -->
  <div
    class="relative mx-auto w-full {lesson.navigation
      ? 'max-w-[max(812px,calc((100dvh-420px)*2))]'
      : 'max-w-[max(340px,calc((100dvh-226px)*1.5))] low:max-w-[calc((100dvh-70px)*1.5)]'} compact:portrait:max-w-none"
  >
    <FlownPanel
      {lesson}
      {session}
      {calm}
      setting_hPa={shownHands.altimeterSetting_hPa}
      corridors={hints && phase ? phase.corridors : []}
      {covered}
      {view}
    />
    {#if lesson.navigation && calm?.navigation && shownHands.radios}
      <div class="mt-2 grid grid-cols-1 gap-3 {fromAbove ? 'md:grid-cols-[minmax(0,1fr)_270px]' : ''}">
        <RadioBox
          radios={shownHands.radios}
          shown={calm.navigation}
          world={lesson.navigation.world}
          readonly={simulatedBy !== null}
          onset={(radios) => (hands.radios = radios)}
          onmark={mark}
          question={asksTime ? 'Minutes to the station?' : null}
          onanswer={(minutes) => {
            session?.note({ kind: 'answer', answer: { to: 'station-time', minutes } });
            underWay.note = `Answered: ${minutes} min.`;
          }}
        />
        {#if fromAbove}
          <PlanView
            picture={fromAbove}
            track={way.points}
            track_deg={way.track_deg}
            width={270}
            height={190}
            label="Plan view: corridors, and the way flown so far"
          />
        {/if}
      </div>
    {/if}
  </div>

  <SideColumn
    {lesson}
    frame={calm}
    {hands}
    {simulatedBy}
    ended={session?.state === 'ended'}
    {outside}
    {stopwatch}
    onassist={setAssist}
    ondown={chooseDown}
    ongamepad={() => (gamepadOpen = true)}
    oncover={() => (coverOpen = true)}
    ontoend={() => session?.toTheEnd()}
    {view}
    oil={desk && frame ? oilPressure(desk.list, frame.time_s) : null}
  />
</div>

{#if underLoad && frame && session}
  <SumBox
    answers={benchAnswers}
    time_s={frame.time_s}
    running={flying}
    onanswered={(answer) => session?.note({ kind: 'answer', answer })}
  />
{/if}

<FlightBar
  {session}
  {attention}
  bind:underLoad
  onpause={() => underWay.togglePause()}
  onleave={() => (leaving = true)}
  onsimulate={(kind) => underWay.flySimulated(kind)}
/>
{#if underWay.note}<p class="mt-2 text-[13px] text-below" role="status">{underWay.note}</p>{/if}
{#if session?.state === 'ended'}
  <p class="mt-2 text-[13px]" role="status">
    Flown. {underWay.isSaved
      ? 'The debrief opens as soon as it is graded.'
      : 'It is kept in this browser and graded as soon as the server answers.'}
  </p>
{/if}

{#if open && session?.state === 'ready' && underWay.attempt?.id !== open.id}
  <UnfinishedAttempt
    seconds={open.samples / 10}
    resumable={open.pilot === 'student' || open.pilot === 'instructor'}
    onresume={() => underWay.resume(open)}
    onclose={() => underWay.close(open)}
  />
{/if}

<CoverSheet bind:open={coverOpen} planned={lesson.covered} {covered} ontoggle={toggleCover} />
<GamepadSheet bind:open={gamepadOpen} bind:setup={hands.gamepad} />
<BeginAgainSheet
  bind:open={leaving}
  stoppable={frame !== null && frame.time_s >= 2}
  onstop={() => session?.stop()}
  onrestart={() => underWay.restart()}
/>
