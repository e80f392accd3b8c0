import { writeFileSync } from 'node:fs';
import { lessonOf } from '../src/lib/core/drill/lesson';
import { detectPhases } from '../src/lib/core/flight/detected-phases';
import { asJudged } from '../src/lib/core/flight/judged-channels';
import { flightFromChunks } from '../src/lib/core/flight/recorder';
import { simulateFlight } from '../src/lib/core/flight/simulated-flight';
import { gazeToCsv, readDwellCsv } from '../src/lib/core/format/dwell-csv';
import { measureCorridors } from '../src/lib/core/deviation/corridor-measure';
import { areaNames } from '../src/lib/core/instrument/scan-area';
import { clock, figure, percent } from '../src/lib/core/measure/figure';
import { Rejection } from '../src/lib/core/measure/rejection';
import { simulatedEyeTracker } from '../src/lib/core/scan/eye-tracker';
import { looksOf } from '../src/lib/core/scan/look';
import { scanReport } from '../src/lib/core/scan/scan-report';
import { habitsAsked, readFlight, readPlan } from './flight-commands';
import { needed, number, options, print, readFileOf, show, type Commands } from './options';

/** The simulated eye tracker's own rate. */
const TRACKER_HZ = 60;

/** Where the eyes go: a stand-in for an eye tracker, and the analysis of a dwell log with its flight. */
export const scanCommands: Commands = {
  async eyes() {
    const plan = readPlan();
    const flight = flightFromChunks(
      simulateFlight(lessonOf(plan), habitsAsked(), plan.seed, { recordLooks: true })
    );
    const samples = simulatedEyeTracker(looksOf(flight), {
      rate_hz: TRACKER_HZ,
      seed: plan.seed,
      clockOffset_s: number('offset'),
      clockDrift: 0.0004,
      lost: 0.02
    });
    if (!options.live) {
      const out = needed('out');
      writeFileSync(out, gazeToCsv(samples));
      return options.json
        ? show({ out })
        : print(`${out}: ${clock(flight.length / flight.rate_hz)} of looks`);
    }
    // As a device would: each line when its moment comes.
    const began = Date.now();
    let first: number | null = null;
    print('time_s,area,x,y');
    for (const { time_s, area, x, y } of samples) {
      first ??= time_s;
      const wait = (time_s - first) * 1000 - (Date.now() - began);
      if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
      print(`${time_s.toFixed(4)},${area},${x.toFixed(4)},${y.toFixed(4)}`);
    }
  },
  async scan() {
    const plan = readPlan();
    const recorded = await readFlight();
    const lesson = lessonOf(plan);
    const flight = asJudged(recorded, lesson);
    const file =
      options.gaze === undefined
        ? null
        : readDwellCsv(readFileOf('gaze').toString('utf8'), {
            mapping: {},
            marks: [{ log_s: number('offset'), flight_s: 0 }]
          });
    const unknown = file?.areas.find((area) => area.gaze === null);
    if (unknown)
      throw new Rejection(
        `row ${unknown.firstRow}`,
        unknown.name,
        `an area: ${Object.keys(areaNames).join(', ')}`
      );
    const looks = file?.looks ?? looksOf(recorded);
    const { spans } = detectPhases(flight, lesson);
    const report = scanReport(looks, lesson, spans, measureCorridors(flight, lesson, spans), recorded);
    if (!report)
      throw new Rejection(
        'gaze',
        options.gaze,
        'at least four looks, in --gaze FILE.csv or recorded with the flight'
      );
    if (options.json) return show({ ...report, notes: file?.notes ?? [] });
    for (const note of file?.notes ?? []) print(note);
    print(report.summary);
    for (const area of [...report.whole.areas].sort((a, b) => b.share - a.share))
      print(
        `${areaNames[area.area].padEnd(18)} ${percent(area.share).padStart(6)}  ${figure(area.meanLook_s, 2)} s a look  unseen ${figure(area.longestGap_s, 1)} s`
      );
    for (const finding of report.findings)
      print(`${clock(finding.moment_s)}  ${finding.title}: ${finding.evidence}`);
  }
};
