import { heading } from '$core/measure/figure';
import type { Place } from '$core/earth/local-plane';
import { placeOfFix } from '$core/radio/station-geometry';
import type { World } from '$core/radio/world';
import { frequencyOf } from '$core/radio/world-check';

type Station = World['stations'][number];

/** A station or fix to be chosen on a chart. */
export interface ChartPoint {
  id: string;
  kind: Station['kind'] | 'fix';
  name: string;
  place: Place;
  /** What it is tuned on, or how it lies. */
  words: string;
  /** null: it is a fix. */
  station: Station | null;
}

export function chartPoints(world: World): ChartPoint[] {
  return [
    ...world.stations.map((station) => ({
      id: station.id,
      kind: station.kind,
      name: station.name,
      place: station,
      words: frequencyOf(station) ?? `${'marker' in station ? station.marker : ''} marker`,
      station
    })),
    ...world.fixes.map((fix) => ({
      id: fix.id,
      kind: 'fix' as const,
      name: fix.id,
      place: placeOfFix(world, fix),
      words: fixWords(fix),
      station: null
    }))
  ];
}

function fixWords({ at }: World['fixes'][number]): string {
  if ('latitude_deg' in at) return 'by its place';
  if ('distance_nm' in at) return `${at.station} ${heading(at.radial_deg)} / ${at.distance_nm} NM`;
  return `${at.station} ${heading(at.radial_deg)} and ${at.other} ${heading(at.otherRadial_deg)}`;
}
