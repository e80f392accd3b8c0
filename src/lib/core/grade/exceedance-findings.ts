import { firstTarget } from '../drill/corridor';
import { capital } from '../measure/capital';
import { timesWords } from '../measure/count-words';
import { figure } from '../measure/figure';
import { type Drill, type Phase, phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import { FORGIVEN_CORRECTIONS, type CorridorMeasure } from '../deviation/corridor-measure';
import { fractionOfTolerance } from '../deviation/deviation';
import { PROMPT_RETURN_S, type Exceedance } from '../deviation/exceedance';
import type { BusyTime } from '../flight/busy-times';
import { hardKind, hardTitle } from './hard-deviation';
import { isSaidByCheck } from './lean';
import { cureOf } from '../finding/cures';
import { finding, type Finding } from '../finding/finding';
import {
  allowedWords,
  inPhase,
  isSpeedByNose,
  offWords,
  quantityWords,
  sideTitle,
  sideWords
} from '../finding/quantity-words';

/** So many exceedances of one corridor are said in one finding. */
const SUMMED_FROM = 3;
/** What must not happen outweighs whatever lasts. */
const HARD_WEIGHT = 1e6;
/** What begins so soon after a phase as another has ended in it is the same. */
const GOES_ON_WITHIN_S = 1;
/** So near an altitude it is the one that was gone to. */
const NEAR_FT = 100;

/** An altitude is noticed to be lost a moment after the eyes are back. */
export const NOTICED_AFTER_S = 5;
/** … and is at its largest before the hands have stopped it. */
const GROWS_FOR_S = 30;

/** One time outside, in one phase. */
interface Outside {
  measure: CorridorMeasure;
  phase: Phase;
  e: Exceedance;
}

/**
 * Exceedances of what the corridors asked for, in words. One that goes on from a phase into the next is said once, where it is worst.
 * @param busy when there was something else to do as well
 * @param under_s since when a phase is flown that is not over: what was outside as it began may yet go on in it, and is not said
 */
export function exceedanceFindings(
  { drill }: Lesson,
  measures: readonly CorridorMeasure[],
  busy: readonly BusyTime[] = [],
  under_s = Infinity
): Finding[] {
  const judged = measures.filter((measure) => !isSaidByCheck(drill, measure));
  const outsides = judged
    .filter(({ exceedances }) => exceedances.length < SUMMED_FROM)
    .flatMap((measure) => {
      const phase = phaseById(drill, measure.phaseId);
      return measure.exceedances.map((e): Outside => ({ measure, phase, e }));
    });
  return [
    ...judged
      .filter(({ exceedances }) => exceedances.length >= SUMMED_FROM)
      .map((measure) => sayTogether(measure, phaseById(drill, measure.phaseId))),
    ...onesThatGoOn(outsides)
      .filter((parts) => !parts.at(-1)!.e.open || parts.at(-1)!.e.end_s < under_s - GOES_ON_WITHIN_S)
      .map((parts) => sayExceedance(parts, drill, busy))
  ];
}

/** Each time outside with what it goes on as in the next phases, by the same that is asked for there. */
function onesThatGoOn(outsides: readonly Outside[]): [Outside, ...Outside[]][] {
  const ones: [Outside, ...Outside[]][] = [];
  for (const next of [...outsides].sort((a, b) => a.e.start_s - b.e.start_s)) {
    const before = ones.find((parts) => {
      const { measure, e } = parts.at(-1)!;
      return (
        e.open &&
        measure.channel === next.measure.channel &&
        e.side === next.e.side &&
        e.asked === next.e.asked &&
        Math.abs(next.e.start_s - e.end_s) < GOES_ON_WITHIN_S
      );
    });
    if (before) before.push(next);
    else ones.push([next]);
  }
  return ones;
}

/** How many of several were put right in time, and whether that can be told of the last. */
function answeredWords(exceedances: readonly Exceedance[]): string {
  const prompt = exceedances.filter((e) => e.prompt).length;
  const cutShort = exceedances.some((e) => e.prompt === null) ? ', the last cut short by the end of the phase' : ''; // prettier-ignore
  return `${prompt} of ${exceedances.length} corrected promptly${cutShort}`;
}

/** @param exceedances at least one */
function farthestOut(exceedances: readonly Exceedance[]): Exceedance {
  return exceedances.reduce((a, b) => (Math.abs(b.peak) > Math.abs(a.peak) ? b : a));
}

/** Times the tolerance × seconds outside. */
function worthOf({ corridor }: CorridorMeasure, e: Exceedance): number {
  return Math.abs(fractionOfTolerance(corridor, e.peak)) * Math.max(1, e.end_s - e.start_s);
}

/** What was done about it; empty where nothing came of an input for long: it may have been meant for something else. */
function inputWords(e: Exceedance): string {
  if (e.inputsUnknown) return '; what was done about it was not recorded';
  if (e.correctedAfter_s === null) return e.prompt === null ? '' : '; no correction';
  if (e.open && e.end_s - e.start_s > PROMPT_RETURN_S) return '';
  return e.correctedAfter_s < 0.5
    ? '; a first correction at once'
    : `; first correction after ${figure(e.correctedAfter_s, 1)} s`;
}

/** The altitude of a later leg of an approach where that is what was gone down to, and not come back from; and the fix past which it is allowed. */
function tooSoon(
  { channel }: CorridorMeasure,
  { side, open, peak, asked }: Exceedance,
  phase: Phase,
  { phases }: Drill
): { altitude_ft: number; fix: string } | null {
  if (channel !== 'altitude_ft' || side !== 'below' || !open || phase.goal.vertical.kind !== 'level')
    return null;
  const reached_ft = asked! + peak;
  const now = phases.indexOf(phase);
  const later = phases.findIndex(
    ({ segment, goal, ends_ft }, index) =>
      index > now &&
      (segment === 'inbound' || segment === 'final') &&
      goal.vertical.kind !== 'path' &&
      ends_ft < phase.ends_ft - NEAR_FT &&
      Math.abs(reached_ft - ends_ft) <= NEAR_FT
  );
  const fix = phases[later - 1]?.reference?.fix;
  return fix === undefined ? null : { altitude_ft: phases[later]!.ends_ft, fix };
}

/** What else was being done as an altitude was left; undefined: nothing that is known, or it is another quantity. */
function busyAs(
  { channel }: CorridorMeasure,
  { start_s }: Exceedance,
  { goal }: Phase,
  busy: readonly BusyTime[]
): BusyTime | undefined {
  if (channel !== 'altitude_ft' || goal.vertical.kind !== 'level') return undefined;
  return busy.find(({ from_s, to_s }) => start_s >= from_s && start_s <= to_s + NOTICED_AFTER_S);
}

/** “Up to 160 ft above …”, but not “up to more than full scale”, nor “up to just over”. */
function upTo(words: string): string {
  return /^(more than|just over) /.test(words) ? capital(words) : `Up to ${words}`;
}

/** Since which phase it was, where it is worst in a later one; into which it went on, where in an earlier one. */
function throughWords(parts: readonly Outside[], worst: Outside): string {
  const first = parts[0]!;
  const last = parts.at(-1)!;
  const phases = `${first === worst ? '' : `, from “${first.phase.name}” on`}${last === worst ? '' : `, on into “${last.phase.name}”`}`;
  const end = last === worst ? 'the end of the phase' : 'its end';
  return `${phases}${last.e.open ? ` and still outside at ${end}` : ''}`;
}

/** @param parts of one time outside, phase by phase */
function sayExceedance(
  parts: readonly [Outside, ...Outside[]],
  drill: Drill,
  busy: readonly BusyTime[]
): Finding {
  const hardOf = ({ phase, measure, e }: Outside) => hardKind(phase, measure, e);
  const weightOf = (one: Outside) => (hardOf(one) === null ? 0 : HARD_WEIGHT) + worthOf(one.measure, one.e);
  const worst = parts.reduce((a, b) => (weightOf(b) > weightOf(a) ? b : a));
  const { measure, phase } = worst;
  const { corridor, channel } = measure;
  const first = parts[0].e;
  const last = parts.at(-1)!.e;
  const { peak, peak_s } = farthestOut(parts.map((part) => part.e));
  const answered = parts.map((part) => part.e).find(({ correctedAfter_s }) => correctedAfter_s !== null);
  const e: Exceedance = {
    ...worst.e,
    peak,
    peak_s,
    start_s: first.start_s,
    end_s: last.end_s,
    correctedAfter_s: answered ? answered.start_s + answered.correctedAfter_s! - first.start_s : null,
    open: last.open,
    prompt: last.prompt
  };
  const meanwhile = busyAs(measure, e, phase, busy);
  // What went on growing long after it was over had another reason, however it began.
  const doing = meanwhile && e.peak_s <= meanwhile.to_s + GROWS_FOR_S ? meanwhile.doing : undefined;
  // What is lost over something else may come down to the altitude of a later leg without anybody meaning it to.
  const ahead = doing ? null : tooSoon(measure, e, phase, drill);
  const lasted = figure(e.end_s - e.start_s, 0);
  const hard = hardOf(worst);
  const about = { channel, side: e.side, speedByNose: isSpeedByNose(phase) };
  const one = finding(
    hard ?? (ahead ? 'down-too-soon' : doing ? 'lost-while-busy' : 'exceedance'),
    hard ? 'hard' : 'fault',
    hard
      ? hardTitle(hard, phase, measure)
      : ahead
        ? `Down too soon ${inPhase(phase)}`
        : `${sideTitle(corridor, e.side, phase)}${doing ? `, while ${doing}` : ''}`,
    { moment_s: worst.e.peak_s, start_s: e.start_s, end_s: e.end_s },
    `${upTo(offWords(corridor, e.peak, e.asked!))} (${allowedWords(corridor, e.side)} allowed), outside for ${lasted} s${throughWords(parts, worst)}${ahead ? `; ${figure(ahead.altitude_ft)} ft is the altitude past ${ahead.fix}` : inputWords(e)}${meanwhile && (hard || !doing) ? `; it began while ${meanwhile.doing}` : ''}.`,
    {
      ...about,
      worth: parts.reduce((sum, part) => sum + worthOf(part.measure, part.e), 0),
      failed: parts.some((part) => part.measure.verdict === 'not met')
    }
  );
  return hard && meanwhile ? { ...one, cure: cureOf('lost-while-busy', about) } : one;
}

function sayTogether(measure: CorridorMeasure, phase: Phase): Finding {
  const { corridor, channel } = measure;
  const of = (side: 'above' | 'below') => measure.exceedances.filter((e) => e.side === side).length;
  const kindOf = (e: Exceedance) => hardKind(phase, measure, e);
  const hards = measure.exceedances.filter((e) => kindOf(e) !== null);
  const hard = hards[0] ? kindOf(hards[0]) : null;
  // What must not happen is shown where it was worst, whatever else was farther out.
  const worst = farthestOut(hard ? hards : measure.exceedances);
  const sides = (['above', 'below'] as const)
    .filter((side) => of(side) > 0)
    .map((side) => `${of(side)} × ${sideWords(channel, firstTarget(corridor), side)}`);
  return finding(
    hard ?? 'exceedance',
    hard ? 'hard' : 'fault',
    hard
      ? hardTitle(hard, phase, measure)
      : `${capital(quantityWords[channel].name)} out ${timesWords(measure.exceedances.length)} ${inPhase(phase)}`,
    {
      moment_s: worst.peak_s,
      start_s: measure.exceedances[0]!.start_s,
      end_s: measure.exceedances.at(-1)!.end_s
    },
    `${capital(sides.join(', '))}; at worst ${offWords(corridor, worst.peak, worst.asked!)} (${allowedWords(corridor, worst.side)} allowed). ${answeredWords(measure.exceedances)}${hard ? '' : `; ${FORGIVEN_CORRECTIONS} are forgiven`}.`,
    {
      channel,
      side: worst.side,
      speedByNose: isSpeedByNose(phase),
      worth: measure.exceedances.reduce((sum, e) => sum + worthOf(measure, e), 0),
      failed: measure.verdict === 'not met'
    }
  );
}
