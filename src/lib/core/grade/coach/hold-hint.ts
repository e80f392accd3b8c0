import { normaliseBearing, normaliseSigned } from '../../measure/angle';
import { clock, figure, heading } from '../../measure/figure';
import { windAboutFix } from '../../drill/briefing';
import { tasOf } from '../../drill/compose-drill';
import type { Goal } from '../../drill/drill';
import type { Lesson } from '../../drill/lesson';
import { entryHeading, holdEntry } from '../../procedure/hold-entry';
import { sideOf, solveHold } from '../../procedure/hold';
import { valueOf, type CoachMoment, type Hint } from './coach-moment';

/** The entry is said so long before the fix. */
const ENTRY_BEFORE_S = 35;
const LATE_S = 4;
const LEVEL_DEG = 6;
/** Who turns by himself is not told to. */
const GRACE_S = 3;

/** What to say on the way round a hold: the entry before the fix, the clock, the turn inbound. */
export function holdHint(lesson: Lesson): Hint {
  const { drill, navigation, area, plan } = lesson;
  let clockFrom_s: number | null = null;
  let turnedOutSince_s: number | null = null;
  let said: 'nothing' | 'turn inbound' = 'nothing';
  const north = navigation ? area.variation_deg - navigation.north_deg : 0;
  const onPanel = (heading_deg: number) => heading(normaliseBearing(heading_deg - north));

  function solve(goal: Goal) {
    if (goal.lateral.kind !== 'hold') return null;
    const solution = solveHold(goal.lateral.hold, {
      tas_kt: tasOf(goal, plan),
      wind: windAboutFix(lesson)
    });
    return solution.kind === 'impossible' ? null : { hold: goal.lateral.hold, solution };
  }

  /** Before the fix: which entry, and where it turns. */
  function entryWords(now: CoachMoment): string | null {
    const next = drill.phases[now.phaseIndex + 1]?.goal;
    const solved = next && solve(next);
    const to_s = (valueOf(now, 'fixDistance_nm') / Math.max(40, valueOf(now, 'groundspeed_kt'))) * 3600;
    if (!solved || valueOf(now, 'along_nm') > 0 || to_s > ENTRY_BEFORE_S) return null;
    const arrival = normaliseBearing(valueOf(now, 'heading_deg') + north);
    const { entry } = holdEntry(solved.hold, arrival);
    const out = entry === 'direct' ? solved.solution.outboundHeading_deg : entryHeading(solved.hold, entry)!;
    const way = entry === 'direct' ? sideOf(solved.hold) : Math.sign(normaliseSigned(out - arrival)) || 1;
    return `${entry.charAt(0).toUpperCase()}${entry.slice(1)} entry: over the fix turn ${way > 0 ? 'right' : 'left'} to ${onPanel(out)}.`;
  }

  return {
    heard(kind, detail, time_s) {
      if (kind === 'timer') clockFrom_s = detail === 'start' ? time_s : null;
    },
    look(memory) {
      const now = memory[memory.length - 1]!;
      const solved = solve(drill.phases[now.phaseIndex]!.goal);
      if (!solved) {
        clockFrom_s = null;
        return entryWords(now);
      }
      const { hold, solution } = solved;
      const outward = normaliseSigned(valueOf(now, 'heading_deg') + north - hold.inboundCourse_deg - 180);
      const outbound = Math.abs(outward) < 50 && Math.abs(valueOf(now, 'bank_deg')) < LEVEL_DEG;
      if (!outbound) {
        if (Math.abs(outward) > 90) {
          turnedOutSince_s = null;
          clockFrom_s = null;
          said = 'nothing';
        }
        return null;
      }
      if (valueOf(now, 'along_nm') > 0) return null;
      turnedOutSince_s ??= now.time_s;
      const out_s = now.time_s - turnedOutSince_s;
      if (out_s > LATE_S && clockFrom_s === null && said === 'nothing' && out_s < 20)
        return 'Abeam and wings level: start the clock.';
      const due = hold.leg.kind === 'time' ? solution.timed_s : null;
      const flown_s = clockFrom_s === null ? out_s : now.time_s - clockFrom_s;
      if (due !== null && flown_s > due + GRACE_S && said === 'nothing') {
        said = 'turn inbound';
        return `${clock(due)} is up: turn inbound, ${hold.turn}.`;
      }
      const off = normaliseSigned(outward - solution.outboundCorrection_deg);
      return out_s > 12 && Math.abs(off) > 10 && flown_s < (due ?? Infinity) - 15
        ? `Outbound hold ${onPanel(solution.outboundHeading_deg)}: ${figure(Math.abs(Math.round(solution.outboundCorrection_deg)))} degrees for the wind.`
        : null;
    }
  };
}
