<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { onDestroy, onMount, untrack } from 'svelte';
  import { aircraftById } from '$core/aircraft/catalogue';
  import { RATE_AND_SPEED_DESCENT, rateAndSpeedDescent } from '$core/drill/rate-and-speed-descent';
  import { toleranceProfileById } from '$core/drill/tolerance-profile';
  import type { FlightChunk } from '$core/flight/recorder';
  import { clock, figure, heading } from '$core/measure/figure';
  import { noHabits, type Habits } from '$core/pilot/pilot';
  import GamepadSheet from '$lib/controls/GamepadSheet.svelte';
  import { storedSetup } from '$lib/controls/gamepad';
  import { PersonsHands } from '$lib/controls/hands.svelte';
  import Panel from '$lib/panel/Panel.svelte';
  import { button } from '$lib/ui/button';
  import Sheet from '$lib/ui/Sheet.svelte';
  import { belongsToFocus, useShortcuts } from '$lib/ui/shortcuts.svelte';
  import { FlightOutbox, type OutboxAttempt } from '$lib/worker/flight-outbox.svelte';
  import { FlightSession } from '$lib/worker/flight-session.svelte';
  import { freshId } from '$lib/worker/fresh-id';
  import type { PageData } from './$types';
  import SideColumn from './SideColumn.svelte';

  let { data }: { data: PageData } = $props();
  const { lesson, me } = untrack(() => data);
  const plan = lesson.plan;
  const aircraft = aircraftById(plan.aircraft);
  const drill = rateAndSpeedDescent(plan, toleranceProfileById(plan.toleranceProfile));
  const hands = new PersonsHands(aircraft);

  let session = $state.raw<FlightSession | null>(null);
  let outbox = $state.raw<FlightOutbox | null>(null);
  let attempt = $state.raw<OutboxAttempt | null>(null);
  let simulated = $state(false);
  let gamepadOpen = $state(false);
  let leaving = $state(false);
  let note = $state('');
  /** The next attempt is prepared as soon as this one has given its last piece. */
  let restarting = false;
  /** The attempt of an earlier visit that is being closed. */
  let closing: string | null = null;
  let watchFrom_s = $state<number | null>(null);
  let watchHeld_s = $state(0);
  let animation = 0;
  let lastPicture = 0;

  const RATES = [1, 2, 4, 8];
  const open = $derived(data.open[0] ?? null);
  const frame = $derived(session?.frame ?? null);
  const phase = $derived(frame ? drill.phases[frame.phaseIndex]! : null);
  const hints = plan.corridors === 'hints';
  const flying = $derived(session?.state === 'running');
  const stopwatch_s = $derived(
    watchFrom_s === null ? watchHeld_s : watchHeld_s + (frame?.time_s ?? 0) - watchFrom_s
  );
  const outside = $derived(
    plan.cloudBase_ft === null
      ? 'view-limiting device on'
      : (frame?.trueAltitude_ft ?? plan.startAltitude_ft) > plan.cloudBase_ft
        ? 'in cloud: nothing outside'
        : 'below the cloud: sea and horizon in sight'
  );

  onMount(() => {
    outbox = new FlightOutbox(me!.id, (finished) => {
      if (finished === attempt?.id || finished === closing) void goto(`/debrief/${finished}`);
      else void invalidateAll();
    });
    // What an earlier visit left unsent goes first.
    void outbox.send();
    hands.gamepad = storedSetup();
    hands.attitudeHold = plan.attitudeHoldAllowed;
    prepare(null, []);
    const hide = () =>
      document.visibilityState === 'hidden' && session?.state === 'running' && session.run(false);
    document.addEventListener('visibilitychange', hide);
    animation = requestAnimationFrame(picture);
    return () => document.removeEventListener('visibilitychange', hide);
  });
  onDestroy(() => {
    if (typeof cancelAnimationFrame === 'function') cancelAnimationFrame(animation);
    session?.dispose();
    outbox?.close();
  });

  function picture(now: number) {
    const dt_s = Math.min(0.1, (now - lastPicture) / 1000);
    lastPicture = now;
    if (session && !simulated) session.hands(hands.now(dt_s));
    session?.show();
    animation = requestAnimationFrame(picture);
  }

  /** Puts the airplane at the start of the drill, or where an unfinished attempt stopped. */
  function prepare(
    pilot: { habits: Habits; seed: number; kind: 'reference' | 'habits' } | null,
    resume: FlightChunk[],
    id = freshId()
  ) {
    session?.dispose();
    simulated = pilot !== null;
    restarting = false;
    watchFrom_s = null;
    watchHeld_s = 0;
    attempt = {
      id,
      accountId: me!.id,
      lessonId: lesson.id,
      pilot: pilot ? pilot.kind : me!.teaches ? 'instructor' : 'student',
      ended: false
    };
    const mine = attempt;
    const rate = session?.rate ?? 1;
    session = new FlightSession(plan, pilot, resume, {
      onready: (starting, first) => {
        hands.takeFrom(starting, first.readings);
        if (pilot) session?.run(true);
        if (resume.length > 0) note = `Resumed at ${clock(first.time_s)}. Take hold, then press space.`;
      },
      onchunk: (chunk) => void outbox?.add(mine, chunk),
      onended: (how) => {
        note = how === 'ground' ? 'The flight ended at the ground.' : '';
        void outbox?.end(mine);
        if (restarting) prepare(null, []);
      }
    });
    session.setRate(rate);
  }

  function togglePause() {
    if (!session) return;
    session.run(session.state !== 'running');
  }

  function flySimulated(kind: 'reference' | 'habits') {
    const habits = kind === 'reference' ? noHabits : { startsDownBeforeSlowing: 1, pumpsPitch: 0.8 };
    prepare({ habits, seed: plan.seed, kind }, []);
  }

  async function resume() {
    if (!open) return;
    try {
      await outbox?.send();
      const response = await fetch(`/api/attempts/${open.id}/chunks`);
      if (!response.ok) throw new Error(`the server answered ${response.status}`);
      const { chunks } = (await response.json()) as { chunks: FlightChunk[] };
      prepare(null, chunks, open.id);
    } catch (error) {
      note = `The attempt could not be fetched: ${error instanceof Error ? error.message : error}. It is safe; try again.`;
    }
  }

  async function closeOpen() {
    if (!open) return;
    closing = open.id;
    await outbox?.end({
      id: open.id,
      accountId: me!.id,
      lessonId: lesson.id,
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
    } else prepare(null, []);
  }

  function stopAndDebrief() {
    leaving = false;
    session?.stop();
  }

  function toggleAssist() {
    if (!plan.attitudeHoldAllowed) {
      note = 'This lesson is flown without attitude hold.';
      return;
    }
    hands.attitudeHold = !hands.attitudeHold;
    if (frame) hands.takeFrom(hands.now(0), frame.readings);
    session?.assist(hands.attitudeHold);
  }

  function toggleWatch() {
    if (watchFrom_s === null) watchFrom_s = frame?.time_s ?? 0;
    else {
      watchHeld_s = stopwatch_s;
      watchFrom_s = null;
    }
  }

  function setRate(rate: number) {
    session?.setRate(rate);
  }

  const arrow = (key: string, run: () => void) => ({
    key,
    shown: '',
    does: '',
    run: () => hands.attitudeHold && run()
  });
  useShortcuts([
    { key: 'Space', shown: 'space', does: 'begin, pause, go on', run: togglePause },
    arrow('ArrowUp', () => hands.nudgePitch(1)),
    arrow('ArrowDown', () => hands.nudgePitch(-1)),
    arrow('ArrowLeft', () => hands.nudgeBank(-1)),
    arrow('ArrowRight', () => hands.nudgeBank(1)),
    { key: 'l', shown: '↑ ↓', does: 'nose up, down; ← → bank; L wings level', run: () => hands.levelWings() },
    { key: 'w', shown: 'W', does: 'more power', run: () => hands.nudgeThrottle(1) },
    { key: 's', shown: 'S', does: 'less power', run: () => hands.nudgeThrottle(-1) },
    { key: 'Shift+W', shown: '⇧W', does: 'full power', run: () => (hands.throttle = 1) },
    { key: 'Shift+S', shown: '⇧S', does: 'idle', run: () => (hands.throttle = 0) },
    { key: 'f', shown: 'F', does: 'flaps down a step', run: () => hands.moveFlaps(1) },
    { key: 'v', shown: 'V', does: 'flaps up a step', run: () => hands.moveFlaps(-1) },
    { key: 'e', shown: 'E', does: 'trim nose up', run: () => hands.nudgeTrim(1) },
    { key: 'd', shown: 'D', does: 'trim nose down', run: () => hands.nudgeTrim(-1) },
    { key: 'a', shown: 'A', does: 'attitude hold on, off', run: toggleAssist },
    { key: 'c', shown: 'C', does: 'stopwatch', run: toggleWatch },
    { key: ',', shown: ', .', does: 'altimeter setting down, up', run: () => hands.turnSubscale(-1) },
    { key: '.', shown: '', does: '', run: () => hands.turnSubscale(1) },
    ...RATES.map((rate) => ({
      key: String(rate),
      shown: rate === 1 ? '1 2 4 8' : '',
      does: 'times real speed',
      run: () => setRate(rate)
    })),
    { key: 'r', shown: 'R', does: 'begin again', run: () => (leaving = true) }
  ]);

  function keyDown(event: KeyboardEvent) {
    if (event.key.startsWith('Arrow') && !belongsToFocus(event)) hands.pressed.add(event.key);
  }
  function keyUp(event: KeyboardEvent) {
    hands.pressed.delete(event.key);
  }
  const shownHands = $derived(simulated && frame ? frame.hands : hands);
  const saving = $derived(outbox ? wordsFor(outbox) : 'all saved');

  function wordsFor(box: FlightOutbox): string {
    switch (box.status) {
      case 'saved':
        return 'all saved';
      case 'sending':
        return 'saving';
      case 'no answer':
        return `server not reached: ${box.waiting} pieces kept here`;
      case 'signed out':
        return 'signed out: kept here until you sign in';
      case 'refused':
        return box.refusal;
    }
  }
</script>

<svelte:head><title>Fly, lesson {lesson.number} · Hanza</title></svelte:head>
<svelte:window onkeydown={keyDown} onkeyup={keyUp} onblur={() => hands.pressed.clear()} />

<header class="flex flex-wrap items-baseline justify-between gap-x-4">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h1>{RATE_AND_SPEED_DESCENT.name}</h1>
    <p class="text-[13px] text-soft">
      {lesson.studentName} · lesson {lesson.number} · {aircraft.name} · wind {heading(
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

<div class="mt-2 grid grid-cols-6 border-y border-line text-[13px]" aria-label="Phases">
  {#each drill.phases as step, index (step.id)}
    <div
      class="border-r border-line px-2 py-1 last:border-r-0 {hints && frame && index === frame.phaseIndex
        ? 'bg-band font-bold'
        : 'text-soft'}"
      aria-current={hints && frame && index === frame.phaseIndex ? 'step' : undefined}
    >
      {step.name}
    </div>
  {/each}
</div>
<p class="figure mt-1 min-h-5 text-xs text-soft">
  {figure(plan.startAltitude_ft)} ft {plan.startSpeed_kt} kt → slow to {plan.targetSpeed_kt} kt, flaps {plan.flaps_deg}°
  → −{figure(plan.descentRate_fpm)} ft/min on {heading(plan.heading_deg)} → at {figure(
    plan.decisionAltitude_ft
  )} ft climb at {plan.climbSpeed_kt} kt → level {figure(plan.levelOffAltitude_ft)} ft
</p>

<div class="mt-2 grid grid-cols-[minmax(0,1fr)_300px] gap-6">
  <div class="mx-auto w-full max-w-[812px]">
    {#if session?.state === 'failed'}
      <div class="border border-hard p-4" role="alert">
        <h2 class="text-hard">The flight loop stopped</h2>
        <p class="mt-1 text-[13px]">{session.failure}. What was flown is kept.</p>
        <button class="{button.plain} mt-3" onclick={() => location.reload()}>Load the page again</button>
      </div>
    {:else if frame}
      <Panel
        readings={frame.readings}
        setting_hPa={shownHands.altimeterSetting_hPa}
        neverExceed_kt={aircraft.speeds.neverExceed_kt}
        corridors={hints && phase ? phase.corridors : []}
      />
    {:else}
      <p class="p-8 text-soft">Starting the flight loop…</p>
    {/if}
  </div>

  <SideColumn
    {frame}
    {hands}
    positions_deg={aircraft.flaps.positions_deg}
    simulatedBy={simulated ? (attempt?.pilot ?? null) : null}
    ended={session?.state === 'ended'}
    attitudeHoldAllowed={plan.attitudeHoldAllowed}
    {outside}
    {stopwatch_s}
    watchRunning={watchFrom_s !== null}
    onwatch={toggleWatch}
    onassist={toggleAssist}
    ongamepad={() => (gamepadOpen = true)}
    ontoend={() => session?.toTheEnd()}
  />
</div>

<footer class="mt-3 flex flex-wrap items-center gap-2">
  <button
    class="{flying ? button.plain : button.main} min-w-28"
    onclick={togglePause}
    disabled={!session || ['ended', 'failed', 'loading'].includes(session.state)}
  >
    {session?.state === 'ready'
      ? 'Begin'
      : flying
        ? 'Pause'
        : session?.state === 'ended'
          ? 'Flown'
          : session?.state === 'paused'
            ? 'Go on'
            : 'Loading'}
  </button>
  <button class={button.plain} onclick={() => (leaving = true)}>Begin again…</button>
  <div class="flex items-center gap-1" role="group" aria-label="Speed of time">
    {#each RATES as rate (rate)}
      <button
        class="{button.plain} figure !px-2.5"
        aria-pressed={session?.rate === rate}
        style:background={session?.rate === rate ? 'var(--band)' : ''}
        onclick={(event) => {
          setRate(rate);
          // A click leaves the keys to the airplane: the space bar must pause, not press this again.
          if (event.detail > 0) event.currentTarget.blur();
        }}>{rate}×</button
      >
    {/each}
  </div>
  {#if session?.state === 'ready'}
    <span class="ml-2 text-xs text-soft">or let it be flown by</span>
    <button class={button.quiet} onclick={() => flySimulated('reference')}>the reference pilot</button>
    <button class={button.quiet} onclick={() => flySimulated('habits')}>a pilot with habits</button>
  {/if}
  <p class="ml-auto text-xs text-soft">practice · not loggable · <span class="figure">?</span> keys</p>
</footer>
{#if note}<p class="mt-2 text-[13px] text-below" role="status">{note}</p>{/if}
{#if session?.state === 'ended'}
  <p class="mt-2 text-[13px]" role="status">
    Flown. {outbox?.status === 'saved' || outbox?.status === 'sending'
      ? 'The debrief opens as soon as it is graded.'
      : 'It is kept in this browser and graded as soon as the server answers.'}
  </p>
{/if}

{#if open && session?.state === 'ready' && attempt?.id !== open.id}
  <section
    class="mt-3 flex flex-wrap items-center gap-3 border border-below p-3 text-[13px]"
    aria-label="Unfinished attempt"
  >
    <p>▼ An attempt of {clock(open.samples / 10)} was begun and not finished. Nothing of it is lost.</p>
    {#if open.pilot === 'student' || open.pilot === 'instructor'}
      <button class={button.main} onclick={resume}>Resume it</button>
    {/if}
    <button class={button.plain} onclick={closeOpen}>Close and grade it</button>
  </section>
{/if}

<GamepadSheet bind:open={gamepadOpen} bind:setup={hands.gamepad} />
<Sheet
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
