import { Rejection } from '../measure/rejection';
import { parse } from '../measure/validation';
import { World } from '../radio/world';
import { worldProblems } from '../radio/world-check';

/**
 * Reads a world from Hanza's JSON or from GeoJSON as Hanza writes it; a GeoJSON file needs a name given to it.
 * @param named id and name for a GeoJSON file that carries none
 * @throws Rejection at the place that does not fit
 */
export function worldFrom(text: string, named: { id: string; name: string } | null = null): World {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    throw new Rejection(
      'file',
      text.slice(0, 40),
      `a world as JSON or GeoJSON (${(error as Error).message})`
    );
  }
  const asked = isGeoJson(content) ? fromGeoJson(content, named) : content;
  const world = parse(World, asked, 'world');
  // Names that lead nowhere and names twice cannot be flown by; frequencies that disturb each other are only said.
  const fatal = worldProblems(world).find(
    ({ field }) => /\.(id|at|runway)$/.test(field) || field.includes('.at.')
  );
  if (fatal) throw new Rejection(fatal.field, fatal.value, fatal.message);
  return world;
}

interface Feature {
  geometry?: { type?: unknown; coordinates?: unknown };
  properties?: Record<string, unknown> | null;
}

function isGeoJson(content: unknown): content is { features: Feature[]; id?: unknown; name?: unknown } {
  return (
    typeof content === 'object' &&
    content !== null &&
    (content as { type?: unknown }).type === 'FeatureCollection' &&
    Array.isArray((content as { features?: unknown }).features)
  );
}

function fromGeoJson(
  { features, id, name }: { features: Feature[]; id?: unknown; name?: unknown },
  named: { id: string; name: string } | null
) {
  const placed = (feature: Feature | null, index: number) => {
    const { geometry } = feature ?? {};
    const properties = feature?.properties ?? {};
    const at = geometry?.coordinates;
    if (
      geometry?.type !== 'Point' ||
      !Array.isArray(at) ||
      typeof at[0] !== 'number' ||
      typeof at[1] !== 'number'
    )
      throw new Rejection(
        `features.${index}.geometry`,
        geometry?.type,
        'a point with longitude and latitude'
      );
    const { feature: kind, ...rest } = properties;
    return { kind, rest, longitude_deg: at[0], latitude_deg: at[1] };
  };
  const all = features.map(placed);
  const of = (kind: string) => all.filter((feature) => feature.kind === kind);
  const unknown = all.findIndex(({ kind }) => kind !== 'station' && kind !== 'fix' && kind !== 'runway');
  if (unknown >= 0)
    throw new Rejection(
      `features.${unknown}.properties.feature`,
      all[unknown]!.kind,
      'station, fix or runway'
    );
  return {
    id: id ?? named?.id,
    name: name ?? named?.name,
    stations: of('station').map(({ rest, longitude_deg, latitude_deg }) => ({
      ...rest,
      latitude_deg,
      longitude_deg
    })),
    fixes: of('fix').map(({ rest, longitude_deg, latitude_deg }) => ({
      id: rest.id,
      at: rest.at ?? { latitude_deg, longitude_deg }
    })),
    runways: of('runway').map(({ rest, longitude_deg, latitude_deg }) => ({
      ...rest,
      latitude_deg,
      longitude_deg
    }))
  };
}
