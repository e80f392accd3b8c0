import { APPROACH_DRILL } from '../core/drill/approach/approach-drill';
import { drillCatalogue } from '../core/drill/catalogue/catalogue';
import type { Identity } from './identity';
import { approachNames } from './school-approaches';
import { schoolDrills } from './school-library';

/** Names of everything that can be flown, shipped and the school's own, by what attempts at it are kept under. */
export async function drillNames(identity: Identity): Promise<Record<string, string>> {
  const own = (await schoolDrills(identity)).map(({ body }) => body);
  return Object.fromEntries([
    ...[...drillCatalogue, ...own].map((drill) => [drill.id, drill.name] as const),
    ...(await approachNames(identity)).map(
      ({ id, airport, title }) => [`${APPROACH_DRILL} ${id}`.slice(0, 60), `${airport} ${title}`] as const
    )
  ]);
}
