import { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';
import { DerivativeSet } from '../src/lib/core/aircraft/derivative-set';
import { drillCatalogue, drillFileById } from '../src/lib/core/drill/catalogue/catalogue';
import { DrillFile } from '../src/lib/core/drill/drill-file';
import { LessonPlan } from '../src/lib/core/drill/lesson-plan';
import { Rejection } from '../src/lib/core/measure/rejection';
import { Approach } from '../src/lib/core/procedure/approach/approach';
import { DwellLog } from '../src/lib/core/scan/dwell-log';
import { options, positionals, print, show, type Commands } from './options';

/** What ships with Hanza, and the schemas of its files. */
export const libraryCommands: Commands = {
  drills() {
    if (positionals[1]) return show(drillFileById(positionals[1]));
    if (options.json) return show(drillCatalogue);
    for (const drill of drillCatalogue) print(`${drill.id.padEnd(24)} ${drill.name}: ${drill.purpose}`);
  },
  schema() {
    const schemas: Record<string, unknown> = {
      plan: LessonPlan,
      aircraft: AircraftFile,
      drill: DrillFile,
      approach: Approach,
      derivatives: DerivativeSet,
      dwell: DwellLog
    };
    const schema = schemas[positionals[1] ?? ''];
    if (!schema) throw new Rejection('schema', positionals[1], `one of ${Object.keys(schemas).join(', ')}`);
    show(schema);
  }
};
