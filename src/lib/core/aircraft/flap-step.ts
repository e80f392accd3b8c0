/**
 * How far flaps may come up before an airplane climbs: one step, where another is left out then; otherwise they stay.
 * @param positions_deg as the lever has them, rising from 0
 */
export function flapStep_deg(positions_deg: readonly number[], flaps_deg: number): number {
  const below = positions_deg.filter((position) => position > 0 && position < flaps_deg);
  return below.at(-1) ?? flaps_deg;
}
