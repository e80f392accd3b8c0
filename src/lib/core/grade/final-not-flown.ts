import { ownSegment, phaseById, type Drill } from '../drill/drill';
import type { PhaseSpan } from '../drill/phase-tracker';
import { sampleAt, type Flight } from '../flight/flight';

/** Nearer to its course than this one is on a final, however badly. */
const NEAR_NM = 2;
/** Who has come so far below the altitude it is begun at goes down it, wherever that is. */
const DOWN_BY_FT = 300;

/**
 * Phases without those of a final that was never come to: far from its course throughout, its needle at the stop, and no lower than
 * where it begins. What came before it is what there is to say. All of them where too little of that was recorded.
 */
export function withoutFinalNotFlown(
  flight: Flight,
  drill: Drill,
  spans: readonly PhaseSpan[]
): readonly PhaseSpan[] {
  const isFinal = ({ phaseId }: PhaseSpan) => ownSegment(phaseById(drill, phaseId)) === 'final';
  const finals = spans.filter(isFinal);
  const [aside, share, altitude] = (['crossTrack_nm', 'courseShare', 'altitude_ft'] as const).map((id) =>
    flight.columns.get(id)
  );
  const before = drill.phases[drill.phases.findIndex(({ segment }) => segment === 'final') - 1];
  if (finals.length === 0 || !before || !aside || !share || !altitude) return spans;
  for (const { start_s, end_s } of finals)
    for (let k = sampleAt(flight, start_s) + 1; k <= sampleAt(flight, end_s); k++)
      if (
        Math.abs(aside[k]!) < NEAR_NM ||
        Math.abs(share[k]!) < 1 ||
        altitude[k]! < before.ends_ft - DOWN_BY_FT
      )
        return spans;
  return spans.filter((span) => !isFinal(span));
}
