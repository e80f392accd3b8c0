import type { Readings } from '$core/instrument/readings';

/** The panel of somebody straight and level. */
export const panel: Readings = {
  ias_kt: 90,
  altitude_ft: 4000,
  verticalSpeed_fpm: 0,
  pitch_deg: 2,
  bank_deg: 0,
  heading_deg: 60,
  compass_deg: 60,
  turnRate_degps: 0,
  ball: 0,
  flaps_deg: 0,
  gear: 0,
  trim: 0,
  rpm: 2300,
  manifoldPressure_inHg: null,
  torque_percent: null,
  fuel_kg: 80,
  pathAngle_deg: 0,
  drift_deg: 0,
  speedTrend_ktps: 0,
  attitudeValid: true,
  stallWarning: false
};
