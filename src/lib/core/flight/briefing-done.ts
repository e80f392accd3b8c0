import type { ApproachChart } from '../drill/approach/chart-of-plan';
import { lowered } from '../measure/capital';
import { briefOnPanel } from '../procedure/approach/brief-on-panel';
import type { Flight } from './flight';
import { bugsAt } from './flight-bugs';

/** Titles of a briefing's items: what was said, or stood on the panel, by a moment, and what not. */
export interface BriefingDone {
  done: string[];
  left: string[];
}

/** How far an approach was briefed in the trainer by a moment of the flight; null where nobody did it there: it may well have been said aloud. */
export function briefingDone(flight: Flight, chart: ApproachChart, until_s: number): BriefingDone | null {
  const said = flight.events.flatMap((event) =>
    event.kind === 'briefed' && event.time_s <= until_s ? [event.detail] : []
  );
  if (said.length === 0) return null;
  const { approach, card, items } = chart;
  const set = flight.events.findLast((event) => event.kind === 'radio' && event.time_s <= until_s);
  const onPanel =
    set?.kind === 'radio' ? briefOnPanel(approach, card, set.radios, bugsAt(flight, until_s)) : {};
  const result: BriefingDone = { done: [], left: [] };
  for (const { id, title } of items)
    ((onPanel[id] ?? said.includes(id)) ? result.done : result.left).push(lowered(title));
  return result;
}
