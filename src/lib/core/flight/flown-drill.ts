import { trackPhases, type PhaseTracker } from '../drill/phase-tracker';
import type { Lesson } from '../drill/lesson';
import { upsetFrom, upsetHands, type Upset } from '../pilot/upset';
import { sameBugs, type Bugs } from '../instrument/bugs';
import { sameRadios, type RadioSettings } from '../radio/radio-settings';
import { autopilotNotes } from './autopilot-notes';
import type { Command } from './command';
import { CHANNELS_WITHOUT_RADIO, RECORDING_RATE_HZ, channelDefinitions, type ChannelId } from './channels';
import { courseWatch } from './course-watch';
import type { FlightEvent, Happening } from './flight-event';
import { readerOf } from './flight';
import { STEP_S, type FlightLoop } from './flight-loop';
import { type Hands } from './hands';
import { asksForMinimum, startingBugs } from './flight-bugs';
import { judgedChannels } from './judged-channels';
import { eventsOf, recorder, type FlightChunk } from './recorder';

const STEPS_PER_SAMPLE = Math.round(1 / RECORDING_RATE_HZ / STEP_S);

/** A drill while it is being flown: the loop with its recording, the phase it is in, and the instructor's hands. */
export interface FlownDrill {
  readonly loop: FlightLoop;
  /** One step; gives a chunk whenever one has filled. While the instructor has control, the hands given do nothing. */
  step(hands: Hands): FlightChunk | null;
  /** Keeps what has happened at this moment. */
  note(what: Happening): void;
  /** Does something to the flight from outside, from the next step on, and keeps it. */
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
  lesson: Lesson,
  resume?: { chunks: readonly FlightChunk[] }
): FlownDrill {
  const { drill, plan } = lesson;
  const tracker = trackPhases(drill);
  let judged = judgedChannels(lesson);
  /** Failures of the plan that are still to come. */
  let coming = [...plan.faults];
  const counts = new Int32Array(lesson.navigation ? channelDefinitions.length : CHANNELS_WITHOUT_RADIO);
  const watchCourse = courseWatch(lesson);
  const notesOfAutopilot = autopilotNotes();
  const kept = resume?.chunks ?? [];
  const record = recorder(kept.length);
  let samples = 0;
  let lastPhase = -1;
  let phaseSince_s = 0;
  let upset: Upset | null = null;
  let flaps: number | null = null;
  let gear: number | null = null;
  let altimeter: number | null = null;
  let radios: RadioSettings | null = null;
  let bugs = startingBugs(lesson);
  let steps = 0;

  const stepTime_s = () => Math.round(loop.time_s() / STEP_S) * STEP_S;
  const now_s = () => Math.max(0, samples - 1) / RECORDING_RATE_HZ;
  const readShown = readerOf(counts);
  const read = (id: ChannelId) => readShown(judged.get(id) ?? id);
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
    for (const chunk of kept) {
      for (let k = 0; k < chunk.counts[0]!.length; k++) {
        chunk.counts.forEach((columnCounts, i) => (counts[i] = columnCounts[k]!));
        track();
      }
    }
    const events = eventsOf(kept);
    loop.restore(kept[kept.length - 1]!.snapshot, events.findLast((event) => event.kind === 'radio')?.radios);
    for (const event of events) {
      if (event.kind === 'command') obey(event.command);
      if (event.kind === 'bugs') bugs = event.bugs;
    }
    record.note({
      time_s: (samples - 1) / RECORDING_RATE_HZ,
      kind: 'resume',
      detail: `after chunk ${kept.length - 1}`
    });
  } else {
    take();
    if (asksForMinimum(lesson)) record.note({ time_s: 0, kind: 'bugs', bugs });
  }

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

  function noteLevers(hands: Hands): void {
    if (flaps !== null && flaps !== hands.flapsTarget_deg)
      record.note({ time_s: now_s(), kind: 'flaps', detail: `${hands.flapsTarget_deg}°` });
    if (gear !== null && gear !== hands.gearTarget)
      record.note({ time_s: now_s(), kind: 'gear', detail: hands.gearTarget > 0.5 ? 'down' : 'up' });
    if (altimeter !== null && altimeter !== hands.altimeterSetting_hPa)
      record.note({ time_s: now_s(), kind: 'altimeter', detail: `${hands.altimeterSetting_hPa} hPa` });
    flaps = hands.flapsTarget_deg;
    gear = hands.gearTarget;
    altimeter = hands.altimeterSetting_hPa;
    noteRadios(hands);
    if (hands.bugs && !sameBugs(hands.bugs, bugs)) {
      bugs = { ...hands.bugs };
      keep({ time_s: now_s(), kind: 'bugs', bugs });
    }
  }

  /** What stands at the beginning is kept as well: a set-up is held against it. */
  function noteRadios(hands: Hands): void {
    const set = hands.radios ?? loop.hands().radios;
    if (!set) return;
    if (radios && sameRadios(set, radios)) return;
    radios = structuredClone(set);
    keep({ time_s: now_s(), kind: 'radio', radios });
  }

  function keep(event: FlightEvent): void {
    record.note(event);
    flown.onnote?.(event);
  }

  function obey(command: Command): void {
    loop.obey(command);
    if (command.does !== 'fail') return;
    coming = coming.filter(({ kind }) => kind !== command.what);
    const failed = [...plan.faults, { kind: command.what, at_s: now_s() }];
    judged = judgedChannels({ ...lesson, plan: { ...plan, faults: failed } });
  }

  /** The plan's own failures, each in the step that reaches its moment. */
  function failAsPlanned(): void {
    for (const { kind, at_s } of coming.filter((fault) => fault.at_s <= loop.time_s() + STEP_S + 1e-9)) {
      obey({ does: 'fail', what: kind });
      keep({ time_s: at_s, kind: 'command', command: { does: 'fail', what: kind } });
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
      if (coming.length > 0) failAsPlanned();
      if (upset) {
        const { pitch_deg, bank_deg, throttle } = upsetHands(upset, loop.time_s() - phaseSince_s);
        loop.step({ ...hands, stick: { kind: 'attitude', pitch_deg, bank_deg }, throttle });
      } else {
        noteLevers(hands);
        loop.step(hands);
      }
      steps += 1;
      if (steps % STEPS_PER_SAMPLE !== 0) return null;
      const chunk = take();
      flown.onsample?.(counts, samples - 1);
      return chunk;
    },
    note: (what) => keep({ time_s: stepTime_s(), ...what }),
    command(command) {
      obey(command);
      keep({ time_s: stepTime_s() + STEP_S, kind: 'command', command });
    },
    phase: () => tracker.current(),
    spans: () => tracker.spans(),
    bugs: () => bugs,
    eyesClosed: () => upset !== null,
    ended: () => (tracker.finished() ? 'flown' : loop.heightAboveGround_ft() <= 0 ? 'ground' : null),
    finish() {
      record.note({ time_s: now_s(), kind: 'end', detail: tracker.finished() ? 'flown' : 'stopped' });
      return record.flush(loop.snapshot);
    }
  };
  return flown;
}
