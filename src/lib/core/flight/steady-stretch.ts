import type { ChannelId } from './channels';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { pooled, type MeasuredLine, type Spread } from '../aircraft/measured-line';
import { mean } from '../measure/statistics';
import { figure } from '../measure/figure';
import type { Flight } from './flight';

/** Some seconds of a flight in which nothing changed. Samples from … to, both included. */
export interface SteadyStretch {
  from: number;
  to: number;
}

/** From the lowest to the highest value within a stretch no more than this, by channel. */
const BANDS: readonly (readonly [ChannelId, number])[] = [
  ['pitch_deg', 2.4],
  ['ias_kt', 7],
  ['verticalSpeed_fpm', 300],
  ['rpm', 90],
  ['manifoldPressure_inHg', 1],
  ['torque_percent', 6],
  ['throttle', 0.06],
  ['flaps_deg', 0.5],
  ['gear', 0.05],
  ['bank_deg', 12]
];
const LEAST_S = 10;
/** A stretch begins this long after the last thing moved. */
const SETTLED_S = 2;
const LARGEST_BANK_DEG = 8;

/** Every stretch of at least 10 s in which pitch, power, speed and rate stay each within a small band, wings about level. */
export function steadyStretches(flight: Flight): SteadyStretch[] {
  const channels = BANDS.flatMap(([id, band]) => {
    const values = flight.columns.get(id);
    return values ? [{ values, band }] : [];
  });
  const bank = flight.columns.get('bank_deg');
  const least = LEAST_S * flight.rate_hz;
  const settled = SETTLED_S * flight.rate_hz;
  const stretches: SteadyStretch[] = [];
  let from = 0;
  let low = channels.map(({ values }) => values[0] ?? 0);
  let high = [...low];
  const close = (to: number) => {
    const middle = bank ? Math.abs(mean(bank.subarray(from, to + 1)) ?? 0) : 0;
    if (to - from - settled >= least && middle < LARGEST_BANK_DEG)
      stretches.push({ from: from + settled, to });
  };
  for (let k = 0; k < flight.length; k++) {
    let broken = false;
    for (let i = 0; i < channels.length; i++) {
      const value = channels[i]!.values[k]!;
      low[i] = Math.min(low[i]!, value);
      high[i] = Math.max(high[i]!, value);
      if (high[i]! - low[i]! > channels[i]!.band) broken = true;
    }
    if (!broken) continue;
    close(k - 1);
    from = k;
    low = channels.map(({ values }) => values[k]!);
    high = [...low];
  }
  close(flight.length - 1);
  return stretches;
}

/** Speeds and rates are sorted into lines of the card this wide. */
const SPEED_BIN_KT = 10;
const RATE_BIN_FPM = 200;

/**
 * Card lines proposed from the steady stretches of flights in one airplane: stretches of like configuration, speed and rate
 * together, with mean and spread over all their samples. Most time first.
 */
export function proposedLines(
  aircraft: AircraftFile,
  flights: readonly { attemptId: string; flight: Flight }[]
): MeasuredLine[] {
  const bins = new Map<string, { attemptId: string; flight: Flight; stretch: SteadyStretch }[]>();
  for (const { attemptId, flight } of flights) {
    for (const stretch of steadyStretches(flight)) {
      const at = (id: ChannelId) =>
        mean((flight.columns.get(id) ?? new Float32Array()).subarray(stretch.from, stretch.to + 1)) ?? 0;
      const key = [
        Math.round(at('ias_kt') / SPEED_BIN_KT),
        Math.round(at('verticalSpeed_fpm') / RATE_BIN_FPM),
        Math.round(at('flaps_deg')),
        aircraft.gear.retractable ? Math.round(at('gear')) : 1
      ].join('|');
      bins.set(key, [...(bins.get(key) ?? []), { attemptId, flight, stretch }]);
    }
  }
  return [...bins.values()]
    .map((members) => lineOf(aircraft, members))
    .sort((a, b) => seconds(b) - seconds(a));
}

/** Steady time a line was made from, s. */
export function seconds(line: MeasuredLine): number {
  return line.evidence.reduce((sum, e) => sum + e.to_s - e.from_s, 0);
}

function lineOf(
  aircraft: AircraftFile,
  members: readonly { attemptId: string; flight: Flight; stretch: SteadyStretch }[]
): MeasuredLine {
  const spreadOf = (id: ChannelId): Spread =>
    pooled(
      members.flatMap(({ flight, stretch }) => {
        const values = flight.columns.get(id)?.subarray(stretch.from, stretch.to + 1);
        const average = values ? mean(values) : null;
        if (!values || average === null) return [];
        let squares = 0;
        for (const value of values) squares += (value - average) ** 2;
        return [{ mean: average, deviation: Math.sqrt(squares / values.length), weight: values.length }];
      })
    );
  const { kind } = aircraft.propulsion;
  const ias_kt = spreadOf('ias_kt');
  const verticalSpeed_fpm = spreadOf('verticalSpeed_fpm');
  const recorded = (id: ChannelId) => members.some(({ flight }) => flight.columns.has(id));
  const flaps_deg = Math.round(spreadOf('flaps_deg').mean);
  const way = verticalSpeed_fpm.mean > 150 ? 'Climb' : verticalSpeed_fpm.mean < -150 ? 'Descent' : 'Level';
  return {
    name: `${way}, ${figure(Math.round(ias_kt.mean))} kt${flaps_deg > 0 ? `, flaps ${flaps_deg}°` : ''}`,
    ias_kt,
    verticalSpeed_fpm,
    pitch_deg: spreadOf('pitch_deg'),
    rpm: spreadOf('rpm'),
    manifoldPressure_inHg: kind === 'constant-speed' ? spreadOf('manifoldPressure_inHg') : null,
    torque_percent: kind === 'turboprop' ? spreadOf('torque_percent') : null,
    propeller: recorded('propeller') ? spreadOf('propeller').mean : 1,
    flaps_deg,
    gear: recorded('gear') ? Math.round(spreadOf('gear').mean) : 1,
    altitude_ft: spreadOf('altitude_ft').mean,
    fuel_kg: recorded('fuel_kg') ? spreadOf('fuel_kg').mean : aircraft.fuel.capacity_kg,
    evidence: members.slice(0, 200).map(({ attemptId, flight, stretch }) => ({
      attemptId,
      from_s: stretch.from / flight.rate_hz,
      to_s: stretch.to / flight.rate_hz
    }))
  };
}
