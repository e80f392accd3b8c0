import { Type, type Static } from '@sinclair/typebox';
import { oneOf } from '../measure/one-of';
import type { AudioSource, NeedleSource, PointerSource, RadioSettings } from '../radio/radio-settings';
import type { FlightEvent } from './flight-event';

/** An event as the first releases wrote it: a page that was opened before an update goes on sending them. */
export const OlderEvent = Type.Object(
  {
    time_s: Type.Number({ minimum: 0 }),
    kind: oneOf(['radio', 'answer']),
    detail: Type.String({ maxLength: 200 })
  },
  { additionalProperties: false }
);
type OlderEvent = Static<typeof OlderEvent>;

/** Events of any version as today's; one that cannot be read any more is left out. */
export function upgradeEvents(events: readonly unknown[]): FlightEvent[] {
  return events.flatMap((event) => upgraded(event as FlightEvent | OlderEvent));
}

const ANSWERED_MINUTES = /^time to the station ([\d.]+) min$/;
const ANSWERED_SUM = /^sum (.+) (right|wrong) after (\d+) s$/;
const ANSWERED_CALL = /^(-?\d+):(-?\d+)$/;

function upgraded(event: FlightEvent | OlderEvent): FlightEvent[] {
  if ((event.kind !== 'radio' && event.kind !== 'answer') || !('detail' in event))
    return [event as FlightEvent];
  const { time_s, kind, detail } = event;
  if (kind === 'radio') {
    const radios = radioSettingsFrom(detail);
    return radios ? [{ time_s, kind, radios }] : [];
  }
  const minutes = ANSWERED_MINUTES.exec(detail);
  if (minutes) return [{ time_s, kind, answer: { to: 'station-time', minutes: Number(minutes[1]) } }];
  const sum = ANSWERED_SUM.exec(detail);
  if (sum)
    return [
      { time_s, kind, answer: { to: 'sum', sum: sum[1]!, right: sum[2] === 'right', took_s: Number(sum[3]) } }
    ];
  const call = ANSWERED_CALL.exec(detail);
  return call
    ? [{ time_s, kind, answer: { to: 'distraction', index: Number(call[1]), option: Number(call[2]) } }]
    : [];
}

/** How flights of the first releases kept their radios, in one line. */
const TEXT =
  /^nav1 ([\d.]+)\/([\d.]+)@(\d+) nav2 ([\d.]+)\/([\d.]+)@(\d+) adf (\d+)\/(\d+) rnav ([A-Z,]+|-)(?:@(\d+))? source (nav1|nav2|rnav) pointer (nav1|nav2|adf|rnav) listening (nav1|nav2|adf|-)$/;

/** Reads settings from such a line; null when it is not one. */
function radioSettingsFrom(text: string): RadioSettings | null {
  const m = TEXT.exec(text);
  if (!m) return null;
  const n = (i: number) => Number(m[i]);
  return {
    nav1: { active_MHz: n(1), standby_MHz: n(2), course_deg: n(3) },
    nav2: { active_MHz: n(4), standby_MHz: n(5), course_deg: n(6) },
    adf: { active_kHz: n(7), standby_kHz: n(8) },
    rnav: { legs: m[9] === '-' ? [] : m[9]!.split(','), course_deg: m[10] === undefined ? null : n(10) },
    source: m[11] as NeedleSource,
    pointer: m[12] as PointerSource,
    listening: m[13] === '-' ? null : (m[13] as AudioSource)
  };
}
