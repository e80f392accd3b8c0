import { phaseById } from '../../drill/drill';
import { clock, figure, signedFigure } from '../../measure/figure';
import type { Lesson } from '../../drill/lesson';
import type { GradeElement } from '../grade-element';
import { shareOf } from '../quantity-words';
import type { NavigationMeasure } from './navigation-findings';
import {
  COURSE_SET_WITHIN_DEG,
  INBOUND_WITHIN_S,
  OVERSHOOT_SHARE,
  arcAllowed_nm,
  arcVerdict,
  interceptVerdict,
  isBeyondLimit,
  isCalled,
  judgedCircuits,
  legsVerdict,
  rollOutsVerdict,
  setUpFaults,
  stationTimeRight,
  trackingFaults
} from './navigation-verdict';

/** What a check of radio navigation adds to the grade. */
export function navigationElements(
  lesson: Lesson,
  m: NavigationMeasure
): Pick<GradeElement, 'name' | 'verdict' | 'arithmetic'>[] {
  const phase = phaseById(lesson.drill, m.phaseId).name;
  const orNot = (met: boolean) => (met ? ('met' as const) : ('not met' as const));
  switch (m.kind) {
    case 'set-up':
      return [
        {
          name: 'Radios set up',
          verdict: orNot(setUpFaults(m).length === 0),
          arithmetic: `${m.asked} ${m.tuned ? 'tuned' : `not tuned (${m.set})`}${m.identified === null ? '' : m.identified ? ', identified' : ', not identified'}${m.courseError_deg === null ? '' : `, course ${signedFigure(m.courseError_deg)}° off (${COURSE_SET_WITHIN_DEG}° allowed)`}, needle fed by ${m.source}`
        }
      ];
    case 'intercept':
      return [
        {
          name: `${phase}: joined`,
          verdict: interceptVerdict(m),
          arithmetic: `${m.established_s === null ? 'not established' : `established after ${figure(m.established_s)} s`}, at most ${shareOf(m.overshoot)} of full scale beyond (${shareOf(OVERSHOOT_SHARE)} allowed)${m.angle_deg === null ? '' : `, at ${figure(m.angle_deg)}° (${figure(m.askedAngle_deg)}° asked)`}`
        }
      ];
    case 'tracking':
      return [
        {
          name: `${phase}: technique`,
          verdict: trackingFaults(m).length > 0 ? 'met with prompt correction' : 'met',
          arithmetic: `${m.peaks.length} swings to one side or the other, correction ${signedFigure(m.correction_deg)}° where ${signedFigure(m.neededCorrection_deg)}° was needed, wings level for ${figure(m.waited_s)} of ${figure(m.off_s)} s off course`
        }
      ];
    case 'passage':
      return [
        {
          name: `${phase}: fix called`,
          verdict: orNot(isCalled(m)),
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
          verdict: arcVerdict(lesson, m),
          arithmetic: `RMS ${figure(m.rms_nm, 2)} NM, at most ${figure(m.inside_nm, 1)} NM inside and ${figure(m.outside_nm, 1)} NM outside (${arcAllowed_nm(lesson)} NM allowed)${m.joined_s === null ? ', never joined' : `, joined after ${figure(m.joined_s)} s`}`
        }
      ];
    case 'hold': {
      const legs = judgedCircuits(m).map((c) => c.inbound_s);
      const timing = legsVerdict(m);
      const rollOuts = rollOutsVerdict(m);
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
        ...(timing === null
          ? []
          : [
              {
                name: `${phase}: inbound legs`,
                verdict: timing,
                arithmetic: `${legs.map((leg) => (leg === null ? '–' : figure(leg))).join(', ')} s; ${figure(m.leg_s!)} s ± ${INBOUND_WITHIN_S} s asked`
              }
            ]),
        ...(rollOuts === null
          ? []
          : [
              {
                name: `${phase}: roll-outs inbound`,
                verdict: rollOuts,
                arithmetic: judgedCircuits(m)
                  .map((c) =>
                    c.rollOutOff === null
                      ? '–'
                      : `${shareOf(c.rollOutOff)} ${c.overshot_nm! > 0 ? 'through' : 'short'}`
                  )
                  .join(', ')
              }
            ])
      ];
    }
    case 'left-hold':
      return [notBack(phase, `not once back over the fix in ${clock(m.end_s - m.start_s)}`)];
    case 'reversal':
      return [
        ...(m.outOfTime ? [notBack(phase, 'not back over the fix in the time there was')] : []),
        {
          name: `${phase}: within the limit`,
          verdict: orNot(!isBeyondLimit(m)),
          arithmetic: `${figure(m.farthest_nm, 1)} NM of ${figure(m.within_nm)} NM${m.rollOutOff === null ? ', never inbound' : `, ${shareOf(m.rollOutOff)} of full scale off as it rolled out inbound`}`
        }
      ];
    case 'station-time':
      return [
        {
          name: `${phase}: time to the station`,
          verdict: orNot(stationTimeRight(m)),
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
