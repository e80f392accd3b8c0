/**
 * Solves A·x = b for a small dense system by Gaussian elimination with partial pivoting.
 * @returns x, or `null` when the matrix is singular to working precision. The arguments are left alone.
 */
export function solveLinearSystem(
  matrix: readonly (readonly number[])[],
  rightSide: readonly number[]
): number[] | null {
  const n = rightSide.length;
  const rows = matrix.map((row, i) => [...row, rightSide[i]!]);
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let i = column + 1; i < n; i++) {
      if (Math.abs(rows[i]![column]!) > Math.abs(rows[pivot]![column]!)) pivot = i;
    }
    if (Math.abs(rows[pivot]![column]!) < 1e-14) return null;
    [rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!];
    for (let i = column + 1; i < n; i++) {
      const factor = rows[i]![column]! / rows[column]![column]!;
      for (let k = column; k <= n; k++) rows[i]![k]! -= factor * rows[column]![k]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let sum = rows[i]![n]!;
    for (let k = i + 1; k < n; k++) sum -= rows[i]![k]! * x[k]!;
    x[i] = sum / rows[i]![i]!;
  }
  return x;
}
