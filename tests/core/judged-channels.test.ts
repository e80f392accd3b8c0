import { expect, test } from 'vitest';
import { pressureAltitudeShare } from '$core/air/atmosphere';
import { lessonOf } from '$core/drill/lesson';
import { asJudged } from '$core/flight/judged-channels';
import { column } from '$core/flight/flight';
import { flown, madeFlight, planOf } from './flown';

const values = {
  altitude_ft: () => 4000,
  trueAltitude_ft: () => 3500,
  ias_kt: () => 90,
  trueIas_kt: () => 80,
  heading_deg: () => 100,
  trueHeading_deg: () => 94
};
/** What is judged at two moments, before and after the middle of a minute. */
const judged = (changes: Parameters<typeof planOf>[0], channel: 'altitude_ft' | 'ias_kt' | 'heading_deg') => {
  const flight = asJudged(madeFlight(60, values), lessonOf(planOf(changes)));
  return [20, 40].map((time_s) => column(flight, channel)[time_s * 10]!);
};
const fails = (kind: 'vacuum' | 'electrical' | 'pitot-blocked' | 'static-blocked') => ({
  faults: [{ kind, at_s: 30 }]
});

test('an instrument is believed until it fails; from then on what the airplane did is judged', () => {
  expect(judged({}, 'altitude_ft')).toEqual([4000, 4000]);
  expect(judged(fails('static-blocked'), 'altitude_ft')).toEqual([4000, 3500]);
  expect(judged(fails('pitot-blocked'), 'altitude_ft')).toEqual([4000, 4000]);
  expect(judged(fails('pitot-blocked'), 'ias_kt')).toEqual([90, 80]);
  expect(judged(fails('vacuum'), 'heading_deg')).toEqual([100, 94]);
  // Gyros by suction do not mind the current.
  expect(judged({ ...fails('electrical'), panel: 'dials' }, 'heading_deg')).toEqual([100, 100]);
  expect(judged({ ...fails('electrical'), panel: 'tapes' }, 'heading_deg')).toEqual([100, 94]);
  // What is covered is not flown by from the beginning.
  expect(judged({ covered: ['heading'] }, 'heading_deg')).toEqual([94, 94]);
});

test('in the cold an altitude is judged as a sound altimeter would show it', () => {
  const [, cold] = judged({ ...fails('static-blocked'), temperatureOffset_K: -30 }, 'altitude_ft');
  // 3500 ft up, the air below at its middle 284.7 K by the standard, 30 less on the day: a ninth more air below.
  expect(cold).toBeCloseTo((3500 * 284.68) / 254.68, 0);
  expect(pressureAltitudeShare(1000, 20)).toBeLessThan(1);
  expect(pressureAltitudeShare(1000, 0)).toBe(1);
});

test('who flies by the altimeter in the cold until its static is blocked was not low before', () => {
  const at_s = 40;
  const plan = planOf({
    drill: 'straight-and-level',
    figures: {},
    turbulence: 'smooth',
    temperatureOffset_K: -30,
    faults: [{ kind: 'static-blocked', at_s }]
  });
  const flight = asJudged(flown(plan), lessonOf(plan));
  const altitude = column(flight, 'altitude_ft');
  for (let k = 0; k < flight.length; k++)
    expect(Math.abs(altitude[k]! - plan.startAltitude_ft)).toBeLessThan(30);
});
