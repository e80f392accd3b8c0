import type { ChannelId } from './channels';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { stallWarningAt } from '../aircraft/stall-warning';
import { normaliseSigned } from '../measure/angle';
import type { LessonPlan } from '../drill/lesson-plan';
import { faultsAt } from '../instrument/instrument-fault';
import type { Readings } from '../instrument/readings';
import { sampleAt, type Flight } from './flight';

/** A solid-state attitude source runs down this long after its power. */
const POWER_GONE_S = 2.3;

/** What the panel showed at a moment of a recorded flight: the shown channels are recorded as they were shown. */
export function readingsAt(
  flight: Flight,
  time_s: number,
  { plan, aircraft }: { plan: LessonPlan; aircraft: Pick<AircraftFile, 'propulsion' | 'lift'> }
): Readings {
  const k = sampleAt(flight, time_s);
  const { kind } = aircraft.propulsion;
  const at = (id: ChannelId) => flight.columns.get(id)?.[k] ?? 0;
  const knotsUp = at('climbRate_fpm') / 101.27;
  return {
    ias_kt: at('ias_kt'),
    altitude_ft: at('altitude_ft'),
    verticalSpeed_fpm: at('verticalSpeed_fpm'),
    pitch_deg: at('pitch_deg'),
    bank_deg: at('bank_deg'),
    heading_deg: at('heading_deg'),
    compass_deg: at('compass_deg'),
    turnRate_degps: at('turnRate_degps'),
    ball: at('ball'),
    rpm: at('rpm'),
    manifoldPressure_inHg: kind === 'constant-speed' ? at('manifoldPressure_inHg') : null,
    torque_percent: kind === 'turboprop' ? at('torque_percent') : null,
    flaps_deg: at('flaps_deg'),
    gear: at('gear'),
    fuel_kg: at('fuel_kg'),
    trim: at('trim'),
    pathAngle_deg: (Math.atan2(knotsUp, Math.max(1, at('groundspeed_kt'))) * 180) / Math.PI,
    drift_deg: normaliseSigned(
      at('track_deg') - (flight.columns.get('trueHeading_deg')?.[k] ?? at('heading_deg'))
    ),
    speedTrend_ktps: trendAt(flight, k),
    attitudeValid: plan.panel === 'dials' || !faultsAt(plan.faults, time_s - POWER_GONE_S).electrical,
    stallWarning: stallWarningAt(aircraft, at('angleOfAttack_deg'))
  };
}

/** Change of airspeed over the two seconds before a sample, kt/s. */
function trendAt(flight: Flight, k: number): number {
  const speed = flight.columns.get('ias_kt');
  const from = Math.max(0, k - 2 * flight.rate_hz);
  return speed && k > from ? ((speed[k]! - speed[from]!) * flight.rate_hz) / (k - from) : 0;
}
