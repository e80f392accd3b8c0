/** Arithmetic of a moving scale seen through a window. */

export interface TapeScale {
  /** Pixels for each unit. */
  pixels: number;
  /** Units between short marks, and between numbered ones. */
  minor: number;
  major: number;
  /** Half the window, pixels. */
  half: number;
}

/** Numbered marks around a value: their values, enough to fill the window whichever way the scale moves. */
export function marksAround(value: number, scale: TapeScale): number[] {
  const middle = Math.round(value / scale.major);
  const reach = Math.ceil(scale.half / scale.pixels / scale.major) + 1;
  return Array.from({ length: 2 * reach + 1 }, (_, i) => (middle - reach + i) * scale.major);
}

/** Where the group drawn around the numbered mark nearest to a value is to be moved, pixels; half a pixel is the step. */
export function tapeShift(value: number, scale: TapeScale): number {
  const middle = Math.round(value / scale.major) * scale.major;
  return Math.round((value - middle) * scale.pixels * 2) / 2;
}

/** Short marks of a window as one path, from the line `x` outward by `length`; it repeats every numbered mark. */
export function minorMarks(scale: TapeScale, x: number, length: number): string {
  const reach = Math.ceil(scale.half / scale.pixels / scale.minor) + Math.ceil(scale.major / scale.minor);
  let path = '';
  for (let i = -reach; i <= reach; i++) path += `M${x} ${-i * scale.minor * scale.pixels}h${length}`;
  return path;
}
