import { instructorFrom } from '$lib/server/answers';
import { flightsInTheAir } from '$lib/server/live/flights-in-the-air';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('hanza:in-the-air');
  return { flights: await flightsInTheAir(instructorFrom(locals)) };
};
