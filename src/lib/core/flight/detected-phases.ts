import type { Drill } from '../drill/drill';
import { trackPhases, type PhaseSpan } from '../drill/phase-tracker';
import { column, type Flight } from './flight';

/** The phases of a drill in a recorded flight, found from the data alone. Phases never reached are left out. */
export function detectPhases(flight: Flight, drill: Drill): PhaseSpan[] {
  const tracker = trackPhases(drill);
  let k = 0;
  const columns = new Map<string, ArrayLike<number>>();
  const read = (id: string) => {
    let values = columns.get(id);
    if (!values) columns.set(id, (values = column(flight, id)));
    return values[k]!;
  };
  for (; k < flight.length && !tracker.finished(); k++) tracker.advance(k / flight.rate_hz, read);
  return tracker.spans();
}
