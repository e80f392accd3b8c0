import { Type, type Static } from '@sinclair/typebox';
import { oneOf } from '../../measure/one-of';

/** Approaches a beginner can take alone. */
export const guidedLessons = ['first-ils', 'known-numbers'] as const;
export type GuidedLesson = (typeof guidedLessons)[number];

/** Shown by the reference pilot with everything explained, flown with hints that become fewer, and tested. */
export const guidedStages = ['shown', 'every hint', 'few hints', 'test'] as const;
export type GuidedStage = (typeof guidedStages)[number];

export const GuidedStep = Type.Object(
  { lesson: oneOf(guidedLessons), stage: oneOf(guidedStages) },
  { additionalProperties: false }
);
export type GuidedStep = Static<typeof GuidedStep>;
