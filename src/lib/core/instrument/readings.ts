/** What the panel shows at one moment. */
export interface Readings {
  ias_kt: number;
  altitude_ft: number;
  verticalSpeed_fpm: number;
  /** + = nose up. */
  pitch_deg: number;
  /** + = right. */
  bank_deg: number;
  /** Magnetic, [0, 360). */
  heading_deg: number;
  /** + = turning right. */
  turnRate_degps: number;
  /** Slip ball in fractions of its travel, −1…+1, + = ball right. */
  ball: number;
  rpm: number;
  flaps_deg: number;
  trim: number;
}

/** What the air and the earth do to the airplane at this moment, before any instrument's own ways. */
export interface AirTruth {
  ias_kt: number;
  pressureAltitude_ft: number;
  pressureAltitudeRate_fpm: number;
  pitch_deg: number;
  bank_deg: number;
  magneticHeading_deg: number;
  turnRate_degps: number;
  /** Specific force along body y, in g, + = pushed right. */
  sideForce_g: number;
  rpm: number;
  flaps_deg: number;
  trim: number;
}
