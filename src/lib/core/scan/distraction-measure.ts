import { ANSWER_WITHIN_S, type Distraction } from '../drill/distraction';
import { clock, figure } from '../measure/figure';
import { finding, type Finding } from '../finding/finding';
import { areaNames, type Gaze, type ScanArea } from '../instrument/scan-area';
import { duration, type Flight } from '../flight/flight';
import { looksBetween, type Look } from './look';

/** What came of one distraction. */
export interface DistractionMeasure {
  at_s: number;
  kind: Distraction['kind'];
  words: string;
  /** null: no answer. */
  answeredAfter_s: number | null;
  right: boolean;
  /** The longest any flight instrument stayed unseen in the seconds after, and which. */
  longestGap_s: number;
  gapArea: Gaze | null;
}

/** The scan is watched for so long after a distraction. */
const AFTER_S = 20;
const WATCHED: readonly ScanArea[] = ['airspeed', 'attitude', 'altimeter', 'heading', 'vertical-speed'];

/** The distractions of a flight with how they were answered; answers are events `answer` with the number of the distraction and of the option. */
export function measureDistractions(
  flight: Flight,
  looks: readonly Look[],
  distractions: readonly Distraction[],
  covered: readonly ScanArea[]
): DistractionMeasure[] {
  const end_s = duration(flight);
  return distractions
    .filter((d) => d.at_s < end_s - 3)
    .map((d, index) => {
      const answer = flight.events.flatMap((e) =>
        e.kind === 'answer' && e.answer.to === 'distraction' && e.answer.index === index
          ? [{ time_s: e.time_s, option: e.answer.option }]
          : []
      )[0];
      const window = looksBetween(looks, d.at_s, Math.min(end_s, d.at_s + AFTER_S));
      let longest = 0;
      let gapArea: Gaze | null = null;
      for (const area of WATCHED.filter((a) => !covered.includes(a))) {
        let since = d.at_s;
        let gap = 0;
        for (const look of window.filter((l) => l.area === area)) {
          gap = Math.max(gap, look.start_s - since);
          since = look.end_s;
        }
        gap = Math.max(gap, Math.min(end_s, d.at_s + AFTER_S) - since);
        if (looks.length > 0 && gap > longest) {
          longest = gap;
          gapArea = area;
        }
      }
      return {
        at_s: d.at_s,
        kind: d.kind,
        words: d.words,
        answeredAfter_s: answer ? answer.time_s - d.at_s : null,
        right: answer !== undefined && (d.kind === 'gauge' || answer.option === d.answer),
        longestGap_s: longest,
        gapArea
      };
    });
}

const isLate = (m: DistractionMeasure) => m.answeredAfter_s === null || m.answeredAfter_s > ANSWER_WITHIN_S;

/** Not answered, answered wrongly or too late. */
export function isMissed(m: DistractionMeasure): boolean {
  return isLate(m) || !m.right;
}

/** The distractions that were missed, each as a finding at the moment it came. */
export function distractionFindings(measures: readonly DistractionMeasure[]): Finding[] {
  return measures.filter(isMissed).map((m) => {
    const came = m.answeredAfter_s !== null;
    const title =
      m.kind === 'gauge'
        ? `Engine gauge ${came ? 'noticed late' : 'not noticed'}`
        : `Call ${came ? (isLate(m) ? 'answered late' : 'answered wrongly') : 'not answered'}`;
    const took =
      m.answeredAfter_s === null
        ? 'no answer'
        : `answered after ${figure(m.answeredAfter_s, 1)} s${m.right ? '' : ', wrongly'}`;
    return finding(
      'missed-call',
      'fault',
      title,
      { moment_s: m.at_s },
      `At ${clock(m.at_s)}: ${m.kind === 'gauge' ? 'the oil pressure left the green' : `“${m.words}”`}; ${took}, ${ANSWER_WITHIN_S} s allowed.${m.gapArea ? ` The ${areaNames[m.gapArea]} went unseen for ${figure(m.longestGap_s)} s meanwhile.` : ''}`
    );
  });
}
