import { lowered } from '../measure/capital';
import { figure } from '../measure/figure';
import { lessonOf, type Lesson } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import { isFlown, type PhaseSpan } from '../drill/phase-tracker';
import { detectPhases } from '../flight/detected-phases';
import type { Flight } from '../flight/flight';
import { lessonAsFlown, weatherChangesOf } from '../flight/as-flown';
import { asJudged } from '../flight/judged-channels';
import { unjudgedOf, unjudgedWords, type Unjudged } from './unjudged';
import { approachStory, segmentsOf, type SegmentGrade, type StorySentence } from './approach-story';
import type { CheckMeasure } from './checks/checks';
import type { CorridorMeasure } from '../deviation/corridor-measure';
import { circumstancesFlown } from './weather-that-came';
import type { ScanReport } from '../scan/scan-report';
import { judgeStretch } from './judged-stretch';
import { withoutFinalNotFlown } from './final-not-flown';
import { notFlown } from './not-flown';
import { timeBefore, type TimeBefore } from './time-before';
import { comparableOf, type Comparable } from './comparable';
import { isOfPlan, phaseById } from '../drill/drill';
import { worse, type Verdict } from '../finding/verdict';
import type { Finding } from '../finding/finding';
import type { GradeElement } from '../finding/grade-element';

/** Grows whenever a rule of grading changes, so that old grades can be told from new ones. */
export const GRADER_VERSION = 36;

export const learningSteps = ['introduced', 'practised', 'with prompting', 'unaided to standard'] as const;
export type LearningStep = (typeof learningSteps)[number];

/** A computed grade, with everything it was made from. */
export interface Grade {
  graderVersion: number;
  verdict: Verdict;
  /** 0–100, for trends. */
  score: number;
  learningStep: LearningStep;
  elements: GradeElement[];
  arithmetic: string[];
  summary: string;
  /** Failures and covers that were planned: what was made harder on purpose. */
  circumstances: string[];
  /** The worst first; those that belong to another one stand behind all that stand by themselves. */
  findings: Finding[];
  phases: PhaseSpan[];
  measures: CorridorMeasure[];
  checks: CheckMeasure[];
  /** Where the eyes went; null when it was not recorded. Older grades have none. */
  scan?: ScanReport | null;
  /** What the flight recorded too little of to be judged by. Older grades do not say. */
  unjudged?: Unjudged[];
  /** An approach's parts, and what is to be said of it first. Other and older grades have none. */
  segments?: SegmentGrade[];
  story?: StorySentence[];
  /** What was flown of a part of the plan before an instructor had it begun anew; the rest of the grade is about the last time. */
  before?: TimeBefore[];
  comparable: Comparable;
}

/** What is left of the figure when something required was not met, and when a hard finding stands. */
const SHARE_NOT_MET = 0.7;
const SHARE_HARD = 0.5;

