import { clock, figure, heading, percent, signedFigure } from '../../measure/figure';
import { finding, type Finding } from '../finding';
import { capital } from '../quantity-words';
import type { CircuitMeasure, HoldMeasure, LeftHoldMeasure } from './hold-measure';

/** An inbound leg may be off by this much; and a clock started or a turn begun. */
export const INBOUND_WITHIN_S = 10;
export const CLOCK_WITHIN_S = 6;
/** Off by more than this in most circuits, the leg was not brought to its time. */
const LEG_FAULT_S = 15;
/** Rolled out inbound this near to the course, share of full scale. */
export const ROLL_OUT_WITHIN = 0.75;
/** The timing is judged by the circuits' mean: one leg is a try. */
const TURNED_LATE_S = 12;
/** A correction is looked for where at least this much is needed outbound. */
const CORRECTION_MATTERS_DEG = 8;
const CORRECTION_SHARE = 0.5;

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const known = (values: readonly (number | null)[]) => values.filter((v): v is number => v !== null);

/** The circuits that count, without the entry. */
export function judgedCircuits(m: HoldMeasure): CircuitMeasure[] {
  return m.circuits.slice(m.firstCircuit);
}

/** Whether the circuits come to the leg asked for: the last is within, and all are or it is no worse than the first. */
export function converges(m: HoldMeasure): boolean {
  const legs = known(judgedCircuits(m).map((c) => c.inbound_s));
  const { leg_s } = m;
  if (leg_s === null || legs.length < 2) return false;
  const off = legs.map((leg) => Math.abs(leg - leg_s));
  const last = off.at(-1)!;
  return last <= INBOUND_WITHIN_S && (last <= off[0]! + 2 || off.every((each) => each <= INBOUND_WITHIN_S));
}

export function holdFindings(m: HoldMeasure): Finding[] {
  const circuits = judgedCircuits(m);
  const found: Finding[] = sayEntry(m);
  const last = m.circuits.at(-1)!;
  if (m.outOfTime)
    found.push(
      finding(
        'not-back-over-fix',
        'fault',
        'Hold not finished',
        { moment_s: last.end_s },
        `${m.circuits.length} of ${m.askedTimes} times back over the fix when the time was over.`
      )
    );
  const stretch = {
    moment_s: circuits[0]?.start_s ?? m.entered_s,
    start_s: circuits[0]?.start_s ?? m.entered_s,
    end_s: last.end_s
  };
  const late = known(
    circuits.map((c) =>
      c.clockDue_s === null || c.clockStarted_s === null ? null : c.clockStarted_s - c.clockDue_s
    )
  );
  const wrongClock = late.filter((off) => Math.abs(off) > CLOCK_WITHIN_S);
  const over = m.solution
    ? known(circuits.map((c) => c.outbound_s)).map((out) => out - m.solution!.outbound_s)
    : [];
  const turnsLate = over.length > 0 && mean(over) > TURNED_LATE_S && m.leg_s !== null;
  const legs = known(circuits.map((c) => c.inbound_s));
  const needed = m.solution?.outboundCorrection_deg ?? 0;
  const outbound = known(circuits.map((c) => c.outboundCorrection_deg));
  const uncorrected =
    Math.abs(needed) >= CORRECTION_MATTERS_DEG &&
    outbound.length > 0 &&
    Math.abs(mean(outbound) - needed) > CORRECTION_SHARE * Math.abs(needed) &&
    Math.abs(mean(outbound)) < Math.abs(needed);
  if (uncorrected)
    found.push(
      finding(
        'no-hold-correction',
        'fault',
        'Too little correction outbound',
        stretch,
        `${signedFigure(mean(outbound))}° held outbound on average where ${signedFigure(needed)}° closes the hold in this wind.`,
        { channel: 'heading_deg' }
      )
    );
  const legOff = (leg: number) => m.leg_s !== null && Math.abs(leg - m.leg_s) > LEG_FAULT_S;
  if (
    wrongClock.length * 2 > circuits.length ||
    (turnsLate && mean(legs) > (m.leg_s ?? 0) + INBOUND_WITHIN_S)
  )
    found.push(
      finding(
        'hold-timing',
        'fault',
        turnsLate ? 'Turned inbound late' : 'Clock not started where it is due',
        stretch,
        turnsLate
          ? `The outbound leg was ${figure(mean(over))} s too long on average, so the inbound leg came to ${figure(mean(legs))} s.`
          : `Started ${wrongClock.map((off) => signedFigure(off)).join(', ')} s from abeam or wings level.`
      )
    );
  else if (!converges(m) && legs.filter(legOff).length * 2 > legs.length)
    found.push(
      finding(
        'inbound-leg',
        'fault',
        'Inbound leg not brought to its time',
        stretch,
        `${legs.map((leg) => figure(leg)).join(', ')} s inbound, ${figure(m.leg_s!)} s asked for: the outbound time was not changed enough.`
      )
    );
  const rolledOut = circuits.filter((c) => c.rollOutOff !== null && Math.abs(c.rollOutOff) > ROLL_OUT_WITHIN);
  if (rolledOut.length * 2 > circuits.length && rolledOut.includes(circuits.at(-1)!)) {
    const worst = rolledOut.reduce((a, b) => (Math.abs(b.rollOutOff!) > Math.abs(a.rollOutOff!) ? b : a));
    found.push(
      finding(
        'hold-roll-out',
        'fault',
        worst.overshot_nm! > 0
          ? 'Turn inbound goes through the course'
          : 'Turn inbound ends short of the course',
        { moment_s: worst.rollOut_s!, start_s: stretch.start_s, end_s: stretch.end_s },
        `Off by ${rolledOut.map((c) => `${percent(Math.abs(c.rollOutOff!))} (${c.overshot_nm! > 0 ? 'through' : 'short'})`).join(', ')} of full scale as the wings came level inbound.`,
        { channel: 'offCourse' }
      )
    );
  }
  if (converges(m) && rolledOut.length === 0)
    found.push(
      finding(
        'hold-converged',
        'good',
        'The hold came to its time',
        { moment_s: last.end_s },
        `Inbound legs of ${legs.map((leg) => figure(leg)).join(', ')} s, ${figure(m.leg_s!)} s asked for.`
      )
    );
  return found;
}

/** What is said of a hold that was never come back to. */
export function leftHoldFindings(m: LeftHoldMeasure): Finding[] {
  return [
    finding(
      'not-back-over-fix',
      'fault',
      'Hold not flown',
      { moment_s: m.start_s, start_s: m.start_s, end_s: m.end_s },
      `Not once back over the fix in ${clock(m.end_s - m.start_s)}, ${figure(m.away_nm, 1)} NM from it at the end; ${m.due.entry} entry was due.`
    )
  ];
}

function sayEntry(m: HoldMeasure): Finding[] {
  if (m.entry === null) return [];
  const due = `${m.due.entry}${m.due.alternative ? ` or ${m.due.alternative}` : ''}`;
  const came = `Arrived on ${heading(m.arrivalHeading_deg)} for ${heading(m.inboundCourse_deg)} inbound, ${m.turn} turns: ${due} is due`;
  const where = `${came}; ${m.entry} was flown.`;
  return [
    m.entryRight
      ? finding('right-entry', 'good', `${capital(m.entry)} entry, as due`, { moment_s: m.entered_s }, where)
      : finding(
          'wrong-entry',
          'fault',
          `Wrong entry: ${m.entry} for ${m.due.entry}`,
          { moment_s: m.entered_s, start_s: m.entered_s, end_s: m.circuits[0]!.end_s },
          where
        )
  ];
}
