import { deviationsOf } from '../../deviation/deviation';
import type { Corridor } from '../../drill/corridor';
import type { Flight } from '../../flight/flight';

/** A quantity sent through its target again and again. */
export interface OverCorrection {
  start_s: number;
  end_s: number;
  crossings: number;
  /** The peaks between crossings, the channel's unit, signed. */
  peaks: number[];
}

/** A peak between two crossings counts from this share of the tolerance; headings swing by themselves in rough air. */
const LEAST_PEAK_SHARE = { altitude: 0.3, heading: 0.6 };
/** In degrees: three of them are what rough air does by itself. */
const LEAST_HEADING_DEG = 5;
/** So many peaks in a row, to one side and the other … */
const LEAST_PEAKS = 4;
/** … of which each is at least this share of the one before … */
const NOT_SHRINKING = 0.7;
/** … and none farther apart than this. */
const LONGEST_HALF_SWING_S = 35;

/**
 * The longest run of crossings whose successive peaks do not shrink, between two samples; null when there is none.
 * A peak does not shrink that is as large as the one before it or the last to its own side: a wind or a trim leaves one side smaller.
 */
export function overCorrectionOf(
  flight: Flight,
  corridor: Corridor,
  from: number,
  to: number
): OverCorrection | null {
  const error = deviationsOf(flight, corridor);
  const peaks: { at: number; value: number }[] = [];
  let peak = { at: from, value: error(from) };
  for (let k = from; k <= to; k++) {
    const value = error(k);
    if (value * peak.value < 0) {
      peaks.push(peak);
      peak = { at: k, value };
    } else if (Math.abs(value) > Math.abs(peak.value)) peak = { at: k, value };
  }
  peaks.push(peak);
  // Where a side is short, as above a minimum, it is not that side that makes a swing large.
  const tolerance = Math.max(corridor.above ?? 0, corridor.below ?? 0);
  const least =
    corridor.channel === 'heading_deg'
      ? Math.max(LEAST_HEADING_DEG, LEAST_PEAK_SHARE.heading * tolerance)
      : LEAST_PEAK_SHARE.altitude * tolerance;
  let best: typeof peaks = [];
  let run: typeof peaks = [];
  for (const next of peaks.filter((p) => Math.abs(p.value) >= least)) {
    const last = run[run.length - 1];
    const beforeLast = run[run.length - 2];
    const grown = (earlier: { value: number }) =>
      Math.abs(next.value) >= NOT_SHRINKING * Math.abs(earlier.value);
    const goesOn =
      last !== undefined &&
      last.value * next.value < 0 &&
      (next.at - last.at) / flight.rate_hz <= LONGEST_HALF_SWING_S &&
      (grown(last) || (beforeLast !== undefined && grown(beforeLast)));
    run = goesOn ? [...run, next] : [next];
    if (run.length > best.length) best = run;
  }
  if (best.length < LEAST_PEAKS) return null;
  return {
    start_s: best[0]!.at / flight.rate_hz,
    end_s: best[best.length - 1]!.at / flight.rate_hz,
    crossings: best.length - 1,
    peaks: best.map((p) => p.value)
  };
}
