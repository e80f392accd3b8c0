import type { Corridor, Drill } from './drill';
import type { LessonPlan } from './lesson-plan';
import type { ToleranceProfile } from './tolerance-profile';

/** The phases of the rate-and-speed descent, in order. */
export const descentPhases = ['level', 'slowing', 'descent', 'decision', 'climb', 'level-off'] as const;
export type DescentPhase = (typeof descentPhases)[number];

export const RATE_AND_SPEED_DESCENT = {
  id: 'rate-and-speed-descent',
  name: 'Rate-and-speed descent',
  purpose:
    'Slow first, then descend at a set rate and speed to a decision altitude, and climb away at once: the foundation of every glide path.'
} as const;

/**
 * The drill as phases with corridors, for one lesson's figures.
 * Each phase is ended by what the airplane does, so that a flight flown in any order still falls into phases.
 */
export function rateAndSpeedDescent(plan: LessonPlan, tolerance: ToleranceProfile): Drill {
  const rate = plan.descentRate_fpm;
  const heading: Corridor = {
    channel: 'heading_deg',
    target: plan.heading_deg,
    above: tolerance.heading_deg,
    below: tolerance.heading_deg
  };
  const altitude = (target: number): Corridor => ({
    channel: 'altitude_ft',
    target,
    above: tolerance.altitude_ft,
    below: tolerance.altitude_ft
  });
  const speed = (target: number): Corridor => ({
    channel: 'ias_kt',
    target,
    above: tolerance.speedAbove_kt,
    below: tolerance.speedBelow_kt
  });
  const verticalSpeed: Corridor = {
    channel: 'verticalSpeed_fpm',
    target: -rate,
    above: tolerance.verticalSpeed_fpm,
    below: tolerance.verticalSpeed_fpm
  };
  const settlesOn = (corridor: Corridor, for_s: number, atLatest_s: number) => ({
    channel: corridor.channel,
    when: {
      is: 'within' as const,
      channel: corridor.channel,
      value: corridor.target,
      tolerance: Math.min(corridor.above, corridor.below),
      for_s
    },
    atLatest_s
  });
  const goneDown = {
    is: 'all' as const,
    of: [
      { is: 'below' as const, channel: 'verticalSpeed_fpm', value: -Math.max(100, 0.3 * rate), for_s: 2 },
      {
        is: 'below' as const,
        channel: 'altitude_ft',
        value: plan.startAltitude_ft - 60,
        since: plan.startAltitude_ft - 25,
        for_s: 2
      }
    ]
  };

  return {
    ...RATE_AND_SPEED_DESCENT,
    phases: [
      {
        id: 'level',
        name: 'Level',
        corridors: [altitude(plan.startAltitude_ft), speed(plan.startSpeed_kt), heading],
        settling: [],
        until: {
          is: 'any',
          of: [{ is: 'below', channel: 'ias_kt', value: plan.startSpeed_kt - 5, for_s: 2 }, goneDown]
        }
      },
      {
        id: 'slowing',
        name: 'Slowing',
        corridors: [altitude(plan.startAltitude_ft), heading],
        settling: [],
        until: goneDown
      },
      {
        id: 'descent',
        name: 'Descent',
        corridors: [verticalSpeed, speed(plan.targetSpeed_kt), heading],
        settling: [settlesOn(verticalSpeed, 3, 15), settlesOn(speed(plan.targetSpeed_kt), 2, 15)],
        until: {
          is: 'any',
          of: [
            { is: 'below', channel: 'altitude_ft', value: plan.decisionAltitude_ft, for_s: 0 },
            {
              is: 'all',
              of: [
                { is: 'below', channel: 'altitude_ft', value: plan.decisionAltitude_ft + 150, for_s: 0 },
                { is: 'above', channel: 'climbRate_fpm', value: 0, for_s: 2 }
              ]
            }
          ]
        }
      },
      {
        id: 'decision',
        name: 'Decision',
        corridors: [heading],
        settling: [],
        until: { is: 'above', channel: 'climbRate_fpm', value: 100, for_s: 1 }
      },
      {
        id: 'climb',
        name: 'Climb',
        corridors: [speed(plan.climbSpeed_kt), heading],
        settling: [settlesOn(speed(plan.climbSpeed_kt), 3, 20)],
        until: {
          is: 'any',
          of: [
            { is: 'above', channel: 'altitude_ft', value: plan.levelOffAltitude_ft - 100, for_s: 0 },
            {
              is: 'all',
              of: [
                { is: 'above', channel: 'altitude_ft', value: plan.levelOffAltitude_ft - 250, for_s: 5 },
                { is: 'within', channel: 'verticalSpeed_fpm', value: 0, tolerance: 150, for_s: 5 }
              ]
            }
          ]
        }
      },
      {
        id: 'level-off',
        name: 'Level-off',
        corridors: [altitude(plan.levelOffAltitude_ft), heading],
        settling: [settlesOn(altitude(plan.levelOffAltitude_ft), 2, 10)],
        until: { is: 'after', seconds: 30 }
      }
    ]
  };
}
