import { SKY_CLEAR_FT } from '../air/cloud';
import type { Precipitation } from '../air/precipitation';
import { runwayVisualRange_ft } from '../air/runway-visual-range';
import type { TurbulenceLevel } from '../air/turbulence';
import type { ReportedWeather } from '../air/weather-report';
import { minimumOf, temperatureOf } from '../drill/approach/approach-minimum';
import { isApproach } from '../drill/approach/approach-drill';
import { outlookOfLesson } from '../drill/approach/outlook-of-lesson';
import type { Lesson } from '../drill/lesson';
import { windAtStart } from '../drill/plan-wind';
import type { Outlook } from '../procedure/approach/what-is-seen';
import { normaliseBearing } from '../measure/angle';
import { planInWeather, type TimedChange } from './weather-in-flight';

/** The weather of a flight at a moment. Wind from magnetic north; the base above touchdown. */
export interface WeatherNow {
  windFrom_deg: number;
  windSpeed_kt: number;
  gust_kt: number;
  turbulence: TurbulenceLevel;
  altimeterSetting_hPa: number;
  base_ft: number;
  /** null: above where it is flown. */
  top_ft: number | null;
  /** As it is reported. */
  visibility_sm: number;
  /** But for what falls. */
  dryVisibility_sm: number;
  precipitation: Precipitation;
  /** At the airport; without one, at sea level. */
  temperature_C: number;
}

/** Where a lesson names no weather to be seen through. */
const CLEAR: Outlook = { base_ft: SKY_CLEAR_FT, visibility_sm: 10 };

/** @param lesson as it is flown by then: what is to be seen has been put into its plan */
export function weatherNow(lesson: Lesson, changes: readonly TimedChange[], time_s: number): WeatherNow {
  const plan = planInWeather(lesson.plan, changes, time_s);
  const wind = windAtStart(plan);
  const seen = outlookOfLesson(lesson) ?? CLEAR;
  const approach =
    isApproach(lesson.plan) && lesson.plan.approach.ends === 'as seen' ? lesson.plan.approach : null;
  return {
    windFrom_deg: Math.round(wind.from_deg),
    windSpeed_kt: Math.round(wind.speed_kt),
    gust_kt: Math.round(plan.gust_kt),
    turbulence: plan.turbulence,
    altimeterSetting_hPa: Math.round(plan.altimeterSetting_hPa),
    base_ft: seen.base_ft,
    top_ft: seen.top_ft ?? null,
    visibility_sm: seen.visibility_sm,
    dryVisibility_sm: approach?.visibility_sm ?? seen.visibility_sm,
    precipitation: approach?.precipitation ?? 'none',
    temperature_C: isApproach(plan) ? temperatureOf(plan) : 15 + Math.round(plan.temperatureOffset_K)
  };
}

/** Feet of cloud base for each degree between temperature and dew point: a rising parcel cools by 3 °C a thousand feet, its dew point by half a degree. */
const BASE_FT_PER_DEGREE = 400;

/** The same as an airport would report it. */
export function reportOf({ plan, area }: Lesson, weather: WeatherNow): ReportedWeather {
  const { temperature_C, precipitation } = weather;
  const runway = isApproach(plan) ? (plan.approach.circle?.runway ?? plan.approach.approach.runway) : null;
  const range_ft = runwayVisualRange_ft(weather.visibility_sm);
  return {
    station: isApproach(plan) ? plan.approach.approach.airport : area.id.slice(0, 4).toUpperCase(),
    windFrom_deg: normaliseBearing(weather.windFrom_deg + area.variation_deg),
    windSpeed_kt: weather.windSpeed_kt,
    gust_kt: weather.gust_kt > 0 ? weather.windSpeed_kt + weather.gust_kt : null,
    visibility_sm: weather.visibility_sm,
    runwayVisualRange: runway !== null && range_ft !== null ? { runway, ft: range_ft } : null,
    precipitation,
    base_ft: weather.base_ft,
    temperature_C,
    dewPoint_C: temperature_C - Math.min(12, weather.base_ft / BASE_FT_PER_DEGREE),
    altimeterSetting_hPa: weather.altimeterSetting_hPa
  };
}

/**
 * What the airport reports as an approach is begun; null where the lesson has none. Where the plan and not the weather decides how it
 * ends, the report is that of the minimum: it gives nothing away.
 * @throws Rejection as `minimumOf` does
 */
export function reportedAtStart(lesson: Lesson): ReportedWeather | null {
  const { plan, aircraft } = lesson;
  if (!isApproach(plan)) return null;
  const weather = weatherNow(lesson, [], 0);
  if (plan.approach.ends === 'as seen') return reportOf(lesson, weather);
  const { set_ft, visibility_sm } = minimumOf(plan, aircraft);
  const base_ft = set_ft - plan.approach.approach.touchdownElevation_ft;
  return reportOf(lesson, { ...weather, base_ft, visibility_sm });
}
