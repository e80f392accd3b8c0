import { clock, figure, percent, signedFigure } from '../../measure/figure';
import type { Lesson } from '../../drill/lesson';
import type { Verdict } from '../corridor-measure';
import type { Finding } from '../finding';
import type { FindingKind } from '../finding-kind';
import type { GradeElement } from '../grade-element';
import { INBOUND_WITHIN_S, judgedCircuits } from './hold-findings';
import { COURSE_SET_WITHIN_DEG, OVERSHOOT_SHARE, type NavigationMeasure } from './navigation-findings';

/** Through a course by this much is still put right, not failed. */
const OVERSHOOT_PUT_RIGHT = 1;

/** What a check of radio navigation adds to the grade. */
export function navigationElements(
  { drill, tolerance }: Lesson,
  m: NavigationMeasure,
  findings: readonly Finding[]
): Pick<GradeElement, 'name' | 'verdict' | 'arithmetic'>[] {
  const phase = drill.phases.find((p) => p.id === m.phaseId)!.name;
  const has = (...kinds: FindingKind[]) => findings.some((f) => kinds.includes(f.kind));
  const byFinding = (...kinds: FindingKind[]): Verdict => (has(...kinds) ? 'not met' : 'met');
  switch (m.kind) {
    case 'set-up':
      return [
        {
          name: 'Radios set up',
          verdict: byFinding('not-tuned', 'not-identified', 'wrong-course', 'wrong-source'),
          arithmetic: `${m.asked} ${m.tuned ? 'tuned' : `not tuned (${m.set})`}${m.identified === null ? '' : m.identified ? ', identified' : ', not identified'}${m.courseError_deg === null ? '' : `, course ${signedFigure(m.courseError_deg)}° off (${COURSE_SET_WITHIN_DEG}° allowed)`}, needle fed by ${m.source}`
        }
      ];
    case 'intercept':
      return [
        {
          name: `${phase}: joined`,
          verdict:
            m.established_s === null
              ? 'not met'
              : m.overshoot <= OVERSHOOT_SHARE
                ? 'met'
                : m.overshoot <= OVERSHOOT_PUT_RIGHT
                  ? 'met with prompt correction'
                  : 'not met',
          arithmetic: `${m.established_s === null ? 'not established' : `established after ${figure(m.established_s)} s`}, at the most ${percent(m.overshoot)} of full scale beyond (${percent(OVERSHOOT_SHARE)} allowed)${m.angle_deg === null ? '' : `, at ${figure(m.angle_deg)}° (${figure(m.askedAngle_deg)}° asked)`}`
        }
      ];
    case 'tracking':
      return [
        {
          name: `${phase}: technique`,
          verdict: has('chasing-needle', 'still-turning', 'no-wind-correction', 'over-correcting-course')
            ? 'met with prompt correction'
            : 'met',
          arithmetic: `${m.peaks.length} swings to one side or the other, correction ${signedFigure(m.correction_deg)}° where ${signedFigure(m.neededCorrection_deg)}° was needed, wings level for ${figure(m.waited_s)} of ${figure(m.off_s)} s off course`
        }
      ];
    case 'passage':
      return [
        {
          name: `${phase}: fix called`,
          verdict: byFinding('fix-called-late'),
          arithmetic:
            m.called_s === null
              ? 'not called'
              : `${signedFigure(m.called_s)} s from it; ${m.within_s} s allowed`
        }
      ];
    case 'arc':
      return [
        {
          name: `${phase}: kept`,
          verdict: byFinding('arc-off'),
          arithmetic: `RMS ${figure(m.rms_nm, 2)} NM, at the most ${figure(m.inside_nm, 1)} NM inside and ${figure(m.outside_nm, 1)} NM outside (${tolerance.arc_nm ?? 1} NM allowed)${m.joined_s === null ? ', never joined' : `, joined after ${figure(m.joined_s)} s`}`
        }
      ];
    case 'hold': {
      const legs = judgedCircuits(m).map((c) => c.inbound_s);
      const within = legs.filter(
        (leg) => leg !== null && m.leg_s !== null && Math.abs(leg - m.leg_s) <= INBOUND_WITHIN_S
      );
      return [
        ...(m.outOfTime
          ? [notBack(phase, `${m.circuits.length} of ${m.askedTimes} times back over the fix`)]
          : []),
        ...(m.entry === null
          ? []
          : [
              {
                name: `${phase}: entry`,
                verdict: m.entryRight ? ('met' as const) : ('not met' as const),
                arithmetic: `${m.entry} flown, ${m.due.entry}${m.due.alternative ? ` or ${m.due.alternative}` : ''} due`
              }
            ]),
        ...(m.leg_s === null || legs.length === 0
          ? []
          : [
              {
                name: `${phase}: inbound legs`,
                verdict:
                  within.length === legs.length
                    ? ('met' as const)
                    : has('inbound-leg', 'hold-timing')
                      ? ('not met' as const)
                      : ('met with prompt correction' as const),
                arithmetic: `${legs.map((leg) => (leg === null ? '–' : figure(leg))).join(', ')} s; ${figure(m.leg_s)} s ± ${INBOUND_WITHIN_S} s asked`
              }
            ]),
        {
          name: `${phase}: roll-outs inbound`,
          verdict: byFinding('hold-roll-out') === 'met' ? 'met' : 'met with prompt correction',
          arithmetic: judgedCircuits(m)
            .map((c) =>
              c.rollOutOff === null
                ? '–'
                : `${percent(Math.abs(c.rollOutOff))} ${c.overshot_nm! > 0 ? 'through' : 'short'}`
            )
            .join(', ')
        }
      ];
    }
    case 'left-hold':
      return [notBack(phase, `not once back over the fix in ${clock(m.end_s - m.start_s)}`)];
    case 'reversal':
      return [
        ...(m.outOfTime ? [notBack(phase, 'not back over the fix in the time there was')] : []),
        {
          name: `${phase}: within the limit`,
          verdict: byFinding('beyond-limit'),
          arithmetic: `${figure(m.farthest_nm, 1)} NM of ${figure(m.within_nm)} NM${m.rollOutOff === null ? ', never inbound' : `, ${percent(Math.abs(m.rollOutOff))} of full scale off as it rolled out inbound`}`
        }
      ];
    case 'station-time':
      return [
        {
          name: `${phase}: time to the station`,
          verdict: byFinding('station-time-off'),
          arithmetic: `${m.answered_min === null ? 'no answer' : `${figure(m.answered_min, 1)} min`}; ${m.due_min === null ? 'the bearings did not move' : `${figure(m.due_min, 1)} min by the bearings`}`
        }
      ];
  }
}

const notBack = (phase: string, arithmetic: string) => ({
  name: `${phase}: flown`,
  verdict: 'not met' as const,
  arithmetic
});
