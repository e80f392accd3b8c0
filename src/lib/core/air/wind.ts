import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing } from '../measure/angle';
import { clamp } from '../measure/clamp';
import { FEET_PER_NAUTICAL_MILE } from '../measure/units';

/** Steady wind: the direction it blows FROM (degrees, same north as the headings it is used with) and its speed. */
export interface Wind {
  from_deg: number;
  speed_kt: number;
}

/** Velocity of the air itself, toward north and east, in the wind's own speed unit. */
export function windVelocity(wind: Wind): { north: number; east: number } {
  const from = wind.from_deg * RADIANS_PER_DEGREE;
  return { north: -wind.speed_kt * Math.cos(from), east: -wind.speed_kt * Math.sin(from) };
}

/** Track (same north as the heading) and groundspeed of an airplane on a heading in a wind. */
export function groundTrack(
  heading_deg: number,
  tas_kt: number,
  wind: Wind
): { track_deg: number; groundspeed_kt: number } {
  const air = windVelocity(wind);
  const north = tas_kt * Math.cos(heading_deg * RADIANS_PER_DEGREE) + air.north;
  const east = tas_kt * Math.sin(heading_deg * RADIANS_PER_DEGREE) + air.east;
  return {
    track_deg: normaliseBearing(Math.atan2(east, north) * DEGREES_PER_RADIAN),
    groundspeed_kt: Math.hypot(north, east)
  };
}

/** Angle below the horizon (degrees, + = down) of the path a descent rate and a groundspeed make over the ground. */
export function descentAngle(rate_fpm: number, groundspeed_kt: number): number {
  const feetPerMinuteForward = (groundspeed_kt * FEET_PER_NAUTICAL_MILE) / 60;
  return Math.atan2(rate_fpm, clamp(feetPerMinuteForward, 1e-9, Infinity)) * DEGREES_PER_RADIAN;
}

/** The wind that moves the air so: the other way round to `windVelocity`. In no wind the direction is 0. */
export function windFromVelocity({ north, east }: { north: number; east: number }): Wind {
  const speed_kt = Math.hypot(north, east);
  return {
    from_deg: speed_kt > 0 ? normaliseBearing(Math.atan2(-east, -north) * DEGREES_PER_RADIAN) : 0,
    speed_kt
  };
}

/** Wind at one height, ft MSL. */
export interface WindLayer extends Wind {
  altitude_ft: number;
}

/**
 * Wind between layers: its north and east parts change evenly with height; below the lowest and above the highest it
 * stays as there. @param layers at least one, rising
 */
export function windAt(layers: readonly WindLayer[], altitude_ft: number): { north: number; east: number } {
  let upper = layers.findIndex((layer) => layer.altitude_ft > altitude_ft);
  if (upper < 0) upper = layers.length;
  const low = layers[upper - 1];
  const high = layers[upper];
  if (!low) return windVelocity(high!);
  if (!high) return windVelocity(low);
  const share = (altitude_ft - low.altitude_ft) / (high.altitude_ft - low.altitude_ft);
  const [a, b] = [windVelocity(low), windVelocity(high)];
  return { north: a.north + share * (b.north - a.north), east: a.east + share * (b.east - a.east) };
}
