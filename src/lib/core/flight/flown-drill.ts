import { Rejection } from '../measure/rejection';
import type { PhaseTracker } from '../drill/phase-tracker';
import type { Lesson } from '../drill/lesson';
import { upsetFrom, upsetHands, type Upset } from '../pilot/upset';
import type { Bugs } from '../instrument/bugs';
import { autopilotNotes } from './autopilot-notes';
import type { Command } from './command';
import { CHANNELS_WITHOUT_RADIO, RECORDING_RATE_HZ, channelDefinitions, type ChannelId } from './channels';
import { courseWatch } from './course-watch';
import type { FlightEvent, Happening } from './flight-event';
import { readerOf } from './flight';
import { STEP_S, type FlightLoop } from './flight-loop';
import { type Hands } from './hands';
import { handsNotes } from './hands-notes';
import { asksForMinimum, startingBugs } from './flight-bugs';
import { asItWouldShow, judgedChannels } from './judged-channels';
import { commandsInTime, shownAtStart, shownBy } from './phase-run';
import { phasesInFlight } from './phases-in-flight';
import { comesAbout, waitingCommand, type WaitingCommand } from './waiting-command';
import { isDue } from './waiting-due';
import type { InstrumentFault } from '../instrument/instrument-fault';
import { eventsOf, recorder, type FlightChunk } from './recorder';

const STEPS_PER_SAMPLE = Math.round(1 / RECORDING_RATE_HZ / STEP_S);

/** A drill while it is being flown: the loop with its recording, the phase it is in, and the instructor's hands. */
export interface FlownDrill {
  readonly loop: FlightLoop;
  /** One step; gives a chunk whenever one has filled. While the instructor has control, the hands given do nothing. */
  step(hands: Hands): FlightChunk | null;
  /** Keeps what has happened at this moment. */
  note(what: Happening): void;
  /** The lesson with all that was asked for on the way. */
  readonly lesson: Lesson;
  /** What the altimeter is to be set to: the plan's, or the newest the weather has. */
  altimeterSetting_hPa(): number;
  /** How often something else was asked for than would have come. */
  changes(): number;
  instructorFlies(): boolean;
  /** The lesson with the air as it is, or is becoming. */
  inAir(): Lesson;
  /**
   * Does something to the flight from outside, from the next step on, and keeps it.
   * @throws Rejection, with nothing changed, where it cannot be done
   */
  command(command: Command): void;
  phase(): ReturnType<PhaseTracker['current']>;
  /** All phases begun so far. */
  spans: PhaseTracker['spans'];
  /** The marks on the scales. */
  bugs(): Bugs;
  /** Newest recorded value of a channel, as it is judged; 0 for what is not recorded. */
  read(channel: ChannelId): number;
  /** What is noted from now on is heard there, too. */
  onnote: ((event: FlightEvent) => void) | null;
  /** Every sample as it is recorded, with its number; the counts are changed by the next one. */
  onsample: ((counts: Int32Array, number: number) => void) | null;
  /** True while the instructor has control and the student's eyes are closed. */
  eyesClosed(): boolean;
  ended(): 'flown' | 'ground' | null;
  finish(): FlightChunk | null;
}

/**
 * @param resume where to go on: the snapshot and sequence after the last chunk kept, with all chunks so far
 *   (they are run through the phase tracker again)
 */
