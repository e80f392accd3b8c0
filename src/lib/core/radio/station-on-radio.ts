import { sameChannel, strangeRadios, type NavRadio, type RadioSettings } from './radio-settings';
import type { Station } from './world';

/** Whether a station stands on a radio, in use or waiting on its standby. */
export function isOnRadio(station: Station, { nav1, nav2, adf }: RadioSettings): boolean {
  if (station.kind === 'marker') return false;
  if (station.kind === 'ndb') return [adf.active_kHz, adf.standby_kHz].includes(station.frequency_kHz);
  const on = ({ active_MHz, standby_MHz }: NavRadio) =>
    [active_MHz, standby_MHz].some((set_MHz) => sameChannel(set_MHz, station.frequency_MHz));
  return on(nav1) || on(nav2);
}

/** Radios with a station waiting on a standby, the second radio's where the first one's is taken; as they are where they have it anyhow. */
export function withWaiting(radios: RadioSettings, station: Station | null): RadioSettings {
  if (station === null || station.kind === 'marker' || isOnRadio(station, radios)) return radios;
  if (station.kind === 'ndb')
    return { ...radios, adf: { ...radios.adf, standby_kHz: station.frequency_kHz } };
  const radio = radios.nav1.standby_MHz === strangeRadios.nav1.standby_MHz ? 'nav1' : 'nav2';
  return { ...radios, [radio]: { ...radios[radio], standby_MHz: station.frequency_MHz } };
}
