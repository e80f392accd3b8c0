import type { SeededNoise } from '../measure/seeded-noise';

/** The sums that swamp a student, in the order they are usually met. */
export const sumKinds = [
  'reciprocal',
  'quadrant',
  'descent-rate',
  'compass-roll-out',
  'intercept',
  'wind-correction',
  'lead-radial',
  'arc-heading',
  'hold-entry',
  'entry-heading',
  'outbound-heading',
  'outbound-time',
  'missed-approach-time'
] as const;
export type SumKind = (typeof sumKinds)[number];

export const sumNames: Record<SumKind, string> = {
  reciprocal: 'Reciprocals',
  quadrant: 'Which quadrant am I in?',
  'descent-rate': 'Descent rate from groundspeed',
  'compass-roll-out': 'Compass roll-outs',
  intercept: 'Intercept headings',
  'wind-correction': 'Wind correction',
  'lead-radial': 'Lead radials',
  'arc-heading': 'The next heading on an arc',
  'hold-entry': 'Hold entries',
  'entry-heading': 'Entry headings',
  'outbound-heading': 'Outbound heading in a hold',
  'outbound-time': 'Outbound time from the last leg',
  'missed-approach-time': 'Time to the missed approach point'
};

/** How a sum is answered: one of a few, or a number that may be off by a little. */
export type SumAnswer =
  | { kind: 'choice'; options: readonly string[]; right: number }
  | {
      kind: 'number';
      value: number;
      tolerance: number;
      unit: string;
      /** Angles go round: 359 is as near to 1 as 3 is. */
      angle: boolean;
    };

/** What is drawn beside a question. */
export type SumPicture = {
  kind: 'heading dial';
  heading_deg: number;
  mark_deg: number | null;
  turn: 'right' | 'left' | null;
} | null;

export interface SumQuestion {
  kind: SumKind;
  /** 1 (plain) … 5. */
  level: number;
  prompt: string;
  picture: SumPicture;
  answer: SumAnswer;
  working: string;
  within_s: number;
}

/** The parts of a question its maker fills in; the rest is common to all. */
export type MadeSum = Pick<SumQuestion, 'prompt' | 'answer' | 'working'> & { picture?: SumPicture };

/** Makes a question of one kind at a level. */
export type SumMaker = (noise: SeededNoise, level: number) => MadeSum;

/** Whether an answer is right. @param given the number typed, or the index chosen */
export function isRight(answer: SumAnswer, given: number): boolean {
  if (answer.kind === 'choice') return given === answer.right;
  const off = given - answer.value;
  const error = answer.angle ? Math.abs(((((off + 180) % 360) + 360) % 360) - 180) : Math.abs(off);
  return error <= answer.tolerance + 1e-9;
}

/** A whole number from low to high, on steps of `step`. */
export function pick(noise: SeededNoise, low: number, high: number, step = 1): number {
  const count = Math.floor((high - low) / step) + 1;
  return low + step * Math.min(count - 1, Math.floor(count * noise.uniform()));
}

/** A heading or course: on tens when plain, on fives, then on any degree. */
export function pickAngle(noise: SeededNoise, level: number): number {
  const step = level <= 2 ? 10 : level <= 4 ? 5 : 1;
  return pick(noise, step, 360, step);
}
