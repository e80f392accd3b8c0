import { fitSkill, flightsToStandard, skillOn, STANDARD_SCORE } from '../../src/lib/core/road/skill';
import { curves, inventedLearner, learnerSeed, type InventedLearner } from './learners';

/** How often a forecast's interval holds what came, and how often one is given. */
export function forecastCoverage(people: number, firstSeed: number) {
  let given = 0,
    held = 0,
    heldExactly = 0,
    asked = 0,
    levels = 0,
    levelHeld = 0;
  const by: Record<string, [number, number]> = {};
  for (let i = 0; i < people; i++) {
    const random = learnerSeed(firstSeed + i);
    const curve = curves[i % curves.length]!;
    const person = inventedLearner(curve, random);
    const before = 3 + Math.floor(8 * random.uniform());
    const flown = [];
    let day = 0;
    for (let n = 0; n < before; n++) {
      flown.push(person.fly(day));
      day += 1 + Math.floor(6 * random.uniform());
    }
    const fit = fitSkill(flown);
    const skill = skillOn(fit, day);
    const forecast = flightsToStandard(fit, day);
    levels++;
    if (person.level(day) >= skill.low && person.level(day) <= skill.high) levelHeld++;
    asked++;
    if (!forecast) continue;
    given++;
    const came = flightsNeeded(person, day);
    const ok = came >= forecast.low && came <= forecast.high;
    if (ok) held++;
    heldExactly += shareHeld(forecast.draws, came);
    const b = (by[curve] ??= [0, 0]);
    b[1]++;
    if (ok) b[0]++;
  }
  return {
    asked,
    given,
    held: held / given,
    heldExactly: heldExactly / given,
    level: levelHeld / levels,
    by
  };
}

const HELD = 0.8;

/**
 * Whole numbers cannot be cut so that just eight of ten lie within: the most likely are taken, and of the last only the share that makes
 * it eight of ten. @returns that share of what came
 */
function shareHeld(draws: readonly number[], came: number): number {
  const chances = new Map<number, number>();
  for (const draw of draws) chances.set(draw, (chances.get(draw) ?? 0) + 1 / draws.length);
  let left = HELD;
  for (const [value, chance] of [...chances].sort(([, a], [, b]) => b - a)) {
    if (value === came) return Math.max(0, Math.min(1, left / chance));
    left -= chance;
  }
  return 0;
}
function flightsNeeded(person: InventedLearner, day: number): number {
  let met = 0;
  for (let n = 1; n <= 80; n++) {
    met = person.fly(day).score > STANDARD_SCORE ? met + 1 : 0;
    if (met === 2) return n;
    day += 3;
  }
  return 81;
}
