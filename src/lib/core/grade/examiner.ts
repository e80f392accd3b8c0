import { FORGIVEN_CORRECTIONS, measureCorridors, type CorridorMeasure } from '../deviation/corridor-measure';
import { INPUTS, PROMPT_RETURN_S, type Exceedance } from '../deviation/exceedance';
import { isApproach } from '../drill/approach/approach-drill';
import { corridorChannels } from '../drill/corridor';
import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { allowedWords, offWords, sideTitle } from '../finding/quantity-words';
import { RECORDING_RATE_HZ, type ChannelId } from '../flight/channels';
import type { Flight } from '../flight/flight';
import type { FlightEvent } from '../flight/flight-event';
import { clock, figure } from '../measure/figure';
import { limitFindings } from './airplane-limits';
import { hardKind } from './hard-deviation';
import { isSaidByCheck } from './lean';

/** What corridors, and what the airplane allows, are measured from. */
const WATCHED: readonly ChannelId[] = [
  ...new Set<ChannelId>([
    ...corridorChannels,
    ...Object.values(INPUTS).flatMap((inputs) => inputs.map(({ channel }) => channel)),
    'along_nm',
    'angleOfAttack_deg',
    'climbRate_fpm',
    'fixDistance_nm',
    'flaps_deg',
    'gear',
    'latitude_deg',
    'longitude_deg',
    'trueBank_deg'
  ])
];
const LOOKS_EVERY_SAMPLES = RECORDING_RATE_HZ;
/** What the airplane does not allow is told of the last seconds: what was before has been looked at. */
const LATELY_S = 6;

/** Somebody who watches a test: says once that the standard has been left, and offers to stop there or to go on. */
export interface Examiner {
  /** To be asked at every recorded sample. @returns what is outside the standard, in words; null: nothing, or it has been said */
  watch(spans: readonly PhaseSpan[], read: (channel: ChannelId) => number): string | null;
}

/** Whether a lesson is flown as a test that an examiner would end: an approach, with the corridors hidden. */
export function isTest({ plan }: Pick<Lesson, 'plan'>): boolean {
  return plan.corridors === 'test' && isApproach(plan);
}

/**
 * By the measures and the rule the grade is made of: what it offers to stop for, the grade says is not met.
 * @param earlier what was flown before a resumed flight goes on; null: it begins
 */
export function examiner(lesson: Lesson, earlier: Flight | null): Examiner {
  let samples = earlier?.length ?? 0;
  let said = earlier?.events.some(({ kind }) => kind === 'examiner') ?? false;
  let room = 4096 + samples;
  const columns = new Map(
    WATCHED.map((channel) => {
      const values = new Float64Array(room);
      const before = earlier?.columns.get(channel);
      if (before) values.set(before);
      return [channel, values] as const;
    })
  );
  return {
    watch(spans, read) {
      if (said) return null;
      if (samples === room) {
        room *= 2;
        for (const [channel, values] of columns) {
          const longer = new Float64Array(room);
          longer.set(values);
          columns.set(channel, longer);
        }
      }
      for (const [channel, values] of columns) values[samples] = read(channel);
      samples += 1;
      if (samples % LOOKS_EVERY_SAMPLES !== 0) return null;
      const flight: Flight = { rate_hz: RECORDING_RATE_HZ, length: samples, columns, events: [] };
      // What was before the last two phases has been looked at.
      for (const span of spans.slice(-2))
        for (const measure of measureCorridors(flight, lesson, [span])) {
          const outside =
            isSaidByCheck(lesson.drill, measure) || isLedAstray(lesson, measure)
              ? null
              : outsideStandard(lesson, measure, span);
          if (outside === null) continue;
          said = true;
          return wordsOf(lesson, measure, outside);
        }
      const last = spans.at(-1)!;
      const lately = { ...last, start_s: Math.max(last.start_s, last.end_s - LATELY_S) };
      const limit = limitFindings(flight, lesson, [lately]).find(({ severity }) => severity === 'hard');
      if (!limit) return null;
      said = true;
      return limit.evidence;
    }
  };
}

/** An altimeter that is to be found wrong leads astray until it is set; whether it was is told when its time is over. */
function isLedAstray({ drill, navigation }: Lesson, { channel, phaseId }: CorridorMeasure): boolean {
  return (
    channel === 'altitude_ft' &&
    navigation?.planted === 'old altimeter setting' &&
    drill.checks.some((check) => check.kind === 'altimeter' && check.phase === phaseId)
  );
}

/** The time outside by which a corridor is not met, whatever comes; null as long as it can be. */
function outsideStandard({ drill }: Lesson, measure: CorridorMeasure, span: PhaseSpan): Exceedance | null {
  const { exceedances } = measure;
  const phase = phaseById(drill, measure.phaseId);
  return (
    exceedances.find(
      (e) =>
        hardKind(phase, measure, e) !== null ||
        (e.open && !span.complete ? e.end_s - e.start_s > PROMPT_RETURN_S : e.prompt === false)
    ) ??
    exceedances.filter(({ prompt }) => prompt !== null)[FORGIVEN_CORRECTIONS] ??
    null
  );
}

function wordsOf(
  { drill }: Lesson,
  { phaseId, corridor, exceedances }: CorridorMeasure,
  e: Exceedance
): string {
  const often = exceedances.indexOf(e) >= FORGIVEN_CORRECTIONS ? ', for the third time' : '';
  return `${sideTitle(corridor, e.side, phaseById(drill, phaseId))}: ${offWords(corridor, e.peak, e.asked!)} (${allowedWords(corridor, e.side)} allowed) for ${figure(Math.max(1, e.end_s - e.start_s))} s${often}.`.slice(
    0,
    200
  );
}

/** What was answered to an examiner's offer. */
export type TestAnswer = 'goes on' | 'discontinued';

/** What a test came to by its examiner, in a sentence with its moment; null where nothing was offered. */
export function testTold(events: readonly FlightEvent[]): { words: string; moment_s: number } | null {
  const offer = events.find((event) => event.kind === 'examiner');
  if (offer?.kind !== 'examiner') return null;
  const answer = events.find((event) => event.kind === 'test' && event.time_s >= offer.time_s);
  const stopped = answer?.kind === 'test' && answer.detail === 'discontinued';
  return {
    words: `Flown as a test, it was outside the standard at ${clock(offer.time_s)}: ${offer.detail.replace(/\.$/, '')}; ${
      stopped
        ? 'it was stopped there, and what was flown before stands'
        : 'it was flown on, and the rest is judged'
    }.`,
    moment_s: offer.time_s
  };
}
