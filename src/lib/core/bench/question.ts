import type { LessonPlan } from '../drill/lesson-plan';
import type { Flight } from '../flight/flight';
import type { Readings } from '../instrument/readings';

/** The kinds of question about a panel. */
export const panelQuestionKinds = ['primary', 'doing', 'input', 'liar'] as const;
export type PanelQuestionKind = (typeof panelQuestionKinds)[number];

export const panelQuestionNames: Record<PanelQuestionKind, { name: string; words: string }> = {
  primary: {
    name: 'Primary or supporting?',
    words: 'A flight condition is flown; say which instrument is which, in the school you choose.'
  },
  doing: { name: 'What is it doing?', words: 'Read the panel and say what the airplane does.' },
  input: {
    name: 'What comes next?',
    words: 'Something is off what was asked for; say the input that mends it.'
  },
  liar: { name: 'Which one lies?', words: 'One instrument has failed without a flag; find it and cover it.' }
};

/** A panel to look at: a flight replayed from one moment to another; the same moment twice is a still. */
export interface PanelClip {
  plan: LessonPlan;
  flight: Flight;
  from_s: number;
  to_s: number;
  /** Readings that stand in place of the recorded ones, by time: what a failed instrument shows. */
  lying: ((shown: Readings, time_s: number) => Readings) | null;
}

/** One question with its answer and the working that leads to it. */
export interface PanelQuestion {
  kind: PanelQuestionKind;
  /** 1 (plain) … 5. */
  level: number;
  clip: PanelClip;
  /** What was asked of the pilot in this moment, where that belongs to the question. */
  asked: string | null;
  prompt: string;
  options: readonly string[];
  answer: number;
  working: string;
  /** Time allowed, s. */
  within_s: number;
}

export const HARDEST_LEVEL = 5;

/** Time for an answer: less the harder it is. */
export function answerTime_s(kind: PanelQuestionKind, level: number): number {
  const plain = { primary: 14, doing: 12, input: 14, liar: 25 }[kind];
  return Math.round(plain * (1.1 - 0.12 * (level - 1)));
}
