import { DEGREES_PER_RADIAN, normaliseBearing, turnFromTo } from '../measure/angle';
import { figure, heading } from '../measure/figure';
import { pressureAltitudeFor, trueFromIndicated } from '../air/atmosphere';
import { descentAngle, groundTrack } from '../air/wind';
import { windAtStart } from './plan-wind';
import type { NoTrim } from '../aircraft/trim';
import { ARC_NM, COURSE_NEEDLE } from './corridors-of-goal';
import { magneticDip } from '../earth/magnetic-dip';
import { compassAtRollOut, leftByReading, type CompassTurn } from '../instrument/compass-turn';
import { STANDARD_RATE_DEGPS, bankForTurnRate } from '../air/level-turn';
import { bankOf, turnRateOf } from './goal-in-air';
import type { Phase } from './drill';
import type { Lesson } from './lesson';
import { phaseSettings, type PhaseSetting } from './settings';

/** A turn's figures: the exact bank, what each rule of thumb says, and how far wrong it is. */
export interface TurnBrief {
  phase: Phase;
  tas_kt: number;
  bank_deg: number;
  /** Half the bank, and the flat 5° some teach. */
  rollOutLead_deg: number;
  rules: { name: string; bank_deg: number; error_deg: number }[];
}

export interface VerticalBrief {
  phase: Phase;
  verticalSpeed_fpm: number;
  /** A tenth of the vertical speed, ft. */
  /** null: down a path, at whose end nobody levels off. */
  levelOffLead_ft: number | null;
  time_s: number;
  distance_nm: number;
  /** Of the path over the ground in this wind, degrees, + = up. */
  pathAngle_deg: number;
}

/** What the student should expect and say before flying the drill. */
export interface Briefing {
  settings: PhaseSetting[];
  turns: TurnBrief[];
  verticals: VerticalBrief[];
  tas_kt: number;
  groundspeed_kt: number;
  /** Track over the ground less heading on the first heading, + = blown right. */
  drift_deg: number;
  expected_s: number;
  /** Compass headings to roll out at, where the heading indicator is covered. */
  compass: { phase: Phase; rollOutAt_deg: number; words: string }[];
  tolerances: string[];
  cautions: string[];
}

/** The briefing, or the first phase the airplane cannot fly as asked. */
export function briefingFor(lesson: Lesson): Briefing | (NoTrim & { phase: Phase }) {
  const settings = phaseSettings(lesson);
  if (!Array.isArray(settings)) return settings;
  const { plan, drill } = lesson;
  const wind = windAtStart(lesson.plan);
  const tasOf = (phase: Phase) =>
    trueFromIndicated(
      phase.goal.ias_kt,
      pressureAltitudeFor(plan.startAltitude_ft, plan.altimeterSetting_hPa),
      plan.temperatureOffset_K
    );
  const first = drill.phases[0]!;
  const tas_kt = tasOf(first);
  const { track_deg, groundspeed_kt } = groundTrack(lesson.start.heading_deg, tas_kt, wind);
  let altitude_ft = plan.startAltitude_ft;
  let heading_deg = lesson.start.heading_deg;
  const verticals: VerticalBrief[] = [];
  for (const { phase, line } of settings) {
    const { vertical, lateral } = phase.goal;
    if (vertical.kind !== 'level' && Math.abs(phase.ends_ft - altitude_ft) > 1) {
      const time_s = Math.abs((vertical.to_ft - altitude_ft) / line.verticalSpeed_fpm) * 60;
      const over = groundTrack(heading_deg, tasOf(phase), wind).groundspeed_kt;
      verticals.push({
        phase,
        verticalSpeed_fpm: line.verticalSpeed_fpm,
        levelOffLead_ft: vertical.kind === 'path' ? null : Math.abs(line.verticalSpeed_fpm) / 10,
        time_s,
        distance_nm: (over * time_s) / 3600,
        pathAngle_deg: -descentAngle(-line.verticalSpeed_fpm, over)
      });
    }
    altitude_ft = phase.ends_ft;
    if (lateral.kind === 'heading') heading_deg = lateral.heading_deg;
    else if (lateral.kind === 'turn') heading_deg = lateral.to_deg ?? heading_deg;
    else if (lateral.kind === 'course') heading_deg = lateral.course_deg;
  }
  return {
    settings,
    turns: drill.phases.flatMap((phase) =>
      phase.goal.lateral.kind === 'turn' ? [turnBrief(lesson, phase, tasOf(phase))] : []
    ),
    verticals,
    tas_kt,
    groundspeed_kt,
    drift_deg: turnFromTo(lesson.start.heading_deg, track_deg),
    expected_s: drill.phases.reduce((sum, phase) => sum + phase.expected_s, 0),
    compass: lesson.covered.includes('heading') ? compassRollOuts(lesson) : [],
    tolerances: toleranceWords(lesson),
    cautions: [
      'Training aid, not for navigation. Use the airplane’s own handbook and your authority’s rules; a qualified instructor decides.',
      'Time in this trainer is practice and cannot be logged toward a rating.'
    ]
  };
}

