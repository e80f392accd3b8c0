import { wayBetween } from '../earth/geodesic';
import { normaliseSigned } from '../measure/angle';
import { Rejection } from '../measure/rejection';
import { LEAST_CROSSING_DEG, placeOfFix, radialAt, stationById } from './station-geometry';
import type { World } from './world';

/** Something about a world that cannot be, or should not, at its place. */
export interface WorldProblem {
  field: string;
  message: string;
  /** What stands there, where that says something. */
  value?: unknown;
}

/** What a schema cannot see: names twice, names that lead nowhere, frequencies that disturb each other, radials that hardly cross. */
export function worldProblems(world: World): WorldProblem[] {
  const problems: WorldProblem[] = [];
  const names = new Map<string, string>();
  const once = (id: string, field: string) => {
    const before = names.get(id);
    if (before) problems.push({ field, message: `${id} is the name of ${before} already.` });
    else names.set(id, field);
  };
  world.stations.forEach((station, i) => once(station.id, `stations.${i}.id`));
  world.fixes.forEach((fix, i) => once(fix.id, `fixes.${i}.id`));
  world.stations.forEach((station, i) => {
    world.stations.slice(0, i).forEach((other) => {
      const mine = frequencyOf(station);
      if (mine === null || mine !== frequencyOf(other)) return;
      const apart = wayBetween(station, other).distance_nm;
      if (apart < station.range_nm + other.range_nm)
        problems.push({
          field: `stations.${i}.frequency`,
          message: `${station.id} and ${other.id} share ${mine} and are only ${Math.round(apart)} NM apart; where both are in range neither can be told.`
        });
    });
    if (
      station.kind === 'localizer' &&
      !world.runways.some((r) => `${r.airport} ${r.name}` === station.runway)
    )
      problems.push({
        field: `stations.${i}.runway`,
        message: `${station.id} leads to runway ${station.runway}, and there is none.`
      });
  });
  world.fixes.forEach((fix, i) => {
    const field = `fixes.${i}.at`;
    try {
      const place = placeOfFix(world, fix, field);
      if ('other' in fix.at) {
        const other = stationById(world, fix.at.other);
        const first = stationById(world, fix.at.station);
        if (first.kind !== 'vor' || other.kind !== 'vor') return;
        const angle = Math.abs(
          normaliseSigned(
            radialAt(first, place) + first.alignment_deg - radialAt(other, place) - other.alignment_deg
          )
        );
        if (Math.min(angle, 180 - angle) < LEAST_CROSSING_DEG)
          problems.push({
            field,
            message: `The radials of ${fix.id} cross at less than ${LEAST_CROSSING_DEG}°; a degree of error moves it too far.`
          });
      }
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      problems.push({ field: error.field, value: error.value, message: error.message });
    }
  });
  return problems;
}

/** What a receiver is tuned to, with its unit; null for what is not tuned. */
export function frequencyOf(station: World['stations'][number]): string | null {
  if (station.kind === 'ndb') return `${station.frequency_kHz} kHz`;
  return station.kind === 'marker' ? null : `${station.frequency_MHz.toFixed(2)} MHz`;
}
