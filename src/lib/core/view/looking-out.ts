import type { Precipitation } from '../air/precipitation';
import { isApproach } from '../drill/approach/approach-drill';
import { chartOfPlan } from '../drill/approach/chart-of-plan';
import type { Lesson } from '../drill/lesson';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { edgeBetween } from '../measure/edge';
import { METRES_PER_FOOT, METRES_PER_NAUTICAL_MILE, METRES_PER_STATUTE_MILE } from '../measure/units';
import type { Outlook } from '../procedure/approach/what-is-seen';
import { seeing, type Eye, type FromEye } from './eye';
import { outlookOfLesson } from '../drill/approach/outlook-of-lesson';
import { runwayInSpace, type LightKind, type RunwayInSpace } from './runway-in-space';

/** A point in the picture: degrees right of the nose and above it, by the airplane's own axes. */
export interface InPicture {
  right: number;
  up: number;
}

/** A light as it is seen. */
export interface SeenLight extends InPicture {
  kind: LightKind;
  /** A descent light's own colour. */
  isRed: boolean;
  distance_m: number;
  /** How plainly, 0…1: at the end of the visibility it is just made out. */
  contrast: number;
}

/** What is to be seen out of the cockpit. */
export interface Outside {
  /** Nothing but cloud. */
  inCloud: boolean;
  bank_deg: number;
  pitch_deg: number;
  /** What falls past. */
  falling: Precipitation;
  /** How plainly anything is seen, 0…1: just below the base shreds of cloud go by. */
  plainness: number;
  /** Below the horizontal the ground begins to be made out here, degrees; straight down is 90. */
  groundFrom_deg: number;
  surface: InPicture[] | null;
  markings: InPicture[][];
  lights: SeenLight[];
}

/** The last part of the visibility, in which things come out of the haze. */
const HAZE = 0.25;
/** Cloud is ragged so far below its base; its shreds are so large. What is in sight stays in sight, however faintly. */
const RAGGED_FT = 60;
const SHRED_M = 220;
const FAINTEST = 0.3;
const METRES_A_DEGREE = 60 * METRES_PER_NAUTICAL_MILE;
/** Nothing nearer than this is drawn: it is under the nose. */
const NEAR_M = 3;

/** Where the field is lost from sight the cloud is everywhere. */
const LOST: Outlook = { base_ft: -1000, visibility_sm: 0 };

/** Below the cloud of a lesson without an airport one sees as far as reports tell. */
const CLEAR_SM = 10;

/**
 * Looks out of one lesson's airplane, phase by phase: in an approach for its runway, elsewhere for the ground below the cloud that was
 * planned. null where there is nothing to look for: flown with the view-limiting device on from beginning to end.
 */
export function lookingOut(lesson: Lesson): ((eye: Eye, phase: number) => Outside) | null {
  const { plan, drill, area } = lesson;
  const outlook = outlookOfLesson(lesson);
  if (!outlook || !isApproach(plan)) {
    const { cloudBase_ft } = plan;
    if (cloudBase_ft === null) return null;
    const ground_ft = area.groundElevation_ft;
    return (eye) => groundOf(eye, ground_ft, { base_ft: cloudBase_ft - ground_ft, visibility_sm: CLEAR_SM });
  }
  const { approach, world } = chartOfPlan(plan, lesson.aircraft);
  const target = plan.approach.circle?.runway ?? approach.runway;
  const there = world.runways.filter(({ airport }) => airport === approach.airport);
  const runway = there.find(({ name }) => name === target) ?? there[0];
  if (!runway) return null;
  const laid = runwayInSpace(
    runway,
    approach.variation_deg,
    target === approach.runway ? approach.path : null,
    target === approach.runway && plan.approach.approachLights === 'on'
  );
  const lostFrom = plan.approach.circle?.lost
    ? drill.phases.findIndex(({ segment }) => segment === 'missed')
    : Infinity;
  const falling = plan.approach.ends === 'as seen' ? (plan.approach.precipitation ?? 'none') : 'none';
  return (eye, phase) => ({ ...outsideOf(eye, laid, phase >= lostFrom ? LOST : outlook), falling });
}

/** Cloud, or the ground as far as it can be made out, with nothing on it. @param elevation_ft of the ground, from which the base is told */
function groundOf(eye: Eye, elevation_ft: number, { base_ft, visibility_sm }: Outlook): Outside {
  const height_ft = eye.altitude_ft - elevation_ft;
  const far_m = visibility_sm * METRES_PER_STATUTE_MILE;
  const height_m = Math.max(0, height_ft * METRES_PER_FOOT);
  const inCloud = height_ft > base_ft;
  return {
    inCloud,
    falling: 'none',
    bank_deg: eye.bank_deg,
    pitch_deg: eye.pitch_deg,
    plainness: inCloud ? 0 : plainnessAt(eye, base_ft - height_ft),
    groundFrom_deg: inCloud || height_m >= far_m ? 90 : Math.asin(height_m / far_m) / RADIANS_PER_DEGREE,
    surface: null,
    markings: [],
    lights: []
  };
}

