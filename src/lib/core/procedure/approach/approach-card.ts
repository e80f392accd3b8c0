import { ZERO_CELSIUS_K, temperatureAt, trueFromIndicated } from '../../air/atmosphere';
import type { Wind } from '../../air/wind';
import type { AircraftFile } from '../../aircraft/aircraft-file';
import { configurationCard, type CardLine } from '../../aircraft/configuration-card';
import { Rejection } from '../../measure/rejection';
import { METRES_PER_FOOT } from '../../measure/units';
import { stationById } from '../../radio/station-geometry';
import { missedStationOf } from './missed-station';
import type { Station, World } from '../../radio/world';
import { windTriangle } from '../wind-triangle';
import type { Approach } from './approach';
import { categoryOf, type CategoryReason } from './approach-category';
import { layApproach, LEAST_CLIMB_FTPNM, type LaidLeg } from './approach-path';
import { finalProfile, floorsOf, type FinalProfile, type Floor } from './approach-profile';
import {
  TIMED_GROUNDSPEEDS_KT,
  timeFor,
  visualDescentPoint,
  type VisualDescentPoint
} from './approach-timing';
import { coldAltitudes, type ColdAltitude } from './cold-altitudes';
import { temperatureError } from './cold-correction';
import { setMinimum, type SetMinimum } from './set-minimum';
import { heightOnPath, rateBetween, rateOnPath, ruleRate } from './vertical-path';

/** What an approach is flown in and with, today. */
export interface ApproachDay {
  aircraft: AircraftFile;
  /** Indicated airspeed on the final approach. */
  speed_kt: number;
  /** About the airport, magnetic like the courses. */
  wind: Wind;
  /** At the airport. */
  temperature_C: number;
  altimeter: 'local' | 'remote';
  approachLights: 'on' | 'out';
  /** null: vectors to the final course. */
  transition: string | null;
  withoutFixes: readonly string[];
  withoutPath: boolean;
  line: string | null;
  /** How minimums are set: up to the next 1, 10 or 20 ft. */
  roundTo_ft: 1 | 10 | 20;
  /** Without vertical guidance: levelled at the minimum, or one straight descent that treats it, with an add-on, as a DA. */
  technique: 'step-down' | 'continuous';
  addOn_ft: number;
}

/** What is known of an approach before it is flown: everything a briefing says, with its figures. */
export interface ApproachCard {
  station: Station | null;
  category: CategoryReason;
  /** null: nothing is authorised as things are. */
  minimum: SetMinimum | null;
  /** On the final course. */
  tas_kt: number;
  groundspeed_kt: number;
  heading_deg: number;
  windCorrectionAngle_deg: number;
  headwind_kt: number;
  crosswind_kt: number;
  /** Rates on the path at this groundspeed and 10 kt to either side; null without a path. */
  rates: { groundspeed_kt: number; rate_fpm: number; rule_fpm: number }[] | null;
  /**
   * The check against a false path or a wrong setting: where the path is at the final fix, and what the altimeter shows there
   * at today's temperature, if the path hangs in the air and not on the altimeter.
   */
  checkAltitude: { fix: string; altitude_ft: number; reads_ft: number; published_ft: number | null } | null;
  /** Altitude on the path by distance before the threshold. */
  table: { distance_nm: number; altitude_ft: number }[];
  stepDowns: { from: string; to: string; lose_ft: number; distance_nm: number; rate_fpm: number }[];
  /** From the final fix to the missed approach point, where there is an MDA and no waypoint tells of it. */
  timing: { distance_nm: number; time_s: number; table: { groundspeed_kt: number; time_s: number }[] } | null;
  visualDescentPoint: VisualDescentPoint | null;
  cold: ColdAltitude[];
  missed: {
    legs: LaidLeg[];
    /** What is to be tuned for it beside the final's own station; null: nothing. */
    station: Station | null;
    climb_ftpnm: number;
    rate_fpm: number;
    canClimb_fpm: number | null;
  };
  /** The airplane's own numbers for it. */
  settings: { level: CardLine | null; descent: CardLine | null; missed: CardLine | null };
  legs: (LaidLeg & { heading_deg: number | null })[];
  profile: FinalProfile;
  floors: Floor[];
}

