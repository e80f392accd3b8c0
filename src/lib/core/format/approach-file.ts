import { Rejection } from '../measure/rejection';
import { parse } from '../measure/validation';
import { Approach } from '../procedure/approach/approach';
import { approachProblems } from '../procedure/approach/approach-check';
import type { World } from '../radio/world';

/**
 * Reads an approach from Hanza's JSON and holds it against its world, whose stations and runways it names.
 * @param worlds it may belong to
 * @throws Rejection at the place that does not fit; what is only worth a second look is let pass
 */
export function approachFrom(text: string, worlds: readonly World[]): Approach {
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch (error) {
    throw new Rejection('file', text.slice(0, 40), `an approach as JSON (${(error as Error).message})`);
  }
  const approach = parse(Approach, content, 'approach');
  const world = worlds.find(({ id }) => id === approach.world);
  if (!world) throw new Rejection('world', approach.world, `one of ${worlds.map(({ id }) => id).join(', ')}`);
  const wrong = approachProblems(world, approach).find(({ severity }) => severity === 'wrong');
  if (wrong) throw new Rejection(wrong.field, wrong.value, wrong.message);
  return approach;
}
