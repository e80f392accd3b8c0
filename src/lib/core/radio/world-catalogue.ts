import { Rejection } from '../measure/rejection';
import type { World } from './world';
import morrow from './worlds/morrow.json';
import vesterlund from './worlds/vesterlund.json';

/** The made-up worlds that ship with Hanza, where no land is. */
export const worlds: readonly World[] = [vesterlund as World, morrow as World];

/** @throws Rejection when there is no such world */
export function worldById(id: string): World {
  const found = worlds.find((world) => world.id === id);
  if (!found) throw new Rejection('world', id, `one of ${worlds.map((world) => world.id).join(', ')}`);
  return found;
}
