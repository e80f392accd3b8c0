import type { LaidLeg } from '../../procedure/approach/approach-path';
import { beforeThreshold, runwayOf } from '../../procedure/approach/approach-place';
import { finalProfile, floorsOf } from '../../procedure/approach/approach-profile';
import { rateOnPath } from '../../procedure/approach/vertical-path';
import type { ConditionFile, PhaseFile, Quantity } from '../drill-file';
import { circlePhases } from './circle-phases';
import { approachReference, pathOver } from './approach-references';
import { orLate, reached, SAME_FT, type FlownWith, type PhaseSheet } from './phase-sheet';
import { toThreshold } from './threshold-phase';

/** A step or minimum is levelled off at so much above it. */
const ROOM_FT = 40;
/** The level-off at a minimum begins so far above it at least. */
const LEAST_LEAD_FT = 60;
/** Climbed away for good, below so much above the minimum. */
const GONE_BELOW_FT = 400;
/** Beyond the missed approach point by this, nobody is on the way down any more. */
const BEYOND_NM = 0.3;

/** How the path of the final is followed; null where the final is flown in steps. */
export function pathFollowed({ planned, minimum }: Pick<FlownWith, 'planned' | 'minimum'>) {
  const { path, runway, kind } = planned.approach;
  if (!path || !runway) return null;
  if (kind === 'ils' && !planned.withoutPath && minimum.kind === 'DA') return 'glide slope' as const;
  if (kind === 'lpv' && !planned.withoutPath && minimum.kind === 'DA') return 'space' as const;
  return minimum.kind === 'DA' || planned.technique === 'continuous' ? ('altimeter' as const) : null;
}

/** Climbed away near the minimum, before the end of the final. */
function gone(minimum_ft: number): ConditionFile {
  return {
    is: 'all',
    of: [
      reached('altitude_ft', 'below', minimum_ft + GONE_BELOW_FT),
      { is: 'above', channel: 'climbRate_fpm', value: 250, for_s: 6 }
    ]
  };
}

/** Climbed away from the path, however far out: above it, and no gust lasts that long. */
const goneFromPath: ConditionFile = {
  is: 'all',
  of: [
    { is: 'above', channel: 'pathShare', value: 0.3, for_s: 0 },
    { is: 'above', channel: 'climbRate_fpm', value: 300, for_s: 8 }
  ]
};

/** The phases of a final that something particular is asked of, by their ids. */
export interface FinalIds {
  first: string;
  /** Down the path; null where there is none. */
  path: string | null;
  /** Where the height by which it is to be stable is passed: the last descent. */
  descent: string;
  landing: string | null;
  /** Those of a circle to land, without the landing. */
  circle: string[];
}

/** From the final fix to the minimum, and where the runway is seen to its threshold. @param legs of the approach from the final fix on */
export function finalPhases(sheet: PhaseSheet, finalFix: LaidLeg, legs: readonly LaidLeg[]): FinalIds {
  const { flown } = sheet;
  const configuring: Partial<PhaseFile> = {
    speed_kt: flown.planned.speed_kt,
    ...(sheet.configured === null ? { flaps_deg: flown.approachFlaps_deg, gear: 'down' } : {})
  };
  const by = pathFollowed(flown);
  return by === null
    ? inSteps(sheet, legs, configuring)
    : downPath(sheet, finalFix, legs.at(-1)!, by, configuring);
}

