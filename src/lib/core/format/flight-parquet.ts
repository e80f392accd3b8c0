import { parquetMetadataAsync, parquetRead, type AsyncBuffer, type Compressors } from 'hyparquet';
import { ByteWriter, parquetWrite, type ColumnSource } from 'hyparquet-writer';
import type { SchemaElement } from 'hyparquet';
import { Rejection } from '../measure/rejection';
import { channelDefinitions, channelIndex, channelScales, isChannel } from '../flight/channels';
import { eventsFromLookText, lookText } from './look-text';
import { EVENTS_VERSION } from '../flight/flight-event';
import { upgradeEvents } from '../flight/older-events';
import { countsOf, flightFromCounts, type Flight } from '../flight/flight';

/** How bytes are squeezed: given from outside, because the core knows neither browser nor server. */
export type Squeeze = (bytes: Uint8Array) => Uint8Array;

/**
 * A flight as a Parquet file any data tool opens: a `time_s` column and one column a channel, whole numbers of the
 * channel's resolution (as DECIMAL, so that readers show 104.9 and not 1049), delta encoded and gzipped.
 * Units, rate and events are in the file's key-value metadata.
 */
export function flightToParquet(
  flight: Flight,
  gzip: Squeeze,
  about: Record<string, string> = {}
): Uint8Array {
  const counts = countsOf(flight);
  const time = Int32Array.from({ length: flight.length }, (_, k) => Math.round((k * 1000) / flight.rate_hz));
  const columns = [
    { name: 'time_s', decimals: 3, data: time },
    ...channelDefinitions
      .map((definition, index) => ({
        name: definition.id as string,
        decimals: definition.decimals as number,
        data: counts[index]!
      }))
      .filter(({ data }) => data.length === flight.length)
  ];
  const schema: SchemaElement[] = [
    { name: 'flight', num_children: columns.length },
    ...columns.map(({ name, decimals }): SchemaElement => ({
      name,
      type: 'INT32',
      repetition_type: 'REQUIRED',
      ...(decimals > 0 ? { converted_type: 'DECIMAL' as const, scale: decimals, precision: 10 } : {})
    }))
  ];
  const writer = new ByteWriter();
  parquetWrite({
    writer,
    schema,
    columnData: columns.map(({ name, data, decimals }): ColumnSource => ({
      name,
      data: decimals > 0 ? Float64Array.from(data, (count) => count / 10 ** decimals) : data,
      encoding: 'DELTA_BINARY_PACKED',
      statistics: false,
      offsetIndex: false
    })),
    codec: 'GZIP',
    compressors: { GZIP: gzip },
    rowGroupSize: 1_000_000,
    kvMetadata: [
      { key: 'hanza.rate_hz', value: String(flight.rate_hz) },
      {
        key: 'hanza.units',
        value: JSON.stringify(Object.fromEntries(channelDefinitions.map((d) => [d.id, d.unit])))
      },
      {
        key: 'hanza.events',
        value: JSON.stringify(flight.events.filter((event) => event.kind !== 'look'))
      },
      { key: 'hanza.events_version', value: String(EVENTS_VERSION) },
      { key: 'hanza.looks', value: lookText(flight.events) },
      ...Object.entries(about).map(([key, value]) => ({ key: `hanza.${key}`, value }))
    ],
    createdBy: 'Hanza'
  });
  return new Uint8Array(writer.getBuffer());
}

/** Samples a second that a flight may have been recorded at. */
const SLOWEST_HZ = 0.2;
const FASTEST_HZ = 100;

/**
 * Reads a flight that `flightToParquet` wrote.
 * @throws Rejection when none of its columns is a channel, or its rate is none
 */
export async function flightFromParquet(bytes: Uint8Array, gunzip: Squeeze): Promise<Flight> {
  const file: AsyncBuffer = {
    byteLength: bytes.byteLength,
    slice: (start, end) => bytes.slice(start, end).buffer
  };
  const compressors: Compressors = { GZIP: gunzip };
  const metadata = await parquetMetadataAsync(file);
  const about = new Map(metadata.key_value_metadata?.map(({ key, value }) => [key, value ?? '']));
  const rate_hz = Number(about.get('hanza.rate_hz'));
  if (!(rate_hz >= SLOWEST_HZ && rate_hz <= FASTEST_HZ))
    throw new Rejection(
      'hanza.rate_hz',
      about.get('hanza.rate_hz'),
      `a number from ${SLOWEST_HZ} to ${FASTEST_HZ}`
    );
  const written = new Set(metadata.schema.map(({ name }) => name));
  const recorded = channelDefinitions.filter(({ id }) => written.has(id));
  if (recorded.length === 0)
    throw new Rejection(
      'columns',
      [...written].join(', '),
      'at least one channel of a flight, such as altitude_ft'
    );
  const length = Number(metadata.num_rows);
  const counts = channelDefinitions.map(({ id }) => new Int32Array(written.has(id) ? length : 0));
  // By columns: a row of objects for each tenth of a second costs sixteen times as much.
  let odd: Rejection | undefined;
  await parquetRead({
    file,
    metadata,
    compressors,
    columns: recorded.map(({ id }) => id),
    onChunk({ columnName, columnData, rowStart }) {
      if (!isChannel(columnName)) return;
      const index = channelIndex(columnName);
      const column = counts[index]!;
      const scale = channelScales[index]!;
      for (let k = 0; k < columnData.length; k++) {
        const value: unknown = columnData[k];
        if (typeof value === 'number') column[rowStart + k] = Math.round(value * scale);
        else odd ??= new Rejection(columnName, value, 'a number in every row');
      }
    }
  });
  if (odd) throw odd as Rejection;
  const events = JSON.parse(about.get('hanza.events') ?? '[]') as unknown;
  if (!Array.isArray(events)) throw new Rejection('hanza.events', events, 'a list of events');
  const looks = eventsFromLookText(about.get('hanza.looks') ?? '');
  return flightFromCounts(
    counts,
    [...upgradeEvents(events), ...looks].sort((a, b) => a.time_s - b.time_s),
    rate_hz
  );
}
