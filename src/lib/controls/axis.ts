/** How a physical axis is read: its travel, where it rests, how much of the middle is play. */
export interface AxisCalibration {
  low: number;
  centre: number;
  high: number;
  /** Half-width of the play around the centre, as a share of the travel on that side, 0…0.5. */
  deadZone: number;
  inverted: boolean;
  /** How gentle the middle is: 0 answers in proportion, 1 with the cube of the travel. Ends are ends either way. */
  gentleness?: number;
}

export const uncalibrated: AxisCalibration = { low: -1, centre: 0, high: 1, deadZone: 0.05, inverted: false };

/** Deflection −1…+1 of a centring axis; nothing jumps at the edge of the dead zone. A reading that is no number is centre. */
export function deflection(raw: number, axis: AxisCalibration): number {
  if (!Number.isFinite(raw)) return 0;
  const side = raw >= axis.centre ? axis.high - axis.centre : axis.centre - axis.low;
  if (side <= 0) return 0;
  const share = Math.max(-1, Math.min(1, (raw - axis.centre) / side));
  const beyond = Math.max(0, Math.abs(share) - axis.deadZone) / (1 - axis.deadZone);
  const gentle = axis.gentleness ?? 0;
  const value = Math.sign(share) * ((1 - gentle) * beyond + gentle * beyond ** 3);
  return axis.inverted ? 0 - value : value;
}

/** Setting 0…1 of a lever, from one end of its travel to the other. */
export function leverSetting(raw: number, axis: AxisCalibration): number {
  if (!Number.isFinite(raw) || axis.high <= axis.low) return 0;
  const share = Math.max(0, Math.min(1, (raw - axis.low) / (axis.high - axis.low)));
  return axis.inverted ? 1 - share : share;
}

/** Widens a calibration by what an axis has just shown while it is moved to both ends. */
export function widened(axis: AxisCalibration, raw: number): AxisCalibration {
  return Number.isFinite(raw)
    ? { ...axis, low: Math.min(axis.low, raw), high: Math.max(axis.high, raw) }
    : axis;
}
