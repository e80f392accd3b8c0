/// <reference lib="webworker" />
import { lessonOf } from '$core/drill/lesson';
import { STEP_S, flightLoop } from '$core/flight/flight-loop';
import { type Hands } from '$core/flight/hands';
import { flyDrill, type FlownDrill } from '$core/flight/flown-drill';
import { RECORDING_RATE_HZ } from '$core/flight/channels';
import { planProjection } from '$core/flight/plan-picture';
import { runwayInPhase } from '$core/flight/runway-in-sight';
import { flightFromChunks } from '$core/flight/recorder';
import { noHabits } from '$core/pilot/habits';
import { LONGEST_SIMULATED_S, simulatedHands } from '$core/flight/simulated-flight';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';
import type { Eye } from '$core/view/eye';
import { lookingOut } from '$core/view/looking-out';
import { InstructorsActs } from './instructors-acts';
import { liveSamples, type LiveSamples } from './live-samples';
import type { Frame, FromFlight, Moving, ToFlight } from './flight-protocol';
import { PicturePace, instrumentsOf, movingOf } from './picture';
import { ToldToPilot } from './told-to-pilot';

/** The flight loop off the interface's thread: fixed steps, as many as the clock asks for. */

const TICK_MS = 8;
const STEPS_PER_SAMPLE = Math.round(1 / RECORDING_RATE_HZ / STEP_S);
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
const pace = new PicturePace();
let steps = 0;
let told: ToldToPilot | null = null;
let watched = false;
let acts: InstructorsActs | null = null;
let handsMovedBefore = 0;
let changesTold = 0;
let looksOut = false;
let lookOut: ReturnType<typeof lookingOut> = null;
let fromAbove: ReturnType<typeof planProjection> | null = null;
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
  told = new ToldToPilot(lesson, message.pilot !== null, () =>
    message.resume.length > 0 ? flightFromChunks(message.resume) : null
  );
  flown.onnote = (event) => told?.heard(event);
  flown.onsample = (counts, number) => {
    if (watched) live.add(counts, number);
  };
  changesTold = 0;
  lookOut = lookingOut(lesson);
  fromAbove = lesson.navigation && planProjection(lesson);
  handsMovedBefore = 0;
  acts = actsOn(flown);
  tellAsked();
  tell({ kind: 'ready', frame: frame(), moving: moving(), startingHands: hands });
  timer = setInterval(tick, TICK_MS);
}

function frame(): Frame {
  const shown = instrumentsOf(flown!.loop);
  const place = shown.navigation && flown!.loop.place();
  return {
    ...shown,
    time_s: flown!.loop.time_s(),
    phaseIndex: flown!.phase().index,
    // What the airplane is really flying with: in a hand-over, the instructor's.
    hands: flown!.eyesClosed() ? flown!.loop.hands() : hands!,
    trueAltitude_ft: flown!.loop.trueAltitude_ft(),
    autopilot: flown!.loop.autopilot(),
    place,
    fromAbove: place && fromAbove && fromAbove(place),
    runway: place && runwayInPhase(flown!.lesson, flown!.phase().index, place, shown.readings.heading_deg),
    eyesClosed: flown!.eyesClosed(),
    hint: told!.hint,
    offer: told!.offer,
    frozen: acts!.frozen,
    control: acts!.control,
    changes: changesTold,
    handsMoved: acts!.handsMoved,
    rate
  };
}

function moving(): Moving {
  const outside = looksOut && lookOut ? lookOut(eye(), flown!.phase().index) : null;
  return movingOf(flown!.loop, looksAt, outside);
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
    // While the instructor has control there is nobody to be told.
    if (acts?.control === 'student') told!.watch(flown!);
  }
  if (chunk) tell({ kind: 'chunk', chunk });
  const how = flown!.ended();
  if (how) end(how);
  return how === null;
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
  const due = pace.due(now);
  if (!due) return;
  const { loop } = flown;
  tell({
    kind: 'picture',
    moving: moving(),
    instruments: due.withInstruments ? instrumentsOf(loop) : null,
    frame: due.withFrame ? frame() : null
  });
}

/** What is new, for whoever watches. */
function tellLive(now: number): void {
  if (!watched || !flown) return;
  const piece = live.due(now, {
    phase: flown.phase().index,
    running,
    hint: told!.standing(flown.loop.time_s())
  });
  if (piece) tell({ kind: 'live', piece });
}

/** What the flight is made of, where something else was asked for. */
function tellAsked(): void {
  const { lesson, changes, inAir } = flown!;
  if (changes() === changesTold) return;
  changesTold = changes();
  lookOut = lookingOut(lesson);
  told!.anew(inAir());
  const { phases, checks } = lesson.drill;
  tell({ kind: 'asked', changes: changesTold, plan: lesson.plan, phases, checks });
}

/** What changed without a step. */
function tellChanged(): void {
  tellAsked();
  if (acts!.handsMoved !== handsMovedBefore) {
    handsMovedBefore = acts!.handsMoved;
    hands = { ...flown!.loop.hands(), bugs: flown!.bugs() };
  }
  tellWhole();
}

function tellWhole(): void {
  tell({ kind: 'picture', moving: moving(), instruments: null, frame: frame() });
}

/** Does what an instructor asks for. */
function command({ number, command: asked }: Extract<ToFlight, { kind: 'command' }>): void {
  if (!flown || !acts) return tell({ kind: 'obeyed', number, time_s: 0, done: false });
  acts.obey(number, asked);
  tellChanged();
  if (asked.does === 'end') end('stopped');
}

function actsOn(drill: FlownDrill): InstructorsActs {
  const { lesson, loop } = drill;
  const own = nextHands;
  return new InstructorsActs(
    {
      drill,
      running: () => running,
      run(on) {
        running = on;
        last = performance.now();
        owed_s = 0;
      },
      setRate: (asked) => (rate = asked),
      flyBy(who) {
        const { seed } = lesson.plan;
        nextHands =
          who === 'own' ? own : simulatedHands(lesson, drill, noHabits, seed, { recordLooks: false });
      },
      asksBeforeGiving: own === null
    },
    (number, done) => {
      tellChanged();
      tell({ kind: 'obeyed', number, time_s: loop.time_s(), done });
    }
  );
}

function end(how: 'flown' | 'ground' | 'stopped'): void {
  if (timer) clearInterval(timer);
  timer = null;
  running = false;
  const chunk = flown!.finish();
  if (chunk) tell({ kind: 'chunk', chunk });
  tellWhole();
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
      if (running === message.running || !flown || acts?.frozen) return;
      running = message.running;
      last = performance.now();
      owed_s = 0;
      flown.note({ kind: running ? 'continue' : 'pause', detail: '' });
      if (running && eyesOn) flown.note({ kind: 'look', detail: eyesOn });
      // What stands still is shown as it stands, all of it.
      if (!running) tellWhole();
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
      acts?.takeControl();
      return;
    case 'look out':
      looksOut = message.looks;
      if (flown) tellWhole();
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