/** What is seen of a runway from an eye through some weather. */
export function outsideOf(eye: Eye, runway: RunwayInSpace, outlook: Outlook): Outside {
  const ground = groundOf(eye, runway.elevation_ft, outlook);
  if (ground.inCloud) return ground;
  const far_m = outlook.visibility_sm * METRES_PER_STATUTE_MILE;
  const height_m = Math.max(0, (eye.altitude_ft - runway.elevation_ft) * METRES_PER_FOOT);
  const see = seeing(eye);
  const surface = runway.surface.map(see);
  const isSurfaceSeen = surface.some(({ distance_m }) => distance_m <= far_m);
  return {
    ...ground,
    surface: isSurfaceSeen ? outline(within(surface, far_m)) : null,
    markings: isSurfaceSeen
      ? runway.markings.flatMap((corners) => {
          const seen = corners.map(see);
          return seen.every(({ distance_m, ahead_m }) => distance_m <= far_m && ahead_m > NEAR_M)
            ? [seen.map(inPicture)]
            : [];
        })
      : [],
    lights: runway.lights.flatMap(({ kind, at, angle_deg }): SeenLight[] => {
      const seen = see(at);
      if (seen.distance_m > far_m || seen.ahead_m < NEAR_M) return [];
      const above_deg = Math.asin(Math.min(1, height_m / seen.distance_m)) / RADIANS_PER_DEGREE;
      return [
        {
          ...inPicture(seen),
          kind,
          isRed: kind === 'end' || (angle_deg !== null && above_deg < angle_deg),
          distance_m: seen.distance_m,
          contrast: Math.min(1, (far_m - seen.distance_m) / (HAZE * far_m) + 0.15)
        }
      ];
    })
  };
}

/** The deeper below the base the plainer, with shreds where they happen to hang: the same place looks the same again. */
function plainnessAt({ place }: Eye, below_ft: number): number {
  if (below_ft >= RAGGED_FT) return 1;
  const [north, east] = [place.latitude_deg, place.longitude_deg].map(
    (angle_deg) => ((angle_deg * METRES_A_DEGREE) / SHRED_M) * 2 * Math.PI
  ) as [number, number];
  const thinner = 0.5 * (Math.sin(north + 1.7 * Math.sin(0.37 * east)) + Math.sin(1.3 * east));
  const share = below_ft / RAGGED_FT;
  return FAINTEST + (1 - FAINTEST) * (share + share * (1 - share) * thinner);
}

const inPicture = ({ ahead_m, right_m, down_m }: FromEye): InPicture => ({
  right: Math.atan2(right_m, ahead_m) / RADIANS_PER_DEGREE,
  up: Math.atan2(-down_m, Math.hypot(ahead_m, right_m)) / RADIANS_PER_DEGREE
});

/** A surface cut off where the visibility ends: its far corners come as near as that. */
function within(corners: readonly FromEye[], far_m: number): FromEye[] {
  const [nearLeft, farLeft, farRight, nearRight] = corners as [FromEye, FromEye, FromEye, FromEye];
  const cut = (near: FromEye, far: FromEye): FromEye => {
    if (far.distance_m <= far_m) return far;
    const { before } = edgeBetween((share) => between(near, far, share).distance_m > far_m, 0, 1);
    return between(near, far, before);
  };
  return [nearLeft, cut(nearLeft, farLeft), cut(nearRight, farRight), nearRight];
}

/** The part of an outline that lies ahead. */
function outline(corners: readonly FromEye[]): InPicture[] | null {
  const kept: FromEye[] = [];
  corners.forEach((from, i) => {
    const to = corners[(i + 1) % corners.length]!;
    if (from.ahead_m >= NEAR_M) kept.push(from);
    if (from.ahead_m >= NEAR_M !== to.ahead_m >= NEAR_M)
      kept.push(between(from, to, (NEAR_M - from.ahead_m) / (to.ahead_m - from.ahead_m)));
  });
  return kept.length >= 3 ? kept.map(inPicture) : null;
}

function between(a: FromEye, b: FromEye, share: number): FromEye {
  const mix = (x: number, y: number) => x + share * (y - x);
  const [ahead_m, right_m, down_m] = [
    mix(a.ahead_m, b.ahead_m),
    mix(a.right_m, b.right_m),
    mix(a.down_m, b.down_m)
  ];
  return { ahead_m, right_m, down_m, distance_m: Math.hypot(ahead_m, right_m, down_m) };
}
