import { figure, percent } from '../measure/figure';
import type { Drill } from '../drill/drill';
import type { LessonPlan } from '../drill/lesson-plan';
import { rateAndSpeedDescent } from '../drill/rate-and-speed-descent';
import type { PhaseSpan } from '../drill/phase-tracker';
import { toleranceProfileById, type ToleranceProfile } from '../drill/tolerance-profile';
import { detectPhases } from '../flight/detected-phases';
import type { Flight } from '../flight/flight';
import { measureCorridors, worse, type CorridorMeasure, type Verdict } from './corridor-measure';
import { descentFindings, SPEED_FIRST_MARGIN_KT } from './descent-findings';
import { descentTechnique, type DescentTechnique } from './descent-technique';
import type { Finding, FindingKind } from './finding';

/** Grows whenever a rule of grading changes, so that old grades can be told from new ones. */
export const GRADER_VERSION = 1;

/** One thing that was required, with its own verdict and figure. */
export interface GradeElement {
  name: string;
  verdict: Verdict;
  /** 0–100. */
  score: number;
  /** How much it counts in the figure. */
  weight: number;
  /** How the verdict and figure came about. */
  arithmetic: string;
}

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
  findings: Finding[];
  phases: PhaseSpan[];
  measures: CorridorMeasure[];
  technique: DescentTechnique;
  comparable: ComparableMeasures;
}

/** The few figures by which attempts of this drill are laid side by side; null where not reached. */
export interface ComparableMeasures {
  /** Flown to its end. */
  completed: boolean;
  rateShare: number | null;
  rateRms_fpm: number | null;
  speedShare: number | null;
  headingShare: number | null;
  descentBegunAt_kt: number | null;
  /** Lowest altitude less the decision altitude, ft. */
  lowestAtDecision_ft: number | null;
  toClimb_s: number | null;
  levelOffError_ft: number | null;
}

const WEIGHT_DESCENT = 3;
const WEIGHT_TECHNIQUE = 2;

/** What is left of the figure when something required was not met, and when a hard finding stands. */
const SHARE_NOT_MET = 0.7;
const SHARE_HARD = 0.5;

/** Grades a flight of a lesson's drill. The flight alone decides: nothing is taken from how it was flown. */
export function gradeFlight(flight: Flight, plan: LessonPlan): Grade {
  const tolerance = toleranceProfileById(plan.toleranceProfile);
  const drill: Drill = rateAndSpeedDescent(plan, tolerance);
  const phases = detectPhases(flight, drill);
  const measures = measureCorridors(flight, drill, phases);
  const technique = descentTechnique(flight, plan, phases);
  const findings = descentFindings(flight, plan, drill, tolerance, phases, measures, technique);
  const elements = [
    ...measures.map((measure) => corridorElement(measure, drill)),
    ...techniqueElements(findings, technique, plan, tolerance)
  ];
  const hard = findings.filter((finding) => finding.severity === 'hard');
  const unfinished = findings.some((finding) => finding.kind === 'not-flown');
  let verdict = elements.map((e) => e.verdict).reduce<Verdict>(worse, 'met');
  if (unfinished || hard.length > 0 || elements.length === 0) verdict = 'not met';

  const weights = elements.reduce((sum, element) => sum + element.weight, 0);
  const raw =
    weights > 0 ? elements.reduce((sum, element) => sum + element.weight * element.score, 0) / weights : 0;
  const completed = phases.filter((phase) => phase.complete).length / drill.phases.length;
  const left = hard.length > 0 ? SHARE_HARD : verdict === 'not met' ? SHARE_NOT_MET : 1;
  const score = Math.round(raw * completed * left);
  const arithmetic = [
    `Mean of ${elements.length} elements by weight (descent rate and speed 3, technique 2, others 1): ${figure(raw, 1)}.`,
    ...(completed < 1
      ? [
          `${phases.filter((p) => p.complete).length} of ${drill.phases.length} phases completed: × ${figure(completed, 2)}.`
        ]
      : []),
    ...(hard.length > 0
      ? [`A hard finding cannot be averaged away: × ${SHARE_HARD}.`]
      : left < 1
        ? [`A required element was not met: × ${SHARE_NOT_MET}.`]
        : []),
    `Figure ${score}. The worst required element decides the verdict: ${verdict}.`
  ];
  const learningStep = stepOf(verdict, score, plan);
  return {
    graderVersion: GRADER_VERSION,
    verdict,
    score,
    learningStep,
    elements,
    arithmetic,
    summary: summarise(findings, measures),
    findings,
    phases,
    measures,
    technique,
    comparable: { completed: !unfinished, ...comparableOf(measures, technique, plan) }
  };
}

