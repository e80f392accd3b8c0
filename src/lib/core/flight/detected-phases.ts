import type { ChannelId } from './channels';
import type { Drill } from '../drill/drill';
import { trackPhases, type PhaseSpan } from '../drill/phase-tracker';
import type { Flight } from './flight';

/**
 * The phases of a drill in a recorded flight, found from the data alone. Phases never reached are left out; a condition about what
 * was not recorded never comes true, so that such a phase ends by its time.
 */
export function detectPhases(flight: Flight, drill: Drill): PhaseSpan[] {
  const tracker = trackPhases(drill);
  let k = 0;
  const read = (id: ChannelId) => flight.columns.get(id)?.[k] ?? NaN;
  for (; k < flight.length && !tracker.finished(); k++) tracker.advance(k / flight.rate_hz, read);
  return tracker.spans();
}
