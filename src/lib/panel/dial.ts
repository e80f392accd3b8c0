import { RADIANS_PER_DEGREE } from '$core/measure/angle';

/** A scale bent round a dial; angles in degrees clockwise from the top. */
export interface DialScale {
  low: number;
  high: number;
  fromAngle: number;
  toAngle: number;
  /** The pointer goes round again past the end of the scale, as an altimeter's does. */
  turns?: boolean;
}

/**
 * Angle of a value, to a fifth of a degree (finer is not seen, and costs a picture);
 * held at the ends of the scale unless it turns.
 */
export function dialAngle(scale: DialScale, value: number): number {
  const share = (value - scale.low) / (scale.high - scale.low);
  const held = scale.turns ? share : Math.min(1, Math.max(0, share));
  return inSteps(scale.fromAngle + held * (scale.toAngle - scale.fromAngle), 0.2);
}

/** A value to the nearest step, so that what does not visibly move is not drawn again. */
export function inSteps(value: number, step: number): number {
  return Math.round(Math.round(value / step) * step * 1000) / 1000;
}

/** Point at a radius and an angle clockwise from the top, y down as in SVG. */
export function onCircle(radius: number, angle_deg: number): { x: number; y: number } {
  return {
    x: radius * Math.sin(angle_deg * RADIANS_PER_DEGREE),
    y: -radius * Math.cos(angle_deg * RADIANS_PER_DEGREE)
  };
}

/** SVG path of an arc, clockwise. */
export function arcPath(radius: number, fromAngle: number, toAngle: number): string {
  const start = onCircle(radius, fromAngle);
  const end = onCircle(radius, toAngle);
  return `M${start.x.toFixed(2)} ${start.y.toFixed(2)}A${radius} ${radius} 0 ${toAngle - fromAngle > 180 ? 1 : 0} 1 ${end.x.toFixed(2)} ${end.y.toFixed(2)}`;
}

/** Short radial lines at every `step` of a scale, as one path. */
export function ticksPath(scale: DialScale, step: number, outer: number, inner: number): string {
  let path = '';
  for (let value = scale.low; value <= scale.high + step * 1e-6; value += step) {
    const a = onCircle(outer, dialAngle(scale, value));
    const b = onCircle(inner, dialAngle(scale, value));
    path += `M${a.x.toFixed(2)} ${a.y.toFixed(2)}L${b.x.toFixed(2)} ${b.y.toFixed(2)}`;
  }
  return path;
}
