import type { Drill } from '../drill/drill';
import { trackPhases, type PhaseTracker } from '../drill/phase-tracker';
import { RECORDING_RATE_HZ, channelDefinitions } from './channels';
import { readerOf } from './flight';
import { STEP_S, type FlightLoop, type Hands } from './flight-loop';
import { recorder, type FlightChunk } from './recorder';

const STEPS_PER_SAMPLE = Math.round(1 / RECORDING_RATE_HZ / STEP_S);

/** A drill while it is being flown: the loop with its recording and the phase it is in. */
export interface FlownDrill {
  readonly loop: FlightLoop;
  /** One step; gives a chunk whenever one has filled. */
  step(hands: Hands): FlightChunk | null;
  note(kind: 'pause' | 'continue' | 'assist' | 'resume', detail: string): void;
  phase(): ReturnType<PhaseTracker['current']>;
  ended(): 'flown' | 'ground' | null;
  finish(): FlightChunk | null;
}

/**
 * @param resume where to go on: the snapshot and sequence after the last chunk kept, with all chunks so far
 *   (they are run through the phase tracker again)
 */
export function flyDrill(
  loop: FlightLoop,
  drill: Drill,
  resume?: { chunks: readonly FlightChunk[] }
): FlownDrill {
  const tracker = trackPhases(drill);
  const counts = new Int32Array(channelDefinitions.length);
  const kept = resume?.chunks ?? [];
  const record = recorder(kept.length);
  let samples = 0;
  let lastPhase = -1;
  let flaps: number | null = null;
  let altimeter: number | null = null;
  let steps = 0;

  const track = () => {
    const time_s = samples / RECORDING_RATE_HZ;
    tracker.advance(time_s, readerOf(counts));
    samples += 1;
    return time_s;
  };

  if (kept.length > 0) {
    for (const chunk of kept) {
      for (let k = 0; k < chunk.counts[0]!.length; k++) {
        chunk.counts.forEach((columnCounts, i) => (counts[i] = columnCounts[k]!));
        track();
      }
    }
    lastPhase = tracker.current().index;
    loop.restore(kept[kept.length - 1]!.snapshot);
    record.note({
      time_s: (samples - 1) / RECORDING_RATE_HZ,
      kind: 'resume',
      detail: `after chunk ${kept.length - 1}`
    });
  } else {
    take();
  }

  function take(): FlightChunk | null {
    loop.sample(counts);
    const time_s = track();
    const { index, phaseId } = tracker.current();
    if (index !== lastPhase) {
      lastPhase = index;
      record.note({ time_s, kind: 'phase', detail: phaseId });
    }
    return record.add(counts, loop.snapshot);
  }

  const now_s = () => Math.max(0, samples - 1) / RECORDING_RATE_HZ;

  return {
    loop,
    step(hands) {
      if (flaps !== null && flaps !== hands.flapsTarget_deg) {
        record.note({ time_s: now_s(), kind: 'flaps', detail: `${hands.flapsTarget_deg}°` });
      }
      flaps = hands.flapsTarget_deg;
      if (altimeter !== null && altimeter !== hands.altimeterSetting_hPa) {
        record.note({ time_s: now_s(), kind: 'altimeter', detail: `${hands.altimeterSetting_hPa} hPa` });
      }
      altimeter = hands.altimeterSetting_hPa;
      loop.step(hands);
      steps += 1;
      return steps % STEPS_PER_SAMPLE === 0 ? take() : null;
    },
    note: (kind, detail) => record.note({ time_s: now_s(), kind, detail }),
    phase: () => tracker.current(),
    ended: () => (tracker.finished() ? 'flown' : loop.heightAboveGround_ft() <= 0 ? 'ground' : null),
    finish() {
      record.note({ time_s: now_s(), kind: 'end', detail: tracker.finished() ? 'flown' : 'stopped' });
      return record.flush(loop.snapshot);
    }
  };
}
