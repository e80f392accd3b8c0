import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';
import { scanPatterns } from './scan-pattern';

/** How strongly everything but the instrument looked at is hidden. */
export const windowStrengths = ['dim', 'blurred', 'covered'] as const;
export type WindowStrength = (typeof windowStrengths)[number];

/** The cue that shows where to look next: at its rhythm all along, fading within two minutes, or not at all. */
export const scanCues = ['paced', 'fading', 'none'] as const;

/** The window scan of a lesson: only the instrument looked at can be read, and every look is recorded. */
export const ScanTask = Type.Object(
  {
    window: oneOf(windowStrengths),
    /** The student moves the window; or it moves by itself at the rhythm, to be followed with the eyes. */
    attention: oneOf(['student', 'automatic']),
    pattern: oneOf(scanPatterns),
    cue: oneOf(scanCues),
    /** Seconds a look. */
    rhythm_s: Type.Number({ minimum: 0.4, maximum: 4, accepted: 'a number from 0.4 to 4 s' }),
    /** Whose hands fly while the student looks. */
    flownBy: oneOf(['student', 'reference']),
    /** Questions, radio calls, and an engine gauge that leaves the green. */
    distractions: Type.Boolean()
  },
  { additionalProperties: false }
);
export type ScanTask = Static<typeof ScanTask>;

/** The order a pattern is taught in. */
export const scanStages: readonly {
  id: string;
  name: string;
  words: string;
  task: Omit<ScanTask, 'pattern'>;
}[] = [
  {
    id: 'follow',
    name: 'Follow',
    words:
      'The window moves by itself; the reference pilot flies. Follow it with your eyes and read each instrument.',
    task: { window: 'blurred', attention: 'automatic', cue: 'paced', rhythm_s: 1.5, flownBy: 'reference', distractions: false } // prettier-ignore
  },
  {
    id: 'paced',
    name: 'By the cue',
    words: 'You move the window where the cue points; the reference pilot flies.',
    task: { window: 'blurred', attention: 'student', cue: 'paced', rhythm_s: 1.5, flownBy: 'reference', distractions: false } // prettier-ignore
  },
  {
    id: 'fading',
    name: 'Alone',
    words: 'The cue fades; the pattern and the rhythm are yours. The reference pilot flies.',
    task: { window: 'covered', attention: 'student', cue: 'fading', rhythm_s: 1.5, flownBy: 'reference', distractions: false } // prettier-ignore
  },
  {
    id: 'flying',
    name: 'While flying',
    words: 'You fly and look: one hand flies, one looks.',
    task: { window: 'covered', attention: 'student', cue: 'none', rhythm_s: 1.5, flownBy: 'student', distractions: false } // prettier-ignore
  },
  {
    id: 'distracted',
    name: 'With calls',
    words: 'You fly and look while questions and calls come, and an engine gauge may leave the green.',
    task: { window: 'covered', attention: 'student', cue: 'none', rhythm_s: 1.5, flownBy: 'student', distractions: true } // prettier-ignore
  }
];

/** Seconds after which a fading cue is gone. */
export const CUE_FADES_S = 120;

/** How strongly the cue is drawn, 0…1. */
export function cueStrength(task: ScanTask, time_s: number): number {
  if (task.cue === 'paced') return 1;
  return task.cue === 'none' ? 0 : Math.max(0, 1 - time_s / CUE_FADES_S);
}
