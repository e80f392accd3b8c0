import type { LessonPlan } from './lesson-plan';

type Fields = Record<string, unknown>;

const hasFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Field by field, so that of an approach, too, only what the change is of is taken. */
function fieldsWithChange(now: Fields, before: Fields, after: Fields): Fields {
  const changed = { ...now };
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [is, was, becomes] = [now[key], before[key], after[key]];
    if (isSame(was, becomes)) continue;
    if (becomes === undefined) delete changed[key];
    else
      changed[key] =
        hasFields(is) && hasFields(was) && hasFields(becomes) ? fieldsWithChange(is, was, becomes) : becomes;
  }
  return changed;
}

/** A plan with only what a change changed, so that what was typed meanwhile stays. @param before the plan the change was made of */
export function withChange(now: LessonPlan, before: LessonPlan, after: LessonPlan): LessonPlan {
  return fieldsWithChange(
    now as unknown as Fields,
    before as unknown as Fields,
    after as unknown as Fields
  ) as unknown as LessonPlan;
}
