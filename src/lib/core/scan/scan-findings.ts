import { capital } from '../measure/capital';
import { clock, figure, percent } from '../measure/figure';
import { areaNames, type Gaze, type ScanArea } from '../instrument/scan-area';
import { finding, type Finding } from '../finding/finding';
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
/** A shorter stretch says nothing about habits. */
const LEAST_S = 25;

/** A stretch of flight with its looks measured: a phase, or all that was watched. */
export interface ScannedStretch {
  name: string;
  /** What belongs to the round in it. */
  expected: readonly ScanArea[];
  measure: ScanMeasure;
}

/** What the eyes did wrong, over the stretches that were the student's to scan. */
export function scanFindings(looks: readonly Look[], scanned: readonly ScannedStretch[]): Finding[] {
  return [...fixations(looks, scanned), ...omissions(scanned), ...emphases(looks, scanned)];
}

function fixations(looks: readonly Look[], scanned: readonly ScannedStretch[]): Finding[] {
  const long = scanned.flatMap(({ measure }) =>
    looksBetween(looks, measure.from_s, measure.to_s).filter(
      (look) => look.area !== 'elsewhere' && look.end_s - look.start_s > FIXATION_S
    )
  );
  const areas = [...new Set(long.map((look) => look.area))];
  return areas.map((area) => {
    const mine = long.filter((look) => look.area === area);
    const longest = mine.reduce((a, b) => (b.end_s - b.start_s > a.end_s - a.start_s ? b : a));
    return finding(
      'scan-fixation',
      'fault',
      `Staring at the ${areaNames[area]}`,
      { moment_s: longest.start_s, start_s: longest.start_s, end_s: longest.end_s },
      `${mine.length === 1 ? 'One look' : `${mine.length} looks`} longer than ${FIXATION_S} s, the longest ${figure(longest.end_s - longest.start_s, 1)} s at ${clock(longest.start_s)}.`,
      { area }
    );
  });
}

function omissions(scanned: readonly ScannedStretch[]): Finding[] {
  const found = new Map<Gaze, { gap_s: number; from_s: number; count: number; phase: string }>();
  for (const [area, stretches] of unseenStretches(scanned)) {
    const limit = omissionLimit_s(area);
    for (const { from_s, to_s, phase } of stretches) {
      if (to_s - from_s <= limit) continue;
      const known = found.get(area);
      const longer = !known || to_s - from_s > known.gap_s;
      found.set(area, {
        gap_s: longer ? to_s - from_s : known.gap_s,
        from_s: longer ? from_s : known.from_s,
        phase: longer ? phase : known.phase,
        count: (known?.count ?? 0) + 1
      });
    }
  }
  return [...found].map(([area, { gap_s, from_s, count, phase }]) =>
    finding(
      'scan-omission',
      'fault',
      `${capital(areaNames[area])} left out`,
      { moment_s: from_s, start_s: from_s, end_s: from_s + gap_s },
      `Unseen for ${figure(gap_s)} s from ${clock(from_s)}, in “${phase.toLowerCase()}”${count > 1 ? `, and ${count - 1} more such ${count === 2 ? 'gap' : 'gaps'}` : ''}; ${omissionLimit_s(area as ScanArea)} s allowed.`,
      { area }
    )
  );
}

/** Stretches in which an area was not seen, running on through phases that all ask for it. */
function unseenStretches(scanned: readonly ScannedStretch[]) {
  const stretches = new Map<ScanArea, { from_s: number; to_s: number; phase: string }[]>();
  for (const { name, expected, measure } of scanned) {
    for (const area of expected) {
      const mine = areaMeasure(measure, area);
      if (!mine) continue;
      const list = stretches.get(area) ?? [];
      stretches.set(area, list);
      const whole = mine.looks === 0;
      const last = list.at(-1);
      // A gap that reaches from phase to phase is one gap.
      if (whole && last && Math.abs(last.to_s - measure.from_s) < 0.15) last.to_s = measure.to_s;
      else list.push({ from_s: mine.gapFrom_s, to_s: mine.gapFrom_s + mine.longestGap_s, phase: name });
    }
  }
  return stretches;
}

function emphases(looks: readonly Look[], scanned: readonly ScannedStretch[]): Finding[] {
  const found: { area: Gaze; share: number; next: number; measure: ScanMeasure; phase: string }[] = [];
  for (const { name, measure } of scanned) {
    if (measure.to_s - measure.from_s < LEAST_S) continue;
    const shares = measure.areas.filter((m) => m.area !== 'elsewhere').sort((a, b) => b.share - a.share);
    const hub = shares.find((m) => m.area === 'attitude');
    const spokes = shares.filter((m) => m.area !== 'attitude');
    const [first, second] = spokes;
    if (hub && hub.share > HUB_EMPHASIS_SHARE)
      found.push({ area: 'attitude', share: hub.share, next: first?.share ?? 0, measure, phase: name });
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
        phase: name
      });
  }
  const areas = [...new Set(found.map((f) => f.area))];
  return areas.map((area) => {
    const worst = found.filter((f) => f.area === area).reduce((a, b) => (b.share > a.share ? b : a));
    const mine = areaMeasure(worst.measure, area)!;
    return finding(
      'scan-emphasis',
      'fault',
      `Too much on the ${areaNames[area]}`,
      { moment_s: worst.measure.from_s, start_s: worst.measure.from_s, end_s: worst.measure.to_s },
      `${percent(worst.share)} of the looking in “${worst.phase.toLowerCase()}”, ${figure(mine.meanLook_s, 1)} s a look; the next instrument had ${percent(worst.next)}.`,
      { area }
    );
  });
}
