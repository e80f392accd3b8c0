/** The middle value, the upper of two; the values are left as they are. null where there are none. */
export function median(values: Iterable<number>): number | null {
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.floor(sorted.length / 2)] ?? null;
}
