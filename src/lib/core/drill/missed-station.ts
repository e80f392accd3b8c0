import type { Drill } from './drill';
import { isByRadio, radiosFor } from './reference-radios';
import { strangeRadios, type NavRadio, type RadioSettings } from '../radio/radio-settings';

/** The station that leads a missed approach, where the final is flown by another. */
export interface MissedStation {
  id: string;
  /** Tuned by the navigation radios, or by the ADF. */
  radio: 'nav' | 'adf';
  /** MHz, or kHz of the ADF. */
  frequency: number;
}

/** The first station a drill's missed approach is flown by; null where there is none, or it is the final's own. */
export function missedStationOf({ phases }: Pick<Drill, 'phases'>): MissedStation | null {
  const final = phases.find(({ segment }) => segment === 'final')?.reference?.station ?? null;
  for (const phase of phases) {
    if (phase.segment !== 'missed' || !isByRadio(phase)) continue;
    const { station } = phase.reference;
    if (station === null) continue;
    if (station.id === final?.id) return null;
    const { nav1, adf } = radiosFor(phase);
    return station.kind === 'ndb'
      ? { id: station.id, radio: 'adf', frequency: adf.active_kHz }
      : { id: station.id, radio: 'nav', frequency: nav1.active_MHz };
  }
  return null;
}

/** Whether a station stands on a radio, in use or waiting on its standby. */
export function isSet({ radio, frequency }: MissedStation, { nav1, nav2, adf }: RadioSettings): boolean {
  if (radio === 'adf') return adf.active_kHz === frequency || adf.standby_kHz === frequency;
  const on = ({ active_MHz, standby_MHz }: NavRadio) =>
    [active_MHz, standby_MHz].some((set_MHz) => Math.abs(set_MHz - frequency) < 0.005);
  return on(nav1) || on(nav2);
}

/** Radios with the missed approach's station waiting on a standby, the second radio's where the first one's is taken; as they are where they have it anyhow. */
export function withMissedStation(radios: RadioSettings, missed: MissedStation | null): RadioSettings {
  if (missed === null || isSet(missed, radios)) return radios;
  if (missed.radio === 'adf') return { ...radios, adf: { ...radios.adf, standby_kHz: missed.frequency } };
  const radio = radios.nav1.standby_MHz === strangeRadios.nav1.standby_MHz ? 'nav1' : 'nav2';
  return { ...radios, [radio]: { ...radios[radio], standby_MHz: missed.frequency } };
}
