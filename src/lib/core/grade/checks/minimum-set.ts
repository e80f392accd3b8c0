import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { figure } from '../../measure/figure';
import { minimumMark } from '../../procedure/approach/set-minimum';
import { type CheckKind, metIf } from './check-kind';

/** Where the minimum was marked on the altimeter as the final began. */
export interface MinimumSetMeasure {
  kind: 'minimum-set';
  phaseId: string;
  at_s: number;
  /** null: not at all. */
  marked_ft: number | null;
  asked_ft: number;
  least_ft: number;
  /** The path was lost on the way, and with it the lower minimum. */
  pathLost?: true;
}

type Marked = ReturnType<typeof minimumMark>;

/** A mark on the altimeter of a person's flight; recordings from outside, and flights of earlier releases, have none: nothing is said. */
export const minimumSet: CheckKind<'minimum-set', MinimumSetMeasure, Marked> = {
  name: 'minimum marked',
  measuredFrom: [],
  measure({ flight, phase, span }, { minimum_ft, least_ft, before_ft }) {
    const marks = flight.events.flatMap((event) =>
      event.kind === 'bugs' && event.time_s <= span.start_s ? [event.bugs] : []
    );
    if (marks.length === 0) return null;
    return {
      kind: 'minimum-set',
      phaseId: phase.id,
      at_s: span.start_s,
      marked_ft: marks.at(-1)!.minimum_ft,
      asked_ft: minimum_ft,
      least_ft,
      ...(before_ft === undefined ? {} : { pathLost: true as const })
    };
  },
  judge: ({ marked_ft, asked_ft, least_ft }) => minimumMark(marked_ft, { set_ft: asked_ft, least_ft }),
  // A mark is a help: only one that would lead too low fails anything.
  elements: ({ marked_ft, asked_ft }, marked) =>
    marked === 'right' || marked === 'too low'
      ? [
          {
            name: 'Minimum marked',
            verdict: metIf(marked === 'right'),
            arithmetic: `${figure(marked_ft!)} ft; ${figure(asked_ft)} ft for today`
          }
        ]
      : [],
  findings({ marked_ft, asked_ft, at_s, pathLost }, marked): Finding[] {
    if (marked === 'right') return [];
    const asked = `${figure(asked_ft)} ft is the figure ${pathLost ? 'without the path, which was lost on the way' : 'for today'}.`;
    const [title, evidence] =
      marked === 'not'
        ? ['The minimum was not marked', `When the final began there was no mark on the altimeter; ${asked}`]
        : [
            `The minimum was marked ${marked}`,
            `When the final began the mark stood at ${figure(marked_ft!)} ft; ${asked}`
          ];
    return [
      finding('minimum-not-set', 'fault', title, { moment_s: at_s }, evidence, {
        channel: 'altitude_ft',
        failed: marked === 'too low',
        worth: (marked === 'too low' ? 5 : 0.5) * MOMENT_S
      })
    ];
  }
};
