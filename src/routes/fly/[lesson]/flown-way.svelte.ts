import type { PlanPoint } from '$core/flight/plan-picture';
import { DEGREES_PER_RADIAN, normaliseBearing } from '$core/measure/angle';

/** The way flown so far, one point a second, for the plan view. */
export class FlownWay {
  points = $state.raw<readonly PlanPoint[]>([]);
  /** Way over the ground, by the fix's north. */
  track_deg = $state<number | null>(null);

  begin(): void {
    this.points = [];
    this.track_deg = null;
  }

  add(time_s: number, here: PlanPoint): void {
    if (time_s < this.points.length) return;
    const before = this.points[this.points.length - 1];
    // At many times real speed a picture is more than a second later: what lies between is drawn straight.
    const missing = Math.floor(time_s) + 1 - this.points.length;
    this.points = [...this.points, ...Array.from({ length: Math.max(1, missing) }, () => here)];
    if (before && Math.hypot(here.north_nm - before.north_nm, here.east_nm - before.east_nm) > 1e-4)
      this.track_deg = normaliseBearing(
        Math.atan2(here.east_nm - before.east_nm, here.north_nm - before.north_nm) * DEGREES_PER_RADIAN
      );
  }
}
