/// <reference lib="webworker" />
import { readDwellCsv, type DwellImport, type DwellRead } from '$core/format/dwell-csv';
import { Rejection } from '$core/measure/rejection';

/** Reads an eye tracker's file off the interface's thread; the text is sent once, the mapping and the clock as they change. */
export interface DwellRequest {
  text?: string;
  how: DwellImport;
}
export type DwellAnswer = { read: DwellRead } | { problem: string };

let text = '';

onmessage = ({ data }: MessageEvent<DwellRequest>) => {
  if (data.text !== undefined) text = data.text;
  try {
    postMessage({ read: readDwellCsv(text, data.how) } satisfies DwellAnswer);
  } catch (error) {
    const problem = error instanceof Rejection ? error.message : `The file could not be read: ${error}`;
    postMessage({ problem } satisfies DwellAnswer);
  }
};
