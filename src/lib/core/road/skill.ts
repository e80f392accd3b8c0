import { seededNoise } from '../measure/seeded-noise';
import { normalShareBelow, weightedQuantile } from '../measure/statistics';

/**
 * How far somebody is with one thing that is flown, and where that goes: a way of learning fitted to the figures of the flights.
 * Each flight brings the skill part of the way to a ceiling (a constant share of what is left, as practice curves fall off); between
 * flights it falls back toward what a newcomer can, the slower the more often it was flown (forgetting by a power of time, with growing
 * stability). What is not known of a person is carried along as many ways of learning at once, each weighed by how well it agrees
 * with the flights.
 */
export interface Skill {
  flights: number;
  /** Chance that a flight at a moment meets the standard, 0…1. */
  chance: number;
  /** The same right after the latest flight. */
  chanceThen: number;
  /** Expected figure of a flight, 0…100: as likely to be passed as not; and its 80 % interval. */
  expected: number;
  low: number;
  high: number;
  /** How much of the chance one more flight now would bring. */
  gain: number;
}

/** A flight of it: when, in days, and its figure, 0…100. */
export interface SkillFlight {
  day: number;
  score: number;
}

/** A figure that met the standard lies above this: what did not is at most 70 of 100. */
export const STANDARD_SCORE = 72;

/** One way of learning. */
interface Learner {
  start: number;
  gain: number;
  /** Flights until each brings that much: the first ones go into getting to know it. */
  slow: number;
  ceiling: number;
  /** Days in which half of what was learnt is lost, after one flight; grows with each. */
  halfLife_d: number;
  noise: number;
}

const LEARNERS = 700;
/** A way of learning less likely than this changes nothing in a mean. */
const LIGHT = 1e-6;
/** What is older says little of today, and weighs on the sums. */
const FLIGHTS_LOOKED_AT = 14;
const STABILITY_GROWS = 1.2;
const MOST_HALF_LIFE_D = 600;
/** Flights on one day are one practice: they settle less. */
const SAME_DAY_D = 0.5;
/** What an interval holds. */
const HELD = 0.8;
/** Nobody learns by exactly these curves: the flights count for less than if they did. */
const TRUST = 0.5;
const FORECAST_DRAWS = 240;
const MOST_FLIGHTS = 40;
const DAYS_BETWEEN = 3;
/** A forecast as wide as this says nothing. */
const WIDEST_FORECAST = 14;
const LEAST_FLIGHTS_TO_FORECAST = 3;
/** So many flights that bring less than this are no progress. */
const MORE_FLIGHTS = 6;

/** So many are held back by something that more of the same flying does not mend; the others come to standard in the end. */
const HELD_BACK = 0.15;
const CEILING_HELD_BACK = [45, 72] as const;
const CEILING = [78, 99] as const;

/** Spread evenly over what people are like (additive recurrence of the generalised golden ratio in six dimensions, Roberts 2018). */
const learners: readonly Learner[] = Array.from({ length: LEARNERS }, (_, i): Learner => {
  const phi = 1.1127756842787055;
  const at = (dimension: number) => (0.5 + (i + 1) / phi ** dimension) % 1;
  const between = (share: number, low: number, high: number) => low + share * (high - low);
  const ratio = (share: number, low: number, high: number) => low * (high / low) ** share;
  return {
    start: between(at(1), 5, 98),
    gain: ratio(at(2), 0.25, 0.95),
    slow: ratio(at(6), 1, 6),
    ceiling:
      at(3) < HELD_BACK
        ? between(at(3) / HELD_BACK, ...CEILING_HELD_BACK)
        : between((at(3) - HELD_BACK) / (1 - HELD_BACK), ...CEILING),
    halfLife_d: ratio(at(4), 22, 300),
    noise: ratio(at(5), 4, 11)
  };
});

interface LearnerStanding {
  flown: number;
  level: number;
  halfLife_d: number;
}

/** Whoever comes with more than this has learnt it somewhere, and can lose it as what was learnt here. */
const NOVICE = 40;

/** What is left after days without: what was learnt fades, never below where a newcomer stands. */
function forgotten({ start }: Learner, { level, halfLife_d }: LearnerStanding, days: number): number {
  const base = Math.min(start, NOVICE);
  return level > base && days > 0 ? base + (level - base) / (1 + days / halfLife_d) : level;
}

function practised(learner: Learner, level: number, before: LearnerStanding, days: number): LearnerStanding {
  const grown = days >= SAME_DAY_D ? before.halfLife_d * STABILITY_GROWS : before.halfLife_d;
  return {
    flown: before.flown + 1,
    level:
      level +
      learner.gain * Math.min(1, (before.flown + 1) / learner.slow) * Math.max(0, learner.ceiling - level),
    halfLife_d: Math.min(MOST_HALF_LIFE_D, grown)
  };
}

const chanceAt = (level: number, { noise }: Learner): number =>
  normalShareBelow((level - STANDARD_SCORE) / noise);

/** What the flights of somebody say, of each way of learning. */
export interface SkillFit {
  flights: number;
  lastDay: number | null;
  standings: readonly LearnerStanding[];
  weights: readonly number[];
}

