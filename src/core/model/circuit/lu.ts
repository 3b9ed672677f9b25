import { real, whole } from "../array/at";

/**
 * LU factorisation with partial pivoting (Golub & Van Loan, Matrix Computations, algorithm 3.4.1) of a dense
 * n × n matrix, row-major. The argument is left untouched. Throws RangeError when the matrix is singular.
 */
export interface Lu {
  readonly n: number;
  readonly factors: Float64Array;
  readonly pivots: Int32Array;
}

export function factorise(matrix: Float64Array, n: number): Lu {
  const lu = Float64Array.from(matrix);
  const pivots = new Int32Array(n);
  for (let k = 0; k < n; k++) {
    const pivot = pivotRow(lu, n, k);
    pivots[k] = pivot;
    if (pivot !== k) swapRows(lu, n, k, pivot);
    const diagonal = real(lu, k * n + k);
    for (let i = k + 1; i < n; i++) {
      const factor = real(lu, i * n + k) / diagonal;
      lu[i * n + k] = factor;
      if (factor === 0) continue;
      for (let j = k + 1; j < n; j++) lu[i * n + j] = real(lu, i * n + j) - factor * real(lu, k * n + j);
    }
  }
  return { n, factors: lu, pivots };
}

function pivotRow(lu: Float64Array, n: number, k: number): number {
  let best = k;
  for (let i = k + 1; i < n; i++) {
    if (Math.abs(real(lu, i * n + k)) > Math.abs(real(lu, best * n + k))) best = i;
  }
  if (!(Math.abs(real(lu, best * n + k)) > 1e-300)) {
    throw new RangeError(`the network has no unique solution (equation ${k + 1} of ${n}): are two sources in parallel?`);
  }
  return best;
}

function swapRows(lu: Float64Array, n: number, r: number, s: number): void {
  for (let j = 0; j < n; j++) {
    const keep = real(lu, r * n + j);
    lu[r * n + j] = real(lu, s * n + j);
    lu[s * n + j] = keep;
  }
}

/** Solves A·x = rhs for one right-hand side of length n; returns a new array. */
export function solveWith({ n, factors, pivots }: Lu, rhs: Float64Array): Float64Array {
  const x = Float64Array.from(rhs);
  for (let k = 0; k < n; k++) {
    const p = whole(pivots, k);
    if (p !== k) {
      const keep = real(x, k);
      x[k] = real(x, p);
      x[p] = keep;
    }
  }
  for (let i = 1; i < n; i++) {
    let sum = real(x, i);
    for (let j = 0; j < i; j++) sum -= real(factors, i * n + j) * real(x, j);
    x[i] = sum;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = real(x, i);
    for (let j = i + 1; j < n; j++) sum -= real(factors, i * n + j) * real(x, j);
    x[i] = sum / real(factors, i * n + i);
  }
  return x;
}
