import type { AircraftFile } from '../aircraft/aircraft-file';
import { timesWords } from '../measure/count-words';
import { finding, MOMENT_S, type Finding } from '../finding/finding';
import type { ChannelId } from '../flight/channels';
import type { Flight } from '../flight/flight';
import { figure } from '../measure/figure';
import { lastingTimes, type SampleTime } from './sample-time';

/** A gust takes the wing past its angle for less than this. */
const GUST_S = 1;
/** Stalls nearer than this are one: it has not been flown out of. */
const ONE_WITHIN_S = 20;
/** What is lost so soon after is lost by it. */
const LOST_WITHIN_S = 45;
/** Less is no loss to speak of. */
const LEAST_LOST_FT = 50;
const WORTH = 20 * MOMENT_S;

/** The times in which the wing was past the angle at which it stalls, gusts left out; none where the angle was not recorded. */
export function stallTimes(flight: Flight, { lift }: AircraftFile, part: SampleTime): SampleTime[] {
  const angle = flight.columns.get('angleOfAttack_deg');
  if (!angle) return [];
  return lastingTimes(part, GUST_S * flight.rate_hz, (k) => angle[k]! > lift.stallAngle_deg);
}

/** Stalls in what the student flew, each from its first moment: at what speed, in what bank, and what it cost. */
export function stallFindings(
  flight: Flight,
  aircraft: AircraftFile,
  parts: readonly SampleTime[]
): Finding[] {
  const together: SampleTime[][] = [];
  for (const time of parts.flatMap((part) => stallTimes(flight, aircraft, part))) {
    const last = together.at(-1)?.at(-1);
    if (last && time.from - last.to <= ONE_WITHIN_S * flight.rate_hz) together.at(-1)!.push(time);
    else together.push([time]);
  }
  return together.map((times) => {
    const { from } = times[0]!;
    const { to } = times.at(-1)!;
    const at = (id: ChannelId) => flight.columns.get(id)?.[from];
    const [speed_kt, bank_deg] = [at('ias_kt'), at('trueBank_deg') ?? at('bank_deg')];
    const altitude = flight.columns.get('trueAltitude_ft');
    const lowest = altitude && Math.min(...altitude.slice(from, to + LOST_WITHIN_S * flight.rate_hz));
    const lost_ft = altitude && lowest !== undefined ? altitude[from]! - lowest : 0;
    const said = [
      `The wing stalled${speed_kt === undefined ? '' : ` at ${figure(speed_kt)} kt`}`,
      ...(bank_deg === undefined ? [] : [`banked ${figure(Math.abs(bank_deg))}°`]),
      ...(times.length > 1
        ? [
            `and ${timesWords(times.length - 1)} again within ${figure((times.at(-1)!.from - from) / flight.rate_hz)} s`
          ]
        : []),
      ...(lost_ft >= LEAST_LOST_FT ? [`${figure(Math.round(lost_ft / 10) * 10)} ft lost`] : [])
    ];
    return finding(
      'stalled',
      'hard',
      'Stalled',
      { moment_s: from / flight.rate_hz, start_s: from / flight.rate_hz, end_s: to / flight.rate_hz },
      `${said.join(', ')}.`,
      { channel: 'ias_kt', side: 'below', failed: true, worth: WORTH }
    );
  });
}
