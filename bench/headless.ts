/** Benchmarks without a screen; each is a ratio against a baseline in the same run. Prints JSON. */
import { gzipSync } from 'node:zlib';
import { densityAt } from '../src/lib/core/air/atmosphere';
import { STATE } from '../src/lib/core/aircraft/airplane-state';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { rigidBody } from '../src/lib/core/aircraft/rigid-body';
import { stillAir, trim, type Trim } from '../src/lib/core/aircraft/trim';
import { briefingFor, type Briefing } from '../src/lib/core/drill/briefing';
import { rateAndSpeedDescent } from '../src/lib/core/drill/rate-and-speed-descent';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { toleranceProfileById } from '../src/lib/core/drill/tolerance-profile';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { channelDefinitions } from '../src/lib/core/flight/channels';
import { countsOf, flightFromCounts, type Flight } from '../src/lib/core/flight/flight';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { flightToParquet } from '../src/lib/core/format/flight-parquet';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { descentPilot, noHabits } from '../src/lib/core/pilot/pilot';
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
  const air = stillAir(density);
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
    bare(state, steps, controls.aileron, controls.elevator, controls.throttle, controls.trim, density);
    return state;
  };
  // Both must be the same airplane, or the comparison is worth nothing.
  const short = set.state.slice();
  const shortBare = set.state.slice();
  for (let i = 0; i < 500; i++) body.step(short, controls, air, 0.01);
  bare(shortBare, 500, controls.aileron, controls.elevator, controls.throttle, controls.trim, density);
  if (Math.abs(short[STATE.altitude]! - shortBare[STATE.altitude]!) > 1e-6)
    throw new Error('the bare airplane flies differently');
  const [model, baseline] = fastest(7, full, plain) as [number, number];
  return { stepsPerSecond: steps / model, bareStepsPerSecond: steps / baseline, ratio: baseline / model };
}

const plan = sensiblePlan(aircraft, area);
const tolerance = toleranceProfileById(plan.toleranceProfile);
const drill = rateAndSpeedDescent(plan, tolerance);
const briefing = briefingFor(plan, aircraft, tolerance) as Briefing;

function loop() {
  const fly = () =>
    simulateFlight(aircraft, area, plan, drill, descentPilot(plan, briefing, noHabits, plan.seed));
  const flown = flightFromChunks(fly());
  const [best] = fastest(5, fly) as [number];
  return { flownSeconds: flown.length / flown.rate_hz, realTimeFactor: flown.length / flown.rate_hz / best };
}

/** An hour of flight: the drill with its descent drawn out, so that every phase is in it and long. */
function hour(): Flight {
  const flown = flightFromChunks(
    simulateFlight(aircraft, area, plan, drill, descentPilot(plan, briefing, noHabits, plan.seed))
  );
  const counts = countsOf(flown);
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
  const flown = flightFromChunks(
    simulateFlight(aircraft, area, plan, drill, descentPilot(plan, briefing, noHabits, plan.seed))
  );
  const bytes = flightToParquet(flown, (part) => gzipSync(part, { level: 9 })).byteLength;
  return {
    bytes,
    rawFloat32: flown.length * channelDefinitions.length * 4,
    ratio: (flown.length * channelDefinitions.length * 4) / bytes
  };
}

process.stdout.write(
  JSON.stringify({ stepping: stepping(), loop: loop(), grading: grading(), storing: storing() }, null, 2)
);
