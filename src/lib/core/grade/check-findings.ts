import { capital } from '../measure/capital';
import { figure, heading } from '../measure/figure';
import type { Lesson } from '../drill/lesson';
import type { CheckMeasure } from './check-measure';
import type { ConfigurationMeasure, DecisionMeasure, SpeedFirstMeasure } from './descent-measure';
import {
  EARLY_MARGIN_FT,
  SLOW_RECOVERY_S,
  SPEED_FIRST_MARGIN_KT,
  decisionFault,
  isConfigured,
  levelOffError,
  levelOffVerdict,
  recoveryVerdict,
  rollOutTolerance,
  rollOutVerdict,
  speedFirstVerdict
} from './check-verdict';
import { MOMENT_S, finding, type Finding } from './finding';
import { navigationFindings } from './navigation/navigation-findings';
import type { RecoveryMeasure } from './recovery-measure';
import type { LevelOffMeasure, RollOutMeasure } from './transition-measure';

/** What the drill's checks say. */
export function checkFindings(lesson: Lesson, measures: readonly CheckMeasure[]): Finding[] {
  return measures.flatMap((m) => {
    switch (m.kind) {
      case 'speed-first':
        return [saySpeedFirst(m)];
      case 'configuration':
        return sayConfiguration(m);
      case 'decision':
        return sayDecision(lesson, m);
      case 'level-off':
        return sayLevelOff(lesson, m);
      case 'roll-out':
        return sayRollOut(lesson, m);
      case 'recovery':
        return sayRecovery(lesson, m);
      default:
        return navigationFindings(lesson, m);
    }
  });
}

function saySpeedFirst(m: SpeedFirstMeasure): Finding {
  const over = Math.round(m.ias_kt) - m.asked_kt;
  return speedFirstVerdict(m) !== 'met'
    ? finding(
        'started-down-before-slowing',
        'fault',
        'Descended before slowing',
        { moment_s: m.at_s },
        `Left ${figure(m.left_ft)} ft at ${figure(m.ias_kt)} kt, ${figure(over)} kt faster than the ${figure(m.asked_kt)} kt asked for.`,
        {
          channel: 'ias_kt',
          side: 'above',
          failed: true,
          worth: (MOMENT_S * over) / SPEED_FIRST_MARGIN_KT
        }
      )
    : finding(
        'speed-first',
        'good',
        'Slowed down first, then descended',
        { moment_s: m.at_s },
        `${figure(m.ias_kt)} kt as the nose went down; ${figure(m.asked_kt)} kt was asked for.`,
        { channel: 'ias_kt' }
      );
}

function sayConfiguration(m: ConfigurationMeasure): Finding[] {
  if (isConfigured(m)) return [];
  const flaps =
    Math.abs(m.flaps_deg - m.askedFlaps_deg) > 2
      ? [`the flaps were at ${figure(m.flaps_deg)}°, not ${figure(m.askedFlaps_deg)}° as briefed`]
      : [];
  const gear =
    m.gear !== null && Math.abs(m.gear - m.askedGear) >= 0.5
      ? [`the gear was ${m.gear > 0.5 ? 'down' : 'up'}, not ${m.askedGear > 0.5 ? 'down' : 'up'} as briefed`]
      : [];
  const late = [...(flaps.length > 0 ? ['Flaps'] : []), ...(gear.length > 0 ? ['gear'] : [])];
  return [
    finding(
      'late-configuration',
      'fault',
      `${capital(late.join(' and '))} late`,
      { moment_s: m.at_s },
      `${capital([...flaps, ...gear].join(', and '))}.`,
      { failed: true, worth: 2 * MOMENT_S }
    )
  ];
}

