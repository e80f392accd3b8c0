import { turnFromTo } from '../measure/angle';
import { mean } from '../measure/statistics';
import { pressureAltitudeFor, trueFromIndicated } from '../air/atmosphere';
import { descentAngle, groundTrack } from '../air/wind';
import type { AircraftFile } from '../aircraft/aircraft-file';
import { cardLineFor, type CardLine } from '../aircraft/configuration-card';
import type { NoTrim, TrimCondition } from '../aircraft/trim';
import type { DescentPhase } from './rate-and-speed-descent';
import type { LessonPlan } from './lesson-plan';
import type { ToleranceProfile } from './tolerance-profile';

/** What the student should expect and say before flying the drill. */
export interface Briefing {
  /** The setting that gives each phase, from the airplane's numbers at that phase's height. */
  settings: { phase: DescentPhase; line: CardLine }[];
  /** Angle of the descent path over the ground in this wind, degrees below the horizon. */
  pathAngle_deg: number;
  /** True airspeed and groundspeed in the descent, at its middle. */
  tas_kt: number;
  groundspeed_kt: number;
  /** Track over the ground less heading, + = blown right. */
  drift_deg: number;
  descentTime_s: number;
  descentDistance_nm: number;
  /** Height before the level-off altitude at which to begin levelling: a tenth of the climb rate. */
  levelOffLead_ft: number;
  tolerances: string[];
  cautions: string[];
}

/** The steady conditions the plan asks the airplane for, by phase. */
export function conditionsOf(plan: LessonPlan): { phase: DescentPhase; condition: TrimCondition }[] {
  const at = (altitude_ft: number) => pressureAltitudeFor(altitude_ft, plan.altimeterSetting_hPa);
  const middle = mean([plan.startAltitude_ft, plan.decisionAltitude_ft])!;
  const climbMiddle = mean([plan.decisionAltitude_ft, plan.levelOffAltitude_ft])!;
  return [
    {
      phase: 'level',
      condition: {
        ias_kt: plan.startSpeed_kt,
        verticalSpeed_fpm: 0,
        flaps_deg: 0,
        pressureAltitude_ft: at(plan.startAltitude_ft)
      }
    },
    {
      phase: 'slowing',
      condition: {
        ias_kt: plan.targetSpeed_kt,
        verticalSpeed_fpm: 0,
        flaps_deg: plan.flaps_deg,
        pressureAltitude_ft: at(plan.startAltitude_ft)
      }
    },
    {
      phase: 'descent',
      condition: {
        ias_kt: plan.targetSpeed_kt,
        verticalSpeed_fpm: -plan.descentRate_fpm,
        flaps_deg: plan.flaps_deg,
        pressureAltitude_ft: at(middle)
      }
    },
    {
      phase: 'climb',
      condition: {
        ias_kt: plan.climbSpeed_kt,
        verticalSpeed_fpm: null,
        flaps_deg: 0,
        pressureAltitude_ft: at(climbMiddle)
      }
    },
    {
      phase: 'level-off',
      condition: {
        ias_kt: plan.startSpeed_kt,
        verticalSpeed_fpm: 0,
        flaps_deg: 0,
        pressureAltitude_ft: at(plan.levelOffAltitude_ft)
      }
    }
  ];
}

/** The briefing, or the first phase the airplane cannot fly as asked. */
export function briefingFor(
  plan: LessonPlan,
  aircraft: AircraftFile,
  tolerance: ToleranceProfile
): Briefing | (NoTrim & { phase: DescentPhase }) {
  const settings: Briefing['settings'] = [];
  for (const { phase, condition } of conditionsOf(plan)) {
    const line = cardLineFor(aircraft, condition, { id: phase, name: phase });
    if ('kind' in line) return { ...line, phase };
    settings.push({ phase, line });
  }
  const climb = settings.find((s) => s.phase === 'climb')!.line;
  const descentMiddle_ft = (plan.startAltitude_ft + plan.decisionAltitude_ft) / 2;
  const tas_kt = trueFromIndicated(
    plan.targetSpeed_kt,
    pressureAltitudeFor(descentMiddle_ft, plan.altimeterSetting_hPa)
  );
  const wind = { from_deg: plan.windFrom_deg, speed_kt: plan.windSpeed_kt };
  const { track_deg, groundspeed_kt } = groundTrack(plan.heading_deg, tas_kt, wind);
  const descentTime_s = ((plan.startAltitude_ft - plan.decisionAltitude_ft) / plan.descentRate_fpm) * 60;
  return {
    settings,
    pathAngle_deg: descentAngle(plan.descentRate_fpm, groundspeed_kt),
    tas_kt,
    groundspeed_kt,
    drift_deg: turnFromTo(plan.heading_deg, track_deg),
    descentTime_s,
    descentDistance_nm: (groundspeed_kt * descentTime_s) / 3600,
    levelOffLead_ft: climb.verticalSpeed_fpm / 10,
    tolerances: toleranceWords(plan, tolerance),
    cautions: [
      'Training aid, not for navigation. Use the airplane’s own handbook and your authority’s rules; a qualified instructor decides.',
      'Time in this trainer is practice and cannot be logged toward a rating.'
    ]
  };
}

function toleranceWords(plan: LessonPlan, tolerance: ToleranceProfile): string[] {
  const speed =
    tolerance.speedAbove_kt === tolerance.speedBelow_kt
      ? `within ${tolerance.speedAbove_kt} kt`
      : `no more than ${tolerance.speedAbove_kt} kt fast or ${tolerance.speedBelow_kt} kt slow`;
  return [
    `Altitude within ${tolerance.altitude_ft} ft of ${plan.startAltitude_ft} until the descent, and of ${plan.levelOffAltitude_ft} after it.`,
    `Heading within ${tolerance.heading_deg}° of ${String(plan.heading_deg).padStart(3, '0')}° throughout.`,
    `Speed ${speed} of ${plan.startSpeed_kt} level, ${plan.targetSpeed_kt} in the descent, ${plan.climbSpeed_kt} in the climb.`,
    `Rate within ${tolerance.verticalSpeed_fpm} ft/min of ${plan.descentRate_fpm} down once steady.`,
    `Climbing within ${tolerance.climbWithin_s} s of ${plan.decisionAltitude_ft} ft, and never more than ${tolerance.belowDecision_ft} ft below it.`,
    `Outside for 3 s counts; corrected at once, it is forgiven twice.`
  ];
}
