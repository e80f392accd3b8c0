import { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { DerivativeSet } from '../src/lib/core/aircraft/derivative-set';
import { drillCatalogue, drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import { DrillFile } from '../src/lib/core/drill/drill-file';
import { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { Rejection } from '../src/lib/core/measure/rejection';
import { Approach } from '../src/lib/core/procedure/approach/approach';
import { DwellLog } from '../src/lib/core/scan/dwell-log';
import { APPROACH_DRILL } from '../src/lib/core/drill/approach/approach-drill';
import { syllabusFrom } from '../src/lib/core/format/syllabus-file';
import { approaches } from '../src/lib/core/procedure/approach/approach-catalogue';
import { instrumentSyllabus } from '../src/lib/core/road/instrument-syllabus';
import { lessonsInOrder } from '../src/lib/core/road/lessons-in-order';
import { Syllabus } from '../src/lib/core/road/syllabus';
import { syllabusProblems } from '../src/lib/core/road/syllabus-check';
import { bytesOf, options, positionals, print, show, type Commands } from './options';

/** What ships with Hanza, and the schemas of its files. */
export const libraryCommands: Commands = {
  drills() {
    if (positionals[1]) return show(drillFileById(positionals[1]));
    if (options.json) return show(drillCatalogue);
    for (const drill of drillCatalogue) print(`${drill.id.padEnd(24)} ${drill.name}: ${drill.purpose}`);
  },
  syllabus() {
    const name = positionals[1];
    const syllabus = name ? syllabusFrom(bytesOf('syllabus', name).toString('utf8')) : instrumentSyllabus;
    const known = new Set([
      ...drillCatalogue.map(({ id }) => id),
      ...approaches.map(({ id }) => `${APPROACH_DRILL} ${id}`)
    ]);
    const problems = syllabusProblems(syllabus, known);
    const [problem] = problems;
    if (problem) throw new Rejection(problem.field, problem.value, problem.message);
    if (options.json) return show(syllabus);
    for (const { stage, name: lesson, tasks } of lessonsInOrder(syllabus))
      print(`${stage.padEnd(36)} ${lesson}: ${tasks.map(({ task }) => task).join(', ')}`);
  },
  schema() {
    const schemas: Record<string, unknown> = {
      plan: LessonPlan,
      aircraft: AircraftFile,
      drill: DrillFile,
      approach: Approach,
      derivatives: DerivativeSet,
      dwell: DwellLog,
      syllabus: Syllabus
    };
    const schema = schemas[positionals[1] ?? ''];
    if (!schema) throw new Rejection('schema', positionals[1], `one of ${Object.keys(schemas).join(', ')}`);
    show(schema);
  }
};
