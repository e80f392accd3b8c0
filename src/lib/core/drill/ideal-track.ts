import { RADIANS_PER_DEGREE, turnFromTo } from '../measure/angle';
import { pressureAltitudeFor, trueFromIndicated } from '../air/atmosphere';
import { windVelocity } from '../air/wind';
import { windAtStart } from './plan-wind';
import { turnRateOf } from './goal-in-air';
import type { Lesson } from './lesson';

/** A point of a track, NM magnetic north and east of where the drill begins. */
export interface TrackPoint {
  north_nm: number;
  east_nm: number;
  time_s: number;
  phaseId: string;
}

const STEP_S = 1;

/** The track over the ground of a drill flown exactly by its times, rates and speeds in the lesson's wind. */
export function idealTrack(lesson: Lesson): TrackPoint[] {
  const { plan, drill } = lesson;
  const wind = windVelocity(windAtStart(lesson.plan));
  let north = 0;
  let east = 0;
  let time_s = 0;
  let heading = lesson.start.heading_deg;
  let speed = plan.startSpeed_kt;
  let altitude = plan.startAltitude_ft;
  const track: TrackPoint[] = [{ north_nm: 0, east_nm: 0, time_s: 0, phaseId: drill.phases[0]!.id }];
  for (const phase of drill.phases) {
    const { lateral, ias_kt } = phase.goal;
    const steps = Math.max(1, Math.round(phase.expected_s / STEP_S));
    const rate = lateral.kind === 'turn' ? lateral.direction * turnRateOf(phase.goal, plan) : 0;
    const round = turnLeft(lateral, heading);
    const from = { speed, altitude };
    const to = phase.ends_ft;
    let turned = 0;
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      speed = from.speed + (ias_kt - from.speed) * Math.min(1, share * 1.5);
      altitude = from.altitude + (to - from.altitude) * share;
      const step =
        round === null ? rate * STEP_S : Math.sign(rate) * Math.min(Math.abs(rate * STEP_S), round - turned);
      turned += Math.abs(step);
      heading += step;
      const tas = trueFromIndicated(
        speed,
        pressureAltitudeFor(altitude, plan.altimeterSetting_hPa),
        plan.temperatureOffset_K
      );
      north += ((tas * Math.cos(heading * RADIANS_PER_DEGREE) + wind.north) * STEP_S) / 3600;
      east += ((tas * Math.sin(heading * RADIANS_PER_DEGREE) + wind.east) * STEP_S) / 3600;
      time_s += STEP_S;
      track.push({ north_nm: north, east_nm: east, time_s, phaseId: phase.id });
    }
  }
  return track;
}

/** Degrees a turn to a heading goes round, a full circle where it comes back to where it was; null without one. */
function turnLeft(
  lateral: Lesson['drill']['phases'][number]['goal']['lateral'],
  from_deg: number
): number | null {
  if (lateral.kind !== 'turn' || lateral.to_deg === null) return null;
  const short = lateral.direction * turnFromTo(from_deg, lateral.to_deg);
  return short > 0.5 ? short : short + 360;
}
