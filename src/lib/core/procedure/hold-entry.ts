import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { airPath, byCourse, type PathPoint } from './air-path';
import { sideOf, type Hold, type HoldAir, type HoldSolution } from './hold';
import { joinCourse } from './join-course';

export const holdEntries = ['direct', 'teardrop', 'parallel'] as const;
export type HoldEntry = (typeof holdEntries)[number];

/** The entry due, and another one that is as good near a boundary. */
export interface EntryChoice {
  entry: HoldEntry;
  /** Also acceptable: the heading lies within 5° of the boundary to it. */
  alternative: HoldEntry | null;
  /** Outbound course less heading, (−180, 180], mirrored for left turns: what the sectors are told by. */
  relative_deg: number;
}

/** Sector boundaries by the relative bearing of the outbound course, right turns: teardrop up to 70° right, parallel up to 110° left. */
export const TEARDROP_LIMIT_DEG = 70;
export const PARALLEL_LIMIT_DEG = -110;
const EITHER_WITHIN_DEG = 5;
export const TEARDROP_ANGLE_DEG = 30;
const ENTRY_LEG_S = 60;
/** Angle at which an entry comes back to the inbound course. */
const INTERCEPT_DEG = 30;

/** The entry by sectors from the heading on arrival over the fix; course and heading from the same north. */
export function holdEntry(hold: Pick<Hold, 'inboundCourse_deg' | 'turn'>, heading_deg: number): EntryChoice {
  const relative = normaliseSigned(
    sideOf(hold) * normaliseSigned(hold.inboundCourse_deg + 180 - heading_deg)
  );
  const entry: HoldEntry =
    relative >= 0 && relative <= TEARDROP_LIMIT_DEG
      ? 'teardrop'
      : relative < 0 && relative >= PARALLEL_LIMIT_DEG
        ? 'parallel'
        : 'direct';
  const boundaries: [number, HoldEntry, HoldEntry][] = [
    [0, 'teardrop', 'parallel'],
    [TEARDROP_LIMIT_DEG, 'teardrop', 'direct'],
    [PARALLEL_LIMIT_DEG, 'parallel', 'direct']
  ];
  const near = boundaries.find(([at]) => Math.abs(relative - at) <= EITHER_WITHIN_DEG);
  const alternative = near ? (near[1] === entry ? near[2] : near[1]) : null;
  return { entry, alternative, relative_deg: relative };
}

/** Heading flown from the fix in an entry, before wind; null for the direct one, which turns straight outbound. */
export function entryHeading(
  hold: Pick<Hold, 'inboundCourse_deg' | 'turn'>,
  entry: HoldEntry
): number | null {
  const outbound = hold.inboundCourse_deg + 180;
  if (entry === 'direct') return null;
  return normaliseBearing(entry === 'parallel' ? outbound : outbound - sideOf(hold) * TEARDROP_ANGLE_DEG);
}

/** Heading that holds an entry's outbound course in the wind, magnetic; null for a direct entry, which has none. */
export function entryHeadingInWind(hold: Hold, entry: HoldEntry, solution: HoldSolution): number | null {
  const out = entryHeading(hold, entry);
  const correction_deg = solution.outboundCorrection_deg / Math.max(1, Math.abs(solution.multiple ?? 1));
  return out === null ? null : normaliseBearing(out + correction_deg);
}

/** One stretch of an entry, for reading out. */
export interface EntryStep {
  words: string;
  seconds: number;
}

/** An entry drawn and timed from the fix until it is back over it, inbound. */
export interface EntryPath {
  points: PathPoint[];
  steps: EntryStep[];
  total_s: number;
}

/** Flies an entry with the hold's own outbound heading and the exact inbound correction. */
export function entryPath(
  hold: Hold,
  air: HoldAir,
  solution: HoldSolution,
  entry: HoldEntry,
  heading_deg: number
): EntryPath {
  const { tas_kt, wind } = air;
  const side = sideOf(hold);
  const other = side === 1 ? -1 : 1;
  const inbound = solution.inbound.heading_deg;
  const path = airPath({ north_nm: 0, east_nm: 0, heading_deg }, tas_kt, wind, solution.turnRate_degps);
  const steps: EntryStep[] = [];
  const step = (words: string, work: () => void) => {
    const from = path.here().time_s;
    work();
    const seconds = path.here().time_s - from;
    if (seconds > 0.05) steps.push({ words, seconds });
  };
  const turnWords = (direction: 1 | -1) => (direction === 1 ? 'right' : 'left');
  const asHeading = (angle: number) =>
    `${String(Math.round(normaliseBearing(angle)) || 360).padStart(3, '0')}°`;
  const joining = { tas_kt, wind, course_deg: hold.inboundCourse_deg, courseHeading_deg: inbound };
  if (entry === 'direct') {
    const out = solution.outboundHeading_deg;
    step(`turn ${turnWords(side)} to ${asHeading(out)}`, () => path.turn(side, out));
    step('outbound', () => path.straight(solution.outbound_s));
    joinCourse(path, joining, side, side, INTERCEPT_DEG, step);
  } else {
    const out = entryHeadingInWind(hold, entry, solution)!;
    const shortest = normaliseSigned(out - heading_deg) >= 0 ? 1 : -1;
    step(`turn ${turnWords(shortest)} to ${asHeading(out)}`, () => path.turn(shortest, out));
    step(`hold ${asHeading(out)}`, () => path.straight(ENTRY_LEG_S));
    // The parallel entry turns toward the holding side, through the course, and comes back to it from there.
    const back = entry === 'parallel' ? other : side;
    joinCourse(path, joining, back, side, INTERCEPT_DEG, step);
  }
  step('inbound to the fix', () =>
    path.until((at) => byCourse(at, hold.inboundCourse_deg).along_nm >= 0, 600)
  );
  return { points: path.points, steps, total_s: path.here().time_s };
}
