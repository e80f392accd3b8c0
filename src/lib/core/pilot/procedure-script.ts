import { normaliseBearing, normaliseSigned } from '../measure/angle';
import { clamp } from '../measure/clamp';
import type { Wind } from '../air/wind';
import { planReversal, type CourseReversal } from '../procedure/course-reversal';
import { sideOf, solveHold, type Hold } from '../procedure/hold';
import { TEARDROP_ANGLE_DEG, entryHeading, holdEntries, holdEntry } from '../procedure/hold-entry';
import { windTriangle } from '../procedure/wind-triangle';
import type { Habits } from './habits';

/** One thing to do on the way round a hold or a course reversal; headings by the fix's north. */
export type ProcedureStep =
  | { do: 'turn'; to_deg: number; direction: 1 | -1 }
  /** The clock runs from here, or from abeam the fix when that comes later. */
  | { do: 'fly'; heading_deg: number; seconds: number; timed: boolean; abeam: boolean }
  /** Turn toward the course and join it, inbound to the fix. */
  | { do: 'join'; direction: 1 | -1 };

const ENTRY_LEG_S = 60;
const BARB_S = 60;
/** Room a careful pilot leaves to a limit. */
const SPARED_NM = 0.6;

const shortest = (from_deg: number, to_deg: number): 1 | -1 =>
  normaliseSigned(to_deg - from_deg) >= 0 ? 1 : -1;

function headingFor(course_deg: number, tas_kt: number, wind: Wind): number {
  const triangle = windTriangle(course_deg, tas_kt, wind);
  return triangle.kind === 'impossible' ? course_deg : triangle.heading_deg;
}

/** What the circuits so far have taught: to be added to the outbound time, and to the outbound heading. */
export interface HoldLesson {
  seconds: number;
  heading_deg: number;
}

/** Once round a hold from the fix, as solved for the briefed wind and put right by what was learnt. */
export function holdCircuitSteps(
  hold: Hold,
  tas_kt: number,
  wind: Wind,
  habits: Habits,
  learnt: HoldLesson = { seconds: 0, heading_deg: 0 }
): ProcedureStep[] {
  const side = sideOf(hold);
  const solution = solveHold(hold, { tas_kt, wind });
  const plain = { heading_deg: normaliseBearing(hold.inboundCourse_deg + 180), seconds: 60 };
  const leg =
    solution.kind === 'impossible' || habits.holdsWithoutWind > 0
      ? plain
      : {
          heading_deg: normaliseBearing(solution.outboundHeading_deg + learnt.heading_deg),
          seconds: Math.max(0, Math.max(0, solution.outbound_s - solution.toAbeam_s) + learnt.seconds)
        };
  const late = 22 * habits.timesLate;
  return [
    { do: 'turn', to_deg: leg.heading_deg, direction: side },
    { do: 'fly', heading_deg: leg.heading_deg, seconds: leg.seconds + late, timed: true, abeam: true },
    { do: 'join', direction: side }
  ];
}

/** Out into the wind an entry is flown longer: in the turn back it is blown toward the fix, and past it. */
function entryLeg_s({ inboundCourse_deg }: Hold, tas_kt: number, wind: Wind): number {
  const back = windTriangle(inboundCourse_deg, tas_kt, wind);
  const out = windTriangle(inboundCourse_deg + 180, tas_kt, wind);
  if (back.kind === 'impossible' || out.kind === 'impossible') return ENTRY_LEG_S;
  return ENTRY_LEG_S * clamp(back.groundspeed_kt / out.groundspeed_kt, 1, 2);
}

/** From the fix through the entry that is due, back to the fix. @param heading_deg on arrival */
export function holdEntrySteps(
  hold: Hold,
  heading_deg: number,
  tas_kt: number,
  wind: Wind,
  habits: Habits
): ProcedureStep[] {
  const side = sideOf(hold);
  const due = holdEntry(hold, heading_deg).entry;
  const entry = habits.wrongEntry > 0 ? holdEntries[(holdEntries.indexOf(due) + 1) % 3]! : due;
  if (entry === 'direct') return holdCircuitSteps(hold, tas_kt, wind, habits);
  const farther_deg = entry === 'teardrop' ? -side * TEARDROP_ANGLE_DEG * habits.laysOffTwice : 0;
  const out = headingFor(entryHeading(hold, entry)! + farther_deg, tas_kt, wind);
  return [
    { do: 'turn', to_deg: out, direction: shortest(heading_deg, out) },
    { do: 'fly', heading_deg: out, seconds: entryLeg_s(hold, tas_kt, wind), timed: true, abeam: false },
    { do: 'join', direction: entry === 'parallel' ? (side === 1 ? -1 : 1) : side }
  ];
}

/** A course reversal from the fix. @param heading_deg on arrival */
export function reversalSteps(
  reversal: CourseReversal,
  heading_deg: number,
  tas_kt: number,
  wind: Wind
): ProcedureStep[] {
  const { kind, inboundCourse_deg } = reversal;
  const side = reversal.side === 'right' ? 1 : -1;
  const other = side === 1 ? -1 : 1;
  const out = normaliseBearing(inboundCourse_deg + 180);
  const plan = planReversal({ ...reversal, within_nm: reversal.within_nm - SPARED_NM }, tas_kt, wind);
  const seconds = plan.kind === 'impossible' ? 60 : plan.outbound_s;
  const outbound = headingFor(out, tas_kt, wind);
  const fly = (heading: number, time_s: number, timed = true): ProcedureStep => ({
    do: 'fly',
    heading_deg: heading,
    seconds: time_s,
    timed,
    abeam: false
  });
  const turnOut: ProcedureStep = { do: 'turn', to_deg: outbound, direction: shortest(heading_deg, outbound) };
  switch (kind) {
    case '45/180': {
      const barb = headingFor(out + side * 45, tas_kt, wind);
      return [
        turnOut,
        fly(outbound, seconds),
        { do: 'turn', to_deg: barb, direction: side },
        fly(barb, BARB_S),
        { do: 'join', direction: other }
      ];
    }
    case '80/260':
      return [
        turnOut,
        fly(outbound, seconds),
        { do: 'turn', to_deg: normaliseBearing(out + side * 80), direction: side },
        { do: 'join', direction: other }
      ];
    case 'teardrop': {
      const first = plan.kind === 'impossible' ? outbound : plan.steps[0]!.heading_deg;
      return [
        { do: 'turn', to_deg: first, direction: shortest(heading_deg, first) },
        fly(first, seconds),
        { do: 'join', direction: other }
      ];
    }
    case 'racetrack':
      return [
        { do: 'turn', to_deg: outbound, direction: side },
        { do: 'fly', heading_deg: outbound, seconds, timed: true, abeam: true },
        { do: 'join', direction: side }
      ];
  }
}
