import { hasHub, moveOf, taughtMoves, type ScanPattern } from '../drill/scan-pattern';
import type { Gaze, ScanArea } from '../instrument/scan-area';
import type { Look } from './look';

/** How one area was looked at. Times in seconds. */
export interface AreaMeasure {
  area: Gaze;
  looks: number;
  /** Of all looking time, 0…1. */
  share: number;
  meanLook_s: number;
  longestLook_s: number;
  longestLookAt_s: number;
  /** The longest time unseen, and when it began; counted from the stretch's start and to its end. */
  longestGap_s: number;
  gapFrom_s: number;
  /** Looks a minute. */
  perMinute: number;
}

/** A stretch of looking, measured. */
export interface ScanMeasure {
  from_s: number;
  to_s: number;
  looks: number;
  meanLook_s: number;
  areas: AreaMeasure[];
  /** Moves from one area to another and how many there were. */
  moves: { from: Gaze; to: Gaze; count: number }[];
  /** Share of the moves that belong to the taught pattern, 0…1; null when there were none. */
  likeness: number | null;
  /** Share of the looks away from the attitude after which the eyes came back to it; null without a hub or such looks. */
  hubReturns: number | null;
}

/** @param expected areas that count with a gap over the whole stretch even when they were never looked at */
export function measureScan(
  looks: readonly Look[],
  window: { from_s: number; to_s: number },
  pattern: ScanPattern,
  expected: readonly ScanArea[],
  covered: readonly ScanArea[] = []
): ScanMeasure {
  const { from_s, to_s } = window;
  const areas = new Map<Gaze, AreaMeasure & { total_s: number; seenUntil_s: number }>();
  const measureOf = (area: Gaze) => {
    let found = areas.get(area);
    if (!found) {
      found = {
        area, looks: 0, share: 0, meanLook_s: 0, longestLook_s: 0, longestLookAt_s: from_s, longestGap_s: 0,
        gapFrom_s: from_s, perMinute: 0, total_s: 0, seenUntil_s: from_s
      }; // prettier-ignore
      areas.set(area, found);
    }
    return found;
  };
  const gap = (measure: ReturnType<typeof measureOf>, until_s: number) => {
    if (until_s - measure.seenUntil_s <= measure.longestGap_s) return;
    measure.longestGap_s = until_s - measure.seenUntil_s;
    measure.gapFrom_s = measure.seenUntil_s;
  };
  for (const area of expected) measureOf(area);
  const moves = new Map<string, { from: Gaze; to: Gaze; count: number }>();
  const taught = taughtMoves(pattern, covered);
  let total_s = 0;
  let count = 0;
  let moved = 0;
  let taughtCount = 0;
  let away = 0;
  let returned = 0;
  let before: Gaze | null = null;
  for (const look of looks) {
    const start_s = Math.max(from_s, look.start_s);
    const end_s = Math.min(to_s, look.end_s);
    if (end_s <= start_s) continue;
    const length = end_s - start_s;
    const measure = measureOf(look.area);
    gap(measure, start_s);
    measure.seenUntil_s = end_s;
    measure.looks += 1;
    measure.total_s += length;
    if (length > measure.longestLook_s) {
      measure.longestLook_s = length;
      measure.longestLookAt_s = start_s;
    }
    total_s += length;
    count += 1;
    if (before !== null && before !== look.area) {
      const name = moveOf(before, look.area);
      const move = moves.get(name) ?? { from: before, to: look.area, count: 0 };
      move.count += 1;
      moves.set(name, move);
      moved += 1;
      if (taught.has(name)) taughtCount += 1;
      if (before !== 'attitude') {
        away += 1;
        if (look.area === 'attitude') returned += 1;
      }
    }
    before = look.area;
  }
  for (const measure of areas.values()) gap(measure, to_s);
  return {
    from_s,
    to_s,
    looks: count,
    meanLook_s: count === 0 ? 0 : total_s / count,
    areas: [...areas.values()].map(({ total_s: mine, seenUntil_s: _, ...measure }) => ({
      ...measure,
      share: total_s === 0 ? 0 : mine / total_s,
      meanLook_s: measure.looks === 0 ? 0 : mine / measure.looks,
      perMinute: to_s > from_s ? (60 * measure.looks) / (to_s - from_s) : 0
    })),
    moves: [...moves.values()].sort((a, b) => b.count - a.count),
    likeness: moved === 0 ? null : taughtCount / moved,
    hubReturns: !hasHub(pattern) || covered.includes('attitude') || away === 0 ? null : returned / away
  };
}

/** How one area was looked at; null where it was neither looked at nor expected. */
export function areaMeasure(measure: ScanMeasure, area: Gaze): AreaMeasure | null {
  return measure.areas.find((m) => m.area === area) ?? null;
}
