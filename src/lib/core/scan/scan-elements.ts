import { figure, percent } from '../measure/figure';
import type { ScanTask } from '../drill/scan-task';
import type { Verdict } from '../finding/verdict';
import type { GradeElement } from '../finding/grade-element';
import { omissionLimit_s } from './expected-areas';
import { isMissed } from './distraction-measure';
import { FIXATION_S } from './scan-faults';
import { emphasisTitle, omissionTitle, stareTitle } from './scan-findings';
import type { Gaze } from '../instrument/scan-area';
import type { ScanReport } from './scan-report';

/** Share of the moves that must belong to the pattern, while a cue shows it and without one. */
const LIKENESS_CUED = 0.75;
const LIKENESS_ALONE = 0.6;
const WEIGHT_SCAN = 2;

/** The scan as elements of the grade of a scan lesson. */
export function scanElements(report: ScanReport, task: ScanTask): GradeElement[] {
  const { stares, omissions, emphases } = report.faults;
  const element = (name: string, verdict: Verdict, arithmetic: string, score?: number): GradeElement => ({
    name,
    verdict,
    score: score ?? (verdict === 'met' ? 100 : verdict === 'not met' ? 0 : 60),
    weight: WEIGHT_SCAN,
    arithmetic
  });
  const count = (n: number): Verdict =>
    n === 0 ? 'met' : n === 1 ? 'met with prompt correction' : 'not met';
  const elements = [
    element(
      'Scan: no staring',
      count(stares.length),
      said(stares, stareTitle, `no look longer than ${FIXATION_S} s`)
    ),
    element(
      'Scan: nothing left out',
      count(omissions.length),
      said(
        omissions,
        omissionTitle,
        `nothing unseen for ${omissionLimit_s('altimeter')} s, the engine for ${omissionLimit_s('engine')} s`
      )
    ),
    element(
      'Scan: even looks',
      count(emphases.length),
      said(emphases, emphasisTitle, 'no instrument took more than its part')
    )
  ];
  if (task.distractions)
    elements.push(
      element(
        'Scan: calls answered',
        count(report.distractions.filter(isMissed).length),
        `${report.distractions.filter((d) => d.right).length} of ${report.distractions.length} answered rightly`
      )
    );
  const { likeness } = report.whole;
  if (likeness !== null && task.attention === 'student') {
    const wanted = task.cue === 'none' ? LIKENESS_ALONE : LIKENESS_CUED;
    elements.push(
      element(
        'Scan: the pattern',
        likeness >= wanted ? 'met' : likeness >= 0.75 * wanted ? 'met with prompt correction' : 'not met',
        `${percent(likeness)} of the moves by the pattern, ${percent(wanted)} asked for; ${figure(report.whole.meanLook_s, 1)} s a look`,
        100 * Math.min(1, likeness / wanted)
      )
    );
  }
  return elements;
}

function said<Area extends Gaze>(
  faults: readonly { area: Area }[],
  title: (area: Area) => string,
  otherwise: string
): string {
  return faults.length === 0 ? otherwise : faults.map(({ area }) => title(area).toLowerCase()).join(', ');
}
