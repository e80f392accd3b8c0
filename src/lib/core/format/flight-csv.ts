import { channelDefinitions } from '../flight/channels';
import { column, type Flight } from '../flight/flight';
import { toCsv } from './csv';

/** A flight as CSV (RFC 4180): a header row of channel names with their units, then one row a sample. */
export function flightToCsv(flight: Flight): string {
  const recorded = channelDefinitions.filter((definition) => flight.columns.has(definition.id));
  const columns = recorded.map((definition) => column(flight, definition.id));
  const timeDecimals = Number.isInteger(10 / flight.rate_hz) ? 1 : 3;
  const header = ['time_s', ...recorded.map((definition) => definition.id)];
  const rows = Array.from({ length: flight.length }, (_, k) => [
    (k / flight.rate_hz).toFixed(timeDecimals),
    ...columns.map((values, index) => values[k]!.toFixed(recorded[index]!.decimals))
  ]);
  return toCsv([header, ...rows]);
}
