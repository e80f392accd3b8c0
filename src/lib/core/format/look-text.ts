import { scanAreas, type Gaze } from '../instrument/scan-area';
import type { FlightEvent } from '../flight/flight-event';

/** Looks are many and short: in a file they stand as one letter and the hundredths of a second since the one before. */
const CODES: readonly Gaze[] = [
  ...scanAreas.filter((area) => area !== 'navigation'),
  'elsewhere',
  'navigation'
];
const letter = (index: number) => String.fromCharCode(97 + index);

/** The look events of a flight as one word, `b0a22c34…`; inverse of `eventsFromLookText`. */
export function lookText(events: readonly FlightEvent[]): string {
  let last = 0;
  let text = '';
  for (const event of events) {
    const code = event.kind === 'look' ? CODES.indexOf(event.detail as Gaze) : -1;
    if (code < 0) continue;
    const at = Math.round(event.time_s * 100);
    text += `${letter(code)}${at - last}`;
    last = at;
  }
  return text;
}

/**
 * Reads looks from their short text (a letter for the area, hundredths of a second since the one before); areas it does
 * not know are left out, their time is not.
 */
export function eventsFromLookText(text: string): FlightEvent[] {
  let at = 0;
  return [...text.matchAll(/([a-z])(\d+)/g)].flatMap(([, code, step]) => {
    const area = CODES[code!.charCodeAt(0) - 97];
    at += Number(step);
    return area ? [{ kind: 'look', time_s: at / 100, detail: area }] : [];
  });
}
