import { DEGREES_PER_RADIAN, RADIANS_PER_DEGREE, normaliseBearing, normaliseSigned } from '../measure/angle';

/**
 * What a card compass would settle to: the card lies square to apparent gravity, its north follows what is left of the
 * earth's field in that plane, and the lubber line is the nose seen from above the card.
 * In a level turn with bank φ this is atan2(sin ψ · cos φ − tan δ · sin φ, cos ψ).
 * @param attitude degrees; heading magnetic
 * @param up apparent up in body axes (forward, right, down), any length; sitting still it is 0, 0, −1
 * @param dip_deg of the field, + = down
 * @returns [0, 360), or null when the card has no north to find (apparent gravity along the field)
 */
export function compassCardHeading(
  attitude: { pitch_deg: number; bank_deg: number; heading_deg: number },
  up: { forward: number; right: number; down: number },
  dip_deg: number
): number | null {
  const size = Math.hypot(up.forward, up.right, up.down);
  if (size < 1e-6) return null;
  const nx = up.forward / size;
  const ny = up.right / size;
  const nz = up.down / size;
  const cp = Math.cos(attitude.pitch_deg * RADIANS_PER_DEGREE);
  const sp = Math.sin(attitude.pitch_deg * RADIANS_PER_DEGREE);
  const cb = Math.cos(attitude.bank_deg * RADIANS_PER_DEGREE);
  const sb = Math.sin(attitude.bank_deg * RADIANS_PER_DEGREE);
  const ch = Math.cos(attitude.heading_deg * RADIANS_PER_DEGREE);
  const sh = Math.sin(attitude.heading_deg * RADIANS_PER_DEGREE);
  const north = Math.cos(dip_deg * RADIANS_PER_DEGREE);
  const down = Math.sin(dip_deg * RADIANS_PER_DEGREE);
  // The field in body axes.
  const bx = cp * ch * north - sp * down;
  const by = (sb * sp * ch - cb * sh) * north + sb * cp * down;
  const bz = (cb * sp * ch + sb * sh) * north + cb * cp * down;
  const along = bx * nx + by * ny + bz * nz;
  const cx = bx - along * nx;
  const cy = by - along * ny;
  const cz = bz - along * nz;
  // Card east is card north turned a quarter to the right about apparent up.
  const ex = cy * nz - cz * ny;
  const flat = Math.hypot(cx, cy, cz);
  // The nose in the card's plane; its parts on card north and east need no projection, both lie in the plane.
  if (flat < 1e-6 || Math.hypot(cx, ex) < 1e-9) return null;
  return normaliseBearing(Math.atan2(ex, cx) * DEGREES_PER_RADIAN);
}

/** The card swings in its fluid at this frequency, with this share of critical damping. */
const CARD_FREQUENCY_RADPS = 1.5;
const CARD_DAMPING = 0.5;

/** A card as it swings. */
export interface SwingingCard {
  heading_deg: number;
  rate_degps: number;
}

/** Lets the card swing toward what it would settle to. @param settles_deg from `compassCardHeading` */
export function stepCard(card: SwingingCard, settles_deg: number | null, dt_s: number): void {
  const pull = settles_deg === null ? 0 : normaliseSigned(settles_deg - card.heading_deg);
  card.rate_degps +=
    (CARD_FREQUENCY_RADPS ** 2 * pull - 2 * CARD_DAMPING * CARD_FREQUENCY_RADPS * card.rate_degps) * dt_s;
  card.heading_deg = normaliseBearing(card.heading_deg + card.rate_degps * dt_s);
}

/** What the deviation card says for a heading: constant, sine and cosine part, degrees, + = the compass reads too much. */
export function compassDeviation(parts: readonly [number, number, number], heading_deg: number): number {
  const angle = heading_deg * RADIANS_PER_DEGREE;
  return parts[0] + parts[1] * Math.sin(angle) + parts[2] * Math.cos(angle);
}
