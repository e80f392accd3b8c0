import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { correctionWords, needleWords } from '../../finding/quantity-words';
import { capital } from '../../measure/capital';
import { inWords } from '../../measure/count-words';
import { clock, figure, signedFigure } from '../../measure/figure';
import { cameToFix, type HoldMeasure, type LeftHoldMeasure } from './hold-measure';
import {
  CLOCK_WITHIN_S,
  INBOUND_WITHIN_S,
  isOnTime,
  judgedCircuits,
  known,
  rollOutsOff
} from './hold-verdict';
import type { Verdict } from '../../finding/verdict';
import type { HoldJudged } from './hold-verdict';
import { entryFindings } from './hold-entry-words';

/** The timing is judged by the circuits' mean: one leg is a try. */
const TURNED_LATE_S = 12;
/** A correction is looked for where at least this much is needed outbound. */
const CORRECTION_MATTERS_DEG = 8;
const CORRECTION_SHARE = 0.5;
/** A hold that was left: all the time of it is time off the procedure, farther than any needle tells. */
const TIMES_OFF = 10;

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** What is said of a hold, from its measures and verdicts. */
export function holdFindings(m: HoldMeasure, judged: HoldJudged): Finding[] {
  const circuits = judgedCircuits(m);
  const last = m.circuits.at(-1)!;
  const stretch = {
    moment_s: circuits[0]?.start_s ?? m.entered_s,
    start_s: circuits[0]?.start_s ?? m.entered_s,
    end_s: last.end_s
  };
  return [
    ...entryFindings(m),
    ...(m.outOfTime
      ? [
          finding(
            'not-back-over-fix',
            'fault',
            'Hold not finished',
            { moment_s: last.end_s },
            `Back over the fix ${m.circuits.length} of ${m.askedTimes} times when the time was up.`,
            { failed: true, worth: 6 * MOMENT_S }
          )
        ]
      : []),
    ...sayCorrection(m, stretch),
    ...sayTiming(m, judged.legs, stretch),
    ...sayRollOuts(m, judged.rollOuts, stretch),
    ...(judged.converges && judged.legs === 'met' && judged.rollOuts === 'met'
      ? [
          finding(
            'hold-converged',
            'good',
            'Inbound legs on time',
            { moment_s: last.end_s },
            `${known(circuits.map((c) => c.inbound_s))
              .map((leg) => figure(leg))
              .join(', ')} s inbound; ${figure(m.leg_s!)} s asked for.`
          )
        ]
      : [])
  ];
}

type Stretch = { moment_s: number; start_s: number; end_s: number };

function sayCorrection(m: HoldMeasure, stretch: Stretch): Finding[] {
  const needed = m.solution?.outboundCorrection_deg ?? 0;
  const outbound = known(judgedCircuits(m).map((c) => c.outboundCorrection_deg));
  const uncorrected =
    Math.abs(needed) >= CORRECTION_MATTERS_DEG &&
    outbound.length > 0 &&
    Math.abs(mean(outbound) - needed) > CORRECTION_SHARE * Math.abs(needed) &&
    Math.abs(mean(outbound)) < Math.abs(needed);
  if (!uncorrected) return [];
  return [
    finding(
      'no-hold-correction',
      'fault',
      'Too little wind correction outbound',
      stretch,
      `${capital(correctionWords(mean(outbound)))} held outbound on average; in this wind ${correctionWords(needed)} closes the hold.`,
      { worth: 3 * MOMENT_S }
    )
  ];
}