export function flyDrill(
  loop: FlightLoop,
  planned: Lesson,
  resume?: { chunks: readonly FlightChunk[] }
): FlownDrill {
  const asked = phasesInFlight(planned);
  const { lesson, tracker } = asked;
  const { drill, plan } = lesson;
  let judged = judgedChannels(lesson);
  /** Failures of the plan that are still to come, those that came, and what waits for its moment. */
  let coming = [...plan.faults];
  const failed: InstrumentFault[] = [...plan.faults];
  let waiting: WaitingCommand[] = [];
  const counts = new Int32Array(lesson.navigation ? channelDefinitions.length : CHANNELS_WITHOUT_RADIO);
  const watchCourse = courseWatch(lesson);
  const notesOfAutopilot = autopilotNotes();
  const kept = resume?.chunks ?? [];
  const record = recorder(kept.length);
  let samples = 0;
  let lastPhase = -1;
  let phaseSince_s = 0;
  let upset: Upset | null = null;
  let steps = 0;
  let lastHands: Hands | null = null;
  let setting_hPa = plan.altimeterSetting_hPa;

  const stepTime_s = () => Math.round(loop.time_s() / STEP_S) * STEP_S;
  const now_s = () => Math.max(0, samples - 1) / RECORDING_RATE_HZ;
  const readShown = readerOf(counts);
  const read = (id: ChannelId) => {
    const instead = judged.get(id);
    return instead && samples / RECORDING_RATE_HZ >= instead.from_s
      ? asItWouldShow(id, readShown(instead.truth), plan)
      : readShown(id);
  };
  const shownNow = () => (samples === 0 ? shownAtStart(plan) : shownBy(read));
  const track = () => {
    const time_s = samples / RECORDING_RATE_HZ;
    watchCourse(counts, tracker.current().index);
    tracker.advance(time_s, read);
    samples += 1;
    const { index } = tracker.current();
    if (index !== lastPhase) {
      lastPhase = index;
      phaseSince_s = time_s;
      const number = drill.phases.slice(0, index).filter((phase) => phase.upset !== null).length;
      const severity = drill.phases[index]!.upset;
      upset = severity === null ? null : upsetFrom(plan.seed, number, severity);
      return true;
    }
    return false;
  };

  if (kept.length > 0) {
    const events = eventsOf(kept);
    const obeyUntil = commandsInTime(asked, events);
    for (const chunk of kept) {
      for (let k = 0; k < chunk.counts[0]!.length; k++) {
        obeyUntil(samples / RECORDING_RATE_HZ, shownNow());
        chunk.counts.forEach((columnCounts, i) => (counts[i] = columnCounts[k]!));
        track();
      }
    }
    // What came after the last sample was kept begins with the next.
    obeyUntil(samples / RECORDING_RATE_HZ, shownNow());
    for (const event of events) {
      // Where the airplane was put is in the snapshot, and the phases have been run through.
      if (event.kind === 'command') {
        if (event.command.does !== 'place') loop.obey(event.command, event.time_s);
        remember(event.command, event.time_s);
      }
    }
    loop.restore(kept[kept.length - 1]!.snapshot, events.findLast((event) => event.kind === 'radio')?.radios);
    record.note({
      time_s: (samples - 1) / RECORDING_RATE_HZ,
      kind: 'resume',
      detail: `after chunk ${kept.length - 1}`
    });
  } else {
    take();
    if (asksForMinimum(lesson)) record.note({ time_s: 0, kind: 'bugs', bugs: startingBugs(lesson) });
  }
  const notes = handsNotes(
    loop.hands(),
    eventsOf(kept).findLast((event) => event.kind === 'bugs')?.bugs ?? startingBugs(lesson)
  );

  function take(): FlightChunk | null {
    loop.sample(counts);
    for (const detail of notesOfAutopilot(loop.autopilot(), samples / RECORDING_RATE_HZ))
      keep({ time_s: samples / RECORDING_RATE_HZ, kind: 'autopilot', detail });
    if (track()) {
      const time_s = (samples - 1) / RECORDING_RATE_HZ;
      const phase = drill.phases[lastPhase]!;
      record.note({ time_s, kind: 'phase', detail: phase.id });
      if (phase.call) record.note({ time_s, kind: 'call', detail: phase.call });
    }
    return record.add(counts, loop.snapshot);
  }

  function keep(event: FlightEvent): void {
    record.note(event);
    flown.onnote?.(event);
  }

  /** The newest setting; and what fails, or waits to: judged by what the airplane did from then on. */
  function remember(command: Command, at_s: number): void {
    const later = waitingCommand(command, at_s);
    if (later) {
      waiting.push(later);
      return;
    }
    waiting = waiting.filter((one) => !comesAbout(command, one));
    if (command.does === 'weather') setting_hPa = command.altimeterSetting_hPa ?? setting_hPa;
    if (command.does !== 'fail') return;
    coming = coming.filter(({ kind }) => kind !== command.what);
    failed.push({ kind: command.what, at_s });
    judged = judgedChannels({ ...lesson, plan: { ...plan, faults: failed } });
  }

  function command(what: Command, at_s: number): void {
    // Whichever refuses, refuses before anything has changed.
    asked.admit(what);
    if (what.does === 'place') {
      loop.obey(what);
      asked.obey(what, samples / RECORDING_RATE_HZ, shownNow());
    } else {
      asked.obey(what, samples / RECORDING_RATE_HZ, shownNow());
      loop.obey(what);
    }
    remember(what, at_s);
    keep({ time_s: at_s, kind: 'command', command: what });
  }

  /** What was to come later, at its moment; what other weather has made impossible meanwhile does not come. */
  function comeInTime(): void {
    for (const one of waiting.filter((later) => isDue(later, loop, lesson, read))) {
      // One that failed a moment ago need not fail by another's waiting.
      if (!waiting.includes(one)) continue;
      waiting = waiting.filter((other) => other !== one);
      if (canCome(one)) command(one.command, stepTime_s() + STEP_S);
    }
  }

  function canCome({ command: what }: WaitingCommand): boolean {
    try {
      asked.admit(what);
      return true;
    } catch (error) {
      if (error instanceof Rejection) return false;
      throw error;
    }
  }

  /** The plan's own failures, each in the step that reaches its moment. */
  function failAsPlanned(): void {
    for (const { kind, at_s } of coming.filter((fault) => fault.at_s <= loop.time_s() + STEP_S + 1e-9)) {
      command({ does: 'fail', what: kind }, at_s);
    }
  }

  const flown: FlownDrill = {
    loop,
    onnote: null,
    onsample: null,
    read: (id) => {
      const value = read(id);
      return Number.isFinite(value) ? value : 0;
    },
    step(hands) {
      lastHands = hands;
      if (coming.length > 0) failAsPlanned();
      if (upset) {
        const { pitch_deg, bank_deg, throttle } = upsetHands(upset, loop.time_s() - phaseSince_s);
        loop.step({ ...hands, stick: { kind: 'attitude', pitch_deg, bank_deg }, throttle });
      } else {
        for (const what of notes.of(hands, loop.hands().radios)) keep({ time_s: now_s(), ...what });
        loop.step(hands);
      }
      steps += 1;
      if (steps % STEPS_PER_SAMPLE !== 0) return null;
      const chunk = take();
      if (waiting.length > 0) comeInTime();
      flown.onsample?.(counts, samples - 1);
      return chunk;
    },
    note: (what) => keep({ time_s: stepTime_s(), ...what }),
    lesson,
    changes: asked.changes,
    instructorFlies: asked.instructorFlies,
    inAir: asked.inAir,
    altimeterSetting_hPa: () => setting_hPa,
    command: (what) => command(what, stepTime_s() + STEP_S),
    phase: () => tracker.current(),
    spans: () => tracker.spans(),
    bugs: notes.bugs,
    eyesClosed: () => upset !== null,
    ended: () => (tracker.finished() ? 'flown' : loop.heightAboveGround_ft() <= 0 ? 'ground' : null),
    finish() {
      // What happened last goes with a sample: where none is left to go, it is flown on to the next.
      while (lastHands && record.isEmpty()) {
        loop.step(lastHands);
        steps += 1;
        if (steps % STEPS_PER_SAMPLE === 0) take();
      }
      record.note({ time_s: now_s(), kind: 'end', detail: tracker.finished() ? 'flown' : 'stopped' });
      return record.flush(loop.snapshot);
    }
  };
  return flown;
}
