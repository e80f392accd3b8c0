import type { DrillFile } from './drill-file';

export type OtherFix = NonNullable<NonNullable<DrillFile['navigation']>['others']>[number];

/**
 * The drill with these further fixes. A phase that was flown about one that is gone goes on as the phase before it. A drill without
 * radios stays as it is.
 */
export function withOtherFixes(drill: DrillFile, others: readonly OtherFix[]): DrillFile {
  if (!drill.navigation) return drill;
  const { others: _, ...navigation } = drill.navigation;
  return {
    ...drill,
    navigation: others.length > 0 ? { ...navigation, others: [...others] } : navigation,
    phases: drill.phases.map((phase) => {
      const { about, ...rest } = phase;
      const stays = about === 'main' ? others.length > 0 : others.some(({ id }) => id === about);
      return stays ? phase : rest;
    })
  };
}
