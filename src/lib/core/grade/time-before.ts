import type { PhaseSpan } from '../drill/phase-tracker';
import type { Finding } from '../finding/finding';
import { worse, type Verdict } from '../finding/verdict';
import type { Flight } from '../flight/flight';
import type { FlownBefore } from '../flight/phases-in-flight';
import type { CorridorMeasure } from '../deviation/corridor-measure';
import { approachStory, segmentsOf, type SegmentGrade, type StorySentence } from './approach-story';
import { judgeStretch } from './judged-stretch';

/** What was flown of a part of the plan before an instructor had it begun anew, judged by itself as far as it went. */
export interface TimeBefore {
  from_s: number;
  to_s: number;
  verdict: Verdict;
  findings: Finding[];
  phases: PhaseSpan[];
  measures: CorridorMeasure[];
  /** An approach's parts, and what is to be said of it first. */
  segments?: SegmentGrade[];
  story?: StorySentence[];
}

/** @returns nothing where too little was flown to be judged by */
export function timeBefore(recorded: Flight, flight: Flight, { lesson, spans }: FlownBefore): TimeBefore[] {
  const { measures, judged, elements, findingsWith } = judgeStretch(recorded, flight, lesson, spans);
  if (elements.length === 0) return [];
  const findings = findingsWith([]);
  const parts = segmentsOf(lesson, spans, measures, judged, findings);
  const isHard = findings.some(({ severity }) => severity === 'hard');
  return [
    {
      from_s: spans[0]!.start_s,
      to_s: spans.at(-1)!.end_s,
      verdict: isHard ? 'not met' : elements.map((element) => element.verdict).reduce<Verdict>(worse, 'met'),
      findings,
      phases: spans,
      measures,
      ...(parts.length > 0
        ? {
            segments: parts,
            story: approachStory(flight, lesson, spans, parts, measures, judged, findings, true)
          }
        : {})
    }
  ];
}

/** All that was flown, in time: also what was begun anew later. */
export function everyTime({
  phases,
  measures,
  before = []
}: Pick<TimeBefore, 'phases' | 'measures'> & { before?: readonly TimeBefore[] }): Pick<
  TimeBefore,
  'phases' | 'measures'
> {
  if (before.length === 0) return { phases, measures };
  return {
    phases: [...before.flatMap((time) => time.phases), ...phases].sort((a, b) => a.start_s - b.start_s),
    measures: [...before.flatMap((time) => time.measures), ...measures]
  };
}
