import type { Approach } from '$core/procedure/approach/approach';

/** What a list says of an approach. */
export interface ListedApproach extends Pick<Approach, 'id' | 'world' | 'airport' | 'name'> {
  /** Its lines of minimums, by name. */
  lines: string[];
}

export function listedApproach({ id, world, airport, name, minimums }: Approach): ListedApproach {
  return { id, world, airport, name, lines: [...new Set(minimums.map(({ line }) => line))] };
}
