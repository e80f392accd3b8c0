import { Rejection } from '../measure/rejection';
import { parse } from '../measure/validation';
import { Approach } from '../procedure/approach/approach';
import { approachProblems } from '../procedure/approach/approach-check';
import type { World } from '../radio/world';

/**
 * Reads an approach from Hanza's JSON. What of it cannot be in its world `mustFit` tells.
 * @throws Rejection at the place that does not fit its schema
 */
export function approachFrom(text: string): Approach {
  try {
    return parse(Approach, JSON.parse(text) as unknown, 'approach');
  } catch (error) {
    if (error instanceof Rejection) throw error;
    throw new Rejection('file', text.slice(0, 40), `an approach as JSON (${(error as Error).message})`);
  }
}

/** @throws Rejection at the first place that cannot be; what is only worth a second look is let pass */
export function mustFit(world: World, approach: Approach): void {
  const wrong = approachProblems(world, approach).find(({ severity }) => severity === 'wrong');
  if (wrong) throw new Rejection(wrong.field, wrong.value, wrong.message);
}
