import type { ChannelId } from '../../flight/channels';
import { phaseById } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { onPanel, type Reference } from '../../drill/reference';
import { column, type Flight, sampleAt } from '../../flight/flight';
import { normaliseSigned } from '../../measure/angle';
import { median } from '../../measure/median';

/** A flight read by a course: what grading of radio navigation looks at. */
export interface CourseReading {
  /** What the phase is flown about. */
  reference: Reference;
  rate_hz: number;
  /** Heading less course, (−180, 180], + = right of it. */
  headingOff(k: number): number;
  /** Track less course. */
  trackOff(k: number): number;
  bank(k: number): number;
  /** Bank without what rough air makes of it. */
  steadyBank(k: number): number;
  courseShare(k: number): number;
  along(k: number): number;
  crossTrack(k: number): number;
  fixDistance(k: number): number;
  sample(time_s: number): number;
  time(k: number): number;
}

/** @param course_deg by the north of the phase's fix */
export function readByCourse(
  flight: Flight,
  { drill, area }: Lesson,
  { phaseId }: Pick<PhaseSpan, 'phaseId'>,
  course_deg: number
): CourseReading {
  const reference = phaseById(drill, phaseId).reference!;
  const shown_deg = onPanel(course_deg, reference, area);
  const heading = column(flight, 'heading_deg');
  const track = column(flight, 'track_deg');
  const bank = column(flight, 'bank_deg');
  const half = Math.round(SMOOTHED_S * flight.rate_hz);
  const sums = new Float64Array(bank.length + 1);
  for (let k = 0; k < bank.length; k++) sums[k + 1] = sums[k]! + bank[k]!;
  const of = (id: ChannelId) => {
    const values = column(flight, id);
    return (k: number) => values[k]!;
  };
  return {
    reference,
    rate_hz: flight.rate_hz,
    headingOff: (k) => normaliseSigned(heading[k]! - shown_deg),
    trackOff: (k) => normaliseSigned(track[k]! - shown_deg),
    bank: (k) => bank[k]!,
    steadyBank: (k) =>
      (sums[Math.min(bank.length, k + half + 1)]! - sums[Math.max(0, k - half)]!) /
      (Math.min(bank.length, k + half + 1) - Math.max(0, k - half)),
    courseShare: of('courseShare'),
    along: of('along_nm'),
    crossTrack: of('crossTrack_nm'),
    fixDistance: of('fixDistance_nm'),
    sample: (time_s) => sampleAt(flight, time_s),
    time: (k) => k / flight.rate_hz
  };
}

/** Bank is smoothed over so long to either side. */
const SMOOTHED_S = 1.5;
/** Wings count as level within this bank. */
export const WINGS_LEVEL_DEG = 5;

/** First sample from which the wings stay level for so long; null when they do not before `to`. */
export function levelFrom(reading: CourseReading, from: number, to: number, for_s: number): number | null {
  let since: number | null = null;
  for (let k = from; k <= to; k++) {
    if (Math.abs(reading.steadyBank(k)) >= WINGS_LEVEL_DEG) since = null;
    else {
      since ??= k;
      if (k - since >= for_s * reading.rate_hz) return since;
    }
  }
  return null;
}

/** Middle value of something over samples, inclusive; 0 when there are none. */
export function medianOver(from: number, to: number, value: (k: number) => number): number {
  const values: number[] = [];
  for (let k = from; k <= to; k++) values.push(value(k));
  return median(values) ?? 0;
}