/** The clock, and the legs that came of it: why they were off where that can be told, otherwise that they were. */
function sayTiming(m: HoldMeasure, verdict: Verdict | null, stretch: Stretch): Finding[] {
  const circuits = judgedCircuits(m);
  const legs = known(circuits.map((c) => c.inbound_s));
  const legWords = `${legs.map((leg) => figure(leg)).join(', ')} s inbound; ${figure(m.leg_s ?? 0)} s ± ${INBOUND_WITHIN_S} s asked for`;
  const found: Finding[] = [];
  const due = circuits.filter((c) => c.clockDue_s !== null);
  const unstarted = due.filter((c) => c.clockStarted_s === null);
  if (m.leg_s !== null && due.length > 0 && unstarted.length * 2 > due.length)
    found.push(
      finding(
        'no-clock',
        'fault',
        'Clock not started',
        { ...stretch, moment_s: unstarted[0]!.clockDue_s! },
        `Not started outbound in ${unstarted.length} of ${due.length} circuits.`,
        { worth: 2 * MOMENT_S }
      )
    );
  const late = known(
    circuits.map((c) =>
      c.clockDue_s === null || c.clockStarted_s === null ? null : c.clockStarted_s - c.clockDue_s
    )
  );
  const wrongClock = late.filter((off) => Math.abs(off) > CLOCK_WITHIN_S);
  const over = m.solution
    ? known(circuits.map((c) => c.outbound_s)).map((out) => out - m.solution!.outbound_s)
    : [];
  const turnsLate =
    over.length > 0 &&
    mean(over) > TURNED_LATE_S &&
    m.leg_s !== null &&
    legs.length > 0 &&
    mean(legs) > m.leg_s + INBOUND_WITHIN_S;
  const failed = verdict === 'not met';
  const worth = failed ? 4 * MOMENT_S : 1.5 * MOMENT_S;
  if (turnsLate)
    found.push(
      finding(
        'hold-timing',
        'fault',
        'Turned inbound late',
        stretch,
        `Outbound legs ${figure(mean(over))} s too long on average: ${legWords}.`,
        { failed, worth }
      )
    );
  else if (wrongClock.length * 2 > circuits.length)
    found.push(
      finding(
        'hold-timing',
        'fault',
        wrongClock.every((off) => off > 0) ? 'Clock started late' : 'Clock started at the wrong moment',
        stretch,
        `Started ${wrongClock.map((off) => signedFigure(off)).join(', ')} s from abeam or wings level, whichever is later${verdict === null || verdict === 'met' ? '' : `: ${legWords}`}.`,
        { failed, worth }
      )
    );
  else if (verdict !== null && verdict !== 'met')
    found.push(
      finding(
        'inbound-leg',
        'fault',
        verdict === 'not met' ? 'Inbound legs off their time' : putRightWords(legs, m.leg_s!),
        stretch,
        `${legWords}.`,
        { failed, worth }
      )
    );
  return found;
}

/** Which inbound legs were off where the last was on time again. */
function putRightWords(legs: readonly number[], leg_s: number): string {
  const off = legs.map((leg) => !isOnTime(leg, leg_s));
  const first = off.indexOf(false);
  if (off.lastIndexOf(true) >= first) return 'Some inbound legs off their time';
  return `${first === 1 ? 'First inbound leg off its' : `First ${inWords(first)} inbound legs off their`} time, then put right`;
}

function sayRollOuts(m: HoldMeasure, verdict: Verdict | null, stretch: Stretch): Finding[] {
  if (verdict === null || verdict === 'met') return [];
  const off = rollOutsOff(m);
  const ways = [true, false].flatMap((through) => {
    const sizes = off.filter((c) => c.overshot_nm! > 0 === through).map((c) => needleWords(c.rollOutOff!));
    return sizes.length > 0
      ? [`${through ? 'through' : 'short'} by ${[...new Set(sizes)].join(', then ')}`]
      : [];
  });
  const worst = off.reduce((a, b) => (Math.abs(b.rollOutOff!) > Math.abs(a.rollOutOff!) ? b : a));
  return [
    finding(
      'hold-roll-out',
      'fault',
      worst.overshot_nm! > 0 ? 'Turned through the inbound course' : 'Turn inbound ended short of the course',
      { moment_s: worst.rollOut_s!, start_s: stretch.start_s, end_s: stretch.end_s },
      `${capital(ways.join('; '))} as the wings came level inbound, in ${off.length} of ${judgedCircuits(m).length} circuits.`,
      { channel: 'courseShare', failed: verdict === 'not met', worth: MOMENT_S * off.length * 1.5 }
    )
  ];
}

/** What is said of a hold that was never come back to, or never to. */
export function leftHoldFindings(m: LeftHoldMeasure): Finding[] {
  const time = clock(m.end_s - m.start_s);
  const about = {
    failed: true,
    worth: Math.max(20 * MOMENT_S, TIMES_OFF * (m.end_s - m.start_s))
  };
  const moments = { moment_s: m.start_s, start_s: m.start_s, end_s: m.end_s };
  if (!cameToFix(m))
    return [
      {
        ...finding(
          'not-back-over-fix',
          'fault',
          `Never came to the hold at ${m.fix}`,
          moments,
          `Not nearer to ${m.fix} than ${figure(m.nearest_nm!, 1)} NM in ${time}.`,
          about
        ),
        cure: 'Put the fix on the nose, allow for the wind, and hold what keeps it there until you are over it.'
      }
    ];
  const flownOn = m.turned === false;
  return [
    finding(
      'not-back-over-fix',
      'fault',
      flownOn ? `Never turned into the hold at ${m.fix}` : 'Never returned to the fix',
      moments,
      `${flownOn ? 'Flew on past the fix for' : 'Not back over the fix in'} ${time}, ${figure(m.away_nm, 1)} NM from it at the end; a ${m.due.entry} entry was due.`,
      about
    )
  ];
}
