/// <reference lib="webworker" />
import { lessonOf } from '$core/drill/lesson';
import { STEP_S, flightLoop } from '$core/flight/flight-loop';
import { type Hands } from '$core/flight/hands';
import { flyDrill, type FlownDrill } from '$core/flight/flown-drill';
import { RECORDING_RATE_HZ } from '$core/flight/channels';
import { coach, type Coach } from '$core/grade/coach';
import { examiner, isTest, type Examiner } from '$core/grade/examiner';
import type { Command } from '$core/flight/command';
import { flightFromChunks } from '$core/flight/recorder';
import { Rejection } from '$core/measure/rejection';
import { noHabits } from '$core/pilot/habits';
import { LONGEST_SIMULATED_S, simulatedHands } from '$core/flight/simulated-flight';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';
import type { Eye } from '$core/view/eye';
import { lookingOut } from '$core/view/looking-out';
import { HINT_STANDS_S } from '$lib/draw/hint-stands';
import { liveSamples, type LiveSamples } from './live-samples';
import type { Frame, FromFlight, ToFlight } from './flight-protocol';

/** The flight loop off the interface's thread: fixed steps, as many as the clock asks for. */

const TICK_MS = 8;
const STEPS_PER_SAMPLE = Math.round(1 / RECORDING_RATE_HZ / STEP_S);
/** No more frames than a screen shows. */
const LEAST_BETWEEN_FRAMES_MS = 15;
/** Never more than this much flight at once: after a pause of the machine the flight goes on, it does not jump. */
const LARGEST_CATCH_UP_S = 0.25;

let flown: FlownDrill | null = null;
let nextHands: (() => Hands) | null = null;
let hands: Hands | null = null;
let running = false;
let rate = 1;
let looksAt: ScanArea | null = null;
/** Where the student's eyes are, in a scan lesson. */
let eyesOn: Gaze | null = null;
let timer: ReturnType<typeof setInterval> | null = null;
let last = 0;
let owed_s = 0;
let lastTold = 0;
let steps = 0;
let advice: Coach | null = null;
let hint: Frame['hint'] = null;
let test: Examiner | null = null;
let offer: Frame['offer'] = null;
let frozen = false;
/** It ran when time was stopped. */
let ranBefore = false;
let watched = false;
let control: Frame['control'] = 'student';
/** The command by which control is offered; answered when it is taken. */
let offeredBy = 0;
let handsMoved = 0;
/** Whose hands fly while the instructor has not control. */
let ownHands: (() => Hands) | null = null;
let changesTold = 0;
let looksOut = false;
let lookOut: ReturnType<typeof lookingOut> = null;
const live: LiveSamples = liveSamples();

const tell = (message: FromFlight) => postMessage(message);

function start(message: Extract<ToFlight, { kind: 'start' }>): void {
  const planned = lessonOf(message.plan);
  const loop = flightLoop(planned);
  flown = flyDrill(loop, planned, message.resume.length > 0 ? { chunks: message.resume } : undefined);
  const { lesson } = flown;
  hands = { ...loop.hands(), bugs: flown.bugs() };
  if (message.pilot) {
    const { habits, seed, eyes } = message.pilot;
    nextHands = simulatedHands(lesson, flown, habits, seed, {
      looked: (area) => (looksAt = eyes ? area : null),
      recordLooks: eyes && lesson.plan.scan !== undefined
    });
  }
  ownHands = nextHands;
  // A simulated pilot shows how it is done: nobody talks to it, but where a lesson is shown, it is explained.
  advice = message.pilot && lesson.plan.guided?.stage !== 'shown' ? null : coach(lesson);
  flown.onnote = (event) => advice?.heard(event);
  flown.onsample = (counts, number) => {
    if (watched) live.add(counts, number);
  };
  hint = null;
  offer = null;
  changesTold = 0;
  control = 'student';
  test =
    !message.pilot && isTest(lesson)
      ? examiner(lesson, message.resume.length > 0 ? flightFromChunks(message.resume) : null)
      : null;
  lookOut = lookingOut(lesson);
  if (flown.instructorFlies()) takeControl();
  tellAsked();
  tell({ kind: 'ready', frame: frame(), startingHands: hands });
  timer = setInterval(tick, TICK_MS);
}

