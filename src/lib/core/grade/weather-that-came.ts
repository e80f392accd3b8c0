import type { Lesson } from '../drill/lesson';
import { weatherWords } from '../flight/command-words';
import type { TimedChange } from '../flight/weather-in-flight';
import { capital } from '../measure/capital';
import { clock } from '../measure/figure';
import { circumstancesOf } from './circumstances';

/** What made a flight harder: what was planned, and the weather that came. Rough air that came is told with what brought it. */
export function circumstancesFlown(lesson: Lesson, changes: readonly TimedChange[]): string[] {
  const { plan } = lesson;
  const came = changes.some(({ change }) => change.turbulence === plan.turbulence);
  return [
    ...circumstancesOf(came ? { ...lesson, plan: { ...plan, turbulence: 'smooth' } } : lesson),
    ...changes.map(({ change, at_s }) => `${capital(weatherWords(change))}, from ${clock(at_s)}`)
  ];
}
