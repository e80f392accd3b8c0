/**
 * Solution of a small square system of linear equations, by triangular factors with partial pivoting (Crout's order of the sums).
 * @param rows of the matrix; not changed
 * @returns null when the matrix is singular
 */
export function solveLinear(
  rows: readonly (readonly number[])[],
  rightSide: readonly number[]
): number[] | null {
  const size = rows.length;
  const lu = rows.map((row) => Float64Array.from(row));
  const x = [...rightSide];
  for (let j = 0; j < size; j++) {
    for (let i = 0; i < size; i++) {
      let sum = 0;
      for (let k = 0; k < Math.min(i, j); k++) sum += lu[i]![k]! * lu[k]![j]!;
      lu[i]![j]! -= sum;
    }
    let pivot = j;
    for (let i = j + 1; i < size; i++) if (Math.abs(lu[i]![j]!) > Math.abs(lu[pivot]![j]!)) pivot = i;
    [lu[pivot], lu[j]] = [lu[j]!, lu[pivot]!];
    [x[pivot], x[j]] = [x[j]!, x[pivot]!];
    const head = lu[j]![j]!;
    if (head === 0) return null;
    for (let i = j + 1; i < size; i++) lu[i]![j]! /= head;
  }
  for (let k = 0; k < size; k++) for (let i = k + 1; i < size; i++) x[i]! -= x[k]! * lu[i]![k]!;
  for (let k = size - 1; k >= 0; k--) {
    x[k]! /= lu[k]![k]!;
    for (let i = 0; i < k; i++) x[i]! -= x[k]! * lu[i]![k]!;
  }
  return x;
}
