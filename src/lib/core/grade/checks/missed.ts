import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { normaliseSigned } from '../../measure/angle';
import { clock, figure } from '../../measure/figure';
import { flapStep_deg } from '../../aircraft/flap-step';
import { climbBegan } from '../../flight/climb-began';
import { column, type Flight } from '../../flight/flight';
import type { PhaseSpan } from '../../drill/phase-tracker';
import { type CheckKind, metIf } from './check-kind';
import { clockStarted } from './final-clock';

/** In what order a missed approach was begun. */
export interface MissedMeasure {
  kind: 'missed';
  phaseId: string;
  begun_s: number;
  /** Full power, and the climb, after it was begun, s; null: not in the time looked at. */
  power_s: number | null;
  climb_s: number | null;
  /** Flaps or gear were moved up before the climb, and when; null: not, or nothing was begun. */
  cleanedBefore_s: number | null;
  /** The turn, where it came before the altitude for it: when, at what altitude, how much bank. */
  turned: { at_s: number; altitude_ft: number; bank_deg: number } | null;
  /** What comes first: so high straight ahead, or a turn; and, for a turn, the first that was made, null: none. */
  first: { straight_ft: number } | { turn: 'left' | 'right'; made: 'left' | 'right' | null };
}

const LOOKS_S = 30;
/** Begun above the minimum, a climb is only known for one after a while: it is followed back for so long. */
const BEGUN_BEFORE_S = 30;
const LOOKS_BACK_S = 5;
/** Of what the climb is flown with, this much is climb power. */
const CLIMB_POWER = 0.9;
const POWER_WITHIN_S = 3;
const POWER_WHEN_TOLD_S = 6;
const CLIMBING_FPM = 100;
/** What has been climbed in the time looked at where a missed approach was begun at all. */
const CLIMBED_FT = 100;
const WENT_ON_DOWN_FT = 100;
/** A bank that is a turn and no correction, for how long. */
const TURN_BANK_DEG = 12;
const TURN_S = 3;
/** … away from the heading it goes straight ahead on. */
const AWAY_DEG = 20;
/** An altitude for a turn may be short by so much. */
const SHORT_FT = 50;
const TURN_LOOKS_S = 240;
const FLAPS_DEG = 2;

type MissedFault = 'late-power' | 'cleaned-up-early' | 'turn-before-climb' | 'turned-from-runway';

function faultsOf(m: MissedMeasure): MissedFault[] {
  return [
    ...(m.power_s === null || m.power_s > powerWithin_s(m) ? (['late-power'] as const) : []),
    ...(m.cleanedBefore_s !== null ? (['cleaned-up-early'] as const) : []),
    ...(m.turned ? (['turn-before-climb'] as const) : []),
    ...('turn' in m.first && m.first.made !== m.first.turn ? (['turned-from-runway'] as const) : [])
  ];
}

function say(m: MissedMeasure, fault: MissedFault): Finding {
  switch (fault) {
    case 'late-power':
      return finding(
        fault,
        'fault',
        isBegun(m) ? 'Power late in the missed approach' : 'No missed approach begun',
        { moment_s: m.begun_s },
        !isBegun(m)
          ? `No climb within ${LOOKS_S} s of where it begins.`
          : m.power_s === null
            ? `No climb power within ${LOOKS_S} s.`
            : `${figure(m.power_s, 1)} s to climb power; ${powerWithin_s(m)} s allowed.`,
        { failed: true, worth: 3 * MOMENT_S }
      );
    case 'cleaned-up-early':
      return finding(
        fault,
        'fault',
        'Cleaned up before the climb',
        { moment_s: m.cleanedBefore_s! },
        `Flaps or gear came up at ${clock(m.cleanedBefore_s!)}, before the airplane climbed.`,
        { worth: 2 * MOMENT_S }
      );
    case 'turn-before-climb':
      return finding(
        fault,
        'hard',
        'Turned before the altitude for it',
        { moment_s: m.turned!.at_s },
        `${figure(Math.abs(m.turned!.bank_deg))}° of bank at ${figure(m.turned!.altitude_ft)} ft; ${firstWords(m)} comes first.`,
        { channel: 'bank_deg', worth: 6 * MOMENT_S }
      );
    case 'turned-from-runway':
      return finding(
        fault,
        'hard',
        madeOf(m) === null ? 'No turn toward the runway' : 'Turned away from the runway',
        { moment_s: m.begun_s, start_s: m.begun_s, end_s: m.begun_s + LOOKS_S },
        madeOf(m) === null
          ? `With the field lost no turn was begun within ${LOOKS_S} s; ${firstWords(m)} comes first.`
          : `With the field lost the first turn went ${madeOf(m)}; ${firstWords(m)} comes first, because only there the airspace is known to be clear.`,
        { channel: 'bank_deg', failed: true, worth: 6 * MOMENT_S }
      );
  }
}

