import type { ChannelId } from '../../flight/channels';
import { type Check, type Drill, type Phase, ownSegment, phaseById } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { ComparableFigure } from '../../finding/comparable-figure';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { weatherChangesOf } from '../../flight/as-flown';
import { lacking, sampleAt, type Flight } from '../../flight/flight';
import { planInWeather } from '../../flight/weather-in-flight';
import type { Finding } from '../../finding/finding';
import type { Verdict } from '../../finding/verdict';
import type { GradeElement } from '../../finding/grade-element';
import { altimeter } from './altimeter';
import { arc } from './arc';
import { FLOWN_FOR_S, type CheckKind, type CheckPlace, type Told } from './check-kind';
import { circle } from './circle';
import { configuration } from './configuration';
import { decision } from './decision';
import { hold, leftHold } from './hold';
import { finalClock } from './final-clock';
import { intercept } from './intercept';
import { levelOff } from './level-off';
import { minimumSet } from './minimum-set';
import { missed } from './missed';
import { missedStation } from './missed-station';
import { passage } from './passage';
import { pathStart } from './path-start';
import { recovery } from './recovery';
import { reversal } from './reversal';
import { rollOut } from './roll-out';
import { saidTurn } from './said-turn';
import { setUp } from './set-up';
import { speedFirst } from './speed-first';
import { stabilised } from './stabilised';
import { stepDown } from './step-down';
import { timeToStation } from './station-time';
import { threshold } from './threshold';
import { toFix } from './to-fix';
import { onOneCourse, tracking } from './tracking';

/** Every kind of check, in the order its figures are shown. */
const kinds = {
  'speed-first': speedFirst,
  decision,
  configuration,
  'level-off': levelOff,
  'roll-out': rollOut,
  recovery,
  'set-up': setUp,
  intercept,
  tracking,
  arc,
  'to-fix': toFix,
  'said-turn': saidTurn,
  hold,
  reversal,
  passage,
  'station-time': timeToStation,
  'final-clock': finalClock,
  altimeter,
  'minimum-set': minimumSet,
  'missed-station': missedStation,
  circle,
  'step-down': stepDown,
  'path-start': pathStart,
  stabilised,
  missed,
  threshold
} satisfies { [Kind in Check['kind']]: { measure: unknown; name: string } };

/** One of the drill's checks, measured. */
export type CheckMeasure = NonNullable<ReturnType<(typeof kinds)[keyof typeof kinds]['measure']>>;

/** What is made of each kind of measure. */
const told = { ...kinds, 'left-hold': leftHold } satisfies { [Kind in CheckMeasure['kind']]: object };

/** A check with what was judged of it: the grade's elements and the words both follow from this. */
export interface JudgedCheck {
  measure: CheckMeasure;
  judged: unknown;
}

// A measure and its kind belong together by `kind`, which the compiler cannot follow through a list of all of them.
const kindOf = ({ kind }: Check) => kinds[kind] as CheckKind<Check['kind'], CheckMeasure, unknown>;
const toldOf = ({ kind }: CheckMeasure) => told[kind] as Told<CheckMeasure, unknown>;

/** How a kind of check is named where it could not be judged. */
export function checkName(check: Check): string {
  return kindOf(check).name;
}

/** What a flight has not recorded of what a check is measured from. */
export function lackingFor(flight: Flight, check: Check): ChannelId[] {
  return lacking(flight, kindOf(check).measuredFrom);
}

/** A climb that goes on through its altitude is this level-off's fault for so long after it should have been level. */
const LATE_S = 10;

/** Checks of how a phase is come to. */
const ABOUT_THE_BEGINNING: readonly Check['kind'][] = [
  'path-start',
  'step-down',
  'final-clock',
  'decision',
  'minimum-set',
  'missed-station',
  'speed-first'
];

/** Checks of a final, and of what comes of it. */
const OF_A_FINAL: readonly Check['kind'][] = [
  'path-start',
  'step-down',
  'stabilised',
  'final-clock',
  'minimum-set',
  'missed-station',
  'decision',
  'missed',
  'threshold'
];

/** What is over before the phase is: a turn that was said, a circuit that came back to its fix. They count, also where the phase was cut off. */
const COUNT_BEFORE_THE_END: readonly Check['kind'][] = ['said-turn', 'hold'];

/** Measured from its fix round to it again, whatever is asked for meanwhile. */
const isRound = ({ kind }: Check) => kind === 'hold' || kind === 'reversal';

/**
 * A hold or a reversal with what was asked for in the middle of it and left it to go on. Flights recorded before 0.36.0 counted their
 * passages anew then: there it is what was flown up to that.
 */
function allTheWayRound(
  flight: Flight,
  drill: Drill,
  spans: readonly PhaseSpan[],
  begun: PhaseSpan
): PhaseSpan {
  const passages = flight.columns.get('passages');
  const passedBy = (k: number) => passages?.[Math.min(k, flight.length - 1)] ?? 0;
  let whole = begun;
  for (const on of spans.slice(spans.indexOf(begun) + 1)) {
    if (!phaseById(drill, on.phaseId).goesOnRound) break;
    if (passedBy(sampleAt(flight, on.start_s) + 1) < passedBy(sampleAt(flight, whole.end_s))) break;
    const { cut: _, ...from } = whole;
    whole = { ...from, end_s: on.end_s, complete: on.complete, ...(on.cut ? { cut: true } : {}) };
  }
  return whole;
}