function frame(): Frame {
  return {
    time_s: flown!.loop.time_s(),
    readings: flown!.loop.readings(),
    phaseIndex: flown!.phase().index,
    // What the airplane is really flying with: in a hand-over, the instructor's.
    hands: flown!.eyesClosed() ? flown!.loop.hands() : hands!,
    trueAltitude_ft: flown!.loop.trueAltitude_ft(),
    navigation: flown!.loop.navigation(),
    autopilot: flown!.loop.autopilot(),
    place: flown!.loop.navigation() && flown!.loop.place(),
    eyesClosed: flown!.eyesClosed(),
    looksAt,
    hint,
    offer,
    frozen,
    control,
    handsMoved,
    rate,
    outside: looksOut && lookOut ? lookOut(eye(), flown!.phase().index) : null
  };
}

function eye(): Eye {
  const { loop } = flown!;
  return { place: loop.place(), altitude_ft: loop.trueAltitude_ft(), ...loop.attitude() };
}

function step(): boolean {
  hands = nextHands ? nextHands() : hands;
  const chunk = flown!.step(hands!);
  steps += 1;
  if (steps % STEPS_PER_SAMPLE === 0) {
    if (advice) listen();
    if (test) examine();
  }
  if (chunk) tell({ kind: 'chunk', chunk });
  const how = flown!.ended();
  if (how) end(how);
  return how === null;
}

/** What the coach has to say now goes to the interface and into the flight. */
function listen(): void {
  const time_s = flown!.loop.time_s();
  const words = advice!.watch(time_s, flown!.phase().index, flown!.read);
  if (words === null) return;
  hint = { words, time_s };
  flown!.note({ kind: 'hint', detail: words });
}

/** An examiner says once that the standard was left. */
function examine(): void {
  const words = test!.watch(flown!.spans(), flown!.read);
  if (words === null) return;
  offer = { words, time_s: flown!.loop.time_s() };
  flown!.note({ kind: 'examiner', detail: words });
}

function tick(): void {
  const now = performance.now();
  const passed_s = Math.min(LARGEST_CATCH_UP_S, (now - last) / 1000);
  last = now;
  tellLive(now);
  if (!running || !flown) return;
  owed_s += passed_s * rate;
  while (owed_s >= STEP_S) {
    owed_s -= STEP_S;
    if (!step()) return;
  }
  if (now - lastTold < LEAST_BETWEEN_FRAMES_MS) return;
  lastTold = now;
  tell({ kind: 'frame', frame: frame() });
}

/** What is new, for whoever watches. */
function tellLive(now: number): void {
  if (!watched || !flown) return;
  const piece = live.due(now, {
    phase: flown.phase().index,
    running,
    hint: hint && flown.loop.time_s() - hint.time_s < HINT_STANDS_S ? hint.words : null
  });
  if (piece) tell({ kind: 'live', piece });
}

/** Does what an instructor asks for. */
function command({ number, command: asked }: Extract<ToFlight, { kind: 'command' }>): void {
  if (flown && asked.does === 'control' && asked.by === 'student' && control !== 'student' && !ownHands) {
    // The one who takes says so before the one who has lets go.
    if (control === 'offered')
      tell({ kind: 'obeyed', number: offeredBy, time_s: flown.loop.time_s(), done: false });
    control = 'offered';
    offeredBy = number;
    return tell({ kind: 'frame', frame: frame() });
  }
  const done = flown !== null && isDone(flown, asked);
  if (flown) tell({ kind: 'frame', frame: frame() });
  tell({ kind: 'obeyed', number, time_s: flown?.loop.time_s() ?? 0, done });
  if (done && asked.does === 'end') end('stopped');
}

