/** Benchmarks without a screen; each is a ratio against a baseline in the same run. Prints JSON. */
import { gzipSync } from 'node:zlib';
import { densityAt, pressureAt } from '../src/lib/core/air/atmosphere';
import { STATE } from '../src/lib/core/aircraft/airplane-state';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { rigidBody } from '../src/lib/core/aircraft/rigid-body';
import { stillAir, trim, type Trim } from '../src/lib/core/aircraft/trim';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { channelDefinitions } from '../src/lib/core/flight/channels';
import { countsOf, flightFromCounts, type Flight } from '../src/lib/core/flight/flight';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { flightToParquet } from '../src/lib/core/format/flight-parquet';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { historyOf } from '../src/lib/core/grade/history';
import { noHabits } from '../src/lib/core/pilot/habits';
import { bareAirplane } from './bare-airplane';

const aircraft = aircraftById('sandling-160');
const area = trainingAreaById('vesterlund-bay');

function seconds(work: () => void): number {
  const start = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - start) / 1e9;
}

/** Best of several alternating rounds: the machine is shared, and the fastest round is the least disturbed. */
function fastest(rounds: number, ...works: (() => void)[]): number[] {
  const best = works.map(() => Infinity);
  for (let round = 0; round < rounds; round++) {
    works.forEach((work, i) => (best[i] = Math.min(best[i]!, seconds(work))));
  }
  return best;
}

function stepping() {
  const set = trim(aircraft, {
    ias_kt: 100,
    verticalSpeed_fpm: 0,
    flaps_deg: 10,
    pressureAltitude_ft: 3000
  }) as Trim;
  const density = densityAt(3000 * 0.3048);
  const air = stillAir(density, pressureAt(3000 * 0.3048));
  const body = rigidBody(aircraft);
  const bare = bareAirplane(aircraft);
  const controls = { ...set.controls, elevator: 0.05, aileron: 0.02 };
  const steps = 200_000;
  const full = () => {
    const state = set.state.slice();
    for (let i = 0; i < steps; i++) body.step(state, controls, air, 0.01);
    return state;
  };
  const plain = () => {
    const state = set.state.slice();
    bare(state, steps, controls, density);
    return state;
  };
  // Both must be the same airplane, or the comparison is worth nothing.
  const short = set.state.slice();
  const shortBare = set.state.slice();
  for (let i = 0; i < 500; i++) body.step(short, controls, air, 0.01);
  bare(shortBare, 500, controls, density);
  if (Math.abs(short[STATE.altitude]! - shortBare[STATE.altitude]!) > 1e-6)
    throw new Error('the bare airplane flies differently');
  const [model, baseline] = fastest(7, full, plain) as [number, number];
  return { stepsPerSecond: steps / model, bareStepsPerSecond: steps / baseline, ratio: baseline / model };
}

const plan = sensiblePlan(aircraft, area);
const lesson = lessonOf(plan);

function loop() {
  const fly = () => simulateFlight(lesson, noHabits, plan.seed);
  const flown = flightFromChunks(fly());
  const [best] = fastest(5, fly) as [number];
  return { flownSeconds: flown.length / flown.rate_hz, realTimeFactor: flown.length / flown.rate_hz / best };
}

/** An hour of flight: the drill with its descent drawn out, so that every phase is in it and long. */
function hour(): Flight {
  const flown = flightFromChunks(simulateFlight(lesson, noHabits, plan.seed));
  const counts = countsOf(flown).filter((values) => values.length > 0);
  const inDescent = 900;
  const samples = 36_000;
  const extra = samples - flown.length;
  const stretched = counts.map((values) =>
    Array.from(
      { length: samples },
      (_, k) => values[k < inDescent ? k : k < inDescent + extra ? inDescent + (k % 40) : k - extra]!
    )
  );
  return flightFromCounts(stretched, flown.events);
}

function grading() {
  const flight = hour();
  let kept = 0;
  const onePass = () => {
    for (const values of flight.columns.values()) {
      let sum = 0;
      let most = -Infinity;
      for (let k = 0; k < values.length; k++) {
        const value = values[k]!;
        sum += value * value;
        if (value > most) most = value;
      }
      kept += sum + most;
    }
  };
  const [grade, pass] = fastest(9, () => void gradeFlight(flight, plan), onePass) as [number, number];
  if (!Number.isFinite(kept)) throw new Error('the pass read nothing');
  return { gradeMilliseconds: grade * 1000, onePassMilliseconds: pass * 1000, ratio: grade / pass };
}

function storing() {
  const flown = flightFromChunks(simulateFlight(lesson, noHabits, plan.seed));
  const bytes = flightToParquet(flown, (part) => gzipSync(part, { level: 9 })).byteLength;
  return {
    bytes,
    rawFloat32: flown.length * channelDefinitions.length * 4,
    ratio: (flown.length * channelDefinitions.length * 4) / bytes
  };
}

/** Two hundred attempts of one student laid side by side: every figure's course, trend and interval. */
function comparing() {
  const grade = gradeFlight(flightFromChunks(simulateFlight(lesson, noHabits, plan.seed)), plan);
  const attempts = Array.from({ length: 200 }, (_, i) => ({
    score: 50 + (i % 40),
    comparable: {
      ...grade.comparable,
      figures: grade.comparable.figures.map((f) => ({
        ...f,
        value: f.value * (1 + 0.3 * Math.sin(i * f.value))
      }))
    }
  }));
  const text = JSON.stringify(attempts);
  let kept = 0;
  const [compare, read] = fastest(
    9,
    () => (kept += historyOf(attempts).figures.length),
    () => (kept += (JSON.parse(text) as unknown[]).length)
  ) as [number, number];
  if (kept === 0) throw new Error('nothing was compared');
  return { milliseconds: compare * 1000, readMilliseconds: read * 1000, ratio: compare / read };
}

process.stdout.write(
  JSON.stringify(
    { stepping: stepping(), loop: loop(), grading: grading(), storing: storing(), comparing: comparing() },
    null,
    2
  )
);
