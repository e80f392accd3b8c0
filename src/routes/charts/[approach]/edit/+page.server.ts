import { error } from '@sveltejs/kit';
import { approachInMaking } from '$core/procedure/approach/briefed-approach';
import { instructorFrom } from '$lib/server/answers';
import { keepTypedApproach } from '$lib/server/keep-typed-approach';
import { approachOfShelf } from '$lib/server/school-approaches';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const found = await approachOfShelf(instructorFrom(locals), params.approach);
  if (!found) error(404, 'There is no such approach.');
  // One that ships stays as it is: what is made of it is the school's own, under a name of its own.
  const start = found.own
    ? found.approach
    : { ...found.approach, id: `${found.approach.id}-own`.slice(0, 60), edition: '' };
  const { world, own } = found;
  return { world, start, own, making: approachInMaking(world, start) };
};

export const actions: Actions = { default: keepTypedApproach };
