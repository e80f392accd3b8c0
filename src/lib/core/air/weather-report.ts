import { SKY_CLEAR_FT } from './cloud';
import type { Precipitation } from './precipitation';
import { Rejection } from '../measure/rejection';
import { figure, heading } from '../measure/figure';

/** The weather at an airport, as it is reported. Wind from true north. */
export interface ReportedWeather {
  station: string;
  windFrom_deg: number;
  windSpeed_kt: number;
  /** The wind in its gusts; null: none to speak of. */
  gust_kt: number | null;
  visibility_sm: number;
  /** How far its lights are seen along the runway in use; null: farther than is told, or no runway. */
  runwayVisualRange: { runway: string; ft: number } | null;
  precipitation: Precipitation;
  /** Base of the cloud above the ground, ft, an overcast; null: none below 5,000 ft. */
  base_ft: number | null;
  temperature_C: number;
  dewPoint_C: number;
  altimeterSetting_hPa: number;
}

/** Below so much more wind a gust is none (as in aviation routine reports: 10 kt). */
const GUST_KT = 10;
const GREATEST_SM = 10;
/** A shorter runway visual range is only told as shorter. */
const LEAST_RANGE_FT = 600;
/** Light with a minus, heavy with a plus. */
const FALLS: Record<Exclude<Precipitation, 'none'>, string> = {
  'light rain': '-RA',
  rain: 'RA',
  'heavy rain': '+RA',
  'light snow': '-SN',
  snow: 'SN',
  'heavy snow': '+SN'
};
/** Visibilities are told in these parts of a mile below three. */
const PARTS = [
  [0.25, '1/4'],
  [0.5, '1/2'],
  [0.75, '3/4'],
  [1, '1'],
  [1.25, '1 1/4'],
  [1.5, '1 1/2'],
  [1.75, '1 3/4'],
  [2, '2'],
  [2.5, '2 1/2']
] as const;

/**
 * The report in the groups of an aviation routine weather report: wind, visibility, rain or snow, cloud, temperature and dew point, altimeter
 * setting. What is between two steps is told by the lower one, the altimeter setting without its decimals, as reports have it.
 */
export function weatherReport(weather: ReportedWeather): string {
  const { station, windSpeed_kt, gust_kt, base_ft, temperature_C, dewPoint_C } = weather;
  const two = (value: number) => String(Math.round(value)).padStart(2, '0');
  const calm = Math.round(windSpeed_kt) === 0;
  const from = Math.round(weather.windFrom_deg / 10) * 10;
  const gusting = gust_kt !== null && gust_kt >= windSpeed_kt + GUST_KT ? `G${two(gust_kt)}` : '';
  const signed = (value: number) => `${Math.round(value) < 0 ? 'M' : ''}${two(Math.abs(value))}`;
  return [
    station,
    `${calm ? '000' : String(from % 360 || 360).padStart(3, '0')}${two(windSpeed_kt)}${gusting}KT`,
    `${visibilityWords(weather.visibility_sm)}SM`,
    ...rangeGroup(weather.runwayVisualRange),
    ...(weather.precipitation === 'none' ? [] : [FALLS[weather.precipitation]]),
    base_ft === null || base_ft >= SKY_CLEAR_FT
      ? 'CLR'
      : base_ft < 100
        ? 'VV000'
        : `OVC${String(Math.floor(base_ft / 100)).padStart(3, '0')}`,
    `${signed(temperature_C)}/${signed(dewPoint_C)}`,
    `Q${String(Math.floor(weather.altimeterSetting_hPa)).padStart(4, '0')}`
  ].join(' ');
}

/** A range is told by the lower step: of 100 ft below 800 ft, of 200 ft below 3,000 ft, of 500 ft above (aviation routine reports). */
function toldRange_ft(ft: number): number {
  const step_ft = ft < 800 ? 100 : ft < 3000 ? 200 : 500;
  return Math.max(LEAST_RANGE_FT, Math.floor(ft / step_ft) * step_ft);
}

function rangeGroup(range: ReportedWeather['runwayVisualRange']): string[] {
  if (!range) return [];
  const { runway, ft } = range;
  return [`R${runway}/${ft < LEAST_RANGE_FT ? 'M' : ''}${String(toldRange_ft(ft)).padStart(4, '0')}FT`];
}

