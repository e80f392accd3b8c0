import { phaseById } from '../drill/drill';
import { figure, percent } from '../measure/figure';
import { distractionsOfLesson } from '../drill/distraction';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { patternNames, type ScanPattern } from '../drill/scan-pattern';
import type { CorridorMeasure } from '../deviation/corridor-measure';
import type { Finding } from '../finding/finding';
import { areaNames, type ScanArea } from '../instrument/scan-area';
import type { Flight } from '../flight/flight';
import { deviationCosts, type DeviationCost } from './deviation-cost';
import { distractionFindings, measureDistractions, type DistractionMeasure } from './distraction-measure';
import { expectedAreas } from './expected-areas';
import type { Look } from './look';
import { judgeScan, type ScanFaults, type ScannedStretch } from './scan-faults';
import { scanFindings } from './scan-findings';
import { areaMeasure, measureScan, type ScanMeasure } from './scan-measure';

/** Everything said about where the eyes went in one flight. */
export interface ScanReport {
  pattern: ScanPattern;
  whole: ScanMeasure;
  phases: { phaseId: string; measure: ScanMeasure }[];
  /** What was judged wrong; the findings are its words. */
  faults: ScanFaults;
  findings: Finding[];
  costs: DeviationCost[];
  distractions: DistractionMeasure[];
  summary: string;
}

/** A dwell log shorter than this is not judged. */
const LEAST_LOOKS = 4;

/**
 * @param looks in order, without overlaps; @param spans the phases as flown; @param measures the flying, for what it cost
 * @returns null when there are too few looks to say anything
 */
export function scanReport(
  looks: readonly Look[],
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[],
  flight: Flight
): ScanReport | null {
  if (looks.length < LEAST_LOOKS) return null;
  const pattern = lesson.plan.scan?.pattern ?? 'hub-and-spoke';
  const covered: readonly ScanArea[] = lesson.covered;
  const logged = { from_s: looks[0]!.start_s, to_s: looks.at(-1)!.end_s };
  const scanned = spans.flatMap((span): (ScannedStretch & { phaseId: string })[] => {
    const phase = phaseById(lesson.drill, span.phaseId);
    const window = {
      from_s: Math.max(logged.from_s, span.start_s),
      to_s: Math.min(logged.to_s, span.end_s)
    };
    // With the eyes closed nothing can be scanned, and in a recovery the eyes belong to two instruments.
    if (phase.upset !== null || phase.recovery || window.to_s - window.from_s < 1) return [];
    const expected = expectedAreas(phase, covered);
    const measure = measureScan(looks, window, pattern, expected, covered);
    return [{ phaseId: phase.id, name: phase.name, expected, measure }];
  });
  const distractions = lesson.plan.scan?.distractions
    ? measureDistractions(flight, looks, distractionsOfLesson(lesson), covered)
    : [];
  const whole = measureScan(looks, logged, pattern, [], covered);
  const faults = judgeScan(looks, scanned);
  const findings = [...scanFindings(faults), ...distractionFindings(distractions)].sort(
    (a, b) => a.moment_s - b.moment_s
  );
  const costs = deviationCosts(looks, measures, covered);
  return {
    pattern,
    whole,
    phases: scanned.map(({ phaseId, measure }) => ({ phaseId, measure })),
    faults,
    findings,
    costs,
    distractions,
    summary: summarise(whole, pattern, findings, costs)
  };
}

/** What is not looked at, when, and what it cost: one line. */
function summarise(
  whole: ScanMeasure,
  pattern: ScanPattern,
  findings: readonly Finding[],
  costs: readonly DeviationCost[]
): string {
  const words = [
    `${figure(whole.looks)} looks of ${figure(whole.meanLook_s, 1)} s on average${whole.likeness === null ? '' : `, ${percent(whole.likeness)} of the moves by the ${patternNames[pattern]} pattern`}.`
  ];
  const first = costliestOmission(findings, costs) ?? findings[0];
  if (first) words.push(`${first.title}: ${first.evidence}`);
  const unseen = costs.filter((cost) => (cost.unseen_s ?? Infinity) > UNSEEN_S);
  if (costs.length > 0)
    words.push(
      unseen.length > 0
        ? `${unseen.length} of ${costs.length} deviations began with their instrument unseen for more than ${UNSEEN_S} s (most often the ${areaNames[mostCommon(unseen.map((cost) => cost.area))]}).`
        : `Each of the ${costs.length} deviations began while its instrument had just been seen: they were seen, not missed.`
    );
  return words.join(' ');
}

/** Longer than this out of sight, an instrument can no longer have warned. */
const UNSEEN_S = 5;

/** The omission that cost the most deviations, or the first one where none did; null without any. */
export function costliestOmission(
  findings: readonly Finding[],
  costs: readonly DeviationCost[]
): Finding | null {
  const unseen = (area: Finding['area']) =>
    costs.filter((cost) => cost.area === area && (cost.unseen_s ?? Infinity) > UNSEEN_S).length;
  return findings
    .filter((f) => f.kind === 'scan-omission')
    .reduce<Finding | null>((best, f) => (best && unseen(best.area) >= unseen(f.area) ? best : f), null);
}

function mostCommon(areas: readonly ScanArea[]): ScanArea {
  const counts = new Map<ScanArea, number>();
  for (const area of areas) counts.set(area, (counts.get(area) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]![0];
}

/** Mean time from one look at the engine to the next, s; null with fewer than two looks. */
export function engineInterval_s(measure: ScanMeasure): number | null {
  const engine = areaMeasure(measure, 'engine');
  return engine && engine.looks > 1 ? (measure.to_s - measure.from_s) / engine.looks : null;
}

/** What belongs to the round when nothing is known of the flight. */
const ANY_FLIGHT: readonly ScanArea[] = [
  'attitude',
  'airspeed',
  'altimeter',
  'heading',
  'vertical-speed',
  'engine'
];

/** A dwell log without a flight, as taken by an instructor watching the eyes: measures and findings, nothing of what it cost. */
export function watchedScan(looks: readonly Look[]): Pick<ScanReport, 'whole' | 'findings'> | null {
  if (looks.length < LEAST_LOOKS) return null;
  const window = { from_s: looks[0]!.start_s, to_s: looks.at(-1)!.end_s };
  const measure = measureScan(looks, window, 'hub-and-spoke', ANY_FLIGHT);
  return {
    whole: measure,
    findings: scanFindings(judgeScan(looks, [{ name: 'as watched', expected: ANY_FLIGHT, measure }]))
  };
}
