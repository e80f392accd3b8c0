import { isRough } from '../../air/turbulence';
import type { Lesson } from '../../drill/lesson';
import { NEAR_STATION_NM } from '../../radio/station-nearness';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { correctionWords, needleWords, shareOf } from '../../finding/quantity-words';
import { inWords, timesWords } from '../../measure/count-words';
import { clock, figure } from '../../measure/figure';
import type { TrackingMeasure } from './tracking-measure';
import { type CheckKind, elementName, BY_COURSE } from './check-kind';
import { signedFigure } from '../../measure/figure';
import { measureTracking } from './tracking-measure';

/** Most of the swings end in a bank that was kept: otherwise it is chasing. */
const SWING_SHARE = 0.15;
const KEPT_OF_SWINGS = 0.6;
const CHASE_LEAST_OFF_S = 30;
const CHASE_WAITED_SHARE = 0.3;
/** Rolling from side to side all the time is chasing too, however well the needle stays in the middle. */
const CHASE_ROLLS = 8;
const CHASE_ROLLS_EVERY_S = 15;
const CHASE_BANKED_SHARE = 0.3;
/** A drift smaller than this is not worth a correction. */
const WIND_MATTERS_DEG = 3;
const CORRECTION_MISSING_SHARE = 0.5;
const UNCORRECTED_S = 60;
const UNCORRECTED_SHARE = 0.6;
const NEAR_STATION_DEG = 12;

type TrackingFault =
  | 'still-turning'
  | 'chasing-needle'
  | 'over-correcting-course'
  | 'no-wind-correction'
  | 'chased-near-station';

/** What was wrong with how a course was held: one fault of the needle work at most, the wind, and the last mile. */
function trackingFaults(m: TrackingMeasure, { plan }: Pick<Lesson, 'plan'>): TrackingFault[] {
  // In rough air nobody can tell from the rolling whose it is.
  const rough = isRough(plan.turbulence);
  const swings = m.peaks.filter(isSwing).length;
  const kept =
    (m.keptTurning_s.length >= 2 && m.keptTurning_s.length >= KEPT_OF_SWINGS * swings) || keptThroughout(m);
  const neverWaited = m.off_s >= CHASE_LEAST_OFF_S && m.waited_s < CHASE_WAITED_SHARE * m.off_s;
  const chased = !rough && !kept && (neverWaited || rollsAlways(m));
  const needed = Math.abs(m.neededCorrection_deg);
  // What is short of it: who holds more than the wind asks for drifts off for another reason.
  const missing = needed - (m.driftedWith_deg ?? m.correction_deg) * Math.sign(m.neededCorrection_deg);
  const drifted = m.driftedOff_s.length >= 2 && missing > CORRECTION_MISSING_SHARE * needed;
  const never =
    m.uncorrected_s >= UNCORRECTED_S &&
    m.uncorrected_s >= UNCORRECTED_SHARE * m.level_s &&
    Math.abs(m.farthestOff) > 0.25 &&
    // Off to the other side it was not the wind.
    Math.sign(m.farthestOff) === -Math.sign(m.neededCorrection_deg);
  return [
    ...(kept
      ? (['still-turning'] as const)
      : chased
        ? (['chasing-needle'] as const)
        : m.unshrinking && !rough
          ? (['over-correcting-course'] as const)
          : []),
    ...(!kept && !chased && !m.unshrinking && needed >= WIND_MATTERS_DEG && (drifted || never)
      ? (['no-wind-correction'] as const)
      : []),
    ...(m.nearStation_deg !== null && m.nearStation_deg > NEAR_STATION_DEG
      ? (['chased-near-station'] as const)
      : [])
  ];
}

/** With the wings level for less of the time off course, no heading was held. */
const HEADING_HELD_SHARE = 0.25;

const isSwing = ({ off }: TrackingMeasure['peaks'][number]) => Math.abs(off) >= SWING_SHARE;
/** Of the last swing of a phase nothing is known but that it was one. */
const crossedOf = ({ peaks }: TrackingMeasure) => peaks.slice(0, -1).filter(isSwing).length;

/** Once in each of several phases of one course is more than once. */
function keptThroughout(m: TrackingMeasure): boolean {
  if (!m.elsewhere || m.keptTurning_s.length === 0 || m.elsewhere.kept === 0) return false;
  const kept = m.keptTurning_s.length + m.elsewhere.kept;
  return kept >= KEPT_OF_SWINGS * (crossedOf(m) + m.elsewhere.crossed);
}

/** Measures of one flight that know of one another: a course is often flown in several phases, and a way of flying it shows in all. */
export function onOneCourse(measures: readonly TrackingMeasure[]): TrackingMeasure[] {
  return measures.map((m) => {
    const others = measures.filter((other) => other !== m && other.course_deg === m.course_deg);
    const sum = (of: (other: TrackingMeasure) => number) =>
      others.reduce((total, other) => total + of(other), 0);
    return others.length === 0
      ? m
      : {
          ...m,
          elsewhere: { kept: sum(({ keptTurning_s }) => keptTurning_s.length), crossed: sum(crossedOf) }
        };
  });
}

/** From one bank to the other, on and on. */
function rollsAlways(m: TrackingMeasure): boolean {
  const length_s = m.to_s - m.from_s;
  return (
    m.rolls >= CHASE_ROLLS &&
    m.rolls * CHASE_ROLLS_EVERY_S >= length_s &&
    m.banked_s >= CHASE_BANKED_SHARE * length_s
  );
}

