import type { Phase } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { isByRadio, radiosFor } from '../../drill/reference-radios';
import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import type { Flight } from '../../flight/flight';
import { normaliseSigned } from '../../measure/angle';
import { capital } from '../../measure/capital';
import { figure } from '../../measure/figure';
import { identTones } from '../../radio/morse';
import {
  sameChannel,
  type AudioSource,
  type PointerSource,
  type RadioSettings
} from '../../radio/radio-settings';
import { sourceWords } from '../../radio/source-names';
import { type CheckKind, metIf } from './check-kind';
import { signedFigure } from '../../measure/figure';

/** How the radios stood when they had to be ready. */
export interface SetUpMeasure {
  kind: 'set-up';
  phaseId: string;
  at_s: number;
  /** The radio that serves: tuned to what is asked for, or the one that should have been. */
  radio: AudioSource | 'rnav';
  tuned: boolean;
  /** Frequency or waypoint set, and asked for, as they are said. */
  set: string;
  asked: string;
  /** Listened to for as long as the ident takes; null where there is none to hear. */
  identified: boolean | null;
  /** Course selected less the one asked for; null where no course is selected. */
  courseError_deg: number | null;
  source: PointerSource;
  sourceRight: boolean;
}

/** The radios against the next goal by radio, at the end of a phase; null when nothing was recorded of them. */
function measureSetUp(flight: Flight, lesson: Lesson, span: PhaseSpan): SetUpMeasure | null {
  const { navigation, drill } = lesson;
  const index = drill.phases.findIndex((phase) => phase.id === span.phaseId);
  const next = drill.phases.slice(index).find(isByRadio);
  const changes = flight.events
    .filter((event) => event.kind === 'radio')
    // What is set as the next phase begins is set for that.
    .filter(({ time_s }) => time_s < span.end_s);
  const last = changes.at(-1)?.radios;
  if (!navigation || !next || !last) return null;
  const wanted = radiosFor(next);
  const { by, fix, station } = next.reference;
  const common = { kind: 'set-up' as const, phaseId: span.phaseId, at_s: span.end_s };
  // Radios that were ready had been listened to before.
  const wasReady = navigation.radios === 'ready';
  if (by === 'rnav')
    return {
      ...common,
      radio: 'rnav',
      tuned: last.rnav.legs[0] === fix,
      set: last.rnav.legs.join(', ') || 'nothing',
      asked: fix,
      identified: null,
      courseError_deg:
        last.rnav.course_deg === null
          ? null
          : normaliseSigned(last.rnav.course_deg - wanted.rnav.course_deg!),
      source: last.source,
      sourceRight: last.source === 'rnav'
    };
  if (by === 'ndb') {
    const tuned = last.adf.active_kHz === wanted.adf.active_kHz;
    return {
      ...common,
      radio: 'adf',
      tuned,
      set: `${last.adf.active_kHz} kHz`,
      asked: `${wanted.adf.active_kHz} kHz`,
      identified: tuned && (wasReady || heard(changes, 'adf', wanted.adf.active_kHz, fix, span.end_s)),
      courseError_deg: null,
      source: last.pointer,
      sourceRight: last.pointer === 'adf'
    };
  }
  const asked = wanted.nav1.active_MHz;
  const fits = (radio: 'nav1' | 'nav2') => sameChannel(last[radio].active_MHz, asked);
  const feeding = last.source === 'rnav' ? 'nav1' : last.source;
  const radio = fits(feeding) ? feeding : fits('nav1') ? 'nav1' : fits('nav2') ? 'nav2' : feeding;
  return {
    ...common,
    radio,
    tuned: fits(radio),
    set: `${last[radio].active_MHz.toFixed(2)} MHz`,
    asked: `${asked.toFixed(2)} MHz`,
    identified: fits(radio) && (wasReady || heard(changes, radio, asked, station!.id, span.end_s)),
    courseError_deg: courseError(
      last[radio].course_deg,
      wanted.nav1.course_deg,
      drill.phases.slice(drill.phases.indexOf(next))
    ),
    source: last.source,
    sourceRight: last.source === radio
  };
}

/**
 * Course selected less the one asked for. On the way to an arc the pointer leads: there the course that is joined from the arc may be
 * set ahead, as it is taught.
 */
function courseError(set_deg: number, asked_deg: number, [next, arc, ...after]: readonly Phase[]): number {
  const error = normaliseSigned(set_deg - asked_deg);
  if (next?.goal.lateral.kind !== 'course' || arc?.goal.lateral.kind !== 'arc') return error;
  const joined = after.filter(isByRadio).find(({ goal }) => goal.lateral.kind === 'course');
  if (!joined) return error;
  const ahead = normaliseSigned(set_deg - radiosFor(joined).nav1.course_deg);
  return Math.abs(ahead) < Math.abs(error) ? ahead : error;
}

