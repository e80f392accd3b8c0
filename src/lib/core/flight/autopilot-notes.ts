import { autopilotLine, type AutopilotShown } from '../aircraft/autopilot-shown';

/** What it says of itself has to stand for so long before it is kept: needles tremble. */
const STANDS_S = 3;

/** What is worth keeping of an autopilot: gives the words whenever it does something else, or has said something else for a while. */
export function autopilotNotes(): (shown: AutopilotShown | null, time_s: number) => string[] {
  let line: string | null = null;
  let said: string | null = null;
  let hears: { says: string | null; since_s: number } = { says: null, since_s: 0 };
  return (shown, time_s) => {
    const notes: string[] = [];
    const now = shown && autopilotLine(shown);
    if (now !== line) notes.push(now ?? 'off');
    line = now;
    const says = shown?.says ?? null;
    if (says !== hears.says) hears = { says, since_s: time_s };
    if (says !== said && time_s - hears.since_s >= STANDS_S) {
      said = says;
      if (says !== null) notes.push(says);
    }
    return notes;
  };
}
