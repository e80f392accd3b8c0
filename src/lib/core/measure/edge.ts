/** So many halvings bring any bracket of ours to the last bits of a double. */
const HALVINGS = 50;

/**
 * Finds where something begins to hold, by halving: `holds` is false at `low` and true at `high`, and changes once between them.
 * The only search of its kind in Hanza; a sign change of f is `(at) => f(at) < 0 !== f(low) < 0`.
 * @returns the last value found at which it does not hold, and the first at which it does; both within (high − low)/2⁵⁰
 */
export function edgeBetween(
  holds: (at: number) => boolean,
  low: number,
  high: number
): { before: number; from: number } {
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return { before: low, from: high };
}
