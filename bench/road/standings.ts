import { STANDARD_SCORE } from '../../src/lib/core/road/skill';
import { standingOf, type TaskFlight } from '../../src/lib/core/road/standing';
import { curves, inventedLearner, learnerSeed } from './learners';

/** How well "slipping" and "stuck" are told from what is neither: of invented learners in whom it is plain which they are. */
export function standingsTold(people: number, firstSeed: number) {
  return { slipping: told('slipping', people, firstSeed), stuck: told('stuck', people, firstSeed + 100_000) };
}

/** A level so far over or under the standard is plainly one or the other. */
const PLAIN = 4;

function told(kind: 'slipping' | 'stuck', people: number, firstSeed: number) {
  let [hits, falsely, missed, looked] = [0, 0, 0, 0];
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
    const says = standingOf(flown, day, { met: 2, unaided: true }).kind === kind;
    if (says && truth) hits += 1;
    else if (says) falsely += 1;
    else if (truth) missed += 1;
  }
  const precision = hits / (hits + falsely);
  const recall = hits / (hits + missed);
  return { looked, precision, recall, f1: (2 * precision * recall) / (precision + recall) };
}
