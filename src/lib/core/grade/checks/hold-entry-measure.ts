import { normaliseSigned } from '../../measure/angle';
import { type Hold, sideOf } from '../../procedure/hold';
import {
  TEARDROP_ANGLE_DEG,
  type EntryChoice,
  entryHeading,
  type HoldEntry
} from '../../procedure/hold-entry';
import { type CourseReading, levelFrom, medianOver } from './course-reading';

/** An entry's leg, with a teardrop's angle and the wind's correction in it. */
const ENTRY_WITHIN_DEG = 80;
/** Long enough to be a leg: against a strong wind there is little more of it. */
const ENTRY_LEG_S = 8;
/** A teardrop's heading is turned to by the shorter way. */
const MORE_THAN_A_TEARDROP_DEG = 200;
/** Two entries' headings nearer than this to the one flown cannot be told apart by it. */
const ALIKE_DEG = 12;

/** Which entry was flown, by its turns and the heading of its first steady leg; null when it cannot be told. */
export function entryFlown(
  reading: CourseReading,
  hold: Hold,
  [from, to]: [number, number],
  due: EntryChoice,
  directCorrection_deg: number,
  wind_deg: number
): HoldEntry | null {
  const side = sideOf(hold);
  const entryLeg = entryLegOf(reading, from, to);
  if (entryLeg === null) return null;
  const { level, flown, leg } = entryLeg;
  const outward = normaliseSigned(leg - 180);
  // Which way it is turned back tells the parallel entry from the others.
  let turned = 0;
  for (let k = flown; k < to && turned === 0; k++) {
    const away = normaliseSigned(reading.headingOff(k) - leg);
    if (Math.abs(away) > 50) turned = Math.sign(away);
  }
  if (turned === -side) return 'parallel';
  // Only the direct entry goes on round by the hold's own side.
  const round_deg = side * turnBetween(reading, from, level);
  if (round_deg > MORE_THAN_A_TEARDROP_DEG) return 'direct';
  // With the wind's correction, or, by who forgets it, on the plain angle itself.
  const nearest = (headings: readonly number[]) =>
    Math.min(...headings.map((heading) => Math.abs(normaliseSigned(outward - heading))));
  const teardrop = nearest([0, wind_deg].map((correction) => correction - side * TEARDROP_ANGLE_DEG));
  const direct = nearest([directCorrection_deg, 0, wind_deg]);
  if (Math.abs(teardrop - direct) > ALIKE_DEG) return teardrop < direct ? 'teardrop' : 'direct';
  // With so large a correction both are one and the same heading.
  if (round_deg < 0) return 'teardrop';
  return due.entry === 'teardrop' || due.alternative === 'teardrop' ? 'teardrop' : 'direct';
}

/** By how much the leg of an entry lay beside its heading, with the wind's correction or without it, whichever it was nearer to; null where there is no such leg. */
export function entryLegOff(
  reading: CourseReading,
  hold: Hold,
  [from, to]: [number, number],
  entry: HoldEntry | null,
  wind_deg: number
): number | null {
  const asked_deg = entry === null ? null : entryHeading(hold, entry);
  const leg = asked_deg === null ? null : entryLegOf(reading, from, to);
  if (asked_deg === null || leg === null) return null;
  const beyond = (correction_deg: number) =>
    -sideOf(hold) * normaliseSigned(leg.leg + hold.inboundCourse_deg - asked_deg - correction_deg);
  const [plain, corrected] = [beyond(0), beyond(wind_deg)];
  return Math.abs(plain) < Math.abs(corrected) ? plain : corrected;
}

/** The first stretch with level wings that leads away from where the course comes from, and its heading; past the fix some fly on. */
function entryLegOf(reading: CourseReading, from: number, to: number) {
  for (let k = from + 4 * reading.rate_hz; k < to; k++) {
    const level = levelFrom(reading, k, to, ENTRY_LEG_S);
    if (level === null) return null;
    const flown = level + ENTRY_LEG_S * reading.rate_hz;
    const leg = medianOver(level, flown, reading.headingOff);
    if (Math.abs(normaliseSigned(leg - 180)) <= ENTRY_WITHIN_DEG) return { level, flown, leg };
    k = flown;
  }
  return null;
}

/** Degrees turned from one sample to another, + = right, all the way round counted. */
function turnBetween(reading: CourseReading, from: number, to: number): number {
  let turned = 0;
  for (let k = from + 1; k <= to; k++)
    turned += normaliseSigned(reading.headingOff(k) - reading.headingOff(k - 1));
  return turned;
}
