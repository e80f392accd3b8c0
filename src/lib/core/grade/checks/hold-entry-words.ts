import { finding, type Finding, MOMENT_S } from '../../finding/finding';
import { needleWords } from '../../finding/quantity-words';
import { capital } from '../../measure/capital';
import { figure, heading } from '../../measure/figure';
import { TEARDROP_ANGLE_DEG } from '../../procedure/hold-entry';
import type { HoldMeasure } from './hold-measure';
import { ROLL_OUT_WITHIN, entryClockLate_s, isEntryLegOff } from './hold-verdict';

/** What is said of how a hold was entered: which way, on what heading, and by the clock. */
export function entryFindings(m: HoldMeasure): Finding[] {
  return [...sayEntry(m), ...sayEntryClock(m)];
}

function sayEntry(m: HoldMeasure): Finding[] {
  if (m.entry === null) return [];
  const due = `${m.due.entry}${m.due.alternative ? ` or ${m.due.alternative}` : ''}`;
  const came = `Arrived on ${heading(m.arrivalHeading_deg)} for ${heading(m.inboundCourse_deg)} inbound, ${m.turn} turns: ${due} is due`;
  const at = { moment_s: m.entered_s, start_s: m.entered_s, end_s: m.circuits[0]!.end_s };
  if (!m.entryRight)
    return [
      finding(
        'wrong-entry',
        'fault',
        `Wrong entry: ${m.entry} instead of ${m.due.entry}`,
        at,
        `${came}; ${m.entry} was flown.`,
        { failed: true, worth: 5 * MOMENT_S }
      )
    ];
  if (isEntryLegOff(m))
    return [
      finding('entry-heading', 'fault', entryLegTitle(m), at, entryLegWords(m), { worth: 3 * MOMENT_S })
    ];
  return [
    finding('right-entry', 'good', `${capital(m.entry)} entry, as due`, { moment_s: m.entered_s }, `${came}.`)
  ];
}

/** `Teardrop laid off too far`, `Parallel leg off the outbound course`. */
function entryLegTitle({ entry, entryLegOff_deg }: HoldMeasure): string {
  return entry === 'teardrop'
    ? `Teardrop laid off too ${entryLegOff_deg! > 0 ? 'far' : 'little'}`
    : 'Parallel leg off the outbound course';
}

/** On what the leg of an entry was flown, and where the turn back from it came out. */
function entryLegWords({ entry, entryLegOff_deg, circuits, turn }: HoldMeasure): string {
  const off_deg = entryLegOff_deg!;
  const { rollOutOff, overshot_nm } = circuits[0]!;
  // Of the two ways to allow for the wind, the one that is kinder.
  const wind = 'with the wind’s correction or without';
  const laidOff =
    entry === 'teardrop'
      ? `At ${off_deg > 0 ? 'least' : 'most'} ${figure(TEARDROP_ANGLE_DEG + off_deg)}° from the outbound course, ${wind}; a teardrop is ${TEARDROP_ANGLE_DEG}°`
      : `At least ${figure(Math.abs(off_deg))}° beside the outbound course, ${wind}, ${off_deg > 0 ? 'toward' : 'away from'} the side of the ${turn} turns`;
  const cameOut =
    rollOutOff === null || Math.abs(rollOutOff) <= ROLL_OUT_WITHIN
      ? ''
      : `; the turn back came out ${needleWords(rollOutOff)} ${overshot_nm! > 0 ? 'through' : 'short of'} the inbound course`;
  return `${laidOff}${cameOut}.`;
}

/** The clock of the entry's leg. */
function sayEntryClock(m: HoldMeasure): Finding[] {
  const late_s = entryClockLate_s(m);
  if (late_s === null) return [];
  return [
    finding(
      'hold-timing',
      'fault',
      'Clock started late in the entry',
      { moment_s: m.circuits[0]!.clockDue_s! },
      `Started ${figure(late_s)} s after the wings were level outbound${m.entry === 'direct' ? ' and the fix abeam' : ''}.`,
      { worth: 1.5 * MOMENT_S }
    )
  ];
}
