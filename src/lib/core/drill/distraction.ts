import { normaliseBearing } from '../measure/angle';
import { heading } from '../measure/figure';
import type { Lesson } from './lesson';
import { seededNoise, type SeededNoise } from '../measure/seeded-noise';

/** Something that takes the eyes away: a question, a radio call, or a gauge that leaves the green. */
export interface Distraction {
  at_s: number;
  kind: 'question' | 'call' | 'gauge';
  /** Spoken and shown; a gauge says nothing by itself. */
  words: string;
  /** Answers to choose from; a gauge has none, it is reported. */
  options: readonly string[];
  /** Index of the right answer. */
  answer: number;
}

/** A gauge that is noticed later than this, and a question answered later, count as missed. */
export const ANSWER_WITHIN_S = 30;
const FIRST_S = 25;
const LEAST_BETWEEN_S = 32;
const SPREAD_S = 18;
/** Normal oil pressure, share of the gauge; the green is 0.55…0.85. */
export const OIL_GREEN = [0.55, 0.85] as const;
const OIL_NORMAL = 0.7;
const OIL_LOW = 0.3;
/** Pressure falls to the low value in about this long. */
const OIL_FALLS_S = 8;

/** The distractions of a lesson, from its seed: the same lesson always has the same. @param until_s how long the drill takes */
export function distractionsOf(seed: number, until_s: number): Distraction[] {
  const noise = seededNoise(seed + 90001);
  const found: Distraction[] = [];
  for (
    let at_s = FIRST_S + 8 * noise.uniform();
    at_s < until_s - 10;
    at_s += LEAST_BETWEEN_S + SPREAD_S * noise.uniform()
  ) {
    const gaugeDone = found.some((d) => d.kind === 'gauge');
    const share = noise.uniform();
    found.push(
      !gaugeDone && found.length > 0 && share < 0.4
        ? { at_s, kind: 'gauge', words: 'oil pressure low', options: [], answer: 0 }
        : share < 0.7
          ? question(noise, at_s)
          : call(noise, at_s)
    );
  }
  return found;
}

/** The distractions of a lesson, over the time its drill is expected to take. */
export function distractionsOfLesson({ plan, drill }: Lesson): Distraction[] {
  return distractionsOf(
    plan.seed,
    drill.phases.reduce((sum, phase) => sum + phase.expected_s, 0)
  );
}

function question(noise: SeededNoise, at_s: number): Distraction {
  const course = 5 * (1 + Math.floor(72 * noise.uniform()));
  if (noise.uniform() < 0.5) {
    const right = normaliseBearing(course + 180);
    return chosen(noise, at_s, 'question', `What is the reciprocal of ${heading(course)}?`, heading(right), [
      heading(right + 20),
      heading(normaliseBearing(course + 90))
    ]);
  }
  const rate = 100 * (4 + Math.floor(6 * noise.uniform()));
  const feet = 500 * (1 + Math.floor(4 * noise.uniform()));
  const seconds = Math.round((feet / rate) * 60);
  return chosen(
    noise,
    at_s,
    'question',
    `How long do ${feet} feet take at ${rate} feet a minute?`,
    `${seconds} s`,
    [`${seconds + 30} s`, `${Math.max(10, seconds - 25)} s`]
  );
}

function call(noise: SeededNoise, at_s: number): Distraction {
  const setting = 1002 + Math.floor(22 * noise.uniform());
  if (noise.uniform() < 0.5)
    return chosen(
      noise,
      at_s,
      'call',
      `Vesterlund information: the altimeter setting is ${setting}. Read it back.`,
      `${setting}`,
      [`${setting + 9}`, `${setting - 3}`]
    );
  const code = 1000 + Math.floor(6000 * noise.uniform());
  return chosen(
    noise,
    at_s,
    'call',
    `Vesterlund approach: contact the tower on ${(118 + (code % 60) / 10).toFixed(1)}. Read it back.`,
    (118 + (code % 60) / 10).toFixed(1),
    [(118 + ((code + 20) % 60) / 10).toFixed(1), (119 + ((code + 7) % 60) / 10).toFixed(2)]
  );
}

/** Puts the right answer among the others at a place the seed chooses. */
function chosen(
  noise: SeededNoise,
  at_s: number,
  kind: 'question' | 'call',
  words: string,
  right: string,
  wrong: readonly string[]
): Distraction {
  const answer = Math.floor((wrong.length + 1) * noise.uniform());
  return { at_s, kind, words, options: [...wrong.slice(0, answer), right, ...wrong.slice(answer)], answer };
}

/** Oil pressure as a share of its gauge: steady in the green until the gauge's own distraction comes. */
export function oilPressure(distractions: readonly Distraction[], time_s: number): number {
  const fails = distractions.find((d) => d.kind === 'gauge');
  if (!fails || time_s <= fails.at_s) return OIL_NORMAL;
  return OIL_LOW + (OIL_NORMAL - OIL_LOW) * Math.exp((fails.at_s - time_s) / OIL_FALLS_S);
}
