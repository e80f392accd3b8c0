import { placeOfFix } from '../radio/station-geometry';
import type { World } from '../radio/world';

/** A world as GeoJSON (RFC 7946): a point a station, fix and runway threshold, with what is known of it as properties. */
export function worldToGeoJson(world: World) {
  const point = (longitude: number, latitude: number, properties: Record<string, unknown>) => ({
    type: 'Feature' as const,
    geometry: { type: 'Point' as const, coordinates: [longitude, latitude] },
    properties
  });
  return {
    type: 'FeatureCollection' as const,
    features: [
      ...world.stations.map(({ latitude_deg, longitude_deg, ...rest }) =>
        point(longitude_deg, latitude_deg, { feature: 'station', ...rest })
      ),
      ...world.fixes.map((fix) => {
        const { latitude_deg, longitude_deg } = placeOfFix(world, fix);
        return point(longitude_deg, latitude_deg, { feature: 'fix', id: fix.id, at: fix.at });
      }),
      ...world.runways.map(({ latitude_deg, longitude_deg, ...rest }) =>
        point(longitude_deg, latitude_deg, { feature: 'runway', ...rest })
      )
    ]
  };
}
