import type { CorridorMeasure } from '../deviation/corridor-measure';
import { isApproach } from '../drill/approach/approach-drill';
import { minimumOf, seenOf } from '../drill/approach/approach-minimum';
import type { CorridorChannel } from '../drill/corridor';
import { isOfPlan, ownSegment, phaseById, segments, type Segment } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { isFlown, type PhaseSpan } from '../drill/phase-tracker';
import type { Finding } from '../finding/finding';
import { worse, type Verdict } from '../finding/verdict';
import { sampleAt, type Flight } from '../flight/flight';
import { lowered } from '../measure/capital';
import { figure } from '../measure/figure';
import { METRES_PER_NAUTICAL_MILE } from '../measure/units';
import type { ArcMeasure } from './checks/arc';
import { FLOWN_FOR_S } from './checks/check-kind';
import { checkVerdicts, type JudgedCheck } from './checks/checks';
import { decisionStory } from './checks/decision';
import { cameDownOnPath } from './checks/step-down';
import { asideWords, besideWords, COME_TO_MINIMUM_FT, isBesideRunway } from './checks/threshold';
import { testTold } from './examiner';
import { goneAroundFrom_ft, lowestAltitude } from './lowest-altitude';
import { endedBeside, heldWords } from './needle-kept';

/** One part of an approach, with the worst of what was required in it. */
export interface SegmentGrade {
  segment: Segment;
  from_s: number;
  to_s: number;
  verdict: Verdict;
  /** The flight ended in it: the verdict is of what there is of it. */
  unfinished?: true;
  /** Findings that lie in it, by their place in the grade's list. */
  findings: number[];
}

/** A sentence of what a debrief says first, with the moment it is about. */
export interface StorySentence {
  words: string;
  moment_s: number | null;
}

export const segmentNames: Record<Segment, string> = {
  inbound: 'To the final fix',
  final: 'Final',
  missed: 'Missed approach'
};

/** The parts of an approach in their order; none where the flight was of none. */
export function segmentsOf(
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  measures: readonly CorridorMeasure[],
  judged: readonly JudgedCheck[],
  findings: readonly Finding[]
): SegmentGrade[] {
  const verdicts = [
    ...measures.map(({ phaseId, verdict }) => ({ phaseId, verdict })),
    ...checkVerdicts(lesson, judged)
  ];
  return segments.flatMap((segment): SegmentGrade[] => {
    const mine = spans.filter(({ phaseId }) => ownSegment(phaseById(lesson.drill, phaseId)) === segment);
    if (mine.length === 0) return [];
    const from_s = mine[0]!.start_s;
    const to_s = mine.at(-1)!.end_s;
    if (to_s - from_s < FLOWN_FOR_S) return [];
    const ids = new Set(mine.map(({ phaseId }) => phaseId));
    return [
      {
        segment,
        from_s,
        to_s,
        verdict: verdicts
          .filter(({ phaseId }) => ids.has(phaseId))
          .reduce<Verdict>((a, { verdict }) => worse(a, verdict), 'met'),
        ...(mine.every(isFlown) ? {} : { unfinished: true }),
        findings: findings.flatMap((finding, i) =>
          finding.severity !== 'good' &&
          isWithin(finding, from_s, mine.at(-1) === spans.at(-1) ? Infinity : to_s)
            ? [i]
            : []
        )
      }
    ];
  });
}

/** Where one part ends and the next begins, what grew up to there belongs to the one, and what is of that moment to the other. */
function isWithin({ moment_s, start_s }: Finding, from_s: number, to_s: number): boolean {
  return start_s < moment_s ? moment_s > from_s && moment_s <= to_s : moment_s >= from_s && moment_s < to_s;
}

/** Farther aside than this nobody is over the threshold. */
const ABEAM_M = 100;

/**
 * What an instructor would read out of an approach before anything else; nothing where there was none.
 * @param begunAnew it was broken off to be begun anew: what would have come next was not left out
 */
