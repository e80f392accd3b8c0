import { placeAt } from '../earth/geodesic';
import { inSpace, type InSpace } from '../earth/in-space';
import { METRES_PER_FOOT, METRES_PER_NAUTICAL_MILE } from '../measure/units';
import { LIGHTS_FT, USUAL_PATH } from '../procedure/approach/what-is-seen';
import type { Runway } from '../radio/world';

export type LightKind = 'approach' | 'threshold' | 'edge' | 'end' | 'descent';

/** A light on the ground. */
export interface Light {
  kind: LightKind;
  at: InSpace;
  /** Of a descent light: below this angle it shows red, above it white. */
  angle_deg: number | null;
}

/** A runway as it lies in space: its surface and markings as corners, and its lights. */
export interface RunwayInSpace {
  threshold: InSpace;
  elevation_ft: number;
  surface: InSpace[];
  markings: InSpace[][];
  lights: Light[];
}

const WIDTH_M = 30;
const EDGE_EVERY_M = 60;
/** Bars of approach lights, and the one that tells where a thousand feet are left. */
const BAR_EVERY_M = 30.48;
const BAR_M = [-2, -1, 0, 1, 2] as const;
const CROSSBAR_AT_FT = 1000;
const CROSSBAR_M = 15;
/** Four lights beside the touchdown point, each a third of a degree steeper than the one outside it. */
const DESCENT_RIGHT_M = [-51, -42, -33, -24] as const;
const DESCENT_STEP_DEG = 1 / 3;
const STRIPES = 8;

/**
 * Lays out a runway for landing one way, on the ellipsoid.
 * @param variation_deg what its course is magnetic by, + = east
 * @param path the path its descent lights show; null: 3°, 50 ft over the threshold
 */
export function runwayInSpace(
  runway: Runway,
  variation_deg: number,
  path: { angle_deg: number; crossing_ft: number } | null,
  approachLights: boolean
): RunwayInSpace {
  const course_deg = runway.course_deg + variation_deg;
  const length_m = runway.length_ft * METRES_PER_FOOT;
  const height_m = runway.elevation_ft * METRES_PER_FOOT;
  /** So far beyond the threshold, and to the right of the middle. */
  const at = (along_m: number, right_m: number): InSpace => {
    const middle = placeAt(runway, course_deg, along_m / METRES_PER_NAUTICAL_MILE);
    const place =
      right_m === 0 ? middle : placeAt(middle, course_deg + 90, right_m / METRES_PER_NAUTICAL_MILE);
    return inSpace(place, height_m);
  };
  const quad = (from_m: number, to_m: number, left_m: number, right_m: number): InSpace[] => [
    at(from_m, left_m),
    at(to_m, left_m),
    at(to_m, right_m),
    at(from_m, right_m)
  ];
  const half_m = WIDTH_M / 2;
  const across = (count: number, along_m: number, kind: LightKind): Light[] =>
    Array.from({ length: count }, (_, i) => light(kind, at(along_m, -half_m + (WIDTH_M * i) / (count - 1))));
  const edges = Array.from({ length: Math.floor(length_m / EDGE_EVERY_M) + 1 }, (_, i) => i * EDGE_EVERY_M);
  const bars_m = approachLights
    ? Array.from(
        { length: Math.round((LIGHTS_FT * METRES_PER_FOOT) / BAR_EVERY_M) },
        (_, i) => -(i + 1) * BAR_EVERY_M
      )
    : [];
  const angle_deg = (path ?? USUAL_PATH).angle_deg;
  const touchdown_m =
    ((path ?? USUAL_PATH).crossing_ft * METRES_PER_FOOT) / Math.tan((angle_deg * Math.PI) / 180);
  const crossbar_m = CROSSBAR_AT_FT * METRES_PER_FOOT;
  return {
    threshold: at(0, 0),
    elevation_ft: runway.elevation_ft,
    surface: quad(0, length_m, -half_m, half_m),
    markings: [
      ...Array.from({ length: STRIPES }, (_, i) => {
        const left_m = -half_m + 3 + (i * (WIDTH_M - 6)) / STRIPES;
        return quad(6, 36, left_m, left_m + 1.6);
      }),
      ...Array.from({ length: Math.floor((length_m - 120) / 50) }, (_, i) =>
        quad(80 + 50 * i, 110 + 50 * i, -0.5, 0.5)
      ),
      quad(300, 345, -8, -5),
      quad(300, 345, 5, 8)
    ],
    lights: [
      ...bars_m.flatMap((along_m) => BAR_M.map((right_m) => light('approach', at(along_m, right_m)))),
      ...(approachLights
        ? Array.from({ length: 2 * CROSSBAR_M + 1 }, (_, i) => i - CROSSBAR_M)
            .filter((right_m) => Math.abs(right_m) > 3 && right_m % 2 !== 0)
            .map((right_m) => light('approach', at(-crossbar_m, right_m)))
        : []),
      ...across(10, 0, 'threshold'),
      ...edges.flatMap((along_m) => [
        light('edge', at(along_m, -half_m)),
        light('edge', at(along_m, half_m))
      ]),
      ...across(8, length_m, 'end'),
      ...DESCENT_RIGHT_M.map((right_m, i) =>
        light('descent', at(touchdown_m, right_m), angle_deg + (i - 1.5) * DESCENT_STEP_DEG)
      )
    ]
  };
}

const light = (kind: LightKind, at: InSpace, angle_deg: number | null = null): Light => ({
  kind,
  at,
  angle_deg
});
