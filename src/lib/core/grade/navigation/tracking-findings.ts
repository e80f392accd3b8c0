import { clock, figure } from '../../measure/figure';
import { MOMENT_S, finding, type Finding } from '../finding';
import { needleWords, shareOf } from '../quantity-words';
import type { TrackingMeasure } from './tracking-measure';
import { rollsAlways, trackingFaults, type TrackingFault } from './navigation-verdict';

/** How a course was held, in words. */
export function trackingFindings(m: TrackingMeasure): Finding[] {
  return trackingFaults(m).map((fault) => say(fault, m));
}

function say(fault: TrackingFault, m: TrackingMeasure): Finding {
  const stretch = { moment_s: m.from_s, start_s: m.from_s, end_s: m.to_s };
  const where = { channel: 'offCourse' };
  switch (fault) {
    case 'still-turning':
      return finding(
        fault,
        'fault',
        'Still turning as the needle came back',
        { moment_s: m.keptTurning_s[0]!, start_s: m.keptTurning_s[0]!, end_s: m.keptTurning_s.at(-1)! },
        `Went through the course ${m.keptTurning_s.length} times with the bank of the correction still in (${m.keptTurning_s.map(clock).join(', ')}).`,
        { ...where, worth: 2 * MOMENT_S * m.keptTurning_s.length }
      );
    case 'chasing-needle':
      return finding(
        fault,
        'fault',
        'Chasing the needle',
        stretch,
        rollsAlways(m)
          ? `The bank went from one side to the other ${m.rolls} times in ${clock(m.to_s - m.from_s)}: no heading was held long enough to see what it does.`
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
        `${drifted ? `Drifted off to the ${side} ${m.driftedOff_s.length} times after it had been centred` : `Drifted off to the ${side}, by ${needleWords(m.farthestOff)} at most`}; ${correction(m.driftedWith_deg ?? m.correction_deg)} was held where ${correction(m.neededCorrection_deg)} was needed.`,
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
        `The heading was changed by ${figure(m.nearStation_deg!)}° in the last three quarters of a mile.`,
        { channel: 'heading_deg' }
      );
  }
}

/** `4° right`, `no correction`. */
function correction(angle_deg: number): string {
  const size = Math.round(Math.abs(angle_deg));
  return size === 0 ? 'no correction' : `${size}° ${angle_deg > 0 ? 'right' : 'left'}`;
}
