import { normaliseSigned } from '$core/measure/angle';

/** Where an airplane is after flying by headings and times through moving air, in hundredths of a second. */
export interface AirWalk {
  readonly at: { north_nm: number; east_nm: number; heading_deg: number; time_s: number };
  /** Every tenth of a second of the way. */
  readonly way: { north_nm: number; east_nm: number; time_s: number }[];
  straight(seconds: number): AirWalk;
  turnTo(direction: 1 | -1, to_deg: number): AirWalk;
  until(reached: () => boolean): AirWalk;
}

const DT_S = 0.01;

/** Knows nothing of the procedures' formulas: airspeed along the nose, the air's own drift, and a rate of turn. */
export function airWalk(
  start: { north_nm: number; east_nm: number; heading_deg: number },
  tas_kt: number,
  wind: { from_deg: number; speed_kt: number },
  rate_degps: number
): AirWalk {
  const blows = ((wind.from_deg + 180) * Math.PI) / 180;
  const at = { ...start, time_s: 0 };
  const way: AirWalk['way'] = [{ ...at }];
  let steps = 0;
  const step = (turn_deg: number) => {
    // Midpoint of the turn within the step.
    const nose = ((at.heading_deg + turn_deg / 2) * Math.PI) / 180;
    at.north_nm += ((tas_kt * Math.cos(nose) + wind.speed_kt * Math.cos(blows)) * DT_S) / 3600;
    at.east_nm += ((tas_kt * Math.sin(nose) + wind.speed_kt * Math.sin(blows)) * DT_S) / 3600;
    at.heading_deg += turn_deg;
    at.time_s += DT_S;
    if (++steps % 10 === 0) way.push({ ...at });
  };
  const walk: AirWalk = {
    at,
    way,
    straight(seconds) {
      for (let n = Math.round(seconds / DT_S); n > 0; n--) step(0);
      return walk;
    },
    turnTo(direction, to_deg) {
      const round = (((direction * normaliseSigned(to_deg - at.heading_deg)) % 360) + 360) % 360;
      const count = Math.round(round / rate_degps / DT_S);
      for (let n = 0; n < count; n++) step((direction * round) / count);
      return walk;
    },
    until(reached) {
      for (let guard = 0; !reached() && guard < 200_000; guard++) step(0);
      return walk;
    }
  };
  return walk;
}