function visibilityWords(visibility_sm: number): string {
  if (visibility_sm >= GREATEST_SM) return String(GREATEST_SM);
  if (visibility_sm >= 3) return String(Math.floor(visibility_sm));
  return PARTS.findLast(([part]) => part <= visibility_sm + 1e-9)?.[1] ?? 'M1/4';
}

const REPORT =
  /^(?<station>[A-Z0-9]{1,4}) (?<from>\d{3})(?<speed>\d{2,3})(?:G(?<gust>\d{2,3}))?KT (?<visibility>M?\d+(?: \d\/\d)?|M?\d\/\d)SM (?:R(?<runway>\d{2}[LCR]?)\/(?<short>M)?(?<range>\d{4})FT )?(?:(?<falls>[-+]?(?:RA|SN)) )?(?<cloud>CLR|(?:OVC|VV)(?<base>\d{3})) (?<temperature>M?\d{2})\/(?<dew>M?\d{2}) Q(?<setting>\d{4})$/;

/**
 * Reads what `weatherReport` writes. @throws Rejection where it is not such a report
 */
export function readWeatherReport(text: string): ReportedWeather {
  const found = REPORT.exec(text.trim())?.groups;
  if (!found)
    throw new Rejection(
      'report',
      text.slice(0, 80),
      'a report such as XVLB 24018G28KT 2 1/2SM OVC004 10/08 Q1009'
    );
  const temperature = (group: string) => Number(group.replace('M', '-'));
  return {
    station: found['station']!,
    windFrom_deg: Number(found['from']),
    windSpeed_kt: Number(found['speed']),
    gust_kt: found['gust'] === undefined ? null : Number(found['gust']),
    visibility_sm: visibilityOf(found['visibility']!),
    runwayVisualRange:
      found['runway'] === undefined
        ? null
        : // Less than the least is told as a limit, as the visibility is.
          { runway: found['runway'], ft: found['short'] ? 0 : Number(found['range']) },
    precipitation:
      (Object.keys(FALLS) as (keyof typeof FALLS)[]).find((kind) => FALLS[kind] === found['falls']) ?? 'none',
    base_ft: found['base'] === undefined ? null : 100 * Number(found['base']),
    temperature_C: temperature(found['temperature']!),
    dewPoint_C: temperature(found['dew']!),
    altimeterSetting_hPa: Number(found['setting'])
  };
}

function visibilityOf(words: string): number {
  // Less than a quarter is told as a limit.
  if (words.startsWith('M')) return 0;
  return words.split(' ').reduce((sum, part) => {
    const [over, under = '1'] = part.split('/');
    return sum + Number(over) / Number(under);
  }, 0);
}

/** The same, as it is said. @param variation_deg + = east: winds are said by magnetic north */
export function spokenWeather(weather: ReportedWeather, variation_deg: number): string {
  const { windSpeed_kt, gust_kt, base_ft, altimeterSetting_hPa } = weather;
  const from = heading(Math.round((weather.windFrom_deg - variation_deg) / 10) * 10).replace('°', '');
  const wind =
    Math.round(windSpeed_kt) === 0
      ? 'wind calm'
      : `wind ${from} at ${figure(windSpeed_kt)}${gust_kt !== null && gust_kt >= windSpeed_kt + GUST_KT ? ` gusting ${figure(gust_kt)}` : ''}`;
  const visibility = weather.visibility_sm < 0.25 ? 'less than 1/4' : visibilityWords(weather.visibility_sm);
  const cloud =
    base_ft === null || base_ft >= SKY_CLEAR_FT
      ? 'sky clear'
      : base_ft < 100
        ? 'sky obscured'
        : `overcast ${figure(Math.floor(base_ft / 100) * 100)}`;
  return `${weather.station}: ${wind}, visibility ${visibility}${weather.precipitation === 'none' ? '' : ` in ${weather.precipitation}`}${rangeWords(weather.runwayVisualRange)}, ${cloud}, altimeter ${String(Math.floor(altimeterSetting_hPa)).split('').join(' ')}`;
}

function rangeWords(range: ReportedWeather['runwayVisualRange']): string {
  if (!range) return '';
  const { runway, ft } = range;
  return `, runway ${runway} visual range ${ft < LEAST_RANGE_FT ? 'less than ' : ''}${figure(toldRange_ft(ft))}`;
}
