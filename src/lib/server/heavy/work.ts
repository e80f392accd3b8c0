import { createHash } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import { aircraftById } from '../../core/aircraft/catalogue';
import type { MeasuredLine } from '../../core/aircraft/measured-line';
import { lessonOf } from '../../core/drill/lesson';
import type { LessonPlan } from '../../core/drill/lesson-plan';
import type { Command } from '../../core/flight/command';
import { withDerived } from '../../core/flight/derived-columns';
import { detectPhases } from '../../core/flight/detected-phases';
import { countsOf } from '../../core/flight/flight';
import { asJudged } from '../../core/flight/judged-channels';
import { flightFromChunks, type FlightChunk } from '../../core/flight/recorder';
import { proposedLines } from '../../core/flight/steady-stretch';
import { flightToCsv } from '../../core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '../../core/format/flight-parquet';
import { measureCorridors } from '../../core/deviation/corridor-measure';
import { gradeFlight } from '../../core/grade/grade';
import type { Verdict } from '../../core/finding/verdict';
import { Rejection } from '../../core/measure/rejection';
import type { Look } from '../../core/scan/look';
import { scanReport, type ScanReport } from '../../core/scan/scan-report';
import type { Homework } from '../../core/road/next-on-road';
import { instrumentTest, readinessOf, type Readiness } from '../../core/road/readiness';
import {
  keptStanding,
  roadOf,
  standingOfTask,
  type KeptStanding,
  type Road,
  type RoadFlight,
  type TaskStanding
} from '../../core/road/road';
import { mockTest, type MockPart } from '../../core/road/mock-test';
import { skillHistory, type SkillHistory } from '../../core/road/skill-history';
import type { Syllabus } from '../../core/road/syllabus';
import { unusualIn } from './unusual-flight';
import type { PilotKind } from '../pilot-kind';
import { chunksBefore, packedStates } from './packed-states';

/** What takes longer than a request may hold the event loop: each of these runs in a thread of its own, see `pool.ts`. */

/** A flight put together from its chunks and graded. */
export interface Assembled {
  parquet: Uint8Array;
  samples: number;
  digest: Uint8Array;
  states: { length: number; bytes: Uint8Array } | null;
  grade: string;
  verdict: Verdict;
  score: number;
  comparable: string;
  duration_s: number;
  unusual: string[];
}

/** The chunks' texts as they lie in the database, in order, made into a flight. @throws Rejection as `flightFromChunks` */
function assemble(asked: {
  attemptId: string;
  plan: LessonPlan;
  pilot: PilotKind;
  takenOver: boolean;
  chunks: string[];
  arrivals_ms: number[];
  commanded: Command[];
  takenAt_s: number;
}): Assembled {
  const chunks = asked.chunks.map((text) => JSON.parse(text) as FlightChunk);
  const flight = flightFromChunks(chunks);
  const grade = gradeFlight(flight, asked.plan);
  const digest = createHash('sha256');
  for (const counts of countsOf(flight)) digest.update(Buffer.from(Int32Array.from(counts).buffer));
  return {
    parquet: flightToParquet(flight, (part) => gzipSync(part, { level: 9 }), { attempt: asked.attemptId }),
    samples: flight.length,
    digest: digest.digest(),
    states: packedStates(chunks),
    grade: JSON.stringify(grade),
    verdict: grade.verdict,
    score: grade.score,
    comparable: JSON.stringify(grade.comparable),
    duration_s: flight.length / flight.rate_hz,
    unusual: unusualIn({ ...asked, flight, chunks })
  };
}

const gunzip = (part: Uint8Array) => gunzipSync(part);

async function csv({ parquet }: { parquet: Uint8Array }): Promise<Uint8Array> {
  return Buffer.from(flightToCsv(await flightFromParquet(parquet, gunzip)));
}

/** Steady stretches of several flights, as lines for the card. A flight that cannot be read is left out. */
async function cardProposals(asked: {
  aircraft: string;
  flights: { attemptId: string; parquet: Uint8Array }[];
}): Promise<MeasuredLine[]> {
  const read = await Promise.all(
    asked.flights.map(async ({ attemptId, parquet }) => {
      try {
        return [{ attemptId, flight: await flightFromParquet(parquet, gunzip) }];
      } catch {
        return [];
      }
    })
  );
  return proposedLines(aircraftById(asked.aircraft), read.flat());
}

