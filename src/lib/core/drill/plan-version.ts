import { isObject } from '../measure/is-object';
import type { DrillFile } from './drill-file';
import { PLAN_VERSION, type LessonPlan } from './lesson-plan';

/**
 * A plan of any version as one of today's, to be held against its schema where it comes from outside. What is no plan at all is
 * given back as it is, for the schema to refuse; so is one of a version still to come.
 */
export function upgradePlan(stored: unknown): unknown {
  if (!isObject(stored) || (stored['version'] ?? 1) !== 1) return stored;
  return {
    ...stored,
    version: PLAN_VERSION,
    ...(stored['ownDrill'] === undefined ? {} : { ownDrill: upgradeDrillFile(stored['ownDrill']) })
  };
}

/** A plan that was held against its schema when it was kept. */
export function keptPlan(stored: unknown): LessonPlan {
  return upgradePlan(stored) as LessonPlan;
}

/** A school's drill as it was kept, in today's shape; what is in today's shape stays as it is. */
export function keptDrillFile(stored: unknown): DrillFile {
  return upgradeDrillFile(stored) as DrillFile;
}

/** A drill file of any version in today's shape: conditions speak of a course or of an arc, by what their phase flies. */
export function upgradeDrillFile(stored: unknown): unknown {
  if (!isObject(stored) || !Array.isArray(stored['phases'])) return stored;
  const renamed = (value: unknown, channel: string): unknown => {
    if (Array.isArray(value)) return value.map((part) => renamed(part, channel));
    if (!isObject(value)) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, part]) => [
        key,
        key === 'channel' && part === 'offCourse' ? channel : renamed(part, channel)
      ])
    );
  };
  return {
    ...stored,
    phases: stored['phases'].map((phase: unknown) =>
      renamed(phase, isObject(phase) && phase['arc'] !== undefined ? 'arcError_nm' : 'courseShare')
    )
  };
}