/** All checks whose phase was flown and that can be measured from what was recorded, in the order of the drill's phases. */
export function measureChecks(flight: Flight, lesson: Lesson, spans: readonly PhaseSpan[]): CheckMeasure[] {
  const { drill } = lesson;
  const changes = weatherChangesOf(flight);
  const finals = spans.filter(({ phaseId }) => ownSegment(phaseById(drill, phaseId)) === 'final');
  const noFinal = finals.length > 0 && finals.at(-1)!.end_s - finals[0]!.start_s < FLOWN_FOR_S;
  const wayOf = ({ goal: { vertical } }: Phase) =>
    vertical.kind === 'level' ? 0 : Math.sign(vertical.verticalSpeed_fpm ?? 1);
  const measure = (check: Check): CheckMeasure | null => {
    const phase = phaseById(drill, check.phase);
    const begun = spans.find((s) => s.phaseId === check.phase);
    const span = begun && (isRound(check) ? allTheWayRound(flight, drill, spans, begun) : begun);
    if (!span || lackingFor(flight, check).length > 0) return null;
    if (noFinal && phase.segment !== 'inbound' && OF_A_FINAL.includes(check.kind)) return null;
    // What was cut off has no end to be judged by, and what was asked for in the middle no beginning.
    if (span.cut && !COUNT_BEFORE_THE_END.includes(check.kind)) return null;
    if (span.asked && ABOUT_THE_BEGINNING.includes(check.kind)) return null;
    const blows = changes.filter(({ change }) => change.wind);
    // A circuit in a wind that changes has no answer to be held against.
    if (
      check.kind === 'hold' &&
      blows.some(({ at_s, change }) => at_s + change.over_s > span.start_s && at_s < span.end_s)
    )
      return null;
    const next = spans.findIndex(({ end_s }) => end_s === span.end_s) + 1;
    const until_s = spans[next]?.end_s ?? span.end_s;
    const afterwards = drill.phases.find((p) => p.id === spans[next + 1]?.phaseId);
    // Going the same way again is another climb, not this one's.
    const late_s = afterwards && wayOf(afterwards) === wayOf(phase) ? 0 : LATE_S;
    const then = { ...lesson, plan: planInWeather(lesson.plan, blows, span.start_s) };
    const at: CheckPlace = {
      flight,
      lesson: then,
      phase,
      span,
      spans,
      until_s,
      beyondUntil_s: until_s + late_s
    };
    return kindOf(check).measure(at, check);
  };
  const order = (m: CheckMeasure) => drill.phases.findIndex((phase) => phase.id === m.phaseId);
  const measured = drill.checks.map(measure).filter((m) => m !== null);
  const tracked = onOneCourse(measured.filter((m) => m.kind === 'tracking'));
  return [...measured.filter((m) => m.kind !== 'tracking'), ...tracked].sort((a, b) => order(a) - order(b));
}

/** What each check makes of what it measured. */
export function judgeChecks(lesson: Lesson, measures: readonly CheckMeasure[]): JudgedCheck[] {
  return measures.map((measure) => ({ measure, judged: toldOf(measure).judge(measure, lesson) }));
}

const TECHNIQUE_WEIGHT = 2;
const SCORE = { met: 100, 'met with prompt correction': 60, 'not met': 0 };

/** Every check as elements of the grade. */
export function checkElements(lesson: Lesson, checks: readonly JudgedCheck[]): GradeElement[] {
  return checks.flatMap(({ measure, judged }) =>
    toldOf(measure)
      .elements(measure, judged, lesson)
      .map(({ name, verdict, arithmetic }) => ({
        name,
        verdict,
        score: SCORE[verdict],
        weight: TECHNIQUE_WEIGHT,
        arithmetic
      }))
  );
}

/** What each check's elements came to, with the phase it belongs to. */
export function checkVerdicts(
  lesson: Lesson,
  checks: readonly JudgedCheck[]
): { phaseId: string; verdict: Verdict }[] {
  return checks.flatMap(({ measure, judged }) =>
    toldOf(measure)
      .elements(measure, judged, lesson)
      .map(({ verdict }) => ({ phaseId: measure.phaseId, verdict }))
  );
}

/** What the drill's checks say. */
export function checkFindings(lesson: Lesson, checks: readonly JudgedCheck[]): Finding[] {
  return checks.flatMap(({ measure, judged }) => toldOf(measure).findings(measure, judged, lesson));
}

/** The figures by which attempts are laid side by side: the mean over all checks of a kind; none where there was none. */
export function checkFigures(checks: readonly CheckMeasure[]): ComparableFigure[] {
  return Object.entries(kinds).flatMap(
    ([kind, { figures = [] }]: [string, Pick<Told<CheckMeasure, unknown>, 'figures'>]) => {
      const mine = checks.filter((measure) => measure.kind === kind);
      return figures.flatMap(({ of, ...figure }) => {
        const values = mine.flatMap((measure) => of(measure));
        return values.length > 0
          ? [{ ...figure, value: values.reduce((sum, value) => sum + value, 0) / values.length }]
          : [];
      });
    }
  );
}
