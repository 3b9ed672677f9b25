import { item, real } from "../../array/at";
import { logSum } from "../../array/logs";
import { meterSigma } from "../../instrument/meter-error";
import type { Expected, Foreseen } from "./foreseen";

/** A probe that did not touch (est.). */
const MISSED = 0.001;
/** A value comes out of nowhere, spread over this many e-folds of ohms. */
const STRAY = 0.001;
const STRAY_FOLDS = 16;
/** So far apart, in σ, that readings settle which it is. */
const TOLD_APART = 3.5;
/** The largest deviation of a part, in σ of one that is spread evenly. */
const LARGEST = Math.sqrt(3);

const meterVariance = (ohms: number): number => meterSigma(ohms, false) ** 2;

/** Σ over the parts of what two readings have in common. */
const common = (one: Expected, two: Expected): number => one.by.reduce((sum, x, i) => sum + x * item(two.by, i), 0);

/** Covariance of what is read in several places: parts deviate once for all of them, the meter anew in each. */
function covariance(foreseen: readonly Expected[]): Float64Array[] {
  return foreseen.map((one, i) => Float64Array.from(foreseen, (two, j) => common(one, two) + (i === j ? meterVariance(one.mean) : 0)));
}

/** Cholesky's factor, row by row. The meter's own variance keeps it from failing. */
function factor(matrix: readonly Float64Array[]): Float64Array[] {
  const rows: Float64Array[] = matrix.map((r) => new Float64Array(r.length));
  for (const [i, row] of rows.entries())
    for (let j = 0; j <= i; j++) {
      let sum = real(item(matrix, i), j);
      for (let k = 0; k < j; k++) sum -= real(row, k) * real(item(rows, j), k);
      row[j] = i === j ? Math.sqrt(sum) : sum / real(item(rows, j), j);
    }
  return rows;
}

/** dᵀ·C⁻¹·d, and ln √|C|. */
function distance(matrix: readonly Float64Array[], d: readonly number[]): { readonly squared: number; readonly logScale: number } {
  const rows = factor(matrix);
  const y: number[] = [];
  let squared = 0;
  let logScale = 0;
  for (const [i, row] of rows.entries()) {
    let value = item(d, i);
    for (let k = 0; k < i; k++) value -= real(row, k) * item(y, k);
    value /= real(row, i);
    y.push(value);
    squared += value * value;
    logScale += Math.log(real(row, i));
  }
  return { squared, logScale };
}

interface Value {
  readonly ohms: number;
  readonly expected: Expected;
}

/** ln of the normal density of values about what is foreseen, with what the parts' deviations have in common. */
function logNormal(values: readonly Value[]): number {
  if (values.length === 0) return 0;
  const { squared, logScale } = distance(
    covariance(values.map((v) => v.expected)),
    values.map((v) => v.ohms - v.expected.mean),
  );
  return -squared / 2 - logScale - (values.length / 2) * Math.log(2 * Math.PI);
}

const logStray = (ohms: number): number => Math.log(STRAY / STRAY_FOLDS / (ohms + 1));

/** ln of how likely readings are where these are foreseen, Ω (`null`: OL): as foreseen, or now and then a slip: of one of them, or of all. */
export function logLikelihood(reads: readonly (number | null)[], foreseen: readonly Foreseen[]): number {
  let log = 0;
  const values: Value[] = [];
  for (const [i, ohms] of reads.entries()) {
    const expected = item(foreseen, i);
    if (ohms !== null && expected) values.push({ ohms, expected });
    else if (ohms !== null) log += logStray(ohms);
    else log += Math.log(expected ? MISSED : 1 - STRAY);
  }
  if (values.length === 0) return log;
  return (
    log +
    logSum(
      Float64Array.of(
        logNormal(values),
        ...values.map((v, i) => logStray(v.ohms) + logNormal(values.toSpliced(i, 1))),
        values.reduce((sum, v) => sum + logStray(v.ohms), 0),
      ),
    )
  );
}

/** True where a reading is what is foreseen, wherever the part stands in its tolerance and whatever the meter does. */
export function fits(ohms: number | null, foreseen: Foreseen): boolean {
  if (ohms === null || !foreseen) return ohms === null && !foreseen;
  return Math.abs(ohms - foreseen.mean) <= partsOhms(foreseen) + TOLD_APART * Math.sqrt(meterVariance(foreseen.mean));
}

/** Gives what the parts' deviations come to at most, all one way. */
const partsOhms = ({ by }: Expected): number => LARGEST * by.reduce((sum, x) => sum + Math.abs(x), 0);

/** The same where anything may be read: OL as well as not, and any value. */
export const logOfAnything = (reads: readonly (number | null)[]): number =>
  reads.reduce((log: number, ohms) => log - (ohms === null ? Math.log(2) : Math.log(2 * STRAY_FOLDS * (ohms + 1))), 0);

/** True where readings in these places tell the one from the other, whatever good parts and the meter do. */
export function toldApart(one: readonly Foreseen[], two: readonly Foreseen[]): boolean {
  const both: (readonly [Expected, Expected])[] = [];
  for (const [i, a] of one.entries()) {
    const b = item(two, i);
    if (!a !== !b) return true;
    if (a && b) both.push([a, b]);
  }
  if (both.every(([a, b]) => a.mean === b.mean)) return false;
  const [c, d] = [covariance(both.map((p) => p[0])), covariance(both.map((p) => p[1]))];
  const sum = c.map((row, i) => row.map((x, j) => x + real(item(d, i), j)));
  return (
    distance(
      sum,
      both.map(([a, b]) => a.mean - b.mean),
    ).squared >
    TOLD_APART ** 2
  );
}

/** Between which values a reading is what is foreseen, Ω, parts and meter allowed for. */
export function band(expected: Expected): readonly [number, number] {
  const { mean } = expected;
  const off = partsOhms(expected) + 2 * Math.sqrt(meterVariance(mean));
  return [Math.max(0, mean - off), mean + off];
}