function turnBrief({ plan }: Lesson, phase: Phase, tas_kt: number): TurnBrief {
  const bank_deg = bankOf(phase.goal, plan);
  const exact = bankForTurnRate(tas_kt, STANDARD_RATE_DEGPS);
  const rule = (name: string, value: number) => ({ name, bank_deg: value, error_deg: value - exact });
  const standard =
    phase.goal.lateral.kind === 'turn' && phase.goal.lateral.rate_degps === STANDARD_RATE_DEGPS;
  return {
    phase,
    tas_kt,
    bank_deg,
    rollOutLead_deg: bank_deg / 2,
    rules: standard
      ? [
          rule('TAS/10 + 5', tas_kt / 10 + 5),
          rule('TAS/10 + 7', tas_kt / 10 + 7),
          rule('15 % of TAS', 0.15 * tas_kt)
        ]
      : []
  };
}

/**
 * What the compass is to show when each roll-out begins: by the card as it is flown (this field's dip, bank, direction and
 * deviation), with the rule of thumb beside it (latitude × cosine of the heading before north or past south, and half the
 * bank) and what that would leave.
 */
function compassRollOuts(lesson: Lesson): Briefing['compass'] {
  const { drill, area, plan, aircraft } = lesson;
  const dip_deg = magneticDip(area);
  return drill.phases.flatMap((phase) => {
    const { lateral } = phase.goal;
    if (lateral.kind !== 'turn' || lateral.to_deg === null) return [];
    const bank_deg = bankOf(phase.goal, plan);
    const lead = bank_deg / 2;
    const turn: CompassTurn = {
      bank_deg,
      rate_degps: turnRateOf(phase.goal, plan),
      direction: lateral.direction,
      dip_deg,
      deviation_deg: aircraft.compassDeviation_deg
    };
    const rollOutAt_deg = compassAtRollOut(turn, lateral.to_deg, lead);
    const correction = area.latitude_deg * Math.cos(lateral.to_deg / DEGREES_PER_RADIAN);
    const rule_deg = normaliseBearing(lateral.to_deg - lateral.direction * (correction + lead));
    const left = leftByReading(turn, lateral.to_deg, lead, rule_deg);
    const leaves =
      left === null
        ? 'which this compass does not reach in the turn'
        : Math.abs(left) < 2
          ? 'which is right here'
          : `which would leave you ${figure(Math.abs(left))}° ${left > 0 ? 'past' : 'short of'} it here`;
    return [
      {
        phase,
        rollOutAt_deg,
        words: `${heading(lateral.to_deg)}, turning ${lateral.direction > 0 ? 'right' : 'left'}: begin to roll out as the compass shows ${heading(rollOutAt_deg)}. The rule of thumb says ${heading(rule_deg)}, ${leaves}.`
      }
    ];
  });
}

function toleranceWords({ tolerance, drill }: Lesson): string[] {
  const channels = new Set(drill.phases.flatMap((phase) => phase.corridors.map((c) => c.channel)));
  const speed =
    tolerance.speedAbove_kt === tolerance.speedBelow_kt
      ? `within ${tolerance.speedAbove_kt} kt`
      : `no more than ${tolerance.speedAbove_kt} kt fast or ${tolerance.speedBelow_kt} kt slow`;
  const words: [boolean, string][] = [
    [channels.has('altitude_ft'), `Altitude within ${tolerance.altitude_ft} ft.`],
    [channels.has('heading_deg'), `Heading within ${tolerance.heading_deg}°.`],
    [channels.has('ias_kt'), `Speed ${speed}.`],
    [channels.has('verticalSpeed_fpm'), `Rate within ${tolerance.verticalSpeed_fpm} ft/min once steady.`],
    [channels.has('bank_deg'), `Bank within ${tolerance.bank_deg}° of what is asked.`],
    [
      drill.phases.some((p) => p.goal.lateral.kind === 'course' && p.goal.lateral.intercept_deg === null),
      `Course within ${Math.round(100 * (tolerance.courseNeedle ?? COURSE_NEEDLE))} % of full scale once joined.`
    ],
    [drill.checks.some((c) => c.kind === 'arc'), `Arc within ${tolerance.arc_nm ?? ARC_NM} NM.`],
    [
      drill.checks.some((c) => c.kind === 'hold'),
      'The entry your heading asks for (either one within 5°); inbound legs within 10 s.'
    ],
    [channels.has('turnRate_degps'), `Turn rate within ${tolerance.turnRate_degps}°/s.`],
    [
      drill.checks.some((c) => c.kind === 'roll-out'),
      `Roll out within ${tolerance.rollOut_deg}° of the heading.`
    ],
    [
      drill.checks.some((c) => c.kind === 'level-off'),
      `Level off within ${tolerance.levelOff_ft} ft of the altitude.`
    ],
    [
      drill.checks.some((c) => c.kind === 'decision'),
      `Climbing within ${tolerance.climbWithin_s} s of the decision altitude, and never more than ${tolerance.belowDecision_ft} ft below it.`
    ],
    [true, 'Outside for 3 s counts; two prompt corrections are allowed.']
  ];
  return words.filter(([applies]) => applies).map(([, text]) => text);
}
