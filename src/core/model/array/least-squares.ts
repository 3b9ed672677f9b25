import { item, real } from "./at";

/** Holds what fits best, and the sum of the squares that it leaves. */
interface Fit {
  readonly coefficients: Float64Array;
  readonly left: number;
}

/**
 * Coefficients c that make Σ (y − A c)² least, by the normal equations and Cholesky's factor (Golub & Van Loan 2013, 5.3.2): for a few columns of like size.
 * `undefined` where the columns do not settle them.
 */
export function leastSquares(rows: readonly Float64Array[], y: Float64Array): Fit | undefined {
  const n = rows[0]?.length ?? 0;
  const matrix = Array.from({ length: n }, () => new Float64Array(n));
  const right = new Float64Array(n);
  for (const [k, row] of rows.entries())
    for (let i = 0; i < n; i++) {
      right[i] = real(right, i) + real(row, i) * real(y, k);
      const line = item(matrix, i);
      for (let j = 0; j <= i; j++) line[j] = real(line, j) + real(row, i) * real(row, j);
    }
  const coefficients = solved(matrix, right);
  if (!coefficients) return undefined;
  let left = 0;
  for (const [k, row] of rows.entries()) left += (real(y, k) - dot(row, coefficients)) ** 2;
  return { coefficients, left };
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, x, i) => sum + x * real(b, i), 0);

/** Smallest pivot, as a share of its own column, that still settles a coefficient. */
const LEAST_PIVOT = 1e-10;

/** Solves M c = b for a symmetric M of which the lower half is given. */
function solved(lower: readonly Float64Array[], right: Float64Array): Float64Array | undefined {
  const n = right.length;
  for (const [i, row] of lower.entries())
    for (let j = 0; j <= i; j++) {
      let sum = real(row, j);
      for (let k = 0; k < j; k++) sum -= real(row, k) * real(item(lower, j), k);
      if (i === j) {
        if (!(sum > LEAST_PIVOT * real(row, j))) return undefined;
        row[j] = Math.sqrt(sum);
      } else row[j] = sum / real(item(lower, j), j);
    }
  const c = Float64Array.from(right);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) c[i] = real(c, i) - real(item(lower, i), k) * real(c, k);
    c[i] = real(c, i) / real(item(lower, i), i);
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) c[i] = real(c, i) - real(item(lower, k), i) * real(c, k);
    c[i] = real(c, i) / real(item(lower, i), i);
  }
  return c;
}

/** Variance of each coefficient for a noise of σ = 1: the diagonal of (AᵀA)⁻¹. `undefined` where the columns do not settle them. */
export function variancesOf(rows: readonly Float64Array[]): Float64Array | undefined {
  const n = rows[0]?.length ?? 0;
  const columns = Array.from({ length: n }, (_, c) => {
    const matrix = Array.from({ length: n }, () => new Float64Array(n));
    for (const row of rows)
      for (let i = 0; i < n; i++) for (let j = 0; j <= i; j++) item(matrix, i)[j] = real(item(matrix, i), j) + real(row, i) * real(row, j);
    return solved(
      matrix,
      Float64Array.from({ length: n }, (_x, i) => Number(i === c)),
    );
  });
  return columns.every((c) => c !== undefined) ? Float64Array.from(columns, (c, i) => real(c, i)) : undefined;
}
