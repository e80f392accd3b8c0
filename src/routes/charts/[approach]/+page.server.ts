import { error } from '@sveltejs/kit';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { plainDay } from '$core/procedure/approach/approach-card';
import { approachProblems } from '$core/procedure/approach/approach-check';
import { briefedApproach } from '$core/procedure/approach/briefed-approach';
import { identityFrom } from '$lib/server/answers';
import { approachOfShelf } from '$lib/server/school-approaches';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const found = await approachOfShelf(identityFrom(locals), params.approach);
  if (!found) error(404, 'There is no such approach.');
  const { world, approach } = found;
  const days = aircraftCatalogue.map((aircraft) => plainDay(approach, aircraft));
  return {
    ...found,
    days,
    briefed: briefedApproach(world, approach, days[0]!),
    doubts: approachProblems(world, approach)
  };
};
