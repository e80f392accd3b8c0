import { aircraftById } from '/work/main/src/lib/core/aircraft/catalogue';
import { lessonOf } from '/work/main/src/lib/core/drill/lesson';
import { sensiblePlan } from '/work/main/src/lib/core/drill/sensible-plan';
import { trainingAreaById } from '/work/main/src/lib/core/earth/training-area';
import { countsOf, flightFromCounts } from '/work/main/src/lib/core/flight/flight';
import { flightFromChunks } from '/work/main/src/lib/core/flight/recorder';
import { simulateFlight } from '/work/main/src/lib/core/flight/simulated-flight';
import { gradeFlight } from '/work/main/src/lib/core/grade/grade';
import { noHabits } from '/work/main/src/lib/core/pilot/habits';
const aircraft = aircraftById('sandling-160'); const area = trainingAreaById('vesterlund-bay');
const plan = sensiblePlan(aircraft, area); const lesson = lessonOf(plan);
const flown = flightFromChunks(simulateFlight(lesson, noHabits, plan.seed));
const counts = countsOf(flown).filter((v) => v.length > 0);
const inD = 900, samples = 36000, extra = samples - flown.length;
const flight = flightFromCounts(counts.map((values) => Array.from({ length: samples }, (_, k) => values[k < inD ? k : k < inD + extra ? inD + (k % 40) : k - extra]!)), flown.events);
let best = 1e9;
for (let i = 0; i < 60; i++) { const t = process.hrtime.bigint(); gradeFlight(flight, plan); best = Math.min(best, Number(process.hrtime.bigint() - t) / 1e6); }
let pass=1e9; let kept=0; for (let i=0;i<40;i++){const t = process.hrtime.bigint(); for (const values of flight.columns.values()) { let sum = 0, most = -Infinity; for (let k = 0; k < values.length; k++) { const v = values[k]!; sum += v * v; if (v > most) most = v; } kept += sum + most; } pass=Math.min(pass, Number(process.hrtime.bigint() - t) / 1e6);}
console.log('grade', best.toFixed(2), 'pass', pass.toFixed(2), (best/pass).toFixed(2), kept>0);