/** The first turn that was made, where one was asked for. */
const madeOf = ({ first }: MissedMeasure) => ('turn' in first ? first.made : null);

/** What comes before anything else. */
function firstWords({ first }: MissedMeasure): string {
  return 'turn' in first
    ? `the climbing turn ${first.turn}, toward the runway,`
    : `straight ahead to ${figure(first.straight_ft)} ft`;
}

/** Whether a climb followed. */
const isBegun = ({ power_s, climb_s }: MissedMeasure) => power_s !== null || climb_s !== null;

/** Time to climb power; somebody who is told has first to hear it. */
const powerWithin_s = ({ first }: MissedMeasure) => ('turn' in first ? POWER_WHEN_TOLD_S : POWER_WITHIN_S);

/** Which way the first turn went that was more than a correction; null: none. */
function firstTurn(bank: ArrayLike<number>, from: number, to: number, rate_hz: number) {
  let way = 0;
  let since = from;
  for (let k = from; k <= to; k++) {
    const now = Math.abs(bank[k]!) > TURN_BANK_DEG ? Math.sign(bank[k]!) : 0;
    if (now !== way) since = k;
    way = now;
    if (way !== 0 && k - since >= TURN_S * rate_hz) return way > 0 ? ('right' as const) : ('left' as const);
  }
  return null;
}

/** When the time from the final fix is over, by the clock as it was started, or from the fix where it was not; 0: that was not passed. */
function clockRunsOut_s(
  flight: Flight,
  spans: readonly PhaseSpan[],
  { from, time_s }: { from: string; time_s: number }
): number {
  const passed = spans.find(({ phaseId }) => phaseId === from);
  return passed ? passed.start_s + (clockStarted(flight, passed.start_s) ?? 0) + time_s : 0;
}

