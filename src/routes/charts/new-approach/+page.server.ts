import { error } from '@sveltejs/kit';
import { placeOfWorld } from '$core/drill/lesson-place';
import { trainingAreas } from '$core/earth/training-area';
import { approachInMaking } from '$core/procedure/approach/briefed-approach';
import { plainApproach } from '$core/procedure/approach/plain-approach';
import { instructorFrom } from '$lib/server/answers';
import { keepTypedApproach } from '$lib/server/keep-typed-approach';
import { worldOfShelf } from '$lib/server/school-approaches';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = instructorFrom(locals);
  const world = await worldOfShelf(identity, url.searchParams.get('world') ?? 'vesterlund');
  if (!world) error(404, 'There is no such world.');
  const runway =
    world.runways.find((r) => `${r.airport} ${r.name}` === url.searchParams.get('runway')) ??
    world.runways[0];
  if (!runway) error(404, 'This world has no runway to approach.');
  const area =
    trainingAreas.find((known) => known.world === world.id) ?? placeOfWorld(world, new Date()).area;
  const start = plainApproach(world, runway, Math.round(area.variation_deg));
  return {
    world,
    runway: `${runway.airport} ${runway.name}`,
    start,
    making: approachInMaking(world, start)
  };
};

export const actions: Actions = { default: keepTypedApproach };