/** The card lines that are flown here: each costs a solution of the airplane's equations. */
const NEEDED_LINES = ['level-approach-speed', 'approach-descent', 'missed-approach'];
/** Altitudes the table begins below: farther out nobody looks. */
const TABLE_FROM_NM = 10;

/**
 * The card of an approach in this airplane today.
 * @throws Rejection where the airplane is too fast for any category, the wind leaves no way along the final course, or the
 * approach names what its world has not (see `approachProblems`)
 */
export function approachCard(world: World, approach: Approach, day: ApproachDay): ApproachCard {
  const { aircraft, wind, speed_kt } = day;
  const category = categoryOf(aircraft.speeds.stallFlaps_kt, speed_kt);
  if (!category) throw new Rejection('speed', speed_kt, 'an approach speed below 166 kt');
  const elevation_ft = approach.touchdownElevation_ft;
  const offset_K = day.temperature_C + ZERO_CELSIUS_K - temperatureAt(elevation_ft * METRES_PER_FOOT);
  const tas = (ias_kt: number) => trueFromIndicated(ias_kt, elevation_ft + 1000, offset_K);
  const tas_kt = tas(speed_kt);
  const onCourse = (course_deg: number, airspeed_kt = tas_kt) => {
    const found = windTriangle(course_deg, airspeed_kt, wind);
    if (found.kind === 'impossible')
      throw new Rejection('wind', `${wind.from_deg}/${wind.speed_kt}`, found.reason);
    return found;
  };
  const { groundspeed_kt, heading_deg, windCorrectionAngle_deg, headwind_kt, crosswind_kt } = onCourse(
    approach.finalCourse_deg
  );

  const minimum = setMinimum(approach, { ...day, category: category.category });
  const straightIn = minimum !== null && minimum.line !== 'circling' && approach.runway !== null;
  const profile = finalProfile(world, approach);
  const { points, finalFix, missedPoint_nm } = profile;
  const { path } = approach;
  const onPath = (distance_nm: number) => elevation_ft + heightOnPath(path!, distance_nm, 'refracted');

  const inbound = points.filter(
    ({ before_nm, name }) => before_nm > missedPoint_nm + 0.05 && !day.withoutFixes.includes(name)
  );
  const stepDowns = inbound.flatMap((point, i) => {
    const next = inbound[i + 1];
    const to_ft = next ? next.above_ft : (minimum?.altitude_ft ?? null);
    const from_ft = point.above_ft;
    const distance_nm = point.before_nm - (next?.before_nm ?? missedPoint_nm);
    if (from_ft === null || to_ft === null || from_ft <= to_ft || distance_nm <= 0) return [];
    // With a path the last descent is the path itself.
    if (!next && minimum?.kind === 'DA') return [];
    return [
      {
        from: point.name,
        to: next?.name ?? 'the missed approach point',
        lose_ft: from_ft - to_ft,
        distance_nm,
        rate_fpm: rateBetween(from_ft - to_ft, distance_nm, groundspeed_kt)
      }
    ];
  });

  // Past the missed approach point there is nothing more to descend from.
  const visual =
    path && finalFix && straightIn && minimum.kind === 'MDA'
      ? visualDescentPoint(minimum.altitude_ft, elevation_ft, path, finalFix.before_nm, groundspeed_kt)
      : null;

  const timed_nm = finalFix ? finalFix.before_nm - missedPoint_nm : 0;
  const lines = configurationCard(
    { ...aircraft, card: aircraft.card.filter(({ id }) => NEEDED_LINES.includes(id)) },
    elevation_ft + 1000,
    { temperatureOffset_K: offset_K }
  );
  const line = (id: string) => lines.find((l) => l.id === id) ?? null;
  const climbing = line('missed-approach');
  const climb_ftpnm = approach.missed.climb_ftpnm ?? LEAST_CLIMB_FTPNM;
  const missedTas_kt = tas(climbing?.ias_kt ?? aircraft.speeds.bestClimb_kt);
  const legs = layApproach(world, approach, day.transition).map((leg) => ({
    ...leg,
    heading_deg:
      leg.course_deg === null || leg.part === 'missed' ? null : onCourse(leg.course_deg).heading_deg
  }));
  return {
    station: approach.station === null ? null : stationById(world, approach.station),
    category,
    minimum,
    tas_kt,
    groundspeed_kt,
    heading_deg,
    windCorrectionAngle_deg,
    headwind_kt,
    crosswind_kt,
    rates: path
      ? [-10, 0, 10].map((more) => ({
          groundspeed_kt: groundspeed_kt + more,
          rate_fpm: rateOnPath(path.angle_deg, groundspeed_kt + more),
          rule_fpm: ruleRate(groundspeed_kt + more)
        }))
      : null,
    checkAltitude:
      path && finalFix
        ? {
            fix: finalFix.name,
            altitude_ft: onPath(finalFix.before_nm),
            reads_ft:
              onPath(finalFix.before_nm) +
              (hangsInTheAir(approach) && !day.withoutPath
                ? temperatureError(
                    onPath(finalFix.before_nm) - approach.airportElevation_ft,
                    day.temperature_C,
                    approach.airportElevation_ft
                  )
                : 0),
            published_ft: finalFix.above_ft
          }
        : null,
    table: path
      ? wholeMiles(Math.min(TABLE_FROM_NM, finalFix?.before_nm ?? TABLE_FROM_NM)).map((distance_nm) => ({
          distance_nm,
          altitude_ft: onPath(distance_nm)
        }))
      : [],
    stepDowns,
    timing:
      timed_nm > 0 && approach.station !== null && approach.minimums.some(({ kind }) => kind === 'MDA')
        ? {
            distance_nm: timed_nm,
            time_s: timeFor(timed_nm, groundspeed_kt),
            table: TIMED_GROUNDSPEEDS_KT.map((kt) => ({ groundspeed_kt: kt, time_s: timeFor(timed_nm, kt) }))
          }
        : null,
    visualDescentPoint: visual && visual.distance_nm > missedPoint_nm ? visual : null,
    cold: coldAltitudes(approach, day.temperature_C, points, minimum?.altitude_ft ?? null),
    missed: {
      legs: legs.filter(({ part }) => part === 'missed'),
      station: missedStationOf(world, approach),
      climb_ftpnm,
      rate_fpm: (climb_ftpnm * onCourse(approach.finalCourse_deg, missedTas_kt).groundspeed_kt) / 60,
      canClimb_fpm: climbing?.verticalSpeed_fpm ?? null
    },
    settings: { level: line('level-approach-speed'), descent: line('approach-descent'), missed: climbing },
    legs,
    profile,
    floors: floorsOf(profile, minimum?.altitude_ft ?? elevation_ft)
  };
}

