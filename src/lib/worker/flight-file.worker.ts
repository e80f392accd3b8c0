/// <reference lib="webworker" />
import { gunzipSync } from 'fflate';
import type { Lesson } from '$core/drill/lesson';
import { flownFlight } from '$core/flight/flown-flight';
import { flightFromParquet } from '$core/format/flight-parquet';
import { buffersOf } from './flight-buffers';
import { answer } from './one-answer';

/** Fetches a stored flight, reads it and works out what follows from it, off the interface's thread. */
onmessage = ({ data: { address, planned } }: MessageEvent<{ address: string; planned: Lesson }>) =>
  answer(
    async () => {
      const response = await fetch(address);
      if (!response.ok) throw new Error(`the server answered ${response.status}`);
      const bytes = new Uint8Array(await response.arrayBuffer());
      return flownFlight(await flightFromParquet(bytes, (part) => gunzipSync(part)), planned);
    },
    ({ flight, judged }) => buffersOf(flight, judged)
  );
