/** Runway visual range, ft, that stands for a reported visibility, SM (14 CFR 91.175(h)); from the last on a range is not told. */
const COMPARABLE: readonly (readonly [visibility_sm: number, range_ft: number])[] = [
  [0, 0],
  [1 / 4, 1600],
  [1 / 2, 2400],
  [5 / 8, 3200],
  [3 / 4, 4000],
  [7 / 8, 4500],
  [1, 5000],
  [5 / 4, 6000]
];

/**
 * How far the lights of a runway are seen along it where the visibility is so much: straight between the published pairs, which lie
 * beyond the visibility itself in fog. null: 6,000 ft or more.
 */
export function runwayVisualRange_ft(visibility_sm: number): number | null {
  const after = COMPARABLE.findIndex(([at_sm]) => at_sm > visibility_sm);
  if (after < 1) return null;
  const [from, to] = [COMPARABLE[after - 1]!, COMPARABLE[after]!];
  return from[1] + ((visibility_sm - from[0]) / (to[0] - from[0])) * (to[1] - from[1]);
}