/** Whether the path is one in space; others are made from the altimeter and lie as wrong as it does. */
function hangsInTheAir({ kind }: Approach): boolean {
  return kind === 'ils' || kind === 'lpv';
}

function wholeMiles(from_nm: number): number[] {
  return Array.from({ length: Math.max(0, Math.floor(from_nm)) }, (_, k) => Math.floor(from_nm) - k);
}

/** A day to begin with: still air, standard temperature, the airplane's own approach speed, by the first transition. */
export function plainDay(approach: Approach, aircraft: AircraftFile): ApproachDay {
  const line = aircraft.card.find(({ id }) => id === 'approach-descent');
  return {
    aircraft,
    speed_kt: line?.ias_kt ?? Math.round(1.4 * aircraft.speeds.stallFlaps_kt),
    wind: { from_deg: approach.finalCourse_deg, speed_kt: 0 },
    temperature_C: Math.round(temperatureAt(approach.airportElevation_ft * METRES_PER_FOOT) - ZERO_CELSIUS_K),
    altimeter: 'local',
    approachLights: 'on',
    transition: approach.transitions[0]?.id ?? null,
    withoutFixes: [],
    withoutPath: false,
    line: null,
    roundTo_ft: 10,
    technique: 'continuous',
    addOn_ft: 50
  };
}
