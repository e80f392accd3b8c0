import { STANDARD_SCORE } from '../../src/lib/core/road/skill';
import { standingOf, type TaskFlight } from '../../src/lib/core/road/standing';
import { curves, inventedLearner, learnerSeed } from './learners';

/** Invented learners that are held against the flights, each. */
const CANDIDATES = 4000;

/**
 * How well "slipping" could be told at best: by whoever knew of what curves, with what figures and what noise the learners were
 * invented, and that the case is a plain one. What is missing to it is missing to anybody who sees the flights alone.
 */
export function slippingAtBest(people: number, firstSeed: number): number {
  let [hits, falsely, missed] = [0, 0, 0];
  for (const { flown, day, truth } of plainCases('slipping', people, firstSeed)) {
    const last = flown.at(-1)!.day;
    let [slipped, all] = [0, 0];
    for (let n = 0; n < CANDIDATES; n++) {
      const one = inventedLearner(curves[n % curves.length]!, learnerSeed(50_000_000 + n));
      let likelihood = 0;
      for (const flight of flown) {
        const raw = flight.score > STANDARD_SCORE ? flight.score : flight.score / 0.97;
        likelihood -= 0.5 * ((raw - one.level(flight.day)) / one.noise) ** 2 + Math.log(one.noise);
        one.fly(flight.day);
      }
      const [then, now] = [one.level(last), one.level(day)];
      if (then < STANDARD_SCORE + PLAIN || Math.abs(now - STANDARD_SCORE) < PLAIN) continue;
      const weight = Math.exp(likelihood + 20);
      all += weight;
      if (now < STANDARD_SCORE) slipped += weight;
    }
    const says = slipped / all > AT_BEST;
    if (says && truth) hits += 1;
    else if (says) falsely += 1;
    else if (truth) missed += 1;
  }
  return (2 * hits) / (2 * hits + falsely + missed);
}
/** Where F1 of that is greatest. */
const AT_BEST = 0.35;

/** How well "slipping" and "stuck" are told from what is neither: of invented learners in whom it is plain which they are. */
export function standingsTold(people: number, firstSeed: number) {
  return { slipping: told('slipping', people, firstSeed), stuck: told('stuck', people, firstSeed + 100_000) };
}

/** A level so far over or under the standard is plainly one or the other. */
const PLAIN = 4;

/** Flights of invented people, the day they are looked at, and whether they then slip, or are stuck. */
function* plainCases(kind: 'slipping' | 'stuck', people: number, firstSeed: number) {
  let looked = 0;
  for (let seed = firstSeed; looked < people; seed++) {
    const random = learnerSeed(seed);
    const curve = curves[seed % curves.length]!;
    const low = random.uniform() < 0.5;
    const person = inventedLearner(
      curve,
      random,
      kind === 'stuck' && low ? { ceiling: 50 + 14 * random.uniform() } : {}
    );
    const flown: TaskFlight[] = [];
    let day = 0;
    const count = (kind === 'stuck' ? 7 : 4) + Math.floor(6 * random.uniform());
    for (let n = 0; n < count; n++) {
      const flight = person.fly(day);
      flown.push({ ...flight, verdict: flight.score > STANDARD_SCORE ? 'met' : 'not met', unaided: true });
      // Now and then there is a gap, as in life: it tells how fast it fades.
      if (n < count - 1)
        day += random.uniform() < 0.7 ? 1 + 6 * random.uniform() : 10 + 90 * random.uniform();
    }
    const then = person.level(day);
    day += kind === 'slipping' ? 1 + 360 * random.uniform() ** 2 : 2;
    const now = person.level(day);
    let truth: boolean;
    if (kind === 'slipping') {
      // Only who was to standard can slip.
      if (then < STANDARD_SCORE + PLAIN || flown.slice(-2).some(({ verdict }) => verdict === 'not met'))
        continue;
      if (Math.abs(now - STANDARD_SCORE) < PLAIN) continue;
      truth = now < STANDARD_SCORE;
    } else {
      truth = low;
      // Who is to standard already is neither.
      if (!truth && then > STANDARD_SCORE - PLAIN) continue;
    }
    looked += 1;
    yield { flown, day, truth };
  }
}

function told(kind: 'slipping' | 'stuck', people: number, firstSeed: number) {
  let [hits, falsely, missed, looked] = [0, 0, 0, 0];
  for (const { flown, day, truth } of plainCases(kind, people, firstSeed)) {
    looked += 1;
    const says = standingOf(flown, day, { met: 2, unaided: true }).kind === kind;
    if (says && truth) hits += 1;
    else if (says) falsely += 1;
    else if (truth) missed += 1;
  }
  const precision = hits / (hits + falsely);
  const recall = hits / (hits + missed);
  return { looked, precision, recall, f1: (2 * precision * recall) / (precision + recall) };
}
