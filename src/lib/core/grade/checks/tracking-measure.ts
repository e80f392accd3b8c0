import { NEAR_STATION_NM } from '../../radio/station-nearness';
import type { NavigationGoal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { isOverStation } from '../../drill/reference';
import type { Flight } from '../../flight/flight';
import { normaliseSigned } from '../../measure/angle';
import { median } from '../../measure/median';
import { mean } from '../../measure/statistics';
import { type CourseReading, readByCourse, WINGS_LEVEL_DEG } from './course-reading';

export type CourseGoal = Extract<NavigationGoal, { kind: 'course' }>;

/** How a course was held. */
export interface TrackingMeasure {
  kind: 'tracking';
  phaseId: string;
  course_deg: number;
  from_s: number;
  to_s: number;
  /** Peaks between crossings of the course, share of full scale, signed, with their times. */
  peaks: { at_s: number; off: number }[];
  /** Longest run of peaks that do not shrink. */
  unshrinking: { start_s: number; end_s: number; peaks: number[] } | null;
  /** Seconds off course, and how many of them were spent with the wings level for 5 s and more. */
  off_s: number;
  waited_s: number;
  /** Seconds in a bank, and how often it went from one side to the other. */
  banked_s: number;
  rolls: number;
  /** Times the bank was kept in the direction of the correction until the course was crossed. */
  keptTurning_s: number[];
  /** The same, and how often it was crossed from a swing worth the name, in the other phases on this course; left out: there are none. */
  elsewhere?: { kept: number; crossed: number };
  /** Times it drifted off again to the same side after it had been centred, and to which. */
  driftedOff_s: number[];
  driftSide: 'left' | 'right' | null;
  /** Wind correction held as it drifted off, degrees, + = nose right; null where it did not. */
  driftedWith_deg: number | null;
  /** Wind correction flown while the needle was steady and needed there, degrees, + = nose right. */
  correction_deg: number;
  neededCorrection_deg: number;
  /** Seconds wings level but for those on the way back to the course, and those of them with less than half the correction that was needed. */
  level_s: number;
  uncorrected_s: number;
  /** The farthest off the course, share of full scale, signed. */
  farthestOff: number;
  /** Largest change of heading close to the station. */
  nearStation_deg: number | null;
}

const COUNTS_AS_PEAK = 0.12;
const NOT_SHRINKING = 0.7;
/** Off course by this share of full scale, a correction is due. */
const OFF = 0.1;
/** Turned toward the course by more than the wind asks for and this, one is on the way back to it. */
const BACK_DEG = 8;
const WAIT_S = 5;
const KEPT_BANK_DEG = 4;
const KEPT_S = 5;
/** A swing smaller than this is no correction to keep a bank in for. */
const OFF_WORTH = 0.15;
const CENTRED = 0.1;
const DRIFTED = 0.22;
const AWAY_NM = 1.5;

/** @param from_s where the course counts as reached; null when nothing of it was flown, or it was never come to */
export function measureTracking(
  flight: Flight,
  lesson: Lesson,
  goal: CourseGoal,
  span: PhaseSpan,
  from_s: number
): TrackingMeasure | null {
  const reading = readByCourse(flight, lesson, span, goal.course_deg);
  const overStation = isOverStation(reading.reference);
  const [from, to] = farFromStation(reading, reading.sample(from_s), reading.sample(span.end_s), overStation);
  if (to - from < 20 * reading.rate_hz) return null;
  const peaks = peaksOf(reading, from, to);
  const { off_s, waited_s } = waitingOf(reading, from, to);
  const drift = driftingOf(reading, from, to);
  const { banked_s, rolls } = rollingOf(reading, from, to);
  const steady = (k: number) => Math.abs(reading.bank(k)) < 5 && Math.abs(reading.courseShare(k)) < 0.35;
  const corrections: number[] = [];
  const needed: number[] = [];
  for (let k = from; k <= to; k++) {
    needed.push(reading.headingOff(k) - reading.trackOff(k));
    if (steady(k)) corrections.push(reading.headingOff(k));
  }
  const wanted = median(needed) ?? 0;
  let level = 0;
  let uncorrected = 0;
  let farthest = 0;
  let nearest = Infinity;
  for (let k = from; k <= to; k++) {
    const off = reading.courseShare(k);
    if (Math.abs(off) > Math.abs(farthest)) farthest = off;
    nearest = Math.min(nearest, Math.abs(off));
    const comesBack = reading.headingOff(k) * Math.sign(off) < -(Math.abs(wanted) + BACK_DEG);
    if (Math.abs(reading.steadyBank(k)) >= WINGS_LEVEL_DEG || comesBack) continue;
    level += 1;
    if (reading.headingOff(k) * Math.sign(wanted) < 0.5 * Math.abs(wanted)) uncorrected += 1;
  }
  // Who was never on it did not hold it in any way; that it was left is for its corridor to say.
  if (nearest >= 1) return null;
  return {
    kind: 'tracking',
    phaseId: span.phaseId,
    course_deg: goal.course_deg,
    from_s: reading.time(from),
    to_s: reading.time(to),
    peaks: peaks.map(({ at, off }) => ({ at_s: reading.time(at), off })),
    unshrinking: unshrinkingOf(reading, peaks),
    off_s,
    waited_s,
    banked_s,
    rolls,
    keptTurning_s: keptTurningOf(reading, from, to),
    driftedOff_s: drift.at_s,
    driftSide: drift.side,
    driftedWith_deg: drift.held_deg,
    correction_deg: median(corrections) ?? 0,
    neededCorrection_deg: wanted,
    level_s: level / reading.rate_hz,
    uncorrected_s: uncorrected / reading.rate_hz,
    farthestOff: farthest,
    nearStation_deg: overStation && goal.way === 'to' ? nearStationOf(reading, span) : null
  };
}

/** The stretch that says something of tracking: not the last mile before a station, nor the first behind it. */
function farFromStation(
  reading: CourseReading,
  from: number,
  to: number,
  overStation: boolean
): [number, number] {
  if (!overStation) return [from, to];
  let [first, last] = [from, to];
  while (first < last && reading.fixDistance(first) < AWAY_NM) first += 1;
  while (last > first && reading.fixDistance(last) < AWAY_NM) last -= 1;
  return [first, last];
}

function peaksOf(reading: CourseReading, from: number, to: number): { at: number; off: number }[] {
  const peaks: { at: number; off: number }[] = [];
  let peak = { at: from, off: reading.courseShare(from) };
  for (let k = from; k <= to; k++) {
    const off = reading.courseShare(k);
    if (off * peak.off < 0) {
      peaks.push(peak);
      peak = { at: k, off };
    } else if (Math.abs(off) > Math.abs(peak.off)) peak = { at: k, off };
  }
  peaks.push(peak);
  return peaks.filter(({ off }) => Math.abs(off) >= COUNTS_AS_PEAK);
}

function unshrinkingOf(reading: CourseReading, peaks: readonly { at: number; off: number }[]) {
  let best: typeof peaks = [];
  let run: { at: number; off: number }[] = [];
  for (const next of peaks) {
    const last = run.at(-1);
    const goesOn =
      last && last.off * next.off < 0 && Math.abs(next.off) >= NOT_SHRINKING * Math.abs(last.off);
    run = goesOn ? [...run, next] : [next];
    if (run.length > best.length) best = run;
  }
  if (best.length < 4) return null;
  return {
    start_s: reading.time(best[0]!.at),
    end_s: reading.time(best.at(-1)!.at),
    peaks: best.map(({ off }) => off)
  };
}

/** Seconds off course, and those of them in stretches of level wings long enough to see what a heading does. */
function waitingOf(reading: CourseReading, from: number, to: number) {
  let off = 0;
  let waited = 0;
  let run = 0;
  // Coming to the course at first is joining it, not correcting.
  while (from < to && Math.abs(reading.courseShare(from)) > OFF) from += 1;
  for (let k = from; k <= to + 1; k++) {
    const level = k <= to && Math.abs(reading.bank(k)) < 5;
    if (level) run += 1;
    else {
      if (run >= WAIT_S * reading.rate_hz)
        for (let back = k - run; back < k; back++) if (Math.abs(reading.courseShare(back)) > OFF) waited += 1;
      run = 0;
    }
    if (k <= to && Math.abs(reading.courseShare(k)) > OFF) off += 1;
  }
  return { off_s: off / reading.rate_hz, waited_s: waited / reading.rate_hz };
}

/** Seconds in a bank, rough air left out, and how often it went over to the other side. */
function rollingOf(reading: CourseReading, from: number, to: number) {
  let banked = 0;
  let rolls = 0;
  let side = 0;
  for (let k = from; k <= to; k++) {
    const bank = reading.steadyBank(k);
    if (Math.abs(bank) < WINGS_LEVEL_DEG) continue;
    banked += 1;
    if (side !== 0 && Math.sign(bank) !== side) rolls += 1;
    side = Math.sign(bank);
  }
  return { banked_s: banked / reading.rate_hz, rolls };
}

/** Moments the course was crossed with the bank of the correction still in. */
function keptTurningOf(reading: CourseReading, from: number, to: number): number[] {
  const found: number[] = [];
  let peak = 0;
  for (let k = from + 1; k <= to; k++) {
    const before = reading.courseShare(k - 1);
    peak = Math.max(peak, Math.abs(before));
    if (before * reading.courseShare(k) >= 0 && reading.courseShare(k) !== 0) continue;
    const came = peak;
    peak = 0;
    if (came < OFF_WORTH) continue;
    const way = -Math.sign(before);
    let kept = 0;
    for (let back = k; back > from && reading.bank(back) * way > KEPT_BANK_DEG; back--) kept += 1;
    // A bank that begins at the crossing is another correction, not this one kept.
    if (kept >= KEPT_S * reading.rate_hz) found.push(reading.time(k));
  }
  return found;
}

/** Drifting off to the same side, wings level, each time after it had been centred. */
function driftingOf(reading: CourseReading, from: number, to: number) {
  const times: Record<'left' | 'right', number[]> = { left: [], right: [] };
  const held: number[] = [];
  let centred = false;
  let heading = 0;
  for (let k = from; k <= to; k++) {
    const off = reading.courseShare(k);
    if (Math.abs(off) < CENTRED) {
      centred = true;
      heading = reading.headingOff(k);
    } else if (centred && Math.abs(off) > DRIFTED) {
      centred = false;
      // It drifts with the nose on the course or to the lee of it, not because it was turned away.
      if (Math.sign(off) * heading > -20) {
        times[off > 0 ? 'right' : 'left'].push(reading.time(k));
        held.push(reading.headingOff(k));
      }
    }
  }
  const side = times.right.length >= times.left.length ? ('right' as const) : ('left' as const);
  const other = side === 'right' ? times.left : times.right;
  return other.length > 0
    ? { at_s: [], side: null, held_deg: null }
    : { at_s: times[side], side, held_deg: held.length > 0 ? median(held) : null };
}

/** A nose that swings in the air is back in less. */
const SWINGS_S = 6;

/**
 * How far the heading was turned from where it stood within `NEAR_STATION_NM` of the station, the swings of the nose taken out; null when
 * that was not flown.
 */
function nearStationOf(reading: CourseReading, span: PhaseSpan): number | null {
  let to = reading.sample(span.end_s);
  const start = reading.sample(span.start_s);
  // Behind the station the next thing begins.
  while (to > start && reading.along(to) > 0) to -= 1;
  let from = to;
  while (from > start && reading.fixDistance(from) < NEAR_STATION_NM) from -= 1;
  const half = Math.round((SWINGS_S / 2) * reading.rate_hz);
  if (to - from < 2 * half) return null;
  const first = Math.max(start, from - half);
  const turned = [0];
  for (let k = first + 1; k <= to; k++)
    turned.push(turned.at(-1)! + normaliseSigned(reading.headingOff(k) - reading.headingOff(k - 1)));
  const about = (k: number) => mean(turned.slice(Math.max(0, k - first - half), k - first + half + 1))!;
  const entered = about(from);
  let largest = 0;
  for (let k = from; k <= to - half; k++) largest = Math.max(largest, Math.abs(about(k) - entered));
  return largest;
}
