import type { Approach, Category, MinimumLine } from './approach';
import { visibilityWords } from './visibility-words';

/** What decides which minimum applies today. */
export interface MinimumCircumstances {
  category: Category;
  /** Transition flown; null: radar vectors to the final course. */
  transition: string | null;
  /** Fixes of the approach that cannot be received or told today. */
  withoutFixes: readonly string[];
  altimeter: 'local' | 'remote';
  approachLights: 'on' | 'out';
  /** The path is not received or not flown: only lines with an MDA remain. */
  withoutPath: boolean;
  /** Only a line of this name; null: the lowest that applies. */
  line: string | null;
}

/** The minimum that applies, and how it came about. */
export interface ApplicableMinimum {
  line: string;
  kind: 'DA' | 'MDA';
  /** As published. */
  published_ft: number;
  /** After the notes that apply. */
  altitude_ft: number;
  visibility_sm: number;
  because: string[];
}

/** Why a line of minimums cannot be used today; null where it can. */
export function lineRefused(line: MinimumLine, now: MinimumCircumstances): string | null {
  if (now.line !== null && line.line !== now.line) return `${now.line} was chosen`;
  if (line[now.category] === null) return `not authorised for category ${now.category}`;
  if (line.kind === 'DA' && now.withoutPath) return 'there is no path';
  if (line.needsFix && now.withoutFixes.includes(line.needsFix)) return `${line.needsFix} is not received`;
  if (line.needsTransition && line.needsTransition !== now.transition)
    return `only by way of ${line.needsTransition.toUpperCase()}`;
  return null;
}

/**
 * The minimum that applies: the lowest line that can be used, with what the notes add to it; never below the altitude of a
 * step-down fix that is not received. Circling counts only where it is chosen, or where nothing else is left.
 * @returns null where no line can be used
 */
export function applicableMinimum(approach: Approach, now: MinimumCircumstances): ApplicableMinimum | null {
  const usable = approach.minimums.filter((line) => lineRefused(line, now) === null);
  const straight = usable.filter(({ line }) => line !== 'circling');
  const [lowest] = (straight.length > 0 ? straight : usable).sort(
    (a, b) => a[now.category]!.altitude_ft - b[now.category]!.altitude_ft
  );
  if (!lowest) return null;
  const published = lowest[now.category]!;
  let { altitude_ft, visibility_sm } = published;
  const because = new Set([
    now.line !== null
      ? `${lowest.line} was chosen, category ${now.category}`
      : straight.length === 0
        ? `circling only, category ${now.category}`
        : `${lowest.line} is the lowest that can be used, category ${now.category}`
  ]);
  for (const line of approach.minimums) {
    const refused = now.line === null && line !== lowest ? lineRefused(line, now) : null;
    const lower = (line[now.category]?.altitude_ft ?? -Infinity) < published.altitude_ft;
    if (refused && (lower || line[now.category] === null) && line.line !== 'circling')
      because.add(`${line.line} ${line.kind} not usable: ${refused}`);
  }
  // Who cannot tell a step-down fix has not passed it: its altitude is the lowest to the missed approach point.
  for (const { fix, above_ft } of lowest.kind === 'MDA' ? stepDownsOf(approach) : [])
    if (now.withoutFixes.includes(fix) && above_ft > altitude_ft) {
      altitude_ft = above_ft;
      because.add(`${fix} is not received: not below its ${above_ft} ft`);
    }
  for (const note of approach.notes) {
    if (note.kind === 'remote altimeter' && now.altimeter === 'remote') {
      altitude_ft += note.add_ft;
      visibility_sm += note.addVisibility_sm;
      because.add(
        `altimeter setting of ${note.source}: ${note.add_ft} ft${note.addVisibility_sm > 0 ? ` and ${visibilityWords(note.addVisibility_sm)}` : ''} more`
      );
    }
    if (note.kind === 'lights out' && now.approachLights === 'out' && lowest.line !== 'circling') {
      visibility_sm += note.addVisibility_sm;
      because.add(`approach lights out: ${visibilityWords(note.addVisibility_sm)} more`);
    }
  }
  return {
    line: lowest.line,
    kind: lowest.kind,
    published_ft: published.altitude_ft,
    altitude_ft,
    visibility_sm,
    because: [...because]
  };
}

/** The step-down fixes between the final fix and the minimum, with the altitude that holds before each. */
export function stepDownsOf({ final }: Pick<Approach, 'final'>): { fix: string; above_ft: number }[] {
  const after = final.slice(final.findIndex(({ role }) => role === 'final') + 1);
  return after.flatMap(({ fix, role, altitude }) =>
    role === 'step-down' && fix !== undefined && altitude?.above_ft !== undefined
      ? [{ fix, above_ft: altitude.above_ft }]
      : []
  );
}

/** A minimum as it is set on the panel: up to the next mark. @param to_ft 1, 10 or 20 */
export function roundedUp(altitude_ft: number, to_ft: number): number {
  return Math.ceil(altitude_ft / to_ft - 1e-9) * to_ft;
}
