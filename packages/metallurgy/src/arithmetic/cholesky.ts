/**
 * Lower triangle L of a symmetric positive matrix A with A = L Lᵀ; null where it is not positive.
 * @param matrix row by row
 */
export function cholesky(matrix: readonly (readonly number[])[]): number[][] | null {
  const size = matrix.length;
  const lower = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (let row = 0; row < size; row++)
    for (let column = 0; column <= row; column++) {
      let sum = (matrix[row] as readonly number[])[column] as number;
      for (let k = 0; k < column; k++)
        sum -= ((lower[row] as number[])[k] as number) * ((lower[column] as number[])[k] as number);
      if (row > column) (lower[row] as number[])[column] = sum / ((lower[column] as number[])[column] as number);
      else if (sum > 0) (lower[row] as number[])[row] = Math.sqrt(sum);
      else return null;
    }
  return lower;
}

/** Solves L y = b. */
export function forward(lower: readonly (readonly number[])[], b: readonly number[]): number[] {
  const y: number[] = [];
  lower.forEach((row, at) => {
    let sum = b[at] as number;
    for (let k = 0; k < at; k++) sum -= (row[k] as number) * (y[k] as number);
    y.push(sum / (row[at] as number));
  });
  return y;
}

/** Solves Lᵀ x = y. */
export function backward(lower: readonly (readonly number[])[], y: readonly number[]): number[] {
  const x = new Array<number>(y.length).fill(0);
  for (let at = y.length - 1; at >= 0; at--) {
    let sum = y[at] as number;
    for (let k = at + 1; k < y.length; k++) sum -= ((lower[k] as readonly number[])[at] as number) * (x[k] as number);
    x[at] = sum / ((lower[at] as readonly number[])[at] as number);
  }
  return x;
}
