import { figure } from '../measure/figure';
import { METRES_PER_STATUTE_MILE } from '../measure/units';

export const precipitations = [
  'none',
  'light rain',
  'rain',
  'heavy rain',
  'light snow',
  'snow',
  'heavy snow'
] as const;
export type Precipitation = (typeof precipitations)[number];

/** Rain in the middle of what is reported as light, moderate and heavy (bounds 2.5 and 7.6 mm an hour). */
const RAIN_MMPH = { 'light rain': 1, rain: 5, 'heavy rain': 20 } as const;
/** Snow is called light, moderate and heavy by what can be seen through it: more than 1/2, more than 1/4, and at most 1/4 of a mile. */
const SNOW_SM = { 'light snow': 1, snow: 0.5, 'heavy snow': 0.25 } as const;
/** So far, it is told as this or more: nothing but the air itself is in the way. */
const UNLIMITED_SM = 10;

/** How far is seen through rain or snow alone, statute miles (rain: 11.6 R^−0.63 km, Atlas 1953); Infinity without any. */
export function seenThroughPrecipitation(precipitation: Precipitation): number {
  if (precipitation === 'none') return Infinity;
  if (precipitation in SNOW_SM) return SNOW_SM[precipitation as keyof typeof SNOW_SM];
  const kilometres = 11.6 * RAIN_MMPH[precipitation as keyof typeof RAIN_MMPH] ** -0.63;
  return (1000 * kilometres) / METRES_PER_STATUTE_MILE;
}

/**
 * Visibility, statute miles, where rain or snow falls through air that lets see so far: what each takes out of the light adds up, and
 * visibility goes by one over it (Koschmieder). From ten miles on the air itself takes nothing.
 */
export function visibilityIn(precipitation: Precipitation, dryVisibility_sm: number): number {
  const through_sm = seenThroughPrecipitation(precipitation);
  if (through_sm === Infinity || dryVisibility_sm <= 0) return dryVisibility_sm;
  if (dryVisibility_sm >= UNLIMITED_SM) return Math.min(dryVisibility_sm, through_sm);
  return 1 / (1 / dryVisibility_sm + 1 / through_sm);
}

/** Above this what falls is rain, °C; below the other, snow. */
const SNOW_BELOW_C = 4;
const RAIN_ABOVE_C = -10;

/** Why this cannot fall at a temperature, °C, or null: no snow well above freezing, no rain well below it. */
export function precipitationProblem(precipitation: Precipitation, temperature_C: number): string | null {
  const isSnow = precipitation in SNOW_SM;
  if (precipitation === 'none' || (isSnow ? temperature_C <= SNOW_BELOW_C : temperature_C >= RAIN_ABOVE_C))
    return null;
  return `There is no ${precipitation} at ${figure(temperature_C)} °C: ${isSnow ? 'choose rain, or make it colder' : 'choose snow, or make it warmer'}.`;
}
