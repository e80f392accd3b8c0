import type { ChannelId } from './channels';
import type { Lesson } from '../drill/lesson';
import { lessonAsFlown } from './as-flown';
import { withDerived } from './derived-columns';
import type { Flight } from './flight';

/**
 * Where an instrument is covered or lies, what is asked for is judged by what the airplane did, not by what was shown:
 * shown channel → true channel.
 */
export function judgedChannels({ covered, plan }: Lesson): ReadonlyMap<ChannelId, ChannelId> {
  const failed = (...kinds: string[]) => plan.faults.some((fault) => kinds.includes(fault.kind));
  const gyros = failed('vacuum') || (plan.panel === 'tapes' && failed('electrical'));
  const pitotStatic = failed('pitot-blocked', 'pitot-and-drain-blocked', 'static-blocked');
  const judged = new Map<ChannelId, ChannelId>();
  if (gyros || covered.includes('heading')) judged.set('heading_deg', 'trueHeading_deg');
  if (gyros || covered.includes('attitude')) {
    judged.set('bank_deg', 'trueBank_deg');
    judged.set('pitch_deg', 'truePitch_deg');
  }
  if (pitotStatic || covered.includes('airspeed')) judged.set('ias_kt', 'trueIas_kt');
  if (failed('static-blocked') || covered.includes('altimeter')) judged.set('altitude_ft', 'trueAltitude_ft');
  if (failed('static-blocked') || covered.includes('vertical-speed'))
    judged.set('verticalSpeed_fpm', 'climbRate_fpm');
  return judged;
}

/** The flight as it is judged: with what follows from what was recorded, and true channels for those that lied or were covered. */
export function asJudged(recorded: Flight, planned: Lesson): Flight {
  const lesson = lessonAsFlown(planned, recorded);
  const flight = withDerived(recorded, lesson);
  const columns = new Map(flight.columns);
  for (const [shown, truth] of judgedChannels(lesson)) {
    const values = flight.columns.get(truth);
    if (values) columns.set(shown, values);
  }
  return { ...flight, columns };
}
