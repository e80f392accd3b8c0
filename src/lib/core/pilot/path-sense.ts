import { profileAt } from '../drill/corridor';
import type { Goal } from '../drill/drill';
import type { Readings } from '../instrument/readings';
import type { NavigationShown } from '../radio/navigation-shown';
import { heightAlong_ft, pathScale_ft } from '../radio/path-line';
import type { Flying } from './flying';

/** How much of a new look at altitude and distance is believed. */
const ALTITUDE_BELIEVED = 0.3;
/** A path made of the altimeter is flown a little high: under it are the steps. */
const SPARED_FT = 20;
/** Before a step that is yet to be passed one stays at least so high over it, whatever the path asks for. */
const OVER_STEP_FT = 70;
/** A distance is believed to be passed a little late rather than early. */
const STEP_LATE_NM = 0.1;

/** The step below which one may not go yet, ft; nothing where no lower one is to come. */
function stepNow_ft({ floor }: Goal, away_nm: number): number {
  if (floor === undefined || typeof floor.ft === 'number') return -Infinity;
  const far_nm = away_nm + STEP_LATE_NM;
  const now_ft = profileAt(floor.ft, floor.ft.along === 'along_nm' ? -far_nm : far_nm);
  return now_ft > Math.min(...floor.ft.points.map(({ value }) => value)) ? now_ft : -Infinity;
}

/** The path's needle, or the altitude that belongs to the distance, says how far off the path a pilot is. @param away_nm of the phase's fix, as believed */
export function seePath(flying: Flying, shown: NavigationShown, r: Readings, away_nm: number): void {
  const { vertical } = flying.phase().goal;
  if (vertical.kind !== 'path') return;
  const { path } = vertical;
  const needle = path.by === 'space' || shown.path ? shown.path : null;
  if (needle && !needle.valid) return;
  flying.path.underStep_ft = stepNow_ft(flying.phase().goal, away_nm) + OVER_STEP_FT - r.altitude_ft;
  if (needle) flying.path.below_ft = needle.deflection * pathScale_ft(path, away_nm);
  else {
    // A distance is read to a tenth of a mile: one look is not believed outright.
    const below_ft = heightAlong_ft(path, away_nm) + SPARED_FT - r.altitude_ft;
    flying.path.below_ft += ALTITUDE_BELIEVED * (below_ft - flying.path.below_ft);
  }
  flying.path.seen += 1;
}
