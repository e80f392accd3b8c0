import { geoAzimuthalEquidistant, type GeoProjection } from 'd3-geo';
import type { World } from '$core/radio/world';

const EARTH_RADIUS_NM = 3440.065;

/** Azimuthal equidistant about a world's middle: true distances and azimuths from there, nearly so everywhere on it. */
export function chartProjection(
  world: World,
  width: number,
  height: number
): { project: GeoProjection; pixelsPerMile: number } {
  const places = [...world.stations, ...world.runways];
  const middle = (values: number[]) => (Math.min(...values) + Math.max(...values)) / 2;
  const centre: [number, number] = [
    middle(places.map((p) => p.longitude_deg)),
    middle(places.map((p) => p.latitude_deg))
  ];
  const project = geoAzimuthalEquidistant()
    .rotate([-centre[0], -centre[1]])
    .translate([width / 2, height / 2])
    .scale(1000);
  const xs = places.map((p) => project([p.longitude_deg, p.latitude_deg])!);
  const spread = Math.max(
    (Math.max(...xs.map((p) => p[0])) - Math.min(...xs.map((p) => p[0]))) / (width - 120),
    (Math.max(...xs.map((p) => p[1])) - Math.min(...xs.map((p) => p[1]))) / (height - 120),
    1e-6
  );
  const scale = Math.min(1000 / spread, 60 * EARTH_RADIUS_NM);
  project.scale(scale);
  return { project, pixelsPerMile: scale / EARTH_RADIUS_NM };
}
