import { type Gaze, type ScanArea } from '../instrument/scan-area';
import { omissionLimit_s } from './expected-areas';
import { looksBetween, type Look } from './look';
import { areaMeasure, type ScanMeasure } from './scan-measure';

/** A look longer than this is staring. */
export const FIXATION_S = 3;
/** An instrument out of the round is said when it takes this share of the looking, and so many times what the next one takes. */
export const EMPHASIS_SHARE = 0.34;
export const EMPHASIS_TIMES = 2;
/** The hub may take more: it is where the airplane is flown. */
const HUB_EMPHASIS_SHARE = 0.72;
/** A gap lay in a stretch where so much of it did. */
const MOST_OF_IT = 0.75;
/** A shorter stretch says nothing about habits. */
const LEAST_S = 25;

/** A stretch of flight with its looks measured: a phase, or all that was watched. */
export interface ScannedStretch {
  name: string;
  /** What belongs to the round in it. */
  expected: readonly ScanArea[];
  measure: ScanMeasure;
}

/** Looks that were too long at one thing. */
export interface Stare {
  area: Gaze;
  looks: number;
  longest: Look;
}

/** Something of the round that went unseen for too long. */
export interface Omission {
  area: ScanArea;
  /** The longest gap, and the stretch it lay in; null where it lay in several. */
  gap_s: number;
  from_s: number;
  count: number;
  stretch: string | null;
}

/** More than its part of the looking went to one instrument. */
export interface Emphasis {
  area: Gaze;
  share: number;
  /** What the next instrument had. */
  next: number;
  stretch: string;
  measure: ScanMeasure;
}

/** What the eyes did wrong, each instrument once a kind. */
export interface ScanFaults {
  stares: Stare[];
  omissions: Omission[];
  emphases: Emphasis[];
}

/** Judges the stretches that were the student's to scan. */
export function judgeScan(looks: readonly Look[], scanned: readonly ScannedStretch[]): ScanFaults {
  return {
    stares: staresOf(looks, scanned),
    omissions: omissionsOf(scanned),
    emphases: emphasesOf(looks, scanned)
  };
}

function staresOf(looks: readonly Look[], scanned: readonly ScannedStretch[]): Stare[] {
  const long = scanned.flatMap(({ measure }) =>
    looksBetween(looks, measure.from_s, measure.to_s).filter(
      (look) => look.area !== 'elsewhere' && look.end_s - look.start_s > FIXATION_S
    )
  );
  return [...new Set(long.map((look) => look.area))].map((area) => {
    const mine = long.filter((look) => look.area === area);
    const longest = mine.reduce((a, b) => (b.end_s - b.start_s > a.end_s - a.start_s ? b : a));
    return { area, looks: mine.length, longest };
  });
}

function omissionsOf(scanned: readonly ScannedStretch[]): Omission[] {
  return [...unseenStretches(scanned)].flatMap(([area, stretches]) => {
    const gaps = stretches.filter(({ from_s, to_s }) => to_s - from_s > omissionLimit_s(area));
    if (gaps.length === 0) return [];
    const longest = gaps.reduce((a, b) => (b.to_s - b.from_s > a.to_s - a.from_s ? b : a));
    const { from_s, to_s, parts } = longest;
    const gap_s = to_s - from_s;
    const most = parts.find((part) => part.seconds >= MOST_OF_IT * gap_s);
    return [{ area, gap_s, from_s, count: gaps.length, stretch: most?.name ?? null }];
  });
}

/** Stretches in which an area was not seen, running on through phases that all ask for it. */
function unseenStretches(scanned: readonly ScannedStretch[]) {
  type Gap = { from_s: number; to_s: number; parts: { name: string; seconds: number }[] };
  const stretches = new Map<ScanArea, Gap[]>();
  for (const { name, expected, measure } of scanned) {
    for (const area of expected) {
      const mine = areaMeasure(measure, area);
      if (!mine) continue;
      const list = stretches.get(area) ?? [];
      stretches.set(area, list);
      const last = list.at(-1);
      const gap = { from_s: mine.gapFrom_s, to_s: mine.gapFrom_s + mine.longestGap_s };
      const part = { name, seconds: mine.longestGap_s };
      // A gap that reaches from phase to phase is one gap.
      if (last && Math.abs(last.to_s - gap.from_s) < 0.15) {
        last.to_s = gap.to_s;
        last.parts.push(part);
      } else list.push({ ...gap, parts: [part] });
    }
  }
  return stretches;
}

function emphasesOf(looks: readonly Look[], scanned: readonly ScannedStretch[]): Emphasis[] {
  const found: Emphasis[] = [];
  for (const { name, measure } of scanned) {
    if (measure.to_s - measure.from_s < LEAST_S) continue;
    const shares = measure.areas.filter((m) => m.area !== 'elsewhere').sort((a, b) => b.share - a.share);
    const hub = shares.find((m) => m.area === 'attitude');
    const spokes = shares.filter((m) => m.area !== 'attitude');
    const [first, second] = spokes;
    if (hub && hub.share > HUB_EMPHASIS_SHARE)
      found.push({ area: 'attitude', share: hub.share, next: first?.share ?? 0, measure, stretch: name });
    if (!first || first.share < EMPHASIS_SHARE || first.share < EMPHASIS_TIMES * (second?.share ?? 0))
      continue;
    // What is stared at is said as staring.
    const stared = looksBetween(looks, measure.from_s, measure.to_s).some(
      (look) => look.area === first.area && look.end_s - look.start_s > FIXATION_S
    );
    if (!stared)
      found.push({
        area: first.area,
        share: first.share,
        next: second?.share ?? 0,
        measure,
        stretch: name
      });
  }
  return [...new Set(found.map((f) => f.area))].map((area) =>
    found.filter((f) => f.area === area).reduce((a, b) => (b.share > a.share ? b : a))
  );
}
