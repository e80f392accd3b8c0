import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { needleWords, shareOf } from '../../finding/quantity-words';
import { column } from '../../flight/flight';
import { capital } from '../../measure/capital';
import { figure } from '../../measure/figure';
import { type CheckKind, elementName, metIf } from './check-kind';

/** How a path was met, and whether the course was held as it was left the altitude before it for. */
export interface PathStartMeasure {
  kind: 'path-start';
  phaseId: string;
  at_s: number;
  /** Share of full scale, + = above the path, as the descent on it was due. */
  pathShare: number;
  /** The farthest above the path in the first half minute, share of full scale. */
  highest: number;
  /** When the altitude before the path was left, and the course then, share of full scale; null: it was not. */
  left_s: number | null;
  courseShare: number | null;
  /** At the final fix: altitude shown less the path's own, where the needle said one was on it; null where it cannot be told. */
  checkOff_ft: number | null;
  checkAt_s: number | null;
  fix: string;
}

/** So far below the altitude before it counts as going down. */
const LEFT_FT = 60;
const FIRST_S = 30;
/** On the path for the check of its altitude. */
const ON_PATH = 0.3;
/** Met so far above it, a path is chased from above. */
const FROM_ABOVE = 0.75;
/** Off the course by more than half of it, nobody goes down. */
const ESTABLISHED = 0.5;
const CHECK_WITHIN_FT = 100;

type PathStartFault = 'path-from-above' | 'not-on-course' | 'check-altitude';

function faultsOf(m: PathStartMeasure): PathStartFault[] {
  return [
    ...(m.highest > FROM_ABOVE ? (['path-from-above'] as const) : []),
    ...(m.courseShare !== null && Math.abs(m.courseShare) > ESTABLISHED ? (['not-on-course'] as const) : []),
    ...(m.checkOff_ft !== null && Math.abs(m.checkOff_ft) > CHECK_WITHIN_FT
      ? (['check-altitude'] as const)
      : [])
  ];
}

function say(m: PathStartMeasure, fault: PathStartFault): Finding {
  switch (fault) {
    case 'path-from-above':
      return finding(
        fault,
        'fault',
        'The path was met from above',
        { moment_s: m.at_s, start_s: m.at_s, end_s: m.at_s + FIRST_S },
        `${capital(needleWords(m.highest))} above the path within ${FIRST_S} s of where the descent was due.`,
        { channel: 'pathShare', side: 'above', worth: 2 * MOMENT_S * m.highest }
      );
    case 'not-on-course':
      return finding(
        fault,
        'fault',
        'Went down before the course was held',
        { moment_s: m.left_s! },
        `${capital(needleWords(m.courseShare!))} ${m.courseShare! > 0 ? 'right' : 'left'} of the course as the descent began; within half of full scale it is established.`,
        { channel: 'courseShare', failed: true, worth: 4 * MOMENT_S }
      );
    case 'check-altitude':
      return finding(
        fault,
        'fault',
        'The altitude at the final fix did not agree with the path',
        { moment_s: m.checkAt_s! },
        `On the path at ${m.fix} the altimeter read ${figure(Math.abs(m.checkOff_ft!))} ft ${m.checkOff_ft! > 0 ? 'more' : 'less'} than it should: the setting is wrong, or the path is a false one.`,
        { channel: 'altitude_ft', worth: 3 * MOMENT_S }
      );
  }
}

export const pathStart: CheckKind<'path-start', PathStartMeasure, PathStartFault[]> = {
  name: 'how the path was met',
  measuredFrom: ['pathShare', 'courseShare', 'altitude_ft', 'along_nm'],
  measure({ flight, phase, span }, { before_ft, fix, fixBefore_nm, fixAltitude_ft }) {
    const rate = flight.rate_hz;
    const path = column(flight, 'pathShare');
    const course = column(flight, 'courseShare');
    const altitude = column(flight, 'altitude_ft');
    const along = column(flight, 'along_nm');
    const from = Math.round(span.start_s * rate);
    const to = Math.min(flight.length - 1, Math.round(span.end_s * rate));
    let highest = -Infinity;
    for (let k = from; k <= Math.min(to, from + FIRST_S * rate); k++) highest = Math.max(highest, path[k]!);
    let left: number | null = null;
    // Before the phase began it may have been left already: back to where the altitude before was held.
    let k = from;
    while (k > 0 && altitude[k]! < before_ft - LEFT_FT) k -= 1;
    for (; k <= to && left === null; k++) if (altitude[k]! < before_ft - LEFT_FT) left = k;
    let check: number | null = null;
    for (let j = from + 1; j <= to && check === null; j++)
      if (along[j - 1]! < -fixBefore_nm && along[j]! >= -fixBefore_nm) check = j;
    const told =
      phase.goal.vertical.kind === 'path' &&
      phase.goal.vertical.path.by === 'space' &&
      check !== null &&
      Math.abs(path[check]!) < ON_PATH;
    return {
      kind: 'path-start',
      phaseId: phase.id,
      at_s: span.start_s,
      pathShare: path[from]!,
      highest,
      left_s: left === null ? null : left / rate,
      // Once the phase is that of the course before, its share is told by another fix: the same line.
      courseShare: left === null ? null : course[left]!,
      checkOff_ft: told ? altitude[check!]! - fixAltitude_ft : null,
      checkAt_s: check === null ? null : check / rate,
      fix
    };
  },
  judge: faultsOf,
  elements: (m, faults, lesson) => [
    {
      name: elementName(lesson, m.phaseId, 'met'),
      verdict: metIf(!faults.includes('not-on-course')),
      arithmetic: `${
        m.courseShare === null
          ? 'the descent was not begun'
          : `${shareOf(m.courseShare)} of full scale off the course as the descent began (${shareOf(ESTABLISHED)} allowed)`
      }, ${shareOf(Math.max(0, m.highest))} above the path at most`
    }
  ],
  findings: (m, faults) => faults.map((fault) => say(m, fault))
};
