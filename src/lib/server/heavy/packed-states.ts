import { gunzipSync, gzipSync } from 'node:zlib';
import { countsOf, type Flight } from '../../core/flight/flight';
import { CHUNK_SAMPLES, type FlightChunk } from '../../core/flight/recorder';

/** The state at the end of every chunk of a flight, packed; null when the chunks do not carry states of one length. */
export function packedStates(chunks: readonly FlightChunk[]): { length: number; bytes: Uint8Array } | null {
  const length = chunks[0]?.snapshot.length ?? 0;
  // A state of another length is of an older airplane; one odd among them makes all of no use.
  if (length === 0 || chunks.some((chunk) => chunk.snapshot.length !== length)) return null;
  const states = Float64Array.from(chunks.flatMap((chunk) => chunk.snapshot));
  return { length, bytes: gzipSync(Buffer.from(states.buffer), { level: 6 }) };
}

/** A flight up to the last stored state at or before a moment, as the chunks it was sent in; null: no state is that early. @param packed as `packedStates` made it, `length` numbers a state */
export function chunksBefore(
  flight: Flight,
  packed: Uint8Array,
  length: number,
  until_s: number
): FlightChunk[] | null {
  const all = countsOf(flight);
  // The channels of a chunk stand in their order without a gap: what was not recorded is at their end, or it is no such flight.
  const recorded = all.findLastIndex((values) => values.length > 0) + 1;
  const counts = all.slice(0, recorded);
  if (counts.some((values) => values.length === 0)) return null;
  const bytes = gunzipSync(packed);
  const states = new Float64Array(bytes.buffer, bytes.byteOffset, bytes.byteLength / 8);
  const whole = Math.min(
    Math.floor((until_s * flight.rate_hz + 1) / CHUNK_SAMPLES),
    Math.floor(flight.length / CHUNK_SAMPLES)
  );
  if (whole < 1) return null;
  return Array.from({ length: whole }, (_, sequence) => {
    const from = sequence * CHUNK_SAMPLES;
    const to = from + CHUNK_SAMPLES;
    return {
      sequence,
      counts: counts.map((values) => Array.from(values.subarray(from, to))),
      events: flight.events.filter(
        (event) =>
          event.time_s * flight.rate_hz >= from && event.time_s * flight.rate_hz < to && event.kind !== 'end'
      ),
      snapshot: Array.from(states.subarray(sequence * length, (sequence + 1) * length))
    };
  });
}
