<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { page } from '$app/state';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { distractionsOfLesson, oilPressure } from '$core/drill/distraction';
  import { holdClearance } from '$core/drill/hold-clearance';
  import { lessonOf } from '$core/drill/lesson';
  import { allowsAssist, assistLevels, type AssistLevel } from '$core/drill/lesson-plan';
  import { RECORDING_RATE_HZ } from '$core/flight/channels';
  import { planPicture } from '$core/flight/plan-picture';
  import { CHUNK_SAMPLES, type FlightChunk } from '$core/flight/recorder';
  import type { InstrumentId } from '$core/instrument/readings';
  import { clock, heading } from '$core/measure/figure';
  import { noHabits, type Habits } from '$core/pilot/habits';
  import GamepadSheet from '$lib/controls/GamepadSheet.svelte';
  import { storedSetup } from '$lib/controls/gamepad';
  import { PersonsHands } from '$lib/controls/hands.svelte';
  import { RadioSound } from '$lib/controls/ident-sound';
  import { hush, speak } from '$lib/controls/speech';
  import PlanView from '$lib/draw/PlanView.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { belongsToFocus, useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { BenchAnswers } from '$lib/worker/bench-answers.svelte';
  import { outboxOf, type FlightOutbox, type OutboxAttempt } from '$lib/worker/flight-outbox.svelte';
  import { FlightSession } from '$lib/worker/flight-session.svelte';
  import { freshId } from '$lib/worker/fresh-id';
  import type { PageData } from './$types';
  import CoverSheet from './CoverSheet.svelte';
  import PhaseRibbon from './PhaseRibbon.svelte';
  import SumBox from './SumBox.svelte';
  import SideColumn from './SideColumn.svelte';
  import UnfinishedAttempt from './UnfinishedAttempt.svelte';
  import DistractionBox from './DistractionBox.svelte';
  import { DistractionDesk, answerKeys } from './distraction-desk.svelte';
  import FlightBar from './FlightBar.svelte';
  import { FlownWay } from './flown-way.svelte';
  import { flyingKeys, oneHandKeys, radioKeys } from './keys';
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
  const attention = task && new ScanAttention(task, lesson.covered, (area) => session?.look(area));
  /** In such a lesson the reference pilot flies and the eyes are the student's. */
  const eyesOnly = task?.flownBy === 'reference';
  const desk = task?.distractions
    ? new DistractionDesk(distractionsOfLesson(lesson), (what, detail) => session?.note(what, detail))
    : null;

  let session = $state.raw<FlightSession | null>(null);
  let outbox = $state.raw<FlightOutbox | null>(null);
  let attempt = $state.raw<OutboxAttempt | null>(null);
  /** Whose hands fly in a person's place; null: the person's own. */
  let simulatedBy = $state<'reference' | 'habits' | 'eyes' | null>(null);
  let gamepadOpen = $state(false);
  let coverOpen = $state(false);
  let leaving = $state(false);
  let note = $state('');
  let covered = $state<InstrumentId[]>([...lesson.covered]);
  let voice = $state(true);
  /** The next attempt is prepared as soon as this one has given its last piece. */
  let restarting = false;
  /** The attempt of an earlier visit that is being closed. */
  let closing: string | null = null;
  let animation = 0;
  let lastPicture = 0;
  let lastPhase = -1;
  let lastHint_s = -1;
  let eyesWereClosed = false;

  const RATES = [1, 2, 4, 8];
  const open = $derived(data.open[0] ?? null);
  const frame = $derived(session?.frame ?? null);
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
  const hints = plan.corridors === 'hints';
  /** A hint stands for as long as it takes to do it. */
  const HINT_STANDS_S = 9;
  const coached = $derived(
    frame?.hint && frame.time_s - frame.hint.time_s < HINT_STANDS_S ? frame.hint.words : null
  );
  const flying = $derived(session?.state === 'running');
  const stopwatch = new Stopwatch(
    () => frame?.time_s ?? 0,
    (what) => session?.note('timer', what),
    lesson.navigation !== null
  );
  /** Seen from above; only where hints are allowed. */
  const fromAbove = hints ? planPicture(lesson) : null;
  const way = new FlownWay(lesson);
  const sound = new RadioSound();
  /** Sums are asked meanwhile. */
  let underLoad = $state(false);
  const benchAnswers = new BenchAnswers(() => data.bench);
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
  /** The eyes are a person's unless a simulated pilot shows how it is done. */
  const ownEyes = $derived(simulatedBy === null || simulatedBy === 'eyes');
  const view = $derived(
    attention && session?.state !== 'ready' ? attention.view(frame?.time_s ?? 0, ownEyes) : null
  );
  const shownHands = $derived(simulatedBy && frame ? frame.hands : hands);
  const saving = $derived(outbox ? wordsFor(outbox) : 'all saved');

  onMount(() => {
    outbox = outboxOf(me!.id);
    outbox.onfinished = (finished) => {
      if (finished === attempt?.id || finished === closing) void goto(`/debrief/${finished}`);
      else void invalidateAll();
    };
    // What an earlier visit left unsent goes first.
    void outbox.send();
    hands.gamepad = storedSetup();
    hands.onpause = togglePause;
    hands.downIsNoseUp = localStorage.getItem(DOWN_KEPT_AS) === '1';
    hands.assist = plan.assist === 'direct' ? 'direct' : 'attitude-hold';
    prepareOwn();
    const from = page.url.searchParams.get('from');
    if (from) void takeOver(from, Number(page.url.searchParams.get('at') ?? 0));
    const hide = () =>
      document.visibilityState === 'hidden' && session?.state === 'running' && session.run(false);
    document.addEventListener('visibilitychange', hide);
    animation = requestAnimationFrame(picture);
    return () => document.removeEventListener('visibilitychange', hide);
  });
  onDestroy(() => {
    if (typeof cancelAnimationFrame === 'function') cancelAnimationFrame(animation);
    hush();
    sound.close();
    session?.dispose();
    if (outbox) outbox.onfinished = () => {};
  });

  function picture(now: number) {
    const dt_s = Math.min(0.1, (now - lastPicture) / 1000);
    lastPicture = now;
    const seen = session?.frame;
    if (seen && eyesWereClosed && !seen.eyesClosed && !simulatedBy) hands.takeFrom(seen.hands, seen.readings);
    eyesWereClosed = seen?.eyesClosed ?? false;
    if (session && !simulatedBy) session.hands(hands.now(dt_s));
    session?.show();
    if (seen && session?.state === 'running') {
      attention?.follow(seen.time_s, seen.looksAt);
      if (seen.place) way.add(seen.time_s, seen.place);
      const coming = desk?.coming(seen.time_s);
      if (coming && coming.kind !== 'gauge' && voice) speak(coming.words);
    }
    if (seen?.navigation) {
      const listening = session?.state === 'running' ? (seen.hands.radios?.listening ?? null) : null;
      sound.play(
        listening === null || !voice ? null : (seen.navigation.idents[listening] ?? ''),
        voice && session?.state === 'running' ? seen.navigation.marker : null
      );
    }
    if (seen && seen.phaseIndex !== lastPhase && session?.state === 'running') {
      lastPhase = seen.phaseIndex;
      const call = drill.phases[lastPhase]!.call;
      const words = [call, clearance].filter(Boolean).join('. ');
      if (words && voice) speak(words);
    }
    if (seen?.hint && seen.hint.time_s !== lastHint_s && session?.state === 'running') {
      lastHint_s = seen.hint.time_s;
      if (voice) speak(seen.hint.words);
    }
    animation = requestAnimationFrame(picture);
  }

  /** Ready for the person: in a scan lesson with the reference pilot at the controls. */
  const prepareOwn = () => prepare(eyesOnly ? { habits: noHabits, seed: plan.seed, kind: 'eyes' } : null, []);

  /** Puts the airplane at the start of the drill, or where an unfinished attempt stopped, or where another is taken over. */
  function prepare(
    pilot: { habits: Habits; seed: number; kind: 'reference' | 'habits' | 'eyes' } | null,
    resume: FlightChunk[],
    id = freshId(),
    takenFrom: OutboxAttempt['takenFrom'] = null
  ) {
    session?.dispose();
    restarting = false;
    stopwatch.begin();
    lastPhase = -1;
    covered = [...lesson.covered];
    desk?.begin();
    way.begin();
    simulatedBy = pilot?.kind ?? null;
    attempt = {
      id,
      accountId: me!.id,
      lessonId: planned.id,
      pilot:
        pilot && (pilot.kind !== 'eyes' || !me!.teaches)
          ? pilot.kind
          : me!.teaches
            ? 'instructor'
            : 'student',
      ended: false,
      takenFrom
    };
    const mine = attempt;
    const rate = session?.rate ?? 1;
    session = new FlightSession(plan, pilot && { ...pilot, eyes: pilot.kind !== 'eyes' }, resume, {
      onready: (starting, first) => {
        hands.takeFrom(starting, first.readings);
        if (pilot && pilot.kind !== 'eyes') session?.run(true);
        if (ownEyes) attention?.begin();
        if (takenFrom)
          note = `Taken over at ${clock(first.time_s)}, with everything as it stood. Take hold, then press space.`;
        else if (resume.length > 0) note = `Resumed at ${clock(first.time_s)}. Take hold, then press space.`;
      },
      onchunk: (chunk) => void outbox?.add(mine, chunk),
      onended: (how) => {
        note = how === 'ground' ? 'The flight ended at the ground.' : '';
        void outbox?.end(mine);
        if (restarting) prepareOwn();
      }
    });
    // What was flown before the take-over belongs to the new attempt, too.
    if (takenFrom) for (const chunk of resume) void outbox?.add(mine, chunk);
    session.setRate(rate);
  }

  function togglePause() {
    if (!session) return;
    session.run(session.state !== 'running');
  }

  function flySimulated(kind: 'reference' | 'habits') {
    const habits =
      kind === 'reference'
        ? noHabits
        : task
          ? { ...noHabits, fixates: 1, omitsEngine: 1 }
          : lesson.navigation
            ? {
                ...noHabits,
                ignoresWind: 1,
                wrongEntry: 1,
                holdsWithoutWind: 1,
                widensArc: 1,
                forgetsIdent: 1
              }
            : { ...noHabits, startsDownBeforeSlowing: 1, pumpsPitch: 0.8, rollsOutLate: 1, levelsOffLate: 1 };
    prepare({ habits, seed: plan.seed, kind }, []);
  }

  async function chunksFrom(address: string): Promise<FlightChunk[] | null> {
    try {
      const response = await fetch(address);
      const answer = (await response.json()) as { chunks?: FlightChunk[]; message?: string };
      if (!response.ok || !answer.chunks)
        throw new Error(answer.message ?? `the server answered ${response.status}`);
      return answer.chunks;
    } catch (error) {
      note = `The attempt could not be fetched: ${error instanceof Error ? error.message : error}. It is safe; try again.`;
      return null;
    }
  }

  async function resume() {
    if (!open) return;
    await outbox?.send();
    const chunks = await chunksFrom(`/api/attempts/${open.id}/chunks`);
    if (chunks) prepare(null, chunks, open.id);
  }

  async function takeOver(attemptId: string, at_s: number) {
    const chunks = await chunksFrom(`/api/attempts/${attemptId}/chunks?until=${at_s}`);
    if (chunks)
      prepare(null, chunks, freshId(), {
        attemptId,
        at_s: (chunks.length * CHUNK_SAMPLES) / RECORDING_RATE_HZ
      });
  }

  async function closeOpen() {
    if (!open) return;
    closing = open.id;
    await outbox?.end({
      id: open.id,
      accountId: me!.id,
      lessonId: planned.id,
      pilot: open.pilot,
      ended: true
    });
  }

  /** Closes what was flown so far and begins again; what was flown is kept. */
  function restart() {
    leaving = false;
    if (frame && frame.time_s >= 2 && session?.state !== 'ended') {
      restarting = true;
      session!.stop();
    } else prepareOwn();
  }

  function stopAndDebrief() {
    leaving = false;
    session?.stop();
  }

  function setAssist(level: AssistLevel) {
    if (!allowsAssist(plan, level) || !frame) {
      note = 'This lesson is flown without that help.';
      return;
    }
    hands.setAssist(level, frame.readings);
    session?.note('assist', level);
  }

  function toggleCover(id: InstrumentId) {
    covered = covered.includes(id) ? covered.filter((other) => other !== id) : [...covered, id];
    session?.note('cover', `${id} ${covered.includes(id) ? 'covered' : 'uncovered'}`);
  }

  function mark() {
    session?.note('mark', phase?.reference?.fix ?? '');
    note = `Called at ${clock(frame?.time_s ?? 0)}.`;
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
    if (hands.joystickLost) untrack(() => session?.state === 'running' && session.run(false));
  });

  useShortcuts([
    { key: 'Space', shown: 'space', does: 'begin, pause, go on', run: togglePause },
    ...(attention ? [...lookingKeys(attention), ...oneHandKeys(hands)] : flyingKeys(hands)),
    ...(lesson.navigation && !attention ? radioKeys(hands, mark) : []),
    ...(desk ? answerKeys(desk, () => frame?.time_s ?? 0) : []),
    ...(attention
      ? []
      : [
          {
            key: 'a',
            shown: 'A',
            does: 'stick, attitude hold, autopilot',
            run: () => {
              const next = assistLevels[(assistLevels.indexOf(hands.assist) + 1) % assistLevels.length]!;
              setAssist(allowsAssist(plan, next) ? next : 'direct');
            }
          }
        ]),
    { key: 'c', shown: 'C', does: 'stopwatch: start, stop', run: () => stopwatch.toggle() },
    { key: 'Shift+c', shown: '⇧C', does: 'stopwatch: reset', run: () => stopwatch.reset() },
    ...(attention
      ? []
      : [
          { key: 'k', shown: 'K', does: 'cover instruments', run: () => (coverOpen = true) },
          { key: 'm', shown: 'M', does: 'the instructor’s voice on, off', run: () => (voice = !voice) }
        ]),
    ...RATES.map((rate) => ({
      key: String(rate),
      shown: rate === 1 ? '1 2 4 8' : '',
      does: 'times real speed',
      run: () => session?.setRate(rate)
    })),
    { key: 'r', shown: 'R', does: 'begin again', run: () => (leaving = true) }
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

  function wordsFor(box: FlightOutbox): string {
    const mine = box.refused.find(({ id }) => id === attempt?.id);
    if (mine) return `not accepted by the server: ${mine.refused}`;
    switch (box.status) {
      case 'saved':
        return 'all saved';
      case 'sending':
        return 'saving';
      case 'no answer':
        return `server not reached: ${box.waiting} pieces kept here`;
      case 'signed out':
        return 'signed out: kept here until you sign in';
    }
  }
</script>

<svelte:head><title>Fly, lesson {planned.number} · Hanza</title></svelte:head>
<svelte:window
  onkeydown={keyDown}
  onkeyup={keyUp}
  onclick={keysBackAtClick}
  onblur={() => hands.pressed.clear()}
/>

<header class="flex flex-wrap items-baseline justify-between gap-x-4 {flying ? 'low:hidden' : ''}">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h1>{drill.name}</h1>
    <p class="text-[13px] text-soft">
      {planned.studentName} · lesson {planned.number} · {aircraft.name} · wind {heading(
        plan.windFrom_deg
      )}/{plan.windSpeed_kt} kt · {plan.turbulence}
    </p>
  </div>
  <p
    class="text-xs {outbox?.status === 'saved' || outbox?.status === 'sending' ? 'text-soft' : 'text-below'}"
    role="status"
  >
    {saving}
  </p>
</header>

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
    {#if session?.state === 'failed'}
      <div class="border border-hard p-4" role="alert">
        <h2 class="text-hard">The flight loop stopped</h2>
        <p class="mt-1 text-[13px]">{session.failure}. What was flown is kept.</p>
        <button class="{button.plain} mt-3" onclick={() => location.reload()}>Load the page again</button>
      </div>
    {:else if frame}
      <Panel
        kind={plan.panel}
        readings={frame.readings}
        calm={calm?.readings ?? frame.readings}
        setting_hPa={shownHands.altimeterSetting_hPa}
        speeds={aircraft.speeds}
        corridors={hints && phase ? phase.corridors : []}
        {covered}
        compass={!lesson.navigation || covered.includes('heading') || plan.faults.length > 0}
        {view}
        navigation={calm?.navigation ?? frame.navigation}
      />
      {#if frame.eyesClosed}
        <div class="absolute inset-0 grid place-content-center bg-ink text-center text-sheet" role="status">
          <p class="text-lg font-bold">Eyes closed, head down</p>
          <p class="mt-1 text-[13px]">
            The instructor has control. Take over when you hear “you have control”.
          </p>
        </div>
      {/if}
    {:else}
      <p class="p-8 text-soft">Starting the flight loop…</p>
    {/if}
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
            session?.note('answer', `time to the station ${minutes.toFixed(1)} min`);
            note = `Answered: ${minutes} min.`;
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
    onanswered={(words) => session?.note('answer', words)}
  />
{/if}

<FlightBar
  {session}
  {attention}
  bind:underLoad
  onpause={togglePause}
  onleave={() => (leaving = true)}
  onsimulate={flySimulated}
/>
{#if note}<p class="mt-2 text-[13px] text-below" role="status">{note}</p>{/if}
{#if session?.state === 'ended'}
  <p class="mt-2 text-[13px]" role="status">
    Flown. {outbox?.status === 'saved' || outbox?.status === 'sending'
      ? 'The debrief opens as soon as it is graded.'
      : 'It is kept in this browser and graded as soon as the server answers.'}
  </p>
{/if}

{#if open && session?.state === 'ready' && attempt?.id !== open.id}
  <UnfinishedAttempt
    seconds={open.samples / 10}
    resumable={open.pilot === 'student' || open.pilot === 'instructor'}
    onresume={resume}
    onclose={closeOpen}
  />
{/if}

<CoverSheet bind:open={coverOpen} planned={lesson.covered} {covered} ontoggle={toggleCover} />
<GamepadSheet bind:open={gamepadOpen} bind:setup={hands.gamepad} />
<Sheet
  letsGo
  bind:open={leaving}
  title="Begin again?"
  description="What has been flown so far is kept and graded as far as it went."
>
  <div class="flex flex-wrap justify-end gap-2">
    <button class={button.plain} onclick={() => (leaving = false)}>Fly on</button>
    <button class={button.plain} onclick={stopAndDebrief} disabled={!frame || frame.time_s < 2}
      >Stop and debrief</button
    >
    <button class={button.main} onclick={restart}>Begin again</button>
  </div>
</Sheet>
