import { LEAST_LAYER_FT, SKY_CLEAR_FT } from '../air/cloud';
import type { TurbulenceLevel } from '../air/turbulence';
import { windAt, windFromVelocity, windVelocity, type Wind } from '../air/wind';
import { isApproach } from '../drill/approach/approach-drill';
import { lessonOf, type Lesson } from '../drill/lesson';
import type { LessonPlan } from '../drill/lesson-plan';
import { clamp } from '../measure/clamp';
import { outlookOfLesson } from '../drill/approach/outlook-of-lesson';
import type { WeatherChange } from './command';

type Velocity = ReturnType<typeof windVelocity>;

/** The air of a flight as its plan has it and as it is changed on the way. */
export interface WeatherInFlight {
  /** From a moment on, evenly over the time the change says; a change that is still under way stays where it has come to. */
  change(change: WeatherChange, at_s: number): void;
  /** Velocity of the air toward the plan's north and east, kt, at a height, ft MSL. */
  wind(time_s: number, altitude_ft: number): Velocity;
  gust_kt(time_s: number): number;
  turbulence(): TurbulenceLevel;
  altimeterSetting_hPa(time_s: number): number;
  /** From standard. */
  temperatureOffset_K(time_s: number): number;
}

/** One quantity that goes evenly from what it was to what it is to be. */
interface Going<Value> {
  from: (altitude_ft: number) => Value;
  to: Value;
  since_s: number;
  over_s: number;
}

/** @param turned_deg what is added to the plan's bearings: of the variation, where true north is wanted */
export function weatherInFlight(plan: LessonPlan, turned_deg = 0): WeatherInFlight {
  const turned = <W extends Wind>(wind: W): W => ({ ...wind, from_deg: wind.from_deg + turned_deg });
  const layers = plan.windLayers.map(turned);
  const steady = windVelocity(turned({ from_deg: plan.windFrom_deg, speed_kt: plan.windSpeed_kt }));
  const planned = layers.length > 0 ? (altitude_ft: number) => windAt(layers, altitude_ft) : () => steady;
  let winds: Going<Velocity> | null = null;
  let gusts: Going<number> | null = null;
  let settings: Going<number> | null = null;
  let temperatures: Going<number> | null = null;
  let { turbulence } = plan;

  const wind = (time_s: number, altitude_ft: number): Velocity =>
    winds ? between(winds, altitude_ft, shareOf(winds, time_s)) : planned(altitude_ft);
  const figureOf = (going: Going<number> | null, usual: number, time_s: number) =>
    going ? going.from(0) + shareOf(going, time_s) * (going.to - going.from(0)) : usual;
  const gust_kt = (time_s: number) => figureOf(gusts, plan.gust_kt, time_s);
  const altimeterSetting_hPa = (time_s: number) => figureOf(settings, plan.altimeterSetting_hPa, time_s);
  const temperatureOffset_K = (time_s: number) => figureOf(temperatures, plan.temperatureOffset_K, time_s);

  return {
    change({ over_s, ...to }, at_s) {
      const since = { since_s: at_s, over_s };
      if (to.wind) {
        // Layers are gone from as they stand; a change under way, from where it has come to at each height.
        const before = winds;
        const share = before ? shareOf(before, at_s) : 0;
        const from = before ? (altitude_ft: number) => between(before, altitude_ft, share) : planned;
        winds = { ...since, from, to: windVelocity(turned(to.wind)) };
      }
      if (to.gust_kt !== undefined) gusts = { ...since, from: constant(gust_kt(at_s)), to: to.gust_kt };
      if (to.altimeterSetting_hPa !== undefined)
        settings = { ...since, from: constant(altimeterSetting_hPa(at_s)), to: to.altimeterSetting_hPa };
      if (to.temperatureOffset_K !== undefined)
        temperatures = { ...since, from: constant(temperatureOffset_K(at_s)), to: to.temperatureOffset_K };
      if (to.turbulence) turbulence = to.turbulence;
    },
    wind,
    gust_kt,
    turbulence: () => turbulence,
    altimeterSetting_hPa,
    temperatureOffset_K
  };
}

const constant = (value: number) => () => value;

function shareOf({ since_s, over_s }: Going<unknown>, time_s: number): number {
  return over_s > 0 ? clamp((time_s - since_s) / over_s, 0, 1) : 1;
}

function between(going: Going<Velocity>, altitude_ft: number, share: number): Velocity {
  const from = going.from(altitude_ft);
  return {
    north: from.north + share * (going.to.north - from.north),
    east: from.east + share * (going.to.east - from.east)
  };
}

/** A plan with the air it had at a moment, its wind that of the height it begins at. @param time_s Infinity: as all of it will have become */
export function planInWeather(plan: LessonPlan, changes: readonly TimedChange[], time_s: number): LessonPlan {
  const past = changes.filter(({ at_s }) => at_s <= time_s);
  if (past.length === 0) return plan;
  const weather = weatherInFlight(plan);
  for (const { change, at_s } of past) weather.change(change, at_s);
  const wind = past.some(({ change }) => change.wind)
    ? windFromVelocity(weather.wind(time_s, plan.startAltitude_ft))
    : null;
  return {
    ...plan,
    ...(wind ? { windFrom_deg: wind.from_deg, windSpeed_kt: wind.speed_kt, windLayers: [] } : {}),
    gust_kt: weather.gust_kt(time_s),
    turbulence: weather.turbulence(),
    altimeterSetting_hPa: weather.altimeterSetting_hPa(time_s),
    temperatureOffset_K: weather.temperatureOffset_K(time_s)
  };
}

export interface TimedChange {
  change: WeatherChange;
  at_s: number;
}

/**
 * The lesson whose end is decided by other weather; null where that decides nothing in it. What is left out is as it was.
 * @throws Rejection as `lessonOf`
 */
export function lessonInWeather(lesson: Lesson, change: WeatherChange): Lesson | null {
  const { plan } = lesson;
  const { base_ft, top_ft, visibility_sm, precipitation } = change;
  if (
    !isApproach(plan) ||
    [base_ft, top_ft, visibility_sm, precipitation].every((said) => said === undefined)
  )
    return null;
  const now = outlookOfLesson(lesson)!;
  const { upper, top_ft: _top, ...planned } = plan.approach;
  const base = base_ft ?? clamp(now.base_ft, 0, SKY_CLEAR_FT);
  const top = topAfter(now, base, top_ft);
  const approach = {
    ...planned,
    ends: 'as seen' as const,
    base_ft: base,
    ...(top === null ? {} : { top_ft: top }),
    ...(upper && top !== null && top + LEAST_LAYER_FT <= upper.base_ft ? { upper } : {}),
    visibility_sm: visibility_sm ?? clamp(plan.approach.visibility_sm ?? now.visibility_sm, 0, 10),
    ...(precipitation === undefined ? {} : { precipitation })
  };
  return lessonOf({ ...plan, approach });
}

/** A top that is not spoken of stays, unless the base has come up to it: then the cloud goes on upward. null: it does. */
function topAfter(
  { top_ft = null }: { top_ft?: number | null | undefined },
  base_ft: number,
  said: WeatherChange['top_ft']
) {
  if (said !== undefined) return said;
  return top_ft !== null && top_ft >= base_ft + LEAST_LAYER_FT ? top_ft : null;
}
