import { asCourse, normaliseBearing, normaliseSigned } from '../../measure/angle';
import { heading } from '../../measure/figure';
import { pick, pickAngle, type SumMaker } from '../sum-question';

/** The other way round: plus 200 less 20, or less 200 plus 20. */
export const reciprocal: SumMaker = (noise, level) => {
  const course = pickAngle(noise, level);
  const value = asCourse(course + 180);
  return {
    prompt: `The reciprocal of ${heading(course)}?`,
    answer: { kind: 'number', value, tolerance: 0, unit: '°', angle: true },
    working: `${course <= 180 ? `${course} + 200 − 20` : `${course} − 200 + 20`} = ${heading(value)}.`
  };
};

const QUADRANTS = ['north-east', 'south-east', 'south-west', 'north-west'] as const;

/** Where an airplane is from a centred-course indication: TO or FROM, needle left or right. */
export const quadrant: SumMaker = (noise, level) => {
  const course = pick(noise, 0, 3) * 90 || 360;
  const to = noise.uniform() < 0.5;
  const right = noise.uniform() < 0.5;
  // FROM and needle right: left of a course that leads away.
  const along = to ? 180 : 0;
  const bearing = normaliseBearing(course + along + (right === to ? 45 : -45));
  const options = [...QUADRANTS];
  const index = Math.floor(bearing / 90) % 4;
  return {
    prompt: `Course ${heading(course)} is selected, the flag says ${to ? 'TO' : 'FROM'}, the needle stands ${right ? 'right' : 'left'}${level >= 3 ? `, your heading is ${heading(pickAngle(noise, level))}` : ''}. Where are you from the station?`,
    answer: { kind: 'choice', options, right: index },
    working: `${to ? 'TO: you are on the side the course comes from' : 'FROM: you are on the side the course leads to'}; needle ${right ? 'right' : 'left'}: the course is ${right ? 'right' : 'left'} of you, flying it. That is ${options[index]}${level >= 3 ? '; the heading does not matter' : ''}.`
  };
};

const ANGLES = [30, 45, 60, 90] as const;

/** The heading to a course at an angle, from the side the needle stands on. */
export const intercept: SumMaker = (noise, level) => {
  const course = pickAngle(noise, level);
  const angle = level <= 2 ? ANGLES[pick(noise, 0, 1)]! : ANGLES[pick(noise, 0, 3)]!;
  const right = noise.uniform() < 0.5;
  const outbound = level >= 3 && noise.uniform() < 0.5;
  const flown = outbound ? normaliseBearing(course) : course;
  const value = asCourse(flown + (right ? angle : -angle));
  return {
    prompt: `Course ${heading(course)}${outbound ? ' outbound' : ''}, needle ${right ? 'right' : 'left'}. Heading to intercept at ${angle}°?`,
    answer: { kind: 'number', value, tolerance: 0, unit: '°', angle: true },
    working: `Needle ${right ? 'right' : 'left'}: turn ${right ? 'right' : 'left'} of the course, ${course} ${right ? '+' : '−'} ${angle} = ${heading(value)}.`
  };
};

/** Rolling out by the compass: lead toward the pole by latitude and roll-out lead, past away from it. */
export const compassRollOut: SumMaker = (noise, level) => {
  const latitude = pick(noise, 30, level <= 2 ? 40 : 50, level <= 2 ? 10 : 5);
  const north = noise.uniform() < 0.5;
  const right = noise.uniform() < 0.5;
  const lead = 5 + pick(noise, 0, 2) * (level >= 3 ? 5 : 0);
  const off = north ? -(latitude + lead) : latitude - lead;
  const value = asCourse((north ? 360 : 180) + (right ? off : -off));
  return {
    prompt: `By the rule of thumb: northern hemisphere, latitude ${latitude}°, standard rate to the ${right ? 'right' : 'left'}, roll-out lead ${lead}°. At what compass reading do you begin to roll out for ${north ? 'north' : 'south'}?`,
    answer: { kind: 'number', value, tolerance: 2, unit: '°', angle: true },
    working: `${
      north
        ? `It lags through north: begin ${latitude} + ${lead} = ${latitude + lead}° before it, at ${heading(value)}.`
        : `It leads through south: go past it by ${latitude} − ${lead} = ${latitude - lead}°, to ${heading(value)}.`
    } A rule only: what your compass really shows depends on the field and the bank; the brief of a compass lesson gives it.`
  };
};

/** The heading that holds a course: course plus asin(wind · sin(angle) ÷ true airspeed) toward the wind. */
export const windCorrection: SumMaker = (noise, level) => {
  const tas = level <= 2 ? 120 : pick(noise, 90, 180, level <= 4 ? 30 : 10);
  const speed = pick(noise, 8, 30, level <= 2 ? 4 : 2);
  const course = pickAngle(noise, level);
  const aside = level <= 2 ? 90 : pick(noise, 20, 160, 10);
  const right = noise.uniform() < 0.5;
  const from = asCourse(course + (right ? aside : -aside));
  const angle = (Math.asin((speed * Math.sin((aside * Math.PI) / 180)) / tas) * 180) / Math.PI;
  const value = asCourse(Math.round(course + (right ? angle : -angle)));
  const most = (60 * speed) / tas;
  return {
    prompt: `Course ${heading(course)}, TAS ${tas} kt, wind ${heading(from)} at ${speed} kt. Heading?`,
    answer: { kind: 'number', value, tolerance: 2, unit: '°', angle: true },
    working: `Largest drift 60 × ${speed} ÷ ${tas} = ${most.toFixed(0)}°; the wind lies ${Math.abs(Math.round(normaliseSigned(from - course)))}° off the ${right ? 'right' : 'left'}, so about ${angle.toFixed(0)}° to the ${right ? 'right' : 'left'}: ${heading(value)}.`
  };
};
