import { pressureAltitudeShare } from '../air/atmosphere';
import { METRES_PER_FOOT } from '../measure/units';
import type { ChannelId } from './channels';
import type { Lesson } from '../drill/lesson';
import { lessonAsFlown } from './as-flown';
import { withDerived } from './derived-columns';
import { sampleAt, type Flight } from './flight';

/** What is judged instead of what was shown, and from when on. */
export interface JudgedBy {
  truth: ChannelId;
  from_s: number;
}

/**
 * Where an instrument is covered, or from where it lies, what is asked for is judged by what the airplane did, not by what was shown:
 * shown channel → true channel.
 */
export function judgedChannels({
  covered,
  plan
}: Pick<Lesson, 'covered' | 'plan'>): ReadonlyMap<ChannelId, JudgedBy> {
  const failed = (...kinds: string[]) =>
    Math.min(Infinity, ...plan.faults.filter(({ kind }) => kinds.includes(kind)).map(({ at_s }) => at_s));
  const gyros = Math.min(failed('vacuum'), plan.panel === 'tapes' ? failed('electrical') : Infinity);
  const pitotStatic = failed('pitot-blocked', 'pitot-and-drain-blocked', 'static-blocked');
  const judged = new Map<ChannelId, JudgedBy>();
  const judge = (shown: ChannelId, truth: ChannelId, isCovered: boolean, failed_s: number) => {
    const from_s = isCovered ? 0 : failed_s;
    if (from_s < Infinity) judged.set(shown, { truth, from_s });
  };
  judge('heading_deg', 'trueHeading_deg', covered.includes('heading'), gyros);
  judge('bank_deg', 'trueBank_deg', covered.includes('attitude'), gyros);
  judge('pitch_deg', 'truePitch_deg', covered.includes('attitude'), gyros);
  judge('ias_kt', 'trueIas_kt', covered.includes('airspeed'), pitotStatic);
  judge('altitude_ft', 'trueAltitude_ft', covered.includes('altimeter'), failed('static-blocked'));
  judge('verticalSpeed_fpm', 'climbRate_fpm', covered.includes('vertical-speed'), failed('static-blocked'));
  return judged;
}

/** A true value as the instrument that lies would show it, if it were sound and set: altitudes are asked for by an altimeter. */
export function asItWouldShow(
  shown: ChannelId,
  truth: number,
  { temperatureOffset_K }: Pick<Lesson['plan'], 'temperatureOffset_K'>
): number {
  return shown === 'altitude_ft'
    ? truth * pressureAltitudeShare(truth * METRES_PER_FOOT, temperatureOffset_K)
    : truth;
}

/** The flight as it is judged: with what follows from what was recorded, and true values for what lied or was covered, from then on. */
export function asJudged(recorded: Flight, planned: Lesson): Flight {
  const lesson = lessonAsFlown(planned, recorded);
  const flight = withDerived(recorded, lesson);
  const columns = new Map(flight.columns);
  for (const [shown, { truth, from_s }] of judgedChannels(lesson)) {
    const values = flight.columns.get(truth);
    if (!values) continue;
    const before = flight.columns.get(shown);
    const from = before && from_s > 0 ? sampleAt(flight, from_s) : 0;
    columns.set(
      shown,
      values.map((value, k) => (k < from ? before![k]! : asItWouldShow(shown, value, lesson.plan)))
    );
  }
  return { ...flight, columns };
}
