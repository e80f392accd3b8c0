import { asCourse } from '../../measure/angle';
import { clock, heading } from '../../measure/figure';
import { pick, pickAngle, type SumMaker } from '../sum-question';

/** The rate on a 3° path: five times the groundspeed; the exact one is right as well. */
export const descentRate: SumMaker = (noise, level) => {
  const groundspeed = pick(noise, 70, 160, level <= 2 ? 10 : level <= 4 ? 5 : 1);
  const value = 5 * groundspeed;
  const exact = groundspeed * Math.tan((3 * Math.PI) / 180) * 101.27;
  return {
    prompt: `Groundspeed ${groundspeed} kt on a 3° path. Rate of descent?`,
    // Whoever works it out exactly is right, too.
    answer: { kind: 'number', value, tolerance: Math.ceil(exact - value) + 10, unit: 'ft/min', angle: false },
    working: `Five times the groundspeed, or half of it and a nought: ${groundspeed} ÷ 2 × 10 = ${value}; exactly ${Math.round(exact)} ft/min.`
  };
};

/** The time from the final fix to the missed approach point: distance over groundspeed. */
export const missedApproachTime: SumMaker = (noise, level) => {
  const groundspeed = level <= 2 ? pick(noise, 60, 120, 30) : pick(noise, 75, 135, level <= 4 ? 15 : 5);
  const tenths = pick(noise, 30, 65, level <= 2 ? 10 : level <= 4 ? 5 : 1);
  const value = Math.round((tenths / 10 / groundspeed) * 3600);
  return {
    prompt: `${(tenths / 10).toFixed(1)} NM from the final approach fix to the missed approach point at ${groundspeed} kt over the ground. How many seconds?`,
    answer: { kind: 'number', value, tolerance: level <= 2 ? 2 : 6, unit: 's', angle: false },
    working: `${groundspeed} kt is ${(groundspeed / 60).toFixed(2)} NM a minute: ${(tenths / 10).toFixed(1)} ÷ ${(groundspeed / 60).toFixed(2)} = ${clock(value)}, ${value} s.`
  };
};

/** The radials before the inbound course at which the turn off an arc begins: turn radius over the arc’s, as an angle. */
export const leadRadialSum: SumMaker = (noise, level) => {
  const groundspeed = level <= 2 ? 120 : pick(noise, 90, 180, 30);
  const radius = level <= 2 ? 10 : pick(noise, 7, 15);
  const turn = groundspeed / 188.5;
  const value = Math.round((57.3 * turn) / radius);
  return {
    prompt: `On a ${radius} NM arc at ${groundspeed} kt over the ground. How many radials before the inbound course do you begin the turn?`,
    answer: { kind: 'number', value, tolerance: 1, unit: '°', angle: false },
    working: `Turn radius about ½ % of ${groundspeed} = ${(0.005 * groundspeed).toFixed(1)} NM; at ${radius} NM a mile is ${(57.3 / radius).toFixed(1)} radials: ${value}.`
  };
};

/** The heading of the next ten degrees of an arc without wind: square to the radial in their middle. */
export const arcHeadingSum: SumMaker = (noise, level) => {
  const clockwise = noise.uniform() < 0.5;
  const radial = pickAngle(noise, level);
  const next = asCourse(radial + (clockwise ? 10 : -10));
  const middle = asCourse(radial + (clockwise ? 5 : -5));
  const value = asCourse(middle + (clockwise ? 90 : -90));
  return {
    prompt: `Still air, ${clockwise ? 'clockwise' : 'counter-clockwise'} round an arc, passing radial ${heading(radial)}. Heading for the next ten degrees?`,
    answer: { kind: 'number', value, tolerance: 5, unit: '°', angle: true },
    working: `Square to the middle of ${heading(radial)} … ${heading(next)}: ${middle} ${clockwise ? '+' : '−'} 90 = ${heading(value)}; the pointer stands 5° ahead of the wing tip and falls to 5° behind.`
  };
};
