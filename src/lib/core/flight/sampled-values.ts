import { STATE, type Controls } from '../aircraft/airplane-state';
import type { Place } from '../earth/local-plane';
import type { Readings } from '../instrument/readings';
import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import type { observer } from './observed-air';

/** One sample of everything but the radios, in the order and units of the channel definitions. */
export function sampledValues({
  shown,
  place,
  state,
  controls,
  observed
}: {
  shown: Readings;
  place: Place;
  state: Float64Array;
  controls: Controls;
  observed: ReturnType<typeof observer>;
}): number[] {
  const { truth } = observed;
  return [
    place.latitude_deg,
    place.longitude_deg,
    shown.altitude_ft,
    state[STATE.altitude]! / METRES_PER_FOOT,
    shown.ias_kt,
    observed.tas_mps() / METRES_PER_SECOND_PER_KNOT,
    observed.groundspeed_kt(),
    shown.verticalSpeed_fpm,
    observed.climbRate_fpm(),
    shown.pitch_deg,
    shown.bank_deg,
    shown.heading_deg,
    normaliseBearing(truth.magneticHeading_deg + truth.drift_deg),
    shown.turnRate_degps,
    shown.ball,
    shown.rpm,
    controls.throttle,
    controls.elevator,
    controls.aileron,
    controls.rudder,
    controls.trim,
    shown.flaps_deg,
    -truth.forceDown_g,
    observed.angleOfAttack_deg(),
    truth.pitch_deg,
    normaliseSigned(truth.bank_deg),
    truth.magneticHeading_deg,
    observed.ias_kt(),
    shown.compass_deg,
    shown.manifoldPressure_inHg ?? 0,
    shown.torque_percent ?? 0,
    controls.propeller,
    shown.gear,
    shown.fuel_kg
  ];
}
