/** Smaller than this against the others, a pivot is taken for nothing. */
const LEAST_PIVOT = 1e-9;

/**
 * Solves A·X = B for one or several right-hand sides at once.
 * @param rows each row of A followed by its entries of B; not changed
 * @returns rows of X; undefined when A has no inverse
 * @source Gauss–Jordan elimination with pivoting
 */
export function solveLinear(rows: readonly (readonly number[])[]): number[][] | undefined {
  const size = rows.length;
  const work = rows.map((row) => [...row]);
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++)
      if (Math.abs(work[row]![column]!) > Math.abs(work[pivot]![column]!)) pivot = row;
    if (Math.abs(work[pivot]![column]!) < LEAST_PIVOT) return undefined;
    [work[column], work[pivot]] = [work[pivot]!, work[column]!];
    for (let row = 0; row < size; row++) {
      if (row === column) continue;
      const factor = work[row]![column]! / work[column]![column]!;
      for (let k = column; k < work[row]!.length; k++) work[row]![k]! -= factor * work[column]![k]!;
    }
  }
  return work.map((row, i) => row.slice(size).map((value) => value / row[i]!));
}