function sayDecision(lesson: Lesson, m: DecisionMeasure): Finding[] {
  const { tolerance } = lesson;
  const findings: Finding[] = [];
  const fault = decisionFault(lesson, m);
  const below = m.altitude_ft - m.lowest_ft;
  const lowest = `Lowest ${figure(m.lowest_ft)} ft`;
  const where = { channel: 'altitude_ft', side: 'below' as const };
  if (fault === 'below') {
    findings.push(
      finding(
        'below-decision-altitude',
        'hard',
        'Below the decision altitude',
        { moment_s: m.lowest_s, start_s: m.at_s, end_s: m.lowest_s },
        `${lowest}, ${figure(below)} ft below ${figure(m.altitude_ft)} ft; ${tolerance.belowDecision_ft} ft allowed while the climb is started.`,
        where
      )
    );
  }
  if (fault === 'early') {
    findings.push(
      finding(
        'early-decision',
        'fault',
        'Climbed away early',
        { moment_s: m.lowest_s },
        `${lowest}, ${figure(-below)} ft above the decision altitude of ${figure(m.altitude_ft)} ft.`,
        { channel: 'altitude_ft', side: 'above', failed: true, worth: (MOMENT_S * -below) / EARLY_MARGIN_FT }
      )
    );
  } else if (fault === 'late') {
    const took =
      m.toClimb_s === null ? 'no climb followed' : `it took ${figure(m.toClimb_s, 1)} s to a positive climb`;
    findings.push(
      finding(
        'late-decision',
        'fault',
        'Late to climb away',
        { moment_s: m.at_s, start_s: m.at_s, end_s: m.at_s + (m.toClimb_s ?? 0) },
        `From ${figure(m.altitude_ft)} ft ${took}; ${tolerance.climbWithin_s} s allowed. ${lowest}.`,
        { ...where, failed: true, worth: 4 * MOMENT_S }
      )
    );
  } else if (fault === null) {
    findings.push(
      finding(
        'prompt-decision',
        'good',
        'Climbed away at the decision altitude',
        { moment_s: m.at_s },
        m.passed && m.toClimb_s !== null
          ? `${figure(m.toClimb_s, 1)} s from ${figure(m.altitude_ft)} ft to a positive climb. ${lowest}.`
          : `The climb had begun when ${figure(m.altitude_ft)} ft was reached. ${lowest}.`,
        { channel: 'altitude_ft' }
      )
    );
  }
  return findings;
}

function sayLevelOff(lesson: Lesson, m: LevelOffMeasure): Finding[] {
  const { tolerance } = lesson;
  const verdict = levelOffVerdict(lesson, m);
  if (verdict === 'met') return [];
  const more = {
    failed: verdict === 'not met',
    worth: (MOMENT_S * levelOffError(m)) / tolerance.levelOff_ft,
    channel: 'altitude_ft'
  };
  const [beyond, short] = m.climbing ? (['above', 'below'] as const) : (['below', 'above'] as const);
  if (m.beyond_ft > tolerance.levelOff_ft) {
    return [
      finding(
        'level-off-overshoot',
        'fault',
        m.climbing ? 'Climbed through the altitude' : 'Descended through the altitude',
        { moment_s: m.beyond_s },
        `Up to ${figure(m.beyond_ft)} ft ${beyond} ${figure(m.altitude_ft)} ft; ${tolerance.levelOff_ft} ft allowed.`,
        { ...more, side: beyond }
      )
    ];
  }
  if (m.stopped_ft !== null && m.stopped_s !== null && -m.stopped_ft > tolerance.levelOff_ft) {
    return [
      finding(
        'level-off-undershoot',
        'fault',
        'Levelled off too soon',
        { moment_s: m.stopped_s },
        `The ${m.climbing ? 'climb' : 'descent'} stopped ${figure(-m.stopped_ft)} ft ${short} ${figure(m.altitude_ft)} ft; ${tolerance.levelOff_ft} ft allowed.`,
        { ...more, side: short }
      )
    ];
  }
  return [];
}

