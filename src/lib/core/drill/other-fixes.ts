import type { DrillFile } from './drill-file';

export type OtherFix = NonNullable<NonNullable<DrillFile['navigation']>['others']>[number];

/**
 * The drill with these further fixes. A phase that was flown about one that is gone goes on as the phase before it; a changed id
 * is followed in the phases. A drill without radios stays as it is.
 */
export function withOtherFixes(drill: DrillFile, others: readonly OtherFix[]): DrillFile {
  if (!drill.navigation) return drill;
  const before = drill.navigation.others ?? [];
  const renamed = new Map(
    before.length === others.length ? before.map(({ id }, i) => [id, others[i]!.id] as const) : []
  );
  const { others: _, ...navigation } = drill.navigation;
  return {
    ...drill,
    navigation: others.length > 0 ? { ...navigation, others: [...others] } : navigation,
    phases: drill.phases.map((phase) => {
      const about = phase.about === undefined ? undefined : (renamed.get(phase.about) ?? phase.about);
      const known = about === 'main' || others.some(({ id }) => id === about);
      const { about: __, ...rest } = phase;
      return about !== undefined && known && others.length > 0 ? { ...rest, about } : rest;
    })
  };
}
