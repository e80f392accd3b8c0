import { amongClouds, SKY_CLEAR_FT } from '../air/cloud';
import type { Precipitation } from '../air/precipitation';
import { isApproach } from '../drill/approach/approach-drill';
import { worldWith } from '../drill/approach/approach-references';
import { MEAN_RADIUS_M } from '../earth/local-plane';
import type { Lesson } from '../drill/lesson';
import { worldOf } from '../drill/lesson-place';
import { plannedCloud } from '../drill/planned-cloud';
import { RADIANS_PER_DEGREE } from '../measure/angle';
import { edgeBetween } from '../measure/edge';
import { METRES_PER_FOOT, METRES_PER_NAUTICAL_MILE, METRES_PER_STATUTE_MILE } from '../measure/units';
import { layersOf, type Outlook } from '../procedure/approach/what-is-seen';
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
  /** Nothing is to be seen, and why: the cloud all round, or the view-limiting device. */
  blank: 'cloud' | 'device' | null;
  /** What lies below the horizon, and above it. */
  below: 'ground' | 'cloud';
  above: 'sky' | 'cloud';
  bank_deg: number;
  pitch_deg: number;
  /** What falls past. */
  falling: Precipitation;
  /** How plainly anything is seen, 0…1: just outside a cloud its shreds go by. */
  plainness: number;
  /** Below the horizontal what lies below begins to be made out here, degrees; straight down is 90. */
  groundFrom_deg: number;
  surface: InPicture[] | null;
  markings: InPicture[][];
  lights: SeenLight[];
}

/** The last part of the visibility, in which things come out of the haze. */
const HAZE = 0.25;
/** Cloud is ragged so far below its base and above its top; its shreds are so large. What is in sight stays in sight, however faintly. */
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
/** Above and between clouds, where the air is clear. */
const ALOFT_SM = 40;
/** Without a cloud there is none however high. */
const CLEAR: Outlook = { base_ft: Infinity, visibility_sm: CLEAR_SM };

/**
 * Looks out of one lesson's airplane, phase by phase: in an approach for its runway, elsewhere for the ground below the cloud that was
 * planned, or where the view-limiting device comes off. null where there is nothing to look for: it stays on from beginning to end.
 */
export function lookingOut(lesson: Lesson): ((eye: Eye, phase: number) => Outside) | null {
  const { plan, drill, area } = lesson;
  const outlook = outlookOfLesson(lesson);
  if (!outlook || !isApproach(plan)) {
    const ground_ft = area.groundElevation_ft;
    const cloud = plannedCloud(plan);
    if (cloud) {
      const [base_ft, top_ft] = [cloud.base_ft - ground_ft, cloud.top_ft - ground_ft];
      return (eye) => groundOf(eye, ground_ft, { base_ft, top_ft, visibility_sm: CLEAR_SM });
    }
    if (!drill.phases.some(({ looksOut }) => looksOut)) return null;
    return (eye, phase) =>
      drill.phases[phase]?.looksOut ? groundOf(eye, ground_ft, CLEAR) : blankFor(eye, 'device');
  }
  const { approach } = plan.approach;
  const world = worldWith(worldOf(plan), approach);
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
  const isLost = (phase: number) =>
    plan.approach.circle?.lost !== undefined && drill.phases[phase]?.segment === 'missed';
  const falling = plan.approach.ends === 'as seen' ? (plan.approach.precipitation ?? 'none') : 'none';
  const through = outlook.base_ft >= SKY_CLEAR_FT ? { ...outlook, base_ft: Infinity } : outlook;
  return (eye, phase) => {
    const outside = outsideOf(eye, laid, isLost(phase) ? LOST : through);
    // Above its cloud nothing falls.
    return outside.below === 'cloud' ? outside : { ...outside, falling };
  };
}

/** Nothing at all. */
function blankFor({ bank_deg, pitch_deg }: Eye, blank: 'cloud' | 'device'): Outside {
  return {
    blank,
    below: 'ground',
    above: 'cloud',
    falling: 'none',
    bank_deg,
    pitch_deg,
    plainness: 0,
    groundFrom_deg: 90,
    surface: null,
    markings: [],
    lights: []
  };
}

/**
 * Cloud, or the ground or the tops below as far as they can be made out, with nothing on them.
 * @param elevation_ft of the ground, from which the clouds are told
 */
function groundOf(eye: Eye, elevation_ft: number, outlook: Outlook): Outside {
  const height_ft = eye.altitude_ft - elevation_ft;
  const { within, above, below } = amongClouds(layersOf(outlook), height_ft);
  if (within) return blankFor(eye, 'cloud');
  const far_m = (below ? ALOFT_SM : outlook.visibility_sm) * METRES_PER_STATUTE_MILE;
  const over_m = Math.max(0, (height_ft - (below?.top_ft ?? 0)) * METRES_PER_FOOT);
  const outOfCloud_ft = Math.min(
    (above?.base_ft ?? Infinity) - height_ft,
    height_ft - (below?.top_ft ?? -Infinity)
  );
  return {
    ...blankFor(eye, 'cloud'),
    blank: null,
    below: below ? 'cloud' : 'ground',
    above: above ? 'cloud' : 'sky',
    plainness: plainnessAt(eye, outOfCloud_ft),
    groundFrom_deg: firstBelow_deg(over_m, far_m)
  };
}

/**
 * How far below the horizontal a surface begins to be made out: where the visibility ends on the round earth, or at its horizon where
 * that is nearer (dip of the horizon, arccos R/(R+h)). 90 where it cannot be made out at all.
 */
function firstBelow_deg(over_m: number, far_m: number): number {
  if (over_m >= far_m) return 90;
  const toCentre_m = MEAN_RADIUS_M + over_m;
  const toHorizon_m = Math.sqrt(over_m * (over_m + 2 * MEAN_RADIUS_M));
  const to_m = Math.min(far_m, toHorizon_m);
  if (to_m === 0) return 0;
  // Law of cosines in the triangle of the eye, the point and the earth's centre.
  return (
    Math.asin(Math.min(1, (to_m ** 2 + toHorizon_m ** 2) / (2 * to_m * toCentre_m))) / RADIANS_PER_DEGREE
  );
}

/** What is seen of a runway from an eye through some weather. */
export function outsideOf(eye: Eye, runway: RunwayInSpace, outlook: Outlook): Outside {
  const ground = groundOf(eye, runway.elevation_ft, outlook);
  // Through an overcast below nothing of the field is seen.
  if (ground.blank || ground.below === 'cloud') return ground;
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

/** The further out of the cloud the plainer, with shreds where they happen to hang: the same place looks the same again. */
function plainnessAt({ place }: Eye, outOfCloud_ft: number): number {
  if (outOfCloud_ft >= RAGGED_FT) return 1;
  const [north, east] = [place.latitude_deg, place.longitude_deg].map(
    (angle_deg) => ((angle_deg * METRES_A_DEGREE) / SHRED_M) * 2 * Math.PI
  ) as [number, number];
  const thinner = 0.5 * (Math.sin(north + 1.7 * Math.sin(0.37 * east)) + Math.sin(1.3 * east));
  const share = outOfCloud_ft / RAGGED_FT;
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