function say(fault: TrackingFault, m: TrackingMeasure): Finding {
  const stretch = { moment_s: m.from_s, start_s: m.from_s, end_s: m.to_s };
  const where = { channel: 'courseShare' } as const;
  switch (fault) {
    case 'still-turning':
      return finding(
        fault,
        'fault',
        'Still turning as the needle came back',
        { moment_s: m.keptTurning_s[0]!, start_s: m.keptTurning_s[0]!, end_s: m.keptTurning_s.at(-1)! },
        `Went through the course ${m.keptTurning_s.length === 1 ? '' : `${timesWords(m.keptTurning_s.length)} `}with the bank of the correction still in (${m.keptTurning_s.map(clock).join(', ')})${m.elsewhere?.kept ? `; ${timesWords(m.elsewhere.kept)} more in other phases` : ''}.`,
        { ...where, worth: 2 * MOMENT_S * m.keptTurning_s.length }
      );
    case 'chasing-needle':
      return finding(
        fault,
        'fault',
        'Chasing the needle',
        stretch,
        rollsAlways(m)
          ? `The bank went from one side to the other ${timesWords(m.rolls)} in ${clock(m.to_s - m.from_s)}: no heading was held long enough to see what it does.`
          : `Off course for ${figure(m.off_s)} s, and the wings were level long enough (5 s) to see what a heading does for ${m.waited_s < 1 ? 'none' : `only ${figure(m.waited_s)} s`} of it.`,
        { ...where, worth: Math.max(m.off_s, rollsAlways(m) ? m.banked_s : 0) }
      );
    case 'over-correcting-course':
      return finding(
        fault,
        'fault',
        'Over-correcting the course',
        { moment_s: m.unshrinking!.start_s, start_s: m.unshrinking!.start_s, end_s: m.unshrinking!.end_s },
        `From one side to the other, peaks ${m.unshrinking!.peaks.map(shareOf).join(', ')} of full scale: they do not get smaller.`,
        { ...where, worth: 0.5 * (m.unshrinking!.end_s - m.unshrinking!.start_s) }
      );
    case 'no-wind-correction': {
      const drifted = m.driftedOff_s.length >= 2;
      const side = drifted ? m.driftSide : m.farthestOff > 0 ? 'right' : 'left';
      const at = drifted
        ? { moment_s: m.driftedOff_s[0]!, start_s: m.driftedOff_s[0]!, end_s: m.driftedOff_s.at(-1)! }
        : stretch;
      return finding(
        fault,
        'fault',
        'No wind correction kept',
        at,
        `${drifted ? `Drifted off to the ${side} ${timesWords(m.driftedOff_s.length)} after it had been centred` : `Drifted off to the ${side}, by ${needleWords(m.farthestOff)} at most`}; ${correctionWords(m.driftedWith_deg ?? m.correction_deg)} was held where ${correctionWords(m.neededCorrection_deg)} was needed.`,
        {
          ...where,
          side: side === 'right' ? 'above' : 'below',
          worth: Math.max(3 * MOMENT_S, m.uncorrected_s)
        }
      );
    }
    case 'chased-near-station':
      return finding(
        fault,
        'fault',
        'Turned after the needle close to the station',
        { moment_s: m.to_s },
        `The heading was changed by ${figure(m.nearStation_deg!)}° in the last ${figure(NEAR_STATION_NM, 1)} NM.`,
        { channel: 'heading_deg' }
      );
  }
}

/** What was wrong with the needle work of a stretch in which a course was never held. */
export function needleWork(m: TrackingMeasure, lesson: Lesson): Finding[] {
  return trackingFaults(m, lesson)
    .filter((fault) => NEEDLE_WORK.includes(fault))
    .map((fault) => say(fault, m));
}
const NEEDLE_WORK: readonly TrackingFault[] = ['still-turning', 'chasing-needle', 'over-correcting-course'];

export const tracking: CheckKind<'tracking', TrackingMeasure, TrackingFault[]> = {
  name: 'tracking',
  measuredFrom: BY_COURSE,
  measure: ({ flight, lesson, phase, span }) =>
    phase.goal.lateral.kind === 'course'
      ? measureTracking(flight, lesson, phase.goal.lateral, span, span.settled_s.courseShare ?? span.start_s)
      : null,
  judge: trackingFaults,
  elements: (m, faults, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'technique'),
      verdict: faults.length > 0 ? 'met with prompt correction' : 'met',
      arithmetic: [
        m.peaks.length === 0
          ? 'no swing to either side'
          : `${inWords(m.peaks.length)} ${m.peaks.length === 1 ? 'swing' : 'swings'} to one side or the other`,
        m.off_s < 1 || m.waited_s >= HEADING_HELD_SHARE * m.off_s
          ? `correction ${signedFigure(m.correction_deg)}° on average where ${signedFigure(m.neededCorrection_deg)}° was needed`
          : 'no heading held long enough to tell its correction',
        m.off_s < 1
          ? 'never off course'
          : `wings level for ${figure(m.waited_s)} of ${figure(m.off_s)} s off course`
      ].join(', ')
    }
  ],
  findings: (m, faults) => faults.map((fault) => say(fault, m)),
  figures: [
    {
      id: 'tracking.correction',
      name: 'wind correction off by',
      unit: '°',
      decimals: 1,
      better: 'less',
      of: (m) => [Math.abs(m.correction_deg - m.neededCorrection_deg)]
    }
  ]
};
