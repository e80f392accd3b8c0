import { faultNames } from '../instrument/instrument-fault';
import { clearanceWords } from '../drill/clearance';
import { timesWords } from '../measure/count-words';
import { figure, heading } from '../measure/figure';
import { visibilityWords } from '../procedure/approach/visibility-words';
import { lowered } from '../measure/capital';
import type { Command, ComesWhen, WeatherChange } from './command';

/** A command as it is told to people. @param phaseName what a phase is called */
export function commandWords(command: Command, phaseName: (id: string) => string = (id) => id): string {
  switch (command.does) {
    case 'fail':
      return `${faultNames[command.what]}${command.when ? `, ${whenWords(command.when)}` : ''}`;
    case 'freeze':
      return command.on ? 'time stopped' : 'time goes on';
    case 'time':
      return command.rate === 1
        ? 'time passes as it does'
        : `time passes ${timesWords(command.rate)} as fast`;
    case 'hold position':
      return command.on ? 'held over one place' : 'let fly on';
    case 'place':
      return `placed: ${command.name}, ${figure(command.altitude_ft)} ft, heading ${heading(command.heading_deg)}, ${figure(command.speed_kt)} kt`;
    case 'clear':
      return `cleared: ${lowered(clearanceWords(command))}`;
    case 'go on':
      return `cleared to go on: ${phaseName(command.phase)}`;
    case 'go around':
      return 'sent around';
    case 'weather':
      return `weather: ${weatherWords(command)}`;
    case 'control':
      return command.by === 'instructor' ? 'the instructor has control' : 'the student has control';
    case 'call':
      return `“${command.words}”`;
    case 'end':
      return 'flight ended';
  }
}

/** When something comes about that does not at once: `below 1,200 ft`. */
export function whenWords(when: ComesWhen): string {
  if ('after_s' in when) return `in ${figure(when.after_s)} s`;
  if ('below_ft' in when) return `below ${figure(when.below_ft)} ft`;
  if ('above_ft' in when) return `above ${figure(when.above_ft)} ft`;
  return `within ${figure(when.within_nm, 1)} NM of ${when.of}`;
}

/** Weather that is asked for, as it is told to people. */
export function weatherWords({
  over_s,
  wind,
  gust_kt,
  turbulence,
  altimeterSetting_hPa,
  temperatureOffset_K,
  base_ft,
  top_ft,
  visibility_sm,
  precipitation,
  when
}: WeatherChange): string {
  const said = [
    ...(wind ? [`wind ${heading(wind.from_deg)} ${figure(wind.speed_kt)} kt`] : []),
    ...(gust_kt === undefined ? [] : [gust_kt === 0 ? 'no gusts' : `gusts of ${figure(gust_kt)} kt`]),
    ...(turbulence ? [turbulence === 'smooth' ? 'smooth air' : `${turbulence} turbulence`] : []),
    ...(altimeterSetting_hPa === undefined ? [] : [`${figure(altimeterSetting_hPa)} hPa`]),
    ...(temperatureOffset_K === undefined ? [] : [temperatureWords(temperatureOffset_K)]),
    ...(base_ft === undefined ? [] : [`cloud base ${figure(base_ft)} ft above touchdown`]),
    ...(top_ft === undefined
      ? []
      : [
          top_ft === null
            ? 'cloud up to above the airplane'
            : `cloud top ${figure(top_ft)} ft above touchdown`
        ]),
    ...(visibility_sm === undefined ? [] : [`visibility ${visibilityWords(visibility_sm)}`]),
    ...(precipitation === undefined ? [] : [precipitation === 'none' ? 'nothing falls' : precipitation])
  ].join(', ');
  return `${said || 'as it was'}${over_s > 0 ? `, over ${figure(over_s)} s` : ''}${when ? `, ${whenWords(when)}` : ''}`;
}

function temperatureWords(offset_K: number): string {
  const off = Math.round(offset_K);
  return off === 0
    ? 'standard temperature'
    : `${figure(Math.abs(off))}° ${off > 0 ? 'warmer' : 'colder'} than standard`;
}
