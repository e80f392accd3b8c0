/** The flight instruments, as they are named where they can fail or be covered. */
export const instrumentIds = [
  'airspeed',
  'attitude',
  'altimeter',
  'turn',
  'heading',
  'vertical-speed',
  'compass'
] as const;
export type InstrumentId = (typeof instrumentIds)[number];

/** The two panels: round dials with spinning gyros, or tapes fed by solid-state sensors. */
export const panelKinds = ['dials', 'tapes'] as const;
export type PanelKind = (typeof panelKinds)[number];

/** What the panel shows at one moment. */
export interface Readings {
  ias_kt: number;
  altitude_ft: number;
  verticalSpeed_fpm: number;
  /** + = nose up. */
  pitch_deg: number;
  /** + = right. */
  bank_deg: number;
  /** Magnetic, [0, 360), with the heading gyro's drift in it. */
  heading_deg: number;
  /** Magnetic compass, [0, 360). */
  compass_deg: number;
  /** + = turning right. */
  turnRate_degps: number;
  /** Slip ball in fractions of its travel, −1…+1, + = ball right. */
  ball: number;
  rpm: number;
  manifoldPressure_inHg: number | null;
  torque_percent: number | null;
  flaps_deg: number;
  /** 0 up … 1 down. */
  gear: number;
  fuel_kg: number;
  trim: number;
  /** Angle of the path above the horizon, and of the track right of the heading, degrees: what the tapes' path mark shows. */
  pathAngle_deg: number;
  drift_deg: number;
  /** Change of airspeed, kt/s. */
  speedTrend_ktps: number;
  /** False when the tapes' attitude and heading source has no power; the old gyros never say so. */
  attitudeValid: boolean;
  /** The stall warner sounds. */
  stallWarning: boolean;
}

/** What moves so fast that it is drawn anew with every picture of the screen. */
export type QuickReadings = Pick<
  Readings,
  'attitudeValid' | 'pitch_deg' | 'bank_deg' | 'heading_deg' | 'pathAngle_deg' | 'drift_deg'
>;

/** What the air and the earth do to the airplane at this moment, before any instrument's own ways. */
export interface AirTruth {
  staticPressure_Pa: number;
  /** Impact pressure at the pitot head. */
  impactPressure_Pa: number;
  pitch_deg: number;
  bank_deg: number;
  magneticHeading_deg: number;
  turnRate_degps: number;
  rollRate_degps: number;
  /** Specific force along the body axes x, y, z, in g; sitting still it is 0, 0, −1. */
  forceForward_g: number;
  forceRight_g: number;
  forceDown_g: number;
  rpm: number;
  manifoldPressure_inHg: number | null;
  torque_percent: number | null;
  flaps_deg: number;
  gear: number;
  fuel_kg: number;
  trim: number;
  pathAngle_deg: number;
  drift_deg: number;
  speedTrend_ktps: number;
  stallWarning: boolean;
}