function downPath(
  sheet: PhaseSheet,
  finalFix: LaidLeg,
  last: LaidLeg,
  by: NonNullable<ReturnType<typeof pathFollowed>>,
  configuring: Partial<PhaseFile>
): FinalIds {
  const { approach, flown } = sheet;
  const { world, minimum } = flown;
  const reference = sheet.referenceOf(last);
  const path = pathOver(world, approach, reference.place, 'altimeter')!;
  const end_nm = beforeThreshold(world, approach, reference.place);
  const from_nm = beforeThreshold(world, approach, finalFix.to);
  const floors = floorsOf(finalProfile(world, approach), minimum.altitude_ft).filter(
    (floor) => floor.from_nm <= from_nm + 0.05
  );
  const { groundspeed_kt } = sheet.onCourse(approach.finalCourse_deg, flown.approachTas_kt);
  const down: Partial<PhaseFile> = {
    about: sheet.about(reference),
    course: sheet.finalCourse(reference),
    path: { angle_deg: path.angle_deg, overFix_ft: path.elevation_ft, by },
    rate_fpm: Math.round(rateOnPath(path.angle_deg, groundspeed_kt) / 10) * 10
  };
  const id = sheet.add({
    name: 'Down the path',
    pace: 'own',
    ...down,
    to_ft: minimum.set_ft,
    ...configuring,
    ...(by === 'altimeter' && floors.length > 1
      ? {
          floors: floors.map((floor) => ({ at_nm: end_nm - floor.from_nm, altitude_ft: floor.altitude_ft }))
        }
      : {}),
    until: orLate(
      reached('altitude_ft', 'below', minimum.set_ft),
      gone(minimum.set_ft),
      goneFromPath,
      reached('along_nm', 'above', BEYOND_NM)
    )
  });
  sheet.configured ??= id;
  const landing = flown.goesOn ? fromPath(sheet, last, down.rate_fpm!) : null;
  return { first: id, path: id, descent: id, landing, circle: [] };
}

/** On from the path of the approach to the threshold it leads to. */
function fromPath(sheet: PhaseSheet, { field }: LaidLeg, rate_fpm: Quantity): string {
  const { approach, flown } = sheet;
  const runway = runwayOf(flown.world, approach);
  const waypoints = { guide: 'waypoints' as const, station: null };
  const reference = approachReference(
    flown.world,
    approach,
    `RW${runway.name}`,
    waypoints,
    'right',
    [],
    field
  );
  const path = pathOver(flown.world, approach, reference.place, 'altimeter')!;
  return toThreshold(
    sheet,
    runway,
    { ...reference, bySight: true },
    { angle_deg: path.angle_deg, overThreshold_ft: path.elevation_ft },
    rate_fpm
  );
}

/** Down to each step once the fix before it is passed, then level; at last at the minimum to the missed approach point. */
function inSteps(sheet: PhaseSheet, legs: readonly LaidLeg[], configuring: Partial<PhaseFile>): FinalIds {
  const { flown } = sheet;
  const { minimum } = flown;
  const ids: string[] = [];
  let descent: string | null = null;
  legs.forEach((laid, index) => {
    const reference = sheet.referenceOf(laid);
    const last = index === legs.length - 1;
    // A little above what must not be left, for room.
    const lowest_ft = last ? minimum.set_ft : Math.max(minimum.set_ft, sheet.targetOf(laid.leg));
    const target_ft = lowest_ft + ROOM_FT;
    const about = sheet.about(reference);
    const course = sheet.finalCourse(reference);
    const lose_ft = sheet.altitude_ft - target_ft;
    let settings = index === 0 ? configuring : {};
    if (lose_ft > SAME_FT) {
      const rate_fpm = sheet.rateFor(lose_ft, laid.length_nm);
      const id = sheet.add({
        name: `Down to ${target_ft}${last ? '' : `, to ${reference.fix}`}`,
        about,
        course,
        to_ft: target_ft,
        rate_fpm,
        minimum_ft: lowest_ft,
        judge: ['speed', 'course'],
        until: orLate(
          reached('altitude_ft', 'below', target_ft + Math.max(LEAST_LEAD_FT, 0.1 * rate_fpm)),
          reached('along_nm', 'above', 0)
        ),
        ...settings
      });
      ids.push(id);
      if (last) descent = id;
      sheet.configured ??= id;
      settings = {};
      sheet.altitude_ft = target_ft;
    }
    const id = sheet.add({
      name: last ? `${target_ft}, over the minimum, to ${reference.fix}` : `${target_ft} to ${reference.fix}`,
      about,
      course,
      altitude_ft: target_ft,
      minimum_ft: lowest_ft,
      ...settings,
      until: orLate(reached('along_nm', 'above', 0), ...(last ? [gone(target_ft)] : []))
    });
    ids.push(id);
    sheet.configured ??= id;
    if (!last && lose_ft > SAME_FT)
      sheet.steps.push({ level: id, altitude_ft: lowest_ft, fix: reference.fix });
  });
  const circled =
    flown.goesOn && flown.circle
      ? circlePhases(sheet, legs.at(-1)!, flown.circle)
      : { circle: [], landing: null };
  return { first: ids[0]!, path: null, descent: descent ?? ids.at(-1)!, ...circled };
}
