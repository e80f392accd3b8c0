import { isRough } from '../air/turbulence';
import { isOneSided } from '../drill/corridor';
import { measureCorridors, type CorridorMeasure } from '../deviation/corridor-measure';
import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import type { Finding } from '../finding/finding';
import type { GradeElement } from '../finding/grade-element';
import { quantityWords } from '../finding/quantity-words';
import { weatherChangesOf } from '../flight/as-flown';
import { busyTimes, type BusyTime } from '../flight/busy-times';
import type { Flight } from '../flight/flight';
import { lowered } from '../measure/capital';
import { figure, percent } from '../measure/figure';
import { looksOf } from '../scan/look';
import { scanElements } from '../scan/scan-elements';
import { scanReport, type ScanReport } from '../scan/scan-report';
import {
  checkElements,
  checkFindings,
  judgeChecks,
  measureChecks,
  type CheckMeasure,
  type JudgedCheck
} from './checks/checks';
import { limitFindings } from './airplane-limits';
import { underCircumstances } from './circumstances';
import { exceedanceFindings, NOTICED_AFTER_S } from './exceedance-findings';
import { untilGoneAround } from './gone-around';
import { habitFindings, staringFindings } from './habits/habit-findings';
import { habitsOf } from './habits/habits';
import { heldWell } from './held-well';
import { isSaidByCheck, leanFindings, leansOfFlight } from './lean';
import { orderFindings } from './order-findings';

/** In a climb or descent at a rate, the rate and the speed are what the drill is about. */
const WEIGHT_RATE = 3;
const TECHNIQUE_SCORE = 60;

/** Phases of a flight, measured and judged: everything but whether they were all that was to be flown. */
export interface JudgedStretch {
  measures: CorridorMeasure[];
  checks: CheckMeasure[];
  judged: JudgedCheck[];
  scan: ScanReport | null;
  elements: GradeElement[];
  /** All findings in their order. @param more that stand beside those of the flying itself */
  findingsWith(more: readonly Finding[]): Finding[];
}

/** @param flight as it is judged @param recorded as it was recorded: what was looked at @param spans the phases that are judged */
export function judgeStretch(
  recorded: Flight,
  flight: Flight,
  lesson: Lesson,
  spans: readonly PhaseSpan[]
): JudgedStretch {
  const { drill } = lesson;
  const task = lesson.plan.scan;
  const flown = untilGoneAround(flight, lesson, spans);
  const measures = measureCorridors(flight, lesson, flown);
  const checks = measureChecks(flight, lesson, spans);
  const judged = judgeChecks(lesson, checks);
  const scan = scanReport(looksOf(recorded), lesson, spans, measures, recorded);
  const habits = habitsOf(flight, lesson, flown, measures);
  const leans = leansOfFlight(lesson, measures).filter(
    // The mean of a rate that is pumped up and down says nothing of a lean.
    ({ channel }) => !(channel === 'verticalSpeed_fpm' && habits.pumping.length > 0)
  );
  const leaning = leanFindings(lesson, leans);
  const handling = habitFindings(habits);
  const scanning = task && scan ? scanElements(scan, task) : [];
  return {
    measures,
    checks,
    judged,
    scan,
    // Where the reference pilot flies, only the scan is the student's.
    elements:
      task?.flownBy === 'reference'
        ? scanning
        : [
            ...scanning,
            ...measures
              .filter((measure) => !isSaidByCheck(drill, measure))
              .map((measure) => corridorElement(measure, lesson)),
            ...checkElements(lesson, judged),
            ...techniqueElement(lesson, [...leaning, ...handling], measures)
          ],
    findingsWith(more) {
      const limits = task?.flownBy === 'reference' ? [] : limitFindings(flight, lesson, spans);
      const faults = [
        ...exceedanceFindings(lesson, measures, notStalled(busyTimes(recorded, lesson), limits)),
        ...leaning,
        ...checkFindings(lesson, judged),
        ...handling,
        ...limits,
        // What was seen of the eyes themselves goes before what the flying lets one guess of them.
        ...(scan?.findings ?? staringFindings(habits)),
        ...more
      ];
      return orderFindings(
        underCircumstances(
          lesson,
          [...faults, ...heldWell(lesson, measures, faults)],
          weatherChangesOf(recorded)
        )
      );
    }
  };
}

/** An altitude that goes so soon after a stall goes by that, whatever else was being done. */
const LOST_BY_STALL_S = 30;

/** Busy times up to a stall, and again once what it cost is past. */
function notStalled(busy: readonly BusyTime[], limits: readonly Finding[]): BusyTime[] {
  return limits
    .filter(({ kind }) => kind === 'stalled')
    .reduce<BusyTime[]>(
      (times, { start_s, end_s }) =>
        times
          .flatMap((time) => [
            { ...time, to_s: Math.min(time.to_s, start_s - NOTICED_AFTER_S) },
            { ...time, from_s: Math.max(time.from_s, end_s + LOST_BY_STALL_S) }
          ])
          .filter(({ from_s, to_s }) => from_s <= to_s),
      [...busy]
    );
}

/** How it was flown, beside how well it was held: put right, never failed. @param found leans and habits, in words */
function techniqueElement(
  { plan }: Lesson,
  found: readonly Finding[],
  measures: readonly CorridorMeasure[]
): GradeElement[] {
  if (measures.length === 0) return [];
  return [
    {
      name: 'Technique',
      verdict: found.length > 0 ? 'met with prompt correction' : 'met',
      score: found.length > 0 ? TECHNIQUE_SCORE : 100,
      weight: 2,
      arithmetic:
        found.length > 0
          ? [...new Set(found.map((f) => lowered(f.title)))].join(', ')
          : isRough(plan.turbulence)
            ? 'not held against trim; to no side; in such air swings are not told from the hands'
            : 'no over-correcting, pumping, hunting, or holding against trim; to no side'
    }
  ];
}
function corridorElement(measure: CorridorMeasure, { drill }: Lesson): GradeElement {
  const phase = phaseById(drill, measure.phaseId);
  const prompt = measure.exceedances.filter((e) => e.prompt).length;
  const count = measure.exceedances.length;
  const central =
    phase.goal.vertical.kind === 'rate' &&
    (measure.channel === 'verticalSpeed_fpm' || measure.channel === 'ias_kt');
  return {
    name: `${phase.name}: ${quantityWords[measure.channel].name}`,
    verdict: measure.verdict,
    score: 100 * measure.shareInside,
    weight: central ? WEIGHT_RATE : 1,
    arithmetic: `inside ${percent(measure.shareInside)} of ${figure(measure.to_s - measure.from_s)} s, ${isOneSided(measure.corridor) ? '' : `RMS ${figure(measure.rmsOfTolerance, 2)} of tolerance, `}${
      count === 0
        ? 'no exceedance'
        : count === 1 && measure.exceedances[0]!.prompt === null
          ? '1 exceedance, cut short by the end of the phase'
          : `${count} exceedance${count > 1 ? 's' : ''}, ${prompt} corrected promptly`
    }`
  };
}