/** Grades a flight of a lesson's drill. The flight alone decides: nothing is taken from how it was flown. */
export function gradeFlight(recorded: Flight, plan: LessonPlan): Grade {
  const planned = lessonAsFlown(lessonOf(plan), recorded);
  const flight = asJudged(recorded, planned);
  const { lesson, spans, before } = detectPhases(flight, planned);
  const phases = [...withoutFinalNotFlown(flight, lesson.drill, spans)];
  const { measures, checks, judged, scan, elements, findingsWith } = judgeStretch(
    recorded,
    flight,
    lesson,
    phases
  );
  const toFly = toBeFlown(lesson, spans, phases);
  const findings = findingsWith(notFlown(flight, lesson, toFly, phases));
  const parts = segmentsOf(lesson, phases, measures, judged, findings);
  const hard = findings.filter((f) => f.severity === 'hard');
  const flown = toFly.filter((id) => phases.some((span) => span.phaseId === id && isFlown(span)));
  const completed = flown.length / Math.max(1, toFly.length);
  let verdict = elements.map((e) => e.verdict).reduce<Verdict>(worse, 'met');
  if (completed < 1 || hard.length > 0 || elements.length === 0) verdict = 'not met';
  const unjudged = unjudgedOf(flight, lesson, phases);
  const isTheirs = !isFlownForThem(lesson, spans);
  const isWhole = isTheirs && unjudged.length === 0 && toFly.length === plannedIds(lesson).length;
  const earlier = before.flatMap((time) => timeBefore(recorded, flight, time));
  const inPart = unjudgedWords(unjudged);

  const weights = elements.reduce((sum, element) => sum + element.weight, 0);
  const raw =
    weights > 0 ? elements.reduce((sum, element) => sum + element.weight * element.score, 0) / weights : 0;
  const left = hard.length > 0 ? SHARE_HARD : verdict === 'not met' ? SHARE_NOT_MET : 1;
  const score = Math.round(raw * completed * left);
  const arithmetic = [
    `Mean of ${elements.length} elements by weight (rate and speed on a rate 3, technique 2, others 1): ${figure(raw, 1)}.`,
    ...(completed < 1
      ? [
          `${figure(completed * toFly.length)} of ${toFly.length} phases completed: × ${figure(completed, 2)}.`
        ]
      : []),
    ...(hard.length > 0
      ? [`A hard finding cannot be averaged away: × ${SHARE_HARD}.`]
      : left < 1
        ? [`A required element was not met: × ${SHARE_NOT_MET}.`]
        : []),
    ...(inPart ? [inPart] : []),
    `Score ${score}. The worst required element decides the verdict: ${verdict}.`
  ];
  return {
    graderVersion: GRADER_VERSION,
    verdict,
    score,
    learningStep: stepOf(verdict, score, plan, isWhole),
    elements,
    arithmetic,
    summary: summarise(findings),
    circumstances: circumstancesFlown(lesson, weatherChangesOf(recorded)),
    findings,
    phases,
    measures,
    checks,
    scan,
    ...(unjudged.length > 0 ? { unjudged } : {}),
    ...(parts.length > 0
      ? { segments: parts, story: approachStory(flight, lesson, phases, parts, measures, judged, findings) }
      : {}),
    ...(earlier.length > 0 ? { before: earlier } : {}),
    comparable: comparableOf(plan.drill, completed === 1 && isTheirs, measures, checks, scan)
  };
}

const plannedIds = ({ drill }: Lesson): string[] => drill.phases.filter(isOfPlan).map(({ id }) => id);

/**
 * Ids of the phases that were to be flown: the plan's, without those an instructor left out by going on behind them, or asked for
 * where there was no coming to them.
 * @param phases the spans that count
 */
function toBeFlown(lesson: Lesson, spans: readonly PhaseSpan[], phases: readonly PhaseSpan[]): string[] {
  const planned = plannedIds(lesson);
  const begun = spans.map(({ phaseId }) => planned.indexOf(phaseId));
  const last = Math.max(-1, ...begun);
  const idle = spans.filter((span) => (span.asked || span.cut) && !phases.includes(span));
  return planned.filter(
    (id, index) => (index > last || begun.includes(index)) && idle.every(({ phaseId }) => phaseId !== id)
  );
}

/** Whether the instructor flew a phase of the plan to its end. */
function isFlownForThem({ drill }: Lesson, spans: readonly PhaseSpan[]): boolean {
  return spans.some(({ phaseId, complete }) => {
    const { byInstructor } = phaseById(drill, phaseId);
    return complete && byInstructor !== undefined && isOfPlan(phaseById(drill, byInstructor));
  });
}

/**
 * The learning scale, from the verdict and the help that was on: to standard without the corridors in sight is unaided;
 * to standard with them, or with prompt corrections, is with prompting; otherwise practised from a figure of 50. What was judged in
 * part, or flown in part, the rest left out or flown by the instructor, shows practice, and no more.
 */
function stepOf(verdict: Verdict, score: number, plan: LessonPlan, whole: boolean): LearningStep {
  if (!whole) return score >= 50 ? 'practised' : 'introduced';
  if (verdict === 'met' && plan.corridors === 'test') return 'unaided to standard';
  if (verdict !== 'not met') return 'with prompting';
  return score >= 50 ? 'practised' : 'introduced';
}

/** One line an instructor could open the debrief with: one thing done well, and the first to work on. */
function summarise(findings: readonly Finding[]): string {
  const own = findings.filter((f) => f.under === null);
  const good = own.find((f) => f.severity === 'good');
  const faults = own.filter((f) => f.severity !== 'good');
  const [worst] = faults;
  const said = [
    ...(good ? [`${good.title}.`] : []),
    ...(worst
      ? [
          `First to work on: ${lowered(worst.title)}${faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''}.`
        ]
      : [])
  ];
  return said.join(' ') || 'Nothing stands out, for better or worse.';
}
