/** Benchmarks of the geometry: a hold solved, and all receivers of the world in the flight loop's hundred steps a second. Prints JSON. */
import { solveHold, type Hold } from '../src/lib/core/procedure/hold';
import { placeAt } from '../src/lib/core/earth/geodesic';
import {
  adfPointer,
  dmeDistance,
  localizerNeedle,
  markerHeard,
  vorNeedle
} from '../src/lib/core/radio/receiver';
import { aircraftById } from '../src/lib/core/aircraft/catalogue';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { duration } from '../src/lib/core/flight/flight';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { gradeFlight } from '../src/lib/core/grade/grade';
import { noHabits } from '../src/lib/core/pilot/habits';
import { worldById } from '../src/lib/core/radio/world-catalogue';

function fastest(times: number, work: () => void): number {
  let least = Infinity;
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    work();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

let kept = 0;

/** Milliseconds a solution: by time, and by distance. */
function holds() {
  const solve = (leg: Hold['leg']) => {
    const COUNT = 500;
    return (
      fastest(5, () => {
        for (let i = 0; i < COUNT; i++) {
          const found = solveHold(
            { inboundCourse_deg: (i * 37) % 360, turn: i % 2 === 0 ? 'right' : 'left', leg },
            { tas_kt: 80 + (i % 90), wind: { from_deg: (i * 53) % 360, speed_kt: i % 25 } }
          );
          kept += found.kind === 'solved' ? found.outbound_s : 1;
        }
      }) / COUNT
    );
  };
  return {
    byTime_ms: solve({ kind: 'time', seconds: 60 }),
    byDistance_ms: solve({ kind: 'distance', nm: 5 })
  };
}

/** Share of a second that one second of listening to every station at every step takes. */
function receivers() {
  const world = worldById('vesterlund');
  const STEPS = 100;
  const milliseconds = fastest(7, () => {
    for (let step = 0; step < STEPS; step++) {
      const place = { ...placeAt(world.stations[0]!, step * 3.6, 10), altitude_ft: 4000 };
      for (const station of world.stations) {
        if (station.kind === 'vor')
          kept += vorNeedle(station, place, 90).deflection + (dmeDistance(station, place) ?? 0);
        else if (station.kind === 'localizer') kept += localizerNeedle(station, place, -10).deflection;
        else if (station.kind === 'ndb') kept += adfPointer(station, place, 90, 10) ?? 0;
        else kept += markerHeard(station, place) ? 1 : 0;
      }
    }
  });
  return { stations: world.stations.length, shareOfBudget: milliseconds / 1000 };
}

/** Grading a flown hold of six circuits, beside flying it. */
function gradedHold() {
  const plan = {
    ...sensiblePlan(aircraftById('sandling-160'), trainingAreaById('vesterlund-bay'), 'vor-hold'),
    windFrom_deg: 330,
    windSpeed_kt: 20,
    figures: { circuits: 5 }
  };
  const flight = flightFromChunks(simulateFlight(lessonOf(plan), noHabits, 3));
  let circuits = 0;
  const milliseconds = fastest(7, () => {
    const hold = gradeFlight(flight, plan).checks.find((check) => check.kind === 'hold');
    circuits = hold?.kind === 'hold' ? hold.circuits.length : 0;
  });
  // One bare pass over the columns the grading reads.
  const pass = fastest(7, () => {
    for (const values of flight.columns.values()) for (const value of values) kept += value;
  });
  return { circuits, seconds: duration(flight), milliseconds, passMilliseconds: pass };
}

const result = { holds: holds(), receivers: receivers(), gradedHold: gradedHold() };
if (!Number.isFinite(kept)) throw new Error('nothing was computed');
process.stdout.write(JSON.stringify(result, null, 2));
