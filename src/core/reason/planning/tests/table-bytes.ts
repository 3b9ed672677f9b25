import { item, real, small } from "../../../model/array/at";
import type { Machine } from "../../../model/machine/format";
import { foreseen, OPEN, type Prediction, readsOpen } from "../../../model/prediction/prediction";
import type { Seen } from "../../../model/prediction/predictor";
import { type OutcomeClass, rowsIn } from "./outcomes";
import type { Table, TableReadings, TableTest } from "./table";

/** Holds what comes before the numbers. */
interface Head {
  readonly fingerprint: string;
  readonly machine: Machine;
  readonly hypotheses: number;
  readonly runs: { readonly keys: readonly string[]; readonly seen: readonly Seen[]; readonly number: readonly number[] };
  readonly tests: readonly {
    readonly id: string;
    readonly classes: readonly OutcomeClass[];
    readonly rows: number;
    readonly predictions: number;
  }[];
}

/** Digits of what is kept of a run. */
const DIGITS = 6;

/**
 * A table as bytes: a head as JSON, then, test after test, its rows and predictions (two 32-bit numbers each, Infinity for an open line), then the
 * numbers of the hypotheses’ rows or predictions (16 bits), little-endian. Made to be compressed.
 */
export function bytesOfTable({ fingerprint, machine, runs, tests }: Table): Uint8Array {
  const listed = [...tests];
  const head: Head = {
    fingerprint,
    machine,
    hypotheses: listed[0]?.[1].outcomes.row.length ?? 0,
    runs: runsOnce(runs),
    tests: listed.map(([id, { outcomes, readings }]) => ({
      id,
      classes: outcomes.classes,
      rows: rowsIn(outcomes),
      predictions: readings?.predictions.length ?? 0,
    })),
  };
  const reals = listed.flatMap(([, { outcomes, readings }]) => [...outcomes.shares, ...(readings ? realsOf(readings) : [])]);
  const smalls = listed.flatMap(([, test]) =>
    test.readings ? [...rowsOfPredictions(test.outcomes.row, test.readings), ...test.readings.number] : [...test.outcomes.row],
  );
  const text = new TextEncoder().encode(JSON.stringify(head));
  const padded = Math.ceil(text.length / 4) * 4;
  const bytes = new Uint8Array(8 + padded + 4 * reals.length + 2 * smalls.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, text.length, true);
  view.setUint32(4, reals.length, true);
  bytes.set(text, 8);
  reals.forEach((x, i) => {
    view.setFloat32(8 + padded + 4 * i, x, true);
  });
  smalls.forEach((x, i) => {
    view.setUint16(8 + padded + 4 * reals.length + 2 * i, x, true);
  });
  return bytes;
}

/** Throws RangeError for bytes that are cut short. */
export function tableOfBytes(buffer: ArrayBuffer): Table {
  const view = new DataView(buffer);
  const length = view.getUint32(0, true);
  const count = view.getUint32(4, true);
  const head = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 8, length))) as Head;
  const start = 8 + Math.ceil(length / 4) * 4;
  const reals = new Float32Array(buffer, start, count);
  const smalls = new Uint16Array(buffer, start + 4 * count);
  let [r, s] = [0, 0];
  const takeReals = (n: number) => {
    r += n;
    return reals.subarray(r - n, r);
  };
  const takeSmalls = (n: number) => {
    if (s + n > smalls.length) throw new RangeError(`the table ends after ${smalls.length} numbers; expected ${s + n} or more`);
    s += n;
    return smalls.subarray(s - n, s);
  };
  const tests = head.tests.map(({ id, classes, rows, predictions }): [string, TableTest] => {
    const shares = Float64Array.from(takeReals(rows * classes.length));
    if (predictions === 0) return [id, { outcomes: { classes, shares, row: takeSmalls(head.hypotheses) } }];
    const foreseen = predictionsOf(takeReals(2 * predictions));
    const rowOf = takeSmalls(predictions);
    const number = takeSmalls(head.hypotheses);
    const row = new Uint16Array(number.length);
    for (let i = 0; i < row.length; i++) row[i] = small(rowOf, small(number, i));
    return [id, { outcomes: { classes, shares, row }, readings: { predictions: foreseen, number } }];
  });
  const { keys, seen, number } = head.runs;
  return {
    fingerprint: head.fingerprint,
    machine: head.machine,
    runs: new Map(keys.map((key, i) => [key, item(seen, item(number, i))])),
    tests: new Map(tests),
  };
}

function runsOnce(runs: Table["runs"]): Head["runs"] {
  const numbers = new Map<string, number>();
  const number = [...runs.values()].map((seen) => {
    const text = JSON.stringify(seen, (_, x: unknown) => (typeof x === "number" ? Number(x.toPrecision(DIGITS)) : x));
    const known = numbers.get(text) ?? numbers.size;
    numbers.set(text, known);
    return known;
  });
  return { keys: [...runs.keys()], seen: [...numbers.keys()].map((text) => JSON.parse(text) as Seen), number };
}

const realsOf = ({ predictions }: TableReadings): number[] =>
  predictions.flatMap((p) => (p.is === "value" && !readsOpen(p) ? [p.mean, p.sigma] : [Number.POSITIVE_INFINITY, 0]));

function predictionsOf(reals: Float32Array): Prediction[] {
  const values = Float64Array.from(reals);
  return Array.from({ length: values.length / 2 }, (_, i) => {
    const mean = real(values, 2 * i);
    return mean === Number.POSITIVE_INFINITY ? OPEN : foreseen(mean, real(values, 2 * i + 1));
  });
}

/** The row of each different prediction: hypotheses that foresee the same are in the same. */
function rowsOfPredictions(row: Uint16Array, { predictions, number }: TableReadings): number[] {
  const rows = predictions.map(() => 0);
  number.forEach((n, i) => {
    rows[n] = small(row, i);
  });
  return rows;
}
