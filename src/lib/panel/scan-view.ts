import type { WindowStrength } from '$core/drill/scan-task';
import type { Gaze, ScanArea } from '$core/instrument/scan-area';

/** The window of a scan lesson over a panel: where the eyes are, how the rest is hidden, and the cue. */
export interface ScanView {
  looked: Gaze;
  strength: WindowStrength;
  /** Where the cue points, and how strongly it is drawn, 0…1. */
  cue: ScanArea | null;
  cueStrength: number;
  /** The pointer has come to an area; null: nobody moves this window by pointer. */
  onlook: ((area: Gaze) => void) | null;
}

/**
 * What an instrument out of the window shows: it stands still where it was last seen, so that a hidden instrument costs
 * nothing to draw and its blur gives nothing away. A dimmed one goes on, because it can still be made out.
 */
export function heldReadings<Shown>(): (area: ScanArea, now: Shown, view: ScanView | null) => Shown {
  const held = new Map<ScanArea, Shown>();
  return (area, now, view) => {
    const kept = held.get(area);
    if (kept && view && view.looked !== area && view.strength !== 'dim') return kept;
    held.set(area, now);
    return now;
  };
}
