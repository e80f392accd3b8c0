import { fitSkill, skillOn, type Skill } from './skill';
import { isMet, type TaskFlight } from './standing';

/** How far somebody was with one thing after its flights, as it would have been said then. */
export interface SkillHistory {
  /** One for each of the latest flights, oldest first. */
  after: Pick<Skill, 'expected' | 'low' | 'high'>[];
  /** Of all flights, by their place: the best of those that met the standard, or of all; the newest of equals. */
  best: number;
}

/** @param flown oldest first, at least one @param shown after how many of the latest it is said */
export function skillHistory(flown: readonly TaskFlight[], shown = flown.length): SkillHistory {
  const first = Math.max(0, flown.length - shown);
  const after = flown.slice(first).map(({ day }, i) => {
    const { expected, low, high } = skillOn(fitSkill(flown.slice(0, first + i + 1)), day);
    return { expected, low, high };
  });
  const someMet = flown.some(isMet);
  const best = flown.reduce((found, flight, i) => {
    if (someMet && !isMet(flight)) return found;
    return found < 0 || flight.score >= flown[found]!.score ? i : found;
  }, -1);
  return { after, best };
}

const DAYS_A_WEEK = 7;

/**
 * Whether anything was flown in each of the latest weeks, the newest last. Weeks are counted back from a moment: nothing turns over at
 * a midnight somewhere.
 * @param days of the flights @param day now, in the same days
 */
export function weeksFlown(days: readonly number[], day: number, weeks = 8): boolean[] {
  const flown = new Set(days.map((one) => Math.floor(Math.max(0, day - one) / DAYS_A_WEEK)));
  return Array.from({ length: weeks }, (_, i) => flown.has(weeks - 1 - i));
}
