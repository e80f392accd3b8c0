/// <reference lib="webworker" />
import { gunzipSync } from 'fflate';
import { flightFromParquet } from '$core/format/flight-parquet';

/** Fetches a stored flight and reads it, off the interface's thread. */
onmessage = async ({ data: address }: MessageEvent<string>) => {
  try {
    const response = await fetch(address);
    if (!response.ok) throw new Error(`the server answered ${response.status}`);
    const bytes = new Uint8Array(await response.arrayBuffer());
    const flight = await flightFromParquet(bytes, (part) => gunzipSync(part));
    const columns = [...flight.columns.values()].map(({ buffer }) => buffer as ArrayBuffer);
    postMessage({ flight }, columns);
  } catch (error) {
    postMessage({ message: error instanceof Error ? error.message : String(error) });
  }
};