/** @param flown oldest first, those that were flown to their end; none: what is to be expected of anybody */
export function fitSkill(flown: readonly SkillFlight[]): SkillFit {
  const flights = flown.slice(-FLIGHTS_LOOKED_AT);
  const fitted = learners.map((learner) => fit(learner, flights));
  const best = Math.max(...fitted.map(({ likelihood }) => likelihood));
  const weights = fitted.map(({ likelihood }) => Math.exp(TRUST * (likelihood - best)));
  const total = weights.reduce((a, b) => a + b, 0);
  return {
    flights: flown.length,
    lastDay: flights.at(-1)?.day ?? null,
    standings: fitted.map(({ standing }) => standing),
    weights: weights.map((weight) => weight / total)
  };
}

const levelsOn = ({ lastDay, standings }: SkillFit, day: number): number[] => {
  const idle_d = lastDay === null ? 0 : Math.max(0, day - lastDay);
  return learners.map((learner, i) => forgotten(learner, standings[i]!, idle_d));
};

/** Mean over the ways of learning, as they are likely. */
const expect = ({ weights }: SkillFit, value: (learner: Learner, i: number) => number): number =>
  learners.reduce((sum, learner, i) => sum + (weights[i]! > LIGHT ? weights[i]! * value(learner, i) : 0), 0);

/** @param day the moment it is asked for; one before the latest flight counts as that */
export function skillOn(fit: SkillFit, day: number): Skill {
  const { standings, weights } = fit;
  const levels = levelsOn(fit, day);
  const chance = expect(fit, (learner, i) => chanceAt(levels[i]!, learner));
  return {
    flights: fit.flights,
    chance,
    chanceThen: expect(fit, (learner, i) => chanceAt(standings[i]!.level, learner)),
    expected: weightedQuantile(levels, weights, 0.5),
    low: weightedQuantile(levels, weights, (1 - HELD) / 2),
    high: weightedQuantile(levels, weights, (1 + HELD) / 2),
    gain:
      expect(fit, (learner, i) => chanceAt(practised(learner, levels[i]!, standings[i]!, 1).level, learner)) -
      chance
  };
}

/** Chance that flying on, every few days, would bring this person no further than below the standard, 0…1. */
export function chanceStuck(fit: SkillFit, day: number): number {
  const levels = levelsOn(fit, day);
  return expect(fit, (learner, i) => {
    let next = { ...fit.standings[i]!, level: levels[i]! };
    for (let n = 0; n < MORE_FLIGHTS; n++)
      next = practised(learner, forgotten(learner, next, DAYS_BETWEEN), next, DAYS_BETWEEN);
    return chanceAt(next.level, learner) < 0.5 ? 1 : 0;
  });
}

/** Flights still needed until two in a row meet the standard. */
export interface FlightsToStandard {
  /** The shortest span that holds eight of ten of what may come. */
  low: number;
  middle: number;
  high: number;
  /** By drawing: each what it might take; `MOST_FLIGHTS` + 1: more than that. */
  draws: number[];
}

/** Flown on in thought by learners drawn as they are likely; null: not to be said, or not within reach. */
export function flightsToStandard(fit: SkillFit, day: number): FlightsToStandard | null {
  if (fit.flights < LEAST_FLIGHTS_TO_FORECAST) return null;
  const noise = seededNoise(1);
  const levels = levelsOn(fit, day);
  const draws: number[] = [];
  let reached = 0;
  let i = 0;
  for (let draw = 0; draw < FORECAST_DRAWS; draw++) {
    // Evenly through the weights, as systematic resampling takes them.
    const upTo = (draw + 0.5) / FORECAST_DRAWS;
    while (i < learners.length - 1 && reached + fit.weights[i]! < upTo) reached += fit.weights[i++]!;
    draws.push(
      flightsNeeded(learners[i]!, { ...fit.standings[i]!, level: levels[i]! }, () => noise.normal())
    );
  }
  const { low, high } = shortestHolding(draws, HELD);
  if (high > MOST_FLIGHTS || high - low > WIDEST_FORECAST) return null;
  return { low, middle: weightedQuantile(draws, null, 0.5), high, draws };
}

function fit(
  learner: Learner,
  flights: readonly SkillFlight[]
): { likelihood: number; standing: LearnerStanding } {
  let standing: LearnerStanding = { flown: 0, level: learner.start, halfLife_d: learner.halfLife_d };
  let likelihood = 0;
  let before = flights[0]?.day ?? 0;
  for (const { day, score } of flights) {
    const days = Math.max(0, day - before);
    const level = forgotten(learner, standing, days);
    likelihood -= 0.5 * ((score - level) / learner.noise) ** 2 + Math.log(learner.noise);
    standing = practised(learner, level, standing, days);
    before = day;
  }
  return { likelihood, standing };
}

/** The shortest span of values that holds a share of them. */
export function shortestHolding(values: readonly number[], share: number): { low: number; high: number } {
  const sorted = [...values].sort((a, b) => a - b);
  const count = Math.ceil(share * sorted.length);
  let first = 0;
  for (let i = 0; i + count <= sorted.length; i++)
    if (sorted[i + count - 1]! - sorted[i]! < sorted[first + count - 1]! - sorted[first]!) first = i;
  return { low: sorted[first]!, high: sorted[first + count - 1]! };
}

function flightsNeeded(learner: Learner, from: LearnerStanding, noise: () => number): number {
  let standing = from;
  let met = 0;
  for (let n = 1; n <= MOST_FLIGHTS; n++) {
    const level = n === 1 ? standing.level : forgotten(learner, standing, DAYS_BETWEEN);
    met = level + learner.noise * noise() > STANDARD_SCORE ? met + 1 : 0;
    if (met === 2) return n;
    standing = practised(learner, level, standing, DAYS_BETWEEN);
  }
  return MOST_FLIGHTS + 1;
}
