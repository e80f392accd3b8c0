import { STATE, type Controls } from '../aircraft/airplane-state';
import type { Place } from '../earth/local-plane';
import type { Readings } from '../instrument/readings';
import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { METRES_PER_FOOT, METRES_PER_SECOND_PER_KNOT } from '../measure/units';
import type { Sample } from './channels';
import type { observer } from './observed-air';

/** One sample of everything but the radios, in the units of its channels. */
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
}): Sample {
  const { truth } = observed;
  return {
    latitude_deg: place.latitude_deg,
    longitude_deg: place.longitude_deg,
    altitude_ft: shown.altitude_ft,
    trueAltitude_ft: state[STATE.altitude]! / METRES_PER_FOOT,
    ias_kt: shown.ias_kt,
    tas_kt: observed.tas_mps() / METRES_PER_SECOND_PER_KNOT,
    groundspeed_kt: observed.groundspeed_kt(),
    verticalSpeed_fpm: shown.verticalSpeed_fpm,
    climbRate_fpm: observed.climbRate_fpm(),
    pitch_deg: shown.pitch_deg,
    bank_deg: shown.bank_deg,
    heading_deg: shown.heading_deg,
    track_deg: normaliseBearing(truth.magneticHeading_deg + truth.drift_deg),
    turnRate_degps: shown.turnRate_degps,
    ball: shown.ball,
    rpm: shown.rpm,
    throttle: controls.throttle,
    elevator: controls.elevator,
    aileron: controls.aileron,
    rudder: controls.rudder,
    trim: controls.trim,
    flaps_deg: shown.flaps_deg,
    loadFactor: -truth.forceDown_g,
    angleOfAttack_deg: observed.angleOfAttack_deg(),
    truePitch_deg: truth.pitch_deg,
    trueBank_deg: normaliseSigned(truth.bank_deg),
    trueHeading_deg: truth.magneticHeading_deg,
    trueIas_kt: observed.ias_kt(),
    compass_deg: shown.compass_deg,
    manifoldPressure_inHg: shown.manifoldPressure_inHg ?? 0,
    torque_percent: shown.torque_percent ?? 0,
    propeller: controls.propeller,
    gear: shown.gear,
    fuel_kg: shown.fuel_kg
  };
}
