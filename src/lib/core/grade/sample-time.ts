/** Samples from one to another, inclusive. */
export interface SampleTime {
  from: number;
  to: number;
}

/**
 * The times within another in which something was so without a break.
 * @param least samples from the first to the last; what is shorter is left out
 */
export function lastingTimes(
  { from, to }: SampleTime,
  least: number,
  isSo: (sample: number) => boolean
): SampleTime[] {
  const found: SampleTime[] = [];
  let since: number | null = null;
  for (let k = from; k <= to + 1; k++) {
    if (k <= to && isSo(k)) since ??= k;
    else {
      if (since !== null && k - 1 - since >= least) found.push({ from: since, to: k - 1 });
      since = null;
    }
  }
  return found;
}
