/** Benchmarks of the scan: the measured against the true shares, and the speed of the analysis. Prints JSON. */
import { aircraftCatalogue } from '../src/lib/core/aircraft/catalogue';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { sensiblePlan } from '../src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '../src/lib/core/earth/training-area';
import { flightFromCounts, countsOf } from '../src/lib/core/flight/flight';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { gazeToCsv, readDwellCsv } from '../src/lib/core/format/dwell-csv';
import { measureCorridors } from '../src/lib/core/deviation/corridor-measure';
import { scanAreas, type Gaze } from '../src/lib/core/instrument/scan-area';
import { noHabits, type Habits } from '../src/lib/core/pilot/habits';
import { simulatedEyeTracker } from '../src/lib/core/scan/eye-tracker';
import type { Look } from '../src/lib/core/scan/look';
import { measureScan } from '../src/lib/core/scan/scan-measure';
import { scanReport } from '../src/lib/core/scan/scan-report';

const area = trainingAreaById('vesterlund-bay');
const HABITS: Partial<Habits>[] = [
  {},
  { fixates: 1 },
  { omitsEngine: 1 },
  { overemphasises: 1 },
  { scansSlowly: 1 }
];
const FLIGHTS = 40;

/** A pilot's true looks, seen through an eye tracker with blinks, an offset and a drifting clock, and read in again. */
function shares() {
  let worstShare = 0;
  let worstGap_s = 0;
  const OFFSET_S = 312.5;
  const DRIFT = 0.0006;
  for (let i = 0; i < FLIGHTS; i++) {
    const plan = {
      ...sensiblePlan(aircraftCatalogue[i % 3]!, area, ['straight-and-level', 'level-offs'][i % 2]),
      seed: 21000 + i
    };
    const truth: Look[] = [];
    const flight = flightFromChunks(
      simulateFlight(lessonOf(plan), { ...noHabits, ...HABITS[i % HABITS.length] }, plan.seed, {
        looked(lookedAt, time_s) {
          const last = truth.at(-1);
          if (last) last.end_s = time_s;
          truth.push({ area: lookedAt, start_s: time_s, end_s: time_s });
        }
      })
    );
    const end_s = flight.length / flight.rate_hz;
    truth.at(-1)!.end_s = end_s;
    const tracker = { rate_hz: 60, seed: plan.seed, clockOffset_s: OFFSET_S, clockDrift: DRIFT, lost: 0.03 };
    const { looks } = readDwellCsv(gazeToCsv(simulatedEyeTracker(truth, tracker)), {
      mapping: {},
      marks: [0, 100].map((flight_s) => ({ log_s: OFFSET_S + flight_s * (1 + DRIFT), flight_s }))
    });
    const window = { from_s: 0, to_s: end_s };
    const told = measureScan(truth, window, 'hub-and-spoke', scanAreas);
    const seen = measureScan(looks, window, 'hub-and-spoke', scanAreas);
    for (const name of scanAreas) {
      const of = (measure: typeof told) => measure.areas.find((m) => m.area === name)!;
      worstShare = Math.max(worstShare, Math.abs(of(told).share - of(seen).share));
      worstGap_s = Math.max(worstGap_s, Math.abs(of(told).longestGap_s - of(seen).longestGap_s));
    }
  }
  return { flights: FLIGHTS, worstShare, worstGap_s };
}

/** Two hours of flight with 20,000 looks: the whole report beside one bare pass over the looks. */
function speed() {
  const plan = sensiblePlan(aircraftCatalogue[0]!, area);
  const lesson = lessonOf(plan);
  const flown = flightFromChunks(simulateFlight(lesson, noHabits, plan.seed));
  const samples = 72_000;
  const flight = flightFromCounts(
    countsOf(flown).map((values) => Array.from({ length: samples }, (_, k) => values[k % flown.length]!)),
    []
  );
  const order: Gaze[] = ['attitude', 'altimeter', 'attitude', 'heading', 'attitude', 'airspeed', 'attitude', 'vertical-speed', 'attitude', 'turn', 'attitude', 'engine']; // prettier-ignore
  const looks = Array.from({ length: 20_000 }, (_, i) => ({
    area: order[i % order.length]!,
    start_s: i * 0.36,
    end_s: (i + 1) * 0.36
  }));
  const quarter = samples / 10 / lesson.drill.phases.length;
  const spans = lesson.drill.phases.map((phase, i) => ({
    phaseId: phase.id,
    start_s: i * quarter,
    end_s: (i + 1) * quarter,
    complete: true,
    settled_s: Object.fromEntries(phase.corridors.map((c) => [c.channel, i * quarter]))
  }));
  const best = (work: () => unknown) => {
    let least = Infinity;
    for (let i = 0; i < 7; i++) {
      const start = performance.now();
      work();
      least = Math.min(least, performance.now() - start);
    }
    return least;
  };
  let kept = 0;
  const pass = best(() => {
    for (const look of looks) kept += look.end_s - look.start_s;
  });
  const milliseconds = best(() => {
    const measures = measureCorridors(flight, lesson, spans);
    kept += scanReport(looks, lesson, spans, measures, flight)!.findings.length;
  });
  if (!(kept > 0)) throw new Error('nothing was analysed');
  return { milliseconds, passMilliseconds: pass };
}

process.stdout.write(JSON.stringify({ shares: shares(), speed: speed() }, null, 2));
