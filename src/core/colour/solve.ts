/** Solves a x = b by elimination with pivoting; both are changed. */
export function solve(matrix: number[][], right: number[]): number[] {
  const count = right.length;
  for (let column = 0; column < count; column++) {
    let best = column;
    for (let row = column + 1; row < count; row++)
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[best]![column]!)) best = row;
    [matrix[column], matrix[best]] = [matrix[best]!, matrix[column]!];
    [right[column], right[best]] = [right[best]!, right[column]!];
    const pivot = matrix[column]![column]! || 1e-30;
    for (let row = column + 1; row < count; row++) {
      const factor = matrix[row]![column]! / pivot;
      if (factor === 0) continue;
      for (let k = column; k < count; k++) matrix[row]![k]! -= factor * matrix[column]![k]!;
      right[row]! -= factor * right[column]!;
    }
  }
  for (let row = count - 1; row >= 0; row--) {
    let sum = right[row]!;
    for (let k = row + 1; k < count; k++) sum -= matrix[row]![k]! * right[k]!;
    right[row] = sum / (matrix[row]![row]! || 1e-30);
  }
  return right;
}

/**
 * Columns whose outer products sum to the inverse of a positive definite matrix: of a normal's
 * precision, its spread one way at a time (Cholesky's factor, turned round).
 */
export function spreadsOf(precision: readonly (readonly number[])[]): number[][] {
  const count = precision.length;
  const factor = precision.map(() => new Array<number>(count).fill(0));
  for (let row = 0; row < count; row++)
    for (let column = 0; column <= row; column++) {
      let left = precision[row]![column]!;
      for (let k = 0; k < column; k++) left -= factor[row]![k]! * factor[column]![k]!;
      factor[row]![column] = row === column ? Math.sqrt(left) : left / factor[column]![column]!;
    }
  // Each column solves factorᵀ x = e.
  return factor.map((_, end) => {
    const spread = new Array<number>(count).fill(0);
    for (let row = end; row >= 0; row--) {
      let left = row === end ? 1 : 0;
      for (let k = row + 1; k <= end; k++) left -= factor[k]![row]! * spread[k]!;
      spread[row] = left / factor[row]![row]!;
    }
    return spread;
  });
}
