import { clock, figure, percent } from '../../measure/figure';
import { finding, type Finding } from '../finding';
import type { TrackingMeasure } from './course-measure';

/** Most of the swings end in a bank that was kept: otherwise it is chasing. */
const SWING_SHARE = 0.15;
const KEPT_OF_SWINGS = 0.6;
const CHASE_LEAST_OFF_S = 30;
const CHASE_WAITED_SHARE = 0.3;
const NEAR_STATION_DEG = 12;
/** A drift smaller than this is not worth a correction. */
const WIND_MATTERS_DEG = 3;
const CORRECTION_MISSING_SHARE = 0.5;

/** How a course was held: one fault of the needle work at most, and what was done close to the station. */
export function trackingFindings(m: TrackingMeasure): Finding[] {
  const stretch = { moment_s: m.from_s, start_s: m.from_s, end_s: m.to_s };
  const where = { channel: 'offCourse' };
  const found: Finding[] = [];
  const swings = m.peaks.filter(({ off }) => Math.abs(off) >= SWING_SHARE).length;
  const kept = m.keptTurning_s.length >= 2 && m.keptTurning_s.length >= KEPT_OF_SWINGS * swings;
  const chased = m.off_s >= CHASE_LEAST_OFF_S && m.waited_s < CHASE_WAITED_SHARE * m.off_s && !kept;
  if (kept)
    found.push(
      finding(
        'still-turning',
        'fault',
        'Still turning as the needle came back',
        { moment_s: m.keptTurning_s[0]!, start_s: m.keptTurning_s[0]!, end_s: m.keptTurning_s.at(-1)! },
        `Went through the course ${m.keptTurning_s.length} times with the bank of the correction still in (${m.keptTurning_s.map(clock).join(', ')}).`,
        where
      )
    );
  else if (chased)
    found.push(
      finding(
        'chasing-needle',
        'fault',
        'Chasing the needle',
        stretch,
        `${figure(m.off_s)} s off course, and only ${figure(m.waited_s)} s of them with the wings level for 5 s to see what a heading does.`,
        where
      )
    );
  else if (m.unshrinking)
    found.push(
      finding(
        'over-correcting-course',
        'fault',
        'Over-correcting the course',
        { moment_s: m.unshrinking.start_s, start_s: m.unshrinking.start_s, end_s: m.unshrinking.end_s },
        `From one side to the other, peaks ${m.unshrinking.peaks.map((p) => percent(Math.abs(p))).join(', ')} of full scale: they do not shrink.`,
        where
      )
    );
  const missing = Math.abs(m.neededCorrection_deg - m.correction_deg);
  const windMatters = Math.abs(m.neededCorrection_deg) >= WIND_MATTERS_DEG;
  if (
    !kept &&
    !chased &&
    windMatters &&
    m.driftedOff_s.length >= 2 &&
    missing > CORRECTION_MISSING_SHARE * Math.abs(m.neededCorrection_deg)
  )
    found.push(
      finding(
        'no-wind-correction',
        'fault',
        'No wind correction kept',
        { moment_s: m.driftedOff_s[0]!, start_s: m.driftedOff_s[0]!, end_s: m.driftedOff_s.at(-1)! },
        `Drifted off to the ${m.driftSide} ${m.driftedOff_s.length} times after it had been centred; ${correction(m.correction_deg)} was held where ${correction(m.neededCorrection_deg)} was needed.`,
        {
          ...where,
          side: m.driftSide === 'right' ? 'above' : 'below'
        }
      )
    );
  if (m.nearStation_deg !== null && m.nearStation_deg > NEAR_STATION_DEG)
    found.push(
      finding(
        'chased-near-station',
        'fault',
        'Turned after the needle close to the station',
        { moment_s: m.to_s },
        `The heading changed by ${figure(m.nearStation_deg)}° within the last half mile.`,
        { channel: 'heading_deg' }
      )
    );
  return found;
}

/** `4° right`, `none`. */
function correction(angle_deg: number): string {
  const size = Math.round(Math.abs(angle_deg));
  return size === 0 ? 'no correction' : `${size}° ${angle_deg > 0 ? 'right' : 'left'}`;
}