export const missed: CheckKind<'missed', MissedMeasure, MissedFault[]> = {
  name: 'order of the missed approach',
  measuredFrom: ['altitude_ft', 'throttle', 'climbRate_fpm', 'bank_deg', 'flaps_deg', 'heading_deg'],
  measure({ flight, lesson, phase, span, spans }, { first: asked, timed }) {
    const rate = flight.rate_hz;
    const throttle = column(flight, 'throttle');
    const climb = column(flight, 'climbRate_fpm');
    const flaps = column(flight, 'flaps_deg');
    const gear = flight.columns.get('gear');
    const bank = column(flight, 'bank_deg');
    const altitude = column(flight, 'altitude_ft');
    const heading = column(flight, 'heading_deg');
    const { lateral } = phase.goal;
    const heading_deg = lateral.kind === 'heading' ? lateral.heading_deg : null;
    const straight_ft = 'straight_ft' in asked ? asked.straight_ft : -Infinity;
    const start = Math.round(span.start_s * rate);
    const before = lesson.drill.phases[lesson.drill.phases.indexOf(phase) - 1];
    // In level flight a gust lifts an airplane, too; where one was going down a climb is a climb.
    const at = before?.goal.vertical.kind === 'level' ? start : climbBegan(flight, start, BEGUN_BEFORE_S);
    // Sent around from as high as it climbs to, there is no climb to begin.
    const { vertical } = phase.goal;
    if (vertical.kind !== 'level' && altitude[at]! >= vertical.to_ft - CLIMBED_FT) return null;
    // Who flies by the clock goes around when it has run out, wherever the wind has carried them by then.
    const due = Math.max(at, timed ? Math.round(clockRunsOut_s(flight, spans, timed) * rate) : 0);
    const from = Math.max(0, at - LOOKS_BACK_S * rate);
    const to = Math.min(flight.length - 1, due + LOOKS_S * rate);
    let most = 0;
    let climbed_ft = 0;
    let lowest_ft = altitude[at]!;
    for (let k = at; k <= to; k++) {
      most = Math.max(most, throttle[k]!);
      lowest_ft = Math.min(lowest_ft, altitude[k]!);
      // Who has gone on down climbs from there; a dip in level flight is none.
      const from_ft = lowest_ft < altitude[at]! - WENT_ON_DOWN_FT ? lowest_ft : altitude[at]!;
      climbed_ft = Math.max(climbed_ft, altitude[k]! - from_ft);
    }
    // Who flies on level has power, and a gust that lifts the airplane: nothing was begun.
    const begun = climbed_ft >= CLIMBED_FT;
    // Of a flight that ends before the time for it is over nobody knows.
    if (!begun && to < due + LOOKS_S * rate) return null;
    const first = (holds: (k: number) => boolean, start = from) => {
      for (let k = start; k <= to; k++) if (holds(k)) return k;
      return null;
    };
    const power = !begun || most < 0.6 ? null : first((k) => throttle[k]! >= CLIMB_POWER * most);
    const share = flight.columns.get('courseShare')?.[Math.max(0, start - 1)] ?? 0;
    // Never on the final, nobody decided anything where it ends: the course is what there is to say.
    if (Math.abs(share) > 1 && (power === null || power - at > POWER_WHEN_TOLD_S * rate)) return null;
    const climbing = begun ? first((k) => climb[k]! > CLIMBING_FPM) : null;
    const least_deg = flapStep_deg(lesson.aircraft.flaps.positions_deg, Math.round(flaps[from]!));
    const cleaned = first(
      (k) =>
        begun &&
        k < (climbing ?? to) &&
        (flaps[k]! < least_deg - FLAPS_DEG || (gear !== undefined && gear[k]! < gear[from]! - 0.2))
    );
    // Who already heads there needs no turn.
    const isTurned = (k: number) =>
      lateral.kind === 'turn' &&
      lateral.to_deg !== null &&
      Math.abs(normaliseSigned(heading[k]! - lateral.to_deg)) <= AWAY_DEG;
    let turned: MissedMeasure['turned'] = null;
    let since: number | null = null;
    const last = Math.min(flight.length - 1, at + TURN_LOOKS_S * rate);
    for (let k = at; begun && k <= last && altitude[k]! < straight_ft - SHORT_FT && !turned; k++) {
      since = Math.abs(bank[k]!) > TURN_BANK_DEG ? (since ?? k) : null;
      // A correction back to the heading is none.
      const off_deg = heading_deg === null ? null : normaliseSigned(heading[k]! - heading_deg);
      const away = off_deg === null || Math.sign(bank[k]!) * off_deg > AWAY_DEG;
      if (since !== null && away && k - since >= TURN_S * rate)
        turned = { at_s: since / rate, altitude_ft: altitude[since]!, bank_deg: bank[k]! };
    }
    const after = (k: number | null) => (k === null ? null : Math.max(0, (k - due) / rate));
    return {
      kind: 'missed',
      phaseId: phase.id,
      // By the part of the approach that it is about.
      begun_s: Math.max(at / rate, span.start_s),
      power_s: after(power),
      climb_s: after(climbing),
      cleanedBefore_s: cleaned === null ? null : cleaned / rate,
      turned,
      first:
        'turn' in asked
          ? { turn: asked.turn, made: firstTurn(bank, at, to, rate) ?? (isTurned(at) ? asked.turn : null) }
          : asked
    };
  },
  judge: faultsOf,
  elements: (m, faults) => [
    {
      name: 'Missed approach: order',
      verdict: metIf(faults.every((fault) => fault === 'cleaned-up-early')),
      arithmetic: [
        m.power_s === null
          ? 'no climb power'
          : `power after ${figure(m.power_s, 1)} s (${powerWithin_s(m)} s)`,
        m.climb_s === null ? 'no climb' : `climbing after ${figure(m.climb_s, 1)} s`,
        'turn' in m.first
          ? m.first.made === null
            ? 'no turn'
            : `turned ${m.first.made}`
          : m.turned
            ? `turned at ${figure(m.turned.altitude_ft)} ft`
            : firstWords(m)
      ].join(', ')
    }
  ],
  findings: (m, faults) => faults.map((fault) => say(m, fault)),
  figures: [
    {
      id: 'missed.power',
      name: 'to climb power',
      unit: 's',
      decimals: 1,
      better: 'less',
      of: (m) => (m.power_s === null ? [] : [m.power_s])
    }
  ]
};
