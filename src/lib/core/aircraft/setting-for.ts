import type { AircraftFile } from './aircraft-file';
import { cardLineFor, type CardLine } from './configuration-card';
import type { MeasuredLine } from './measured-line';
import type { NoTrim, TrimCondition } from './trim';

/** What to set for a condition, and how far off it may be. */
export interface SettingAnswer {
  kind: 'setting';
  line: CardLine;
  /** Half widths of the interval that holds the setting with about 95 %, in the gauge's own unit. */
  pitchMargin_deg: number;
  powerMargin: number;
  /** How many measured lines the interval rests on; 0: on how well speed and rate can be read. */
  basis: number;
}

/** A speed is read, and a rate held, no better than this. */
const READING_KT = 3;
const READING_FPM = 60;
/** Measured lines in the same configuration and within this of the speed speak for the condition. */
const NEAR_KT = 15;

/**
 * The card asked the other way round: for a speed and rate, which pitch and power. The setting is the model's own trim; the
 * interval is twice the scatter of measured lines in this configuration about the trims at their own conditions, or, where
 * nothing has been measured yet, what misreading speed and rate would move it by.
 */
export function settingFor(
  aircraft: AircraftFile,
  condition: TrimCondition,
  measured: readonly MeasuredLine[]
): SettingAnswer | NoTrim {
  const line = cardLineFor(aircraft, condition);
  if ('kind' in line) return line;
  const gears = aircraft.gear.retractable;
  const residuals = measured
    .filter(
      (m) =>
        Math.abs(m.flaps_deg - condition.flaps_deg) <= 2 &&
        (!gears || Math.abs(m.gear - (condition.gear ?? 1)) < 0.5) &&
        Math.abs(m.ias_kt.mean - condition.ias_kt) <= NEAR_KT
    )
    .flatMap((m) => {
      const same = cardLineFor(aircraft, {
        ias_kt: m.ias_kt.mean,
        verticalSpeed_fpm: m.verticalSpeed_fpm.mean,
        flaps_deg: m.flaps_deg,
        gear: m.gear,
        propeller: m.propeller,
        pressureAltitude_ft: m.altitude_ft,
        fuel_kg: m.fuel_kg
      });
      if ('kind' in same) return [];
      return [
        {
          pitch: Math.hypot(m.pitch_deg.mean - same.pitch_deg, m.pitch_deg.deviation),
          power: Math.hypot(powerOf(measuredPower(m)) - powerOf(same), powerSpread(m))
        }
      ];
    });
  if (residuals.length > 0) {
    const scatter = (key: 'pitch' | 'power') =>
      2 * Math.sqrt(residuals.reduce((sum, r) => sum + r[key] ** 2, 0) / residuals.length);
    return {
      kind: 'setting',
      line,
      pitchMargin_deg: scatter('pitch'),
      powerMargin: scatter('power'),
      basis: residuals.length
    };
  }
  const around = [
    { ...condition, ias_kt: condition.ias_kt + READING_KT },
    { ...condition, ias_kt: condition.ias_kt - READING_KT },
    ...(condition.verticalSpeed_fpm === null
      ? []
      : [
          { ...condition, verticalSpeed_fpm: condition.verticalSpeed_fpm + READING_FPM },
          { ...condition, verticalSpeed_fpm: condition.verticalSpeed_fpm - READING_FPM }
        ])
  ].flatMap((near) => {
    const found = cardLineFor(aircraft, near);
    return 'kind' in found ? [] : [found];
  });
  const most = (of: (l: CardLine) => number) =>
    around.reduce((size, near) => Math.max(size, Math.abs(of(near) - of(line))), 0);
  return {
    kind: 'setting',
    line,
    pitchMargin_deg: most((l) => l.pitch_deg),
    powerMargin: most(powerOf),
    basis: 0
  };
}

type Power = Pick<CardLine, 'rpm' | 'manifoldPressure_inHg' | 'torque_percent'>;

/** The gauge power is set by: torque, manifold pressure, or speed. */
function powerOf(line: Power): number {
  return line.torque_percent ?? line.manifoldPressure_inHg ?? line.rpm;
}

function measuredPower(m: MeasuredLine): Power {
  return {
    rpm: m.rpm.mean,
    manifoldPressure_inHg: m.manifoldPressure_inHg?.mean ?? null,
    torque_percent: m.torque_percent?.mean ?? null
  };
}

function powerSpread(m: MeasuredLine): number {
  return (m.torque_percent ?? m.manifoldPressure_inHg ?? m.rpm).deviation;
}