function corridorElement(measure: CorridorMeasure, drill: Drill): GradeElement {
  const phase = drill.phases.find((p) => p.id === measure.phaseId)!;
  const names = {
    altitude_ft: 'altitude',
    ias_kt: 'speed',
    verticalSpeed_fpm: 'rate',
    heading_deg: 'heading'
  } as const;
  const prompt = measure.exceedances.filter((e) => e.prompt).length;
  const count = measure.exceedances.length;
  return {
    name: `${phase.name}: ${names[measure.channel]}`,
    verdict: measure.verdict,
    score: 100 * measure.shareInside,
    weight: measure.phaseId === 'descent' && measure.channel !== 'heading_deg' ? WEIGHT_DESCENT : 1,
    arithmetic: `inside ${percent(measure.shareInside)} of ${figure(measure.to_s - measure.from_s)} s, RMS ${figure(measure.rmsOfTolerance, 2)} of tolerance, ${
      count === 0
        ? 'no exceedance'
        : `${count} exceedance${count > 1 ? 's' : ''}, ${prompt} corrected promptly`
    }`
  };
}

function techniqueElements(
  findings: readonly Finding[],
  technique: DescentTechnique,
  plan: LessonPlan,
  tolerance: ToleranceProfile
): GradeElement[] {
  const has = (...kinds: FindingKind[]) => findings.some((finding) => kinds.includes(finding.kind));
  const elements: GradeElement[] = [];
  const add = (name: string, failed: boolean, arithmetic: string) =>
    elements.push({
      name,
      verdict: failed ? 'not met' : 'met',
      score: failed ? 0 : 100,
      weight: WEIGHT_TECHNIQUE,
      arithmetic
    });
  if (technique.descentBegun) {
    add(
      'Speed before descent',
      has('started-down-before-slowing'),
      `${figure(technique.descentBegun.ias_kt)} kt leaving the level; ${plan.targetSpeed_kt} + ${SPEED_FIRST_MARGIN_KT} kt allowed`
    );
  }
  if (technique.flapsInDescent_deg !== null) {
    add(
      'Configuration',
      has('late-configuration'),
      `flaps ${figure(technique.flapsInDescent_deg)}° in the descent, ${plan.flaps_deg}° briefed`
    );
  }
  if (technique.decision) {
    const { toClimb_s, lowest_ft } = technique.decision;
    add(
      'Decision',
      has('late-decision', 'early-decision', 'below-decision-altitude'),
      `${toClimb_s === null ? 'no climb' : `climbing after ${figure(toClimb_s, 1)} s`} (${tolerance.climbWithin_s} s), lowest ${figure(lowest_ft)} ft (${figure(plan.decisionAltitude_ft - tolerance.belowDecision_ft)} ft)`
    );
  }
  if (technique.levelOff) {
    add(
      'Level-off',
      has('level-off-overshoot', 'level-off-undershoot'),
      `levelled at ${figure(technique.levelOff.levelledAt_ft)} ft, highest ${figure(technique.levelOff.highest_ft)} ft; ${figure(plan.levelOffAltitude_ft)} ft asked`
    );
  }
  return elements;
}

/**
 * The learning scale, from the verdict and the help that was on: to standard without the corridors in sight is unaided;
 * to standard with them, or with prompt corrections, is with prompting; otherwise practised from a figure of 50.
 */
function stepOf(verdict: Verdict, score: number, plan: LessonPlan): LearningStep {
  if (verdict === 'met' && plan.corridors === 'test') return 'unaided to standard';
  if (verdict !== 'not met') return 'with prompting';
  return score >= 50 ? 'practised' : 'introduced';
}

/** One line an instructor could open the debrief with. */
function summarise(findings: readonly Finding[], measures: readonly CorridorMeasure[]): string {
  const rate = measures.find((m) => m.channel === 'verticalSpeed_fpm');
  const good = findings
    .filter((finding) => finding.severity === 'good')
    .map((finding) => `${finding.title}.`);
  const held = rate ? [`The rate held for ${percent(rate.shareInside)} of the descent.`] : [];
  const faults = findings.filter((finding) => finding.severity !== 'good');
  const worst = faults.find((finding) => finding.severity === 'hard') ?? faults[0];
  const toWork = worst
    ? [
        `First to work on: ${worst.title.toLowerCase()}${faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''}.`
      ]
    : [];
  return [...good.slice(0, 1), ...held, ...toWork].join(' ') || 'Too little was flown to say anything.';
}

function comparableOf(
  measures: readonly CorridorMeasure[],
  technique: DescentTechnique,
  plan: LessonPlan
): Omit<ComparableMeasures, 'completed'> {
  const inDescent = (channel: string) =>
    measures.find((m) => m.phaseId === 'descent' && m.channel === channel);
  return {
    rateShare: inDescent('verticalSpeed_fpm')?.shareInside ?? null,
    rateRms_fpm: inDescent('verticalSpeed_fpm')?.rms ?? null,
    speedShare: inDescent('ias_kt')?.shareInside ?? null,
    headingShare: inDescent('heading_deg')?.shareInside ?? null,
    descentBegunAt_kt: technique.descentBegun?.ias_kt ?? null,
    lowestAtDecision_ft: technique.decision ? technique.decision.lowest_ft - plan.decisionAltitude_ft : null,
    toClimb_s: technique.decision?.toClimb_s ?? null,
    levelOffError_ft: technique.levelOff ? technique.levelOff.levelledAt_ft - plan.levelOffAltitude_ft : null
  };
}
