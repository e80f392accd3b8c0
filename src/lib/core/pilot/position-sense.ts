import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';
import { windVelocity, type Wind } from '../air/wind';
import { windAboutFix } from '../drill/plan-wind';
import { placeAt, wayBetween } from '../earth/geodesic';
import type { Place } from '../earth/local-plane';
import type { Lesson } from '../drill/lesson';
import { onPanel, panelTurn, type Reference } from '../drill/reference';
import { byCourse } from '../procedure/air-path';
import { mainNeedle, type NavigationShown } from '../radio/navigation-shown';
import type { Localizer } from '../radio/station-geometry';

/** With more bank than this a beacon's pointer is not believed. */
const DIPS_BEYOND_DEG = 6;
/** Beyond this share of full scale a needle only says which side. */
const AT_ITS_STOP = 0.97;
/** A beacon's pointer swings with every little bank: a pilot takes the middle of several looks. */
const BEACON_BELIEVED = 0.3;

/** Where a pilot believes to be about the fix flown about, by the fix's own north: reckoned on by heading, speed and wind, put right by every look. */
export interface PositionSense {
  /** The briefed wind, by the fix's north. */
  wind(): Wind;
  /** From now on about another fix. */
  about(reference: Reference): void;
  reckon(seconds: number, heading_deg: number, tas_kt: number): void;
  see(shown: NavigationShown, altitude_ft: number, bank_deg: number): void;
  /** To where it is seen to be. */
  put(place: Place): void;
  distance_nm(): number;
  /** From the station the fix is found by. */
  toStation_nm(): number;
  radial_deg(): number;
  by(course_deg: number): { along_nm: number; right_nm: number };
  /** A panel heading as one by the fix's north, and back. */
  toFix(heading_deg: number): number;
  toPanel(heading_deg: number): number;
}

/** @param origin what the lesson begins about */
export function positionSense(lesson: Lesson, origin: Reference): PositionSense {
  const { start, area } = lesson;
  let reference = origin;
  let wind = windAboutFix(lesson, reference);
  let drift = windVelocity(wind);
  const at = (radial_deg: number, distance_nm: number) => ({
    north_nm: distance_nm * Math.cos(radial_deg * RADIANS_PER_DEGREE),
    east_nm: distance_nm * Math.sin(radial_deg * RADIANS_PER_DEGREE)
  });
  /** The station, seen from the fix. */
  const stationOf = ({ radial_deg, distance_nm }: Reference) => at(radial_deg + 180, distance_nm);
  let station = stationOf(reference);
  let here = at(start.radial_deg, start.distance_nm);
  const toFix = (heading_deg: number) => normaliseBearing(heading_deg + panelTurn(reference, area));

  /** A needle that is not at its stop says how far aside; the distance is read, or reckoned. */
  function seeLocalizer(shown: NavigationShown, altitude_ft: number) {
    const { deflection, valid, fullScale_deg } = mainNeedle(shown);
    if (!valid || fullScale_deg === null || Math.abs(deflection) > AT_ITS_STOP) return;
    const height_nm = (altitude_ft - (reference.station?.elevation_ft ?? 0)) / FEET_PER_NAUTICAL_MILE;
    const from = { north_nm: here.north_nm - station.north_nm, east_nm: here.east_nm - station.east_nm };
    const away = shown.distance
      ? Math.sqrt(Math.max(0, shown.distance.nm ** 2 - height_nm ** 2))
      : Math.hypot(from.north_nm, from.east_nm);
    // The beam says how far aside of the front course; on which side of the antenna one is has to be known.
    const { course_deg } = reference.station as Localizer;
    const side = byCourse(from, course_deg).along_nm < 0 ? 1 : -1;
    const out = at(course_deg + (side > 0 ? 180 : 0) + side * deflection * fullScale_deg, away);
    here = { north_nm: station.north_nm + out.north_nm, east_nm: station.east_nm + out.east_nm };
  }

  return {
    wind: () => wind,
    about(next) {
      if (next === reference) return;
      const radial_deg = Math.atan2(here.east_nm, here.north_nm) * DEGREES_PER_RADIAN;
      const place = placeAt(
        reference.place,
        radial_deg + reference.north_deg,
        Math.hypot(here.north_nm, here.east_nm)
      );
      const from = wayBetween(next.place, place);
      here = at(from.azimuth_deg - next.north_deg, from.distance_nm);
      reference = next;
      wind = windAboutFix(lesson, reference);
      drift = windVelocity(wind);
      station = stationOf(reference);
    },
    reckon(seconds, heading_deg, tas_kt) {
      const way = at(toFix(heading_deg), (tas_kt * seconds) / 3600);
      here = {
        north_nm: here.north_nm + way.north_nm + (drift.north * seconds) / 3600,
        east_nm: here.east_nm + way.east_nm + (drift.east * seconds) / 3600
      };
    },
    see(shown, altitude_ft, bank_deg) {
      const { pointer, distance } = shown;
      if (reference.by === 'localizer') {
        seeLocalizer(shown, altitude_ft);
        return;
      }
      if (!pointer || (pointer.source === 'adf' && Math.abs(bank_deg) > DIPS_BEYOND_DEG)) return;
      const height_nm = (altitude_ft - (reference.station?.elevation_ft ?? 0)) / FEET_PER_NAUTICAL_MILE;
      const reckoned = Math.hypot(here.north_nm - station.north_nm, here.east_nm - station.east_nm);
      const away =
        distance === null
          ? reckoned
          : distance.kind === 'rnav'
            ? distance.nm
            : Math.sqrt(Math.max(0, distance.nm ** 2 - height_nm ** 2));
      const from = at(pointer.bearing_deg + 180, away);
      const believed = pointer.source === 'adf' ? BEACON_BELIEVED : 1;
      here = {
        north_nm: here.north_nm + believed * (station.north_nm + from.north_nm - here.north_nm),
        east_nm: here.east_nm + believed * (station.east_nm + from.east_nm - here.east_nm)
      };
    },
    put(place) {
      const from = wayBetween(reference.place, place);
      here = at(from.azimuth_deg - reference.north_deg, from.distance_nm);
    },
    toStation_nm: () => Math.hypot(here.north_nm - station.north_nm, here.east_nm - station.east_nm),
    distance_nm: () => Math.hypot(here.north_nm, here.east_nm),
    radial_deg: () => normaliseBearing(Math.atan2(here.east_nm, here.north_nm) * DEGREES_PER_RADIAN),
    by: (course_deg) => byCourse(here, course_deg),
    toFix,
    toPanel: (heading_deg) => onPanel(heading_deg, reference, area)
  };
}
