import type { Wind } from '$core/air/wind';

/** What every sum on the desk shares: the airspeed and the wind, magnetic. */
export class DeskAir {
  tas_kt = $state(100);
  wind = $state<Wind>({ from_deg: 320, speed_kt: 15 });
}
