import { inSpace, northEastDown, sineAndCosine, type InSpace } from '../earth/in-space';
import type { Place } from '../earth/local-plane';
import { METRES_PER_FOOT } from '../measure/units';

/** Where the pilot's eye is, and how the airplane lies: true heading, and what it really does, whatever the instruments show. */
export interface Eye {
  place: Place;
  altitude_ft: number;
  pitch_deg: number;
  bank_deg: number;
  trueHeading_deg: number;
}

/** A point as it is seen from the airplane, m: ahead along the nose, right along the wing, down through the floor. */
export interface FromEye {
  ahead_m: number;
  right_m: number;
  down_m: number;
  distance_m: number;
}

/** Sees points of space from an eye. Light is taken as straight: at these distances the air bends it by less than 0.02°. */
export function seeing({
  place,
  altitude_ft,
  pitch_deg,
  bank_deg,
  trueHeading_deg
}: Eye): (point: InSpace) => FromEye {
  const eye = inSpace(place, altitude_ft * METRES_PER_FOOT);
  const [north, east, down] = northEastDown(place);
  const [sh, ch] = sineAndCosine(trueHeading_deg);
  const [sp, cp] = sineAndCosine(pitch_deg);
  const [sb, cb] = sineAndCosine(bank_deg);
  // The usual turning of axes: heading about down, then pitch, then bank.
  const axis = (n: number, e: number, d: number): InSpace => [
    n * north[0] + e * east[0] + d * down[0],
    n * north[1] + e * east[1] + d * down[1],
    n * north[2] + e * east[2] + d * down[2]
  ];
  const ahead = axis(cp * ch, cp * sh, -sp);
  const right = axis(sb * sp * ch - cb * sh, sb * sp * sh + cb * ch, sb * cp);
  const below = axis(cb * sp * ch + sb * sh, cb * sp * sh - sb * ch, cb * cp);
  return (point) => {
    const way: InSpace = [point[0] - eye[0], point[1] - eye[1], point[2] - eye[2]];
    return {
      ahead_m: dot(way, ahead),
      right_m: dot(way, right),
      down_m: dot(way, below),
      distance_m: Math.hypot(...way)
    };
  };
}

const dot = (a: InSpace, b: InSpace) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