/** What cannot be done is answered so; anything else that goes wrong is a fault of ours. */
function isDone(drill: FlownDrill, asked: Command): boolean {
  try {
    doCommand(drill, asked);
    return true;
  } catch (error) {
    if (error instanceof Rejection) return false;
    throw error;
  }
}

/** The instructor's hands: a pilot who flies what is asked for. */
function takeControl(): void {
  control = 'instructor';
  nextHands = simulatedHands(flown!.lesson, flown!, noHabits, flown!.lesson.plan.seed);
}

function giveBack(): void {
  control = 'student';
  nextHands = ownHands;
  handsMoved += 1;
}

/** What the flight is made of, where something else was asked for. */
function tellAsked(): void {
  if (flown!.changes() === changesTold) return;
  changesTold = flown!.changes();
  const { plan, drill } = flown!.lesson;
  lookOut = lookingOut(flown!.lesson);
  advice = advice && coach(flown!.lesson);
  tell({ kind: 'asked', plan, phases: drill.phases, checks: drill.checks });
}

function doCommand(drill: FlownDrill, asked: Command): void {
  if (asked.does === 'freeze') {
    if (asked.on === frozen) return;
    if (asked.on) ranBefore = running;
    frozen = asked.on;
    running = asked.on ? false : ranBefore;
    last = performance.now();
    owed_s = 0;
  }
  drill.command(asked);
  if (asked.does === 'time') rate = asked.rate;
  if (asked.does === 'control' && asked.by === 'instructor') takeControl();
  if (asked.does === 'control' && asked.by === 'student') giveBack();
  if (asked.does === 'place') {
    hands = { ...drill.loop.hands(), bugs: drill.bugs() };
    handsMoved += 1;
  }
  tellAsked();
}

function end(how: 'flown' | 'ground' | 'stopped'): void {
  if (timer) clearInterval(timer);
  timer = null;
  running = false;
  const chunk = flown!.finish();
  if (chunk) tell({ kind: 'chunk', chunk });
  tell({ kind: 'frame', frame: frame() });
  tell({ kind: 'ended', how });
  flown = null;
}

function obey(message: ToFlight): void {
  switch (message.kind) {
    case 'start':
      return start(message);
    case 'hands':
      if (!nextHands) hands = message.hands;
      return;
    case 'run':
      if (running === message.running || !flown || frozen) return;
      running = message.running;
      last = performance.now();
      owed_s = 0;
      flown.note({ kind: running ? 'continue' : 'pause', detail: '' });
      if (running && eyesOn) flown.note({ kind: 'look', detail: eyesOn });
      return;
    case 'rate':
      rate = message.rate;
      return;
    case 'note':
      flown?.note(message.what);
      return;
    case 'look':
      eyesOn = message.area;
      // While time stands still nothing is looked at.
      if (running) flown?.note({ kind: 'look', detail: message.area });
      return;
    case 'to the end':
      if (!flown || !nextHands) return;
      while (flown && flown.loop.time_s() < LONGEST_SIMULATED_S && step());
      if (flown) end('stopped');
      return;
    case 'stop':
      if (flown) end('stopped');
      return;
    case 'command':
      return command(message);
    case 'take control':
      if (!flown || control !== 'offered') return;
      doCommand(flown, { does: 'control', by: 'student' });
      hands = { ...flown.loop.hands(), bugs: flown.bugs() };
      tell({ kind: 'frame', frame: frame() });
      return tell({ kind: 'obeyed', number: offeredBy, time_s: flown.loop.time_s(), done: true });
    case 'look out':
      looksOut = message.looks;
      if (flown) tell({ kind: 'frame', frame: frame() });
      return;
    case 'watched':
      watched = message.watched;
      live.forget();
  }
}

onmessage = (event: MessageEvent<ToFlight>) => {
  try {
    obey(event.data);
  } catch (error) {
    if (timer) clearInterval(timer);
    tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
};