export function approachStory(
  flight: Flight,
  lesson: Lesson,
  spans: readonly PhaseSpan[],
  parts: readonly SegmentGrade[],
  measures: readonly CorridorMeasure[],
  judged: readonly JudgedCheck[],
  findings: readonly Finding[],
  begunAnew = false
): StorySentence[] {
  if (parts.length === 0) return [];
  const sentences: StorySentence[] = [];
  const say = (words: string, moment_s: number | null) => sentences.push({ words, moment_s });
  const test = testTold(flight.events);
  if (test) say(test.words, test.moment_s);
  const setUp = judged.find(({ measure }) => measure.kind === 'set-up')?.measure;
  if (setUp?.kind === 'set-up') {
    const unready = findings.filter((f) => SET_UP.includes(f.kind));
    say(
      unready.length === 0
        ? 'Radios and altimeter were ready before the first fix.'
        : `Before the first fix: ${unready.map((f) => lowered(f.title)).join(', ')}.`,
      setUp.at_s
    );
  }
  const worstOf = (segment: Segment, channel: CorridorChannel) => {
    const part = parts.find((p) => p.segment === segment);
    return farthest(
      measures.filter(
        (m) => part && m.channel === channel && m.from_s >= part.from_s - 0.1 && m.to_s <= part.to_s + 0.1
      )
    );
  };
  const final = parts.find(({ segment }) => segment === 'final') ?? null;
  const missed = parts.find(({ segment }) => segment === 'missed');
  const course = worstOf('inbound', 'courseShare');
  const altitudes = measures.filter(
    (m) => m.channel === 'altitude_ft' && phaseById(lesson.drill, m.phaseId).segment === 'inbound'
  );
  const left = farthest(altitudes.filter(({ exceedances }) => exceedances.length > 0));
  const offArc = findings.find(({ kind }) => kind === 'arc-off');
  // Of several arcs the one that was left.
  const arc = judged.find(
    ({ measure }) => measure.kind === 'arc' && measure.worst_s === offArc?.moment_s
  )?.measure;
  if (course && altitudes.some(({ corridor }) => corridor.above !== null)) {
    const high = findings.find(({ kind }) => kind === 'high-at-fix');
    const onPath = judged.some(({ measure }) => measure.kind === 'step-down' && cameDownOnPath(measure));
    say(
      `${final ? 'To the final fix' : 'On the way in'} ${
        high
          ? lowered(high.title)
          : onPath
            ? 'it came down on the path, not in steps'
            : left
              ? `at worst ${figure(Math.abs(left.worst))} ft ${left.worst > 0 ? 'above' : 'below'} the ${left.corridor.above === null ? 'lowest altitude allowed' : 'altitude asked for'}`
              : 'the altitudes were held'
      }${arc?.kind === 'arc' ? `, ${arcWords(arc)}` : ''}, and ${heldWords('the courses', course)}.`,
      high?.moment_s ?? (arc?.kind === 'arc' ? arc.worst_s : left ? left.worst_s : course.worst_s)
    );
  }
  if (isApproach(lesson.plan) && lesson.plan.approach.pathLost && final) {
    const { line, set_ft } = minimumOf(lesson.plan, lesson.aircraft);
    say(
      `The path was lost before the final fix; the minimum from there on was ${figure(set_ft)} ft (${line}).`,
      null
    );
  }
  // Of a missed approach that was begun anew by itself, the final before it is told where that counts.
  const wayIn = parts.find(({ segment }) => segment === 'inbound');
  const cameTo = wayIn && (missed ?? (wayIn.unfinished || begunAnew ? null : wayIn));
  const finalByInstructor = spans.some(({ phaseId, complete }) => {
    const { segment, byInstructor } = phaseById(lesson.drill, phaseId);
    return complete && segment === 'final' && byInstructor !== undefined;
  });
  if (cameTo && !final)
    say(
      finalByInstructor ? 'The final was the instructor’s.' : 'The final was not flown.',
      missed ? missed.from_s : cameTo.to_s
    );
  const onFinal = worstOf('final', 'courseShare');
  if (final && onFinal) {
    const path = worstOf('final', 'pathShare');
    const end = sampleAt(flight, onFinal.to_s);
    const aside_nm = flight.columns.get('crossTrack_nm')?.[Math.max(0, end - 1)];
    say(
      `On the final ${heldWords('the course', onFinal)}${
        aside_nm === undefined ? '' : endedBeside(Math.abs(aside_nm) * METRES_PER_NAUTICAL_MILE)
      }${path ? `; ${heldWords('the path', path)}, at worst ${path.worst > 0 ? 'above' : 'below'} it` : ''}.`,
      onFinal.worst_s
    );
  }
  const minimum = isApproach(lesson.plan) ? minimumOf(lesson.plan, lesson.aircraft) : null;
  const seen = minimum && isApproach(lesson.plan) ? seenOf(lesson.plan, minimum) : null;
  const low = final && lowestAltitude(flight, final.from_s, final.to_s);
  const came_ft = low?.altitude_ft;
  if (seen && final && came_ft !== undefined && came_ft < minimum!.set_ft + COME_TO_MINIMUM_FT)
    say(seen.words, final.to_s);
  const gone = judged.find(({ measure }) => measure.kind === 'missed')?.measure;
  const around_ft = gone?.kind === 'missed' ? goneAroundFrom_ft(flight, gone.begun_s) : null;
  if (
    minimum &&
    gone?.kind === 'missed' &&
    around_ft !== null &&
    came_ft !== undefined &&
    came_ft >= minimum.set_ft + COME_TO_MINIMUM_FT
  )
    say(
      `Gone around from ${figure(around_ft)} ft, ${figure(around_ft - minimum.set_ft)} ft above the minimum.`,
      gone.begun_s
    );
  else if (
    minimum &&
    final &&
    !final.unfinished &&
    minimumHeld(lesson) === null &&
    came_ft !== undefined &&
    came_ft >= minimum.set_ft + COME_TO_MINIMUM_FT &&
    // Who went on down past the end of the path hears of that.
    !judged.some(({ measure }) => measure.kind === 'decision' && measure.overEnd_ft !== undefined)
  )
    say(
      `It never came down to the minimum: lowest on the final ${figure(came_ft)} ft, ${figure(came_ft - minimum.set_ft)} ft above it.`,
      final.to_s
    );
  for (const { measure } of judged) {
    if (measure.kind === 'decision' && final && measure.lowest_ft < measure.altitude_ft + COME_TO_MINIMUM_FT)
      say(decisionStory(measure), measure.at_s);
    if (measure.kind === 'circle')
      say(
        `${measure.lost ? `Circling to runway ${measure.runway} by ${measure.turn} turns, the field lost on ${measure.lost === 'base' ? 'base' : 'the downwind'}` : `Circled to runway ${measure.runway} by ${measure.turn} turns`}, at most ${figure(measure.farthest_nm, 1)} NM from it, with up to ${figure(measure.bank_deg)}° of bank.`,
        measure.farthest_s
      );
    if (measure.kind === 'threshold' && !measure.came)
      say('The approach was not continued, although the runway could be seen at the minimum.', measure.at_s);
    if (measure.kind === 'threshold' && measure.came)
      say(
        isBesideRunway(measure)
          ? `It came down to ${figure(measure.height_ft)} ft, ${besideWords(measure)}.`
          : `${Math.abs(measure.aside_m) > ABEAM_M ? 'Abeam' : 'Over'} the threshold at ${figure(measure.height_ft)} ft, ${asideWords(measure.aside_m)}.`,
        measure.at_s
      );
  }
  const level_ft = minimumHeld(lesson);
  const came =
    low && level_ft !== null && (!final?.unfinished || low.altitude_ft < level_ft + COME_TO_MINIMUM_FT);
  if (came && !judged.some(({ measure }) => measure.kind === 'decision'))
    say(
      `Lowest on the final ${figure(low.altitude_ft)} ft; the minimum is ${figure(level_ft)} ft.`,
      low.at_s
    );
  const worst = findings.find((f) => f.severity !== 'good' && f.under === null);
  if (worst) say(`First to work on: ${lowered(worst.title)}.`, worst.moment_s);
  else say('Nothing to work on stands out.', null);
  return sentences;
}

/** The one whose worst moment was the worst; null of none. */
function arcWords({ joined_s, inside_nm, outside_nm }: ArcMeasure): string {
  if (joined_s === null) return 'the arc was never joined';
  const side = outside_nm > inside_nm ? 'outside' : 'inside';
  return `the arc was left by up to ${figure(Math.max(inside_nm, outside_nm), 1)} NM to the ${side}`;
}

function farthest(measures: readonly CorridorMeasure[]): CorridorMeasure | null {
  return measures.reduce<CorridorMeasure | null>(
    (a, b) => (a === null || Math.abs(b.worst) > Math.abs(a.worst) ? b : a),
    null
  );
}

/** The minimum a final levels off above; null where it has a decision altitude. */
function minimumHeld({ drill }: Lesson): number | null {
  const last = drill.phases.findLast((phase) => phase.segment === 'final' && isOfPlan(phase));
  const ft = last?.goal.vertical.kind === 'level' ? last.goal.floor?.ft : undefined;
  return typeof ft === 'number' ? ft : null;
}

const SET_UP: readonly Finding['kind'][] = [
  'not-tuned',
  'not-identified',
  'wrong-course',
  'wrong-source',
  'altimeter-not-set'
];