/** Whether a radio was listened to, tuned as asked, for as long as its ident takes once. */
function heard(
  changes: readonly { time_s: number; radios: RadioSettings }[],
  radio: AudioSource,
  frequency: number,
  ident: string,
  until_s: number
): boolean {
  const takes_s = identTones(ident).at(-1)?.to_s ?? 0;
  // Turning a course or a source meanwhile does not interrupt it: only another frequency, or listening no more.
  let since: number | null = null;
  for (const [i, { time_s, radios }] of changes.entries()) {
    const tuned = radio === 'adf' ? radios.adf.active_kHz : radios[radio].active_MHz;
    if (radios.listening !== radio || Math.abs(tuned - frequency) >= 0.005) {
      since = null;
      continue;
    }
    since ??= time_s;
    if ((changes[i + 1]?.time_s ?? until_s) - since >= takes_s - 0.1) return true;
  }
  return false;
}

/** Courses may be set this far off. */
export const COURSE_SET_WITHIN_DEG = 5;

type SetUpFault = 'not-tuned' | 'not-identified' | 'wrong-course' | 'wrong-source';

function setUpFaults(m: SetUpMeasure): SetUpFault[] {
  if (!m.tuned) return ['not-tuned'];
  return [
    ...(m.identified === false ? (['not-identified'] as const) : []),
    ...(m.courseError_deg !== null && Math.abs(m.courseError_deg) > COURSE_SET_WITHIN_DEG
      ? (['wrong-course'] as const)
      : []),
    ...(m.sourceRight ? [] : (['wrong-source'] as const))
  ];
}

/** Waypoints are set, stations tuned. */
const tunedWord = ({ radio }: SetUpMeasure) => (radio === 'rnav' ? 'set' : 'tuned');
const fedWords = ({ radio, source }: SetUpMeasure) =>
  `the ${radio === 'adf' ? 'pointer' : 'needle'} was fed by ${sourceWords(source)}`;

function saySetUp(m: SetUpMeasure, faults: SetUpFault[]): Finding[] {
  const at = { moment_s: m.at_s };
  const failed = { failed: true, worth: 4 * MOMENT_S };
  if (faults.length === 0)
    return [
      finding(
        'radios-ready',
        'good',
        'Radios ready in time',
        at,
        `${m.asked} ${tunedWord(m)}${m.identified ? ', identified' : ''}, ${m.courseError_deg === null ? 'source' : 'course and source'} set.`
      )
    ];
  return faults.map((fault) => {
    switch (fault) {
      case 'not-tuned':
        return finding(
          fault,
          'fault',
          m.radio === 'rnav' ? 'Wrong waypoint set' : 'Wrong station tuned',
          at,
          `${m.set} was set; ${m.asked} was asked for.`,
          failed
        );
      case 'not-identified':
        return finding(
          fault,
          'fault',
          'Station not identified',
          at,
          `${m.asked} was tuned, but its ident was never listened to all the way through.`,
          failed
        );
      case 'wrong-course':
        return finding(
          fault,
          'fault',
          'Wrong course set',
          at,
          `The course selected was ${figure(Math.abs(m.courseError_deg!))}° ${m.courseError_deg! > 0 ? 'more' : 'less'} than the one to be flown.`,
          { channel: 'course_deg', ...failed }
        );
      case 'wrong-source':
        return finding(
          fault,
          'fault',
          `${m.radio === 'adf' ? 'Pointer' : 'Needle'} fed by the wrong source`,
          at,
          `${capital(fedWords(m))}; ${m.radio === 'nav1' || m.radio === 'nav2' ? `${sourceWords(m.radio)} has the station` : `${sourceWords(m.radio)} was asked for`}.`,
          { channel: 'needleSource', ...failed }
        );
    }
  });
}

export const setUp: CheckKind<'set-up', SetUpMeasure, SetUpFault[]> = {
  name: 'set up',
  // The radios are in the flight's events.
  measuredFrom: [],
  measure: ({ flight, lesson, span }) => measureSetUp(flight, lesson, span),
  judge: setUpFaults,
  elements: (m, faults) => [
    {
      name: 'Radios set up',
      verdict: metIf(faults.length === 0),
      arithmetic: `${m.asked} ${m.tuned ? tunedWord(m) : `not ${tunedWord(m)} (${m.set})`}${m.identified === null ? '' : m.identified ? ', identified' : ', not identified'}${m.courseError_deg === null ? '' : `, course ${signedFigure(m.courseError_deg)}° off (${COURSE_SET_WITHIN_DEG}° allowed)`}, ${fedWords(m)}`
    }
  ],
  findings: saySetUp
};
