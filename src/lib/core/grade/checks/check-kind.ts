import type { ChannelId } from '../../flight/channels';
import { phaseById, type Check, type Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import type { ComparableFigure } from '../../finding/comparable-figure';
import type { Finding } from '../../finding/finding';
import type { GradeElement } from '../../finding/grade-element';
import type { Flight } from '../../flight/flight';

/** Where a check is measured: one phase of one flight. */
export interface CheckPlace {
  flight: Flight;
  lesson: Lesson;
  phase: Phase;
  span: PhaseSpan;
  /** All that was flown, for what a check spans. */
  spans: readonly PhaseSpan[];
  /** When the phase after is over: what follows is another matter. */
  until_s: number;
  /** Until when going beyond an altitude is still this phase's doing. */
  beyondUntil_s: number;
}

/** What a check adds to the grade, before its weight. */
export type CheckElement = Pick<GradeElement, 'name' | 'verdict' | 'arithmetic'>;

/** A figure by which flights are laid side by side, over all measures of one kind. */
export type FigureOf<Measure> = Omit<ComparableFigure, 'value'> & {
  /** What one measure gives to it; nothing where it was not measured. */
  of(measure: Measure): readonly number[];
};

/** What is made of a measure: first the judgement, and from that alone the grade's elements and the words. */
export interface Told<Measure, Judged> {
  judge(measure: Measure, lesson: Lesson): Judged;
  elements(measure: Measure, judged: Judged, lesson: Lesson): CheckElement[];
  findings(measure: Measure, judged: Judged, lesson: Lesson): Finding[];
  figures?: readonly FigureOf<Measure>[];
}

/**
 * One kind of check: what it is measured from, its measure, its judgement and its words. Its name and what it asks for stand in
 * the drill's own `Check`; a new kind is one file here and one line in `checks.ts`, and the compiler asks for both.
 */
export interface CheckKind<Kind extends Check['kind'], Measure, Judged> extends Told<Measure, Judged> {
  /** As it is named where it could not be judged. */
  name: string;
  /** The channels it is measured from. */
  measuredFrom: readonly ChannelId[];
  /** null: there was nothing to measure. */
  measure(at: CheckPlace, check: Extract<Check, { kind: Kind }>): Measure | null;
}

/** A phase as an element names it: `Climb: level-off`. */
export function elementName({ drill }: Lesson, phaseId: string, what: string): string {
  return `${phaseById(drill, phaseId).name}: ${what}`;
}

/** What anything flown by a course is measured from. */
export const BY_COURSE: readonly ChannelId[] = [
  'heading_deg',
  'track_deg',
  'bank_deg',
  'courseShare',
  'fixDistance_nm',
  'along_nm',
  'crossTrack_nm'
];

/** What was required and either was done or was not. */
export const metIf = (done: boolean) => (done ? ('met' as const) : ('not met' as const));

/** A part of an approach that was over sooner was not flown but passed through: one was beyond it as it began. */
export const FLOWN_FOR_S = 5;

/** How long after a phase the transition it ends with is still looked for, s. */
export const AFTER_PHASE_S = 40;
