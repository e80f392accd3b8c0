import type { Verdict } from '../finding/verdict';
import { chanceStuck, fitSkill, skillOn, type Skill, type SkillFit } from './skill';

/** A flight of a task, as it is kept: flown to its end, by the student. */
export interface TaskFlight {
  /** Days since some beginning, with their fractions. */
  day: number;
  score: number;
  verdict: Verdict;
  /** Without hints or corridors in sight. */
  unaided: boolean;
}

/** When a task counts as mastered: so many of the latest flights in a row to standard, without help where that is asked for. */
export interface CompletionStandard {
  met: number;
  unaided: boolean;
}

export const standingKinds = ['not flown', 'begun', 'coming', 'to standard', 'slipping', 'stuck'] as const;
export type StandingKind = (typeof standingKinds)[number];

/** Where somebody stands with a task at a moment. */
export interface Standing {
  kind: StandingKind;
  /** It has been to standard at some time, whatever came after. */
  reached: boolean;
  skill: Skill;
  /** How many of the latest flights in a row count toward the standard. */
  row: number;
  /** Days since the latest flight; null: never flown. */
  idle_d: number | null;
}

/** Below this many flights nothing is said of where it goes. */
const KNOWN_FROM = 3;
/** What was to standard is slipping when a flight now is less likely than this to be. */
const SLIPS_BELOW = 0.4;
const STUCK_FROM_FLIGHTS = 6;
const STUCK = 0.35;
/** A standard is met to standard, or with prompt correction. */
export const isMet = ({ verdict }: Pick<TaskFlight, 'verdict'>): boolean => verdict !== 'not met';

/**
 * @param flown oldest first @param day the moment it is asked for
 * @param fit of the same flights, where it has been worked out
 */
export function standingOf(
  flown: readonly TaskFlight[],
  day: number,
  standard: CompletionStandard,
  fit: SkillFit = fitSkill(flown)
): Standing {
  const skill = skillOn(fit, day);
  const counts = (flight: TaskFlight) => isMet(flight) && (flight.unaided || !standard.unaided);
  const row = flown.length - 1 - flown.findLastIndex((flight) => !counts(flight));
  const last = flown.at(-1);
  const reached = wasMet();
  return {
    kind: kindOf(),
    reached,
    skill,
    row,
    idle_d: last ? Math.max(0, day - last.day) : null
  };

  function kindOf(): StandingKind {
    if (!last) return 'not flown';
    if (row >= standard.met) return skill.chance < SLIPS_BELOW ? 'slipping' : 'to standard';
    if (reached && skill.chance < SLIPS_BELOW) return 'slipping';
    if (flown.length < KNOWN_FROM) return 'begun';
    return flown.length >= STUCK_FROM_FLIGHTS && chanceStuck(fit, day) > STUCK ? 'stuck' : 'coming';
  }

  /** At some time it was to standard, whatever came after. */
  function wasMet(): boolean {
    let inRow = 0;
    return flown.some((flight) => {
      inRow = counts(flight) ? inRow + 1 : 0;
      return inRow >= standard.met;
    });
  }
}
