/** A straight mapping from a domain onto a range, both ends included; the domain may not be empty. */
export interface LinearScale {
  (value: number): number;
  invert(position: number): number;
}

export function linearScale(
  domain: readonly [number, number],
  range: readonly [number, number]
): LinearScale {
  const slope = (range[1] - range[0]) / (domain[1] - domain[0]);
  const scale = ((value: number) => range[0] + (value - domain[0]) * slope) as LinearScale;
  scale.invert = (position) => domain[0] + (position - range[0]) / slope;
  return scale;
}

/**
 * SVG path of samples, with no more points than the picture can show: where several samples share a pixel column,
 * their lowest and highest are kept, so that no peak is lost.
 * @param at sample index → value in the picture's own quantity
 */
export function tracePath(
  from: number,
  to: number,
  at: (k: number) => number,
  x: (k: number) => number,
  y: (value: number) => number
): string {
  const parts: string[] = [];
  const point = (k: number, value: number) =>
    parts.push(`${parts.length === 0 ? 'M' : 'L'}${x(k).toFixed(1)} ${y(value).toFixed(1)}`);
  let k = from;
  while (k <= to) {
    const columnPixel = Math.floor(x(k));
    let low = k;
    let high = k;
    let last = k;
    while (last + 1 <= to && Math.floor(x(last + 1)) === columnPixel) {
      last += 1;
      if (at(last) < at(low)) low = last;
      if (at(last) > at(high)) high = last;
    }
    if (last - k < 3) for (let i = k; i <= last; i++) point(i, at(i));
    else for (const i of [k, Math.min(low, high), Math.max(low, high), last]) point(i, at(i));
    k = last + 1;
  }
  return parts.join('');
}

/** Stretches of samples, both ends included, in which there is a value: elsewhere nothing is drawn. */
export function finiteRuns(values: ArrayLike<number>): [from: number, to: number][] {
  const runs: [number, number][] = [];
  for (let k = 0; k < values.length; k++) {
    if (!Number.isFinite(values[k]!)) continue;
    const last = runs.at(-1);
    if (last && last[1] === k - 1) last[1] = k;
    else runs.push([k, k]);
  }
  return runs;
}

/** Bounds that hold every value given, rounded outwards to steps of `step`, and never empty. */
export function roundBounds(low: number, high: number, step: number): [number, number] {
  const bottom = Math.floor(low / step) * step;
  const top = Math.ceil(high / step) * step;
  return top > bottom ? [bottom, top] : [bottom - step, top + step];
}