function sayRollOut(lesson: Lesson, m: RollOutMeasure): Finding[] {
  const allowed = rollOutTolerance(lesson);
  const verdict = rollOutVerdict(lesson, m);
  if (verdict === 'met') return [];
  const circles = Math.floor(Math.abs(m.error_deg) / 360);
  const rest = Math.abs(m.error_deg) - 360 * circles;
  const by = `${circles > 0 ? `${circles === 1 ? 'one whole circle' : `${circles} whole circles`} and ` : ''}${figure(rest, 1)}°`;
  const late = m.error_deg > 0;
  const side = late === m.direction > 0 ? 'above' : 'below';
  return [
    finding(
      late ? 'late-roll-out' : 'early-roll-out',
      'fault',
      circles > 0 ? 'Turned on past the heading' : late ? 'Rolled out late' : 'Rolled out early',
      { moment_s: m.at_s },
      `Wings level ${by} ${late ? 'past' : 'short of'} ${heading(m.heading_deg)}; ${allowed}° allowed.`,
      {
        channel: 'heading_deg',
        side,
        failed: verdict === 'not met',
        worth: (MOMENT_S * Math.abs(m.error_deg)) / allowed
      }
    )
  ];
}

function sayRecovery({ aircraft }: Lesson, m: RecoveryMeasure): Finding[] {
  const findings: Finding[] = [];
  const at = { moment_s: m.start_s, start_s: m.start_s, end_s: m.end_s };
  const inputs = (
    [
      ['power', m.power_s],
      ['wings level', m.wingsLevel_s === 0 ? null : m.wingsLevel_s],
      [m.attitude === 'nose high' ? 'nose down' : 'nose up', m.nose_s]
    ] as const
  )
    .filter((input): input is readonly [(typeof input)[0], number] => input[1] !== null)
    .sort((a, b) => a[1] - b[1])
    .map(([name, seconds]) => `${name} at ${figure(seconds, 1)} s`)
    .join(', ');
  const cost = `${figure(m.altitudeChange_ft)} ft ${m.attitude === 'nose high' ? 'gained' : 'lost'}, at most ${figure(m.peakSpeed_kt)} kt and ${figure(m.peakLoad_g, 1)} g`;
  const start = `${m.attitude === 'nose high' ? 'Nose high' : 'Nose low'}, pitch ${figure(m.pitch_deg)}°, bank ${figure(Math.abs(m.bank_deg))}°`;
  const slow = m.firstInput_s === null || m.firstInput_s > SLOW_RECOVERY_S;
  if (slow) {
    findings.push(
      finding(
        'slow-recovery',
        'fault',
        'Slow to recover',
        at,
        `${start}: ${m.firstInput_s === null ? 'no input the right way' : `first input the right way after ${figure(m.firstInput_s, 1)} s`}; ${SLOW_RECOVERY_S} s allowed. ${cost}.`,
        { failed: recoveryVerdict(m) === 'not met', worth: 4 * MOMENT_S }
      )
    );
  }
  if (!m.rightOrder) {
    findings.push(
      finding(
        'wrong-order',
        'fault',
        'Recovered in the wrong order',
        at,
        `${start}: ${inputs || 'nothing done'}. ${cost}.`,
        { failed: true, worth: 5 * MOMENT_S }
      )
    );
  }
  if (m.stalledAgain_s !== null) {
    findings.push(
      finding(
        'secondary-stall',
        'hard',
        'Stalled in the recovery',
        { moment_s: m.stalledAgain_s },
        `The wing stalled again ${figure(m.stalledAgain_s - m.start_s, 1)} s after the hand-over.`
      )
    );
  }
  if (m.overspeed_s !== null) {
    findings.push(
      finding(
        'overspeed',
        'hard',
        'Above the never-exceed speed',
        { moment_s: m.overspeed_s },
        `${figure(m.peakSpeed_kt)} kt; the limit is ${aircraft.speeds.neverExceed_kt} kt.`,
        { channel: 'ias_kt', side: 'above' }
      )
    );
  }
  if (findings.length === 0) {
    findings.push(
      finding('clean-recovery', 'good', 'Recovered in order', at, `${start}: ${inputs}. ${cost}.`)
    );
  }
  return findings;
}
