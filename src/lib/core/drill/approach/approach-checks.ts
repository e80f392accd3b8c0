import type { LaidLeg } from '../../procedure/approach/approach-path';
import { beforeThreshold, runwayOf } from '../../procedure/approach/approach-place';
import { timeFor } from '../../procedure/approach/approach-timing';
import { lowestMark_ft } from '../../procedure/approach/set-minimum';
import { heightOnPath } from '../../procedure/approach/vertical-path';
import type { Check } from '../drill';
import { CIRCLED_PATH, CIRCLING_RADIUS_NM } from './circle';
import type { FinalIds } from './final-phases';
import { straightTo_ft } from './missed-phases';
import type { PhaseSheet } from './phase-sheet';

/** By this height above touchdown an approach in cloud is to be stable; one in sight of the ground by half of it. */
const STABLE_BY_FT = 1000;
/** Where the minimum is no lower than that, there is nothing to be stable for. */
const ROOM_FT = 100;
const CLOCK_WITHIN_S = 10;

/** What an approach asks for beyond what its phases do: how the path is met, that it is stable, the clock, the missed approach, the threshold. */
export function approachChecks(
  sheet: PhaseSheet,
  finalFix: LaidLeg,
  missedPoint: LaidLeg,
  ids: FinalIds,
  goAround: string | null,
  missed: readonly LaidLeg[]
): Check[] {
  const { approach, flown } = sheet;
  const { world, minimum, planned } = flown;
  const { path, touchdownElevation_ft } = approach;
  const before_nm = beforeThreshold(world, approach, finalFix.to);
  const stable_ft = touchdownElevation_ft + STABLE_BY_FT;
  const checks: Check[] = [
    { kind: 'altimeter', phase: sheet.phases[0]!.id, setting_hPa: flown.altimeterSetting_hPa },
    {
      kind: 'minimum-set',
      phase: ids.first,
      minimum_ft: minimum.set_ft,
      least_ft: lowestMark_ft(minimum),
      ...(flown.briefed_ft === null ? {} : { before_ft: flown.briefed_ft })
    },
    { kind: 'missed-station', phase: ids.first }
  ];
  for (const { level, altitude_ft, fix } of sheet.steps) {
    const next = sheet.phases[sheet.phases.findIndex(({ id }) => id === level) + 1];
    // How high a path is met is a question of its own.
    if (next && next.id !== ids.path)
      checks.push({ kind: 'step-down', phase: next.id, altitude_ft, fix, orPath: ids.path !== null });
  }
  if (ids.path && path && finalFix.leg.altitude?.above_ft !== undefined)
    checks.push({
      kind: 'path-start',
      phase: ids.path,
      before_ft: finalFix.leg.altitude.above_ft,
      fix: finalFix.leg.fix!,
      fixBefore_nm: before_nm,
      fixAltitude_ft: touchdownElevation_ft + heightOnPath(path, before_nm, 'refracted')
    });
  if (stable_ft > minimum.set_ft + ROOM_FT)
    checks.push({ kind: 'stabilised', phase: ids.descent, altitude_ft: stable_ft, height_ft: STABLE_BY_FT });
  const byClock = minimum.kind === 'MDA' && !finalIsByDistance(sheet);
  if (byClock)
    checks.push({ kind: 'final-clock', phase: ids.first, within_s: CLOCK_WITHIN_S, fix: finalFix.leg.fix! });
  const { circle } = flown;
  if (goAround && circle && ids.circle.length > 0)
    checks.push({ kind: 'missed', phase: goAround, first: { turn: circle.turn } });
  else if (goAround) {
    const timed_nm = before_nm - beforeThreshold(world, approach, missedPoint.to);
    const { groundspeed_kt } = sheet.onCourse(approach.finalCourse_deg, flown.approachTas_kt);
    checks.push({
      kind: 'missed',
      phase: goAround,
      first: { straight_ft: straightTo_ft(sheet, missed) },
      ...(byClock ? { timed: { from: ids.first, time_s: timeFor(timed_nm, groundspeed_kt) } } : {})
    });
  }
  if (ids.landing)
    checks.push({
      kind: 'threshold',
      phase: ids.landing,
      runway: circle?.runway ?? runwayOf(world, planned.approach),
      crossing_ft: (path ?? CIRCLED_PATH).crossing_ft
    });
  if (circle && ids.circle.length > 0)
    checks.push({
      kind: 'circle',
      phase: ids.circle.at(-1)!,
      phases: ids.circle,
      runway: circle.runway,
      runways: world.runways.filter(({ airport }) => airport === circle.runway.airport),
      turn: circle.turn,
      within_nm: CIRCLING_RADIUS_NM[flown.category],
      category: flown.category,
      lost: circle.lost
    });
  return checks;
}

/** Whether the missed approach point is told by waypoint or distance, and not by the clock alone. */
function finalIsByDistance({ approach, flown }: PhaseSheet): boolean {
  if (flown.final) return true;
  const last = approach.final.findLast(({ fix }) => fix !== undefined);
  if (last?.found?.some(({ by }) => by === 'distance')) return true;
  const station = flown.world.stations.find(({ id }) => id === approach.station);
  return station !== undefined && 'dme' in station && station.dme;
}