async function dwellReport(asked: {
  parquet: Uint8Array;
  plan: LessonPlan;
  looks: Look[];
}): Promise<ScanReport | null> {
  const recorded = await flightFromParquet(asked.parquet, gunzip);
  const planned = lessonOf(asked.plan);
  const flight = asJudged(recorded, planned);
  const end_s = flight.length / flight.rate_hz;
  const within = asked.looks.filter((look) => look.end_s > 0 && look.start_s < end_s);
  const { lesson, spans } = detectPhases(flight, planned);
  return scanReport(within, lesson, spans, measureCorridors(flight, lesson, spans), recorded);
}

async function chunksUntil(asked: {
  parquet: Uint8Array;
  plan: LessonPlan;
  states: Uint8Array;
  length: number;
  until_s: number;
}): Promise<FlightChunk[] | null> {
  const recorded = await flightFromParquet(asked.parquet, gunzip);
  // A flight of an earlier release lacks channels that there are today: those that follow from its places are made again.
  const flight = withDerived(recorded, lessonOf(asked.plan));
  return chunksBefore(flight, asked.states, asked.length, asked.until_s);
}

/** The draws behind a forecast are of no use to whoever reads it. */
const withoutDraws = (standing: TaskStanding): TaskStanding => ({
  ...standing,
  toStandard: standing.toStandard && { ...standing.toStandard, draws: [] }
});

/** A student's whole way, and how ready it makes them. */
async function road(asked: {
  syllabus: Syllabus;
  startsWith: string | null;
  flights: RoadFlight[];
  homework: Homework[];
  day: number;
}): Promise<{ road: Road; readiness: Readiness }> {
  const whole = roadOf(asked.syllabus, asked.flights, asked.homework, asked.day, asked.startsWith);
  const readiness = readinessOf(instrumentTest, whole.standings);
  return {
    road: { ...whole, standings: whole.standings.map(withoutDraws) },
    readiness: {
      ...readiness,
      tasks: readiness.tasks.map((task) => ({ ...task, best: task.best && withoutDraws(task.best) }))
    }
  };
}
async function keepsStanding(asked: { flights: RoadFlight[] }): Promise<KeptStanding> {
  return keptStanding(asked.flights);
}

/** How one thing went, flight by flight, and where it stands by all of them. */
async function skillHistoryOf(asked: {
  task: string;
  flights: RoadFlight[];
  shown: number;
  day: number;
}): Promise<{ history: SkillHistory; standing: TaskStanding }> {
  const { task, flights, shown, day } = asked;
  return {
    history: skillHistory(flights, shown),
    standing: withoutDraws(standingOfTask(task, flights, day))
  };
}

async function drawnTest(asked: { aircraft: string; seed: number }): Promise<MockPart[]> {
  return mockTest(instrumentTest, asked.aircraft, asked.seed);
}

const works = {
  road,
  keptStanding: keepsStanding,
  skillHistory: skillHistoryOf,
  mockTest: drawnTest,
  assemble,
  csv,
  cardProposals,
  dwellReport,
  chunksUntil
};
export type Works = typeof works;

/** What comes back of a piece of work: its result, or the refusal it ended with (an error's class does not cross threads). */
export type Outcome<T> = { result: T } | { refused: { field: string; value: unknown; accepted: string } };

export default async function run<K extends keyof Works>(asked: {
  work: K;
  input: Parameters<Works[K]>[0];
}): Promise<Outcome<Awaited<ReturnType<Works[K]>>>> {
  try {
    const work = works[asked.work] as (input: unknown) => unknown;
    return { result: (await work(asked.input)) as Awaited<ReturnType<Works[K]>> };
  } catch (error) {
    if (!(error instanceof Rejection)) throw error;
    return { refused: { field: error.field, value: error.value, accepted: error.accepted } };
  }
}
