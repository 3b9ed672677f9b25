import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { readDeck, writeDeck } from "../../../src/core/model/circuit/deck";
import { probeRows, readReadingRows } from "../../../src/core/model/circuit/readings";
import { oracle } from "../../paths";

const folder = oracle("circuits");
const decks = readdirSync(folder).filter((name) => name.endsWith(".cir"));

/** 1e-5 relative, or 1e-6 absolute near zero; OL only for OL. */
function agrees(got: number, expected: number): boolean {
  if (!Number.isFinite(expected)) return got === expected;
  return Math.abs(got - expected) <= Math.max(1e-6, 1e-5 * Math.abs(expected));
}

test("the oracle decks are there", () => expect(decks.length).toBeGreaterThanOrEqual(32));

test.each(decks)("every reading of %s agrees with the independent simulator", (name) => {
  const netlist = readDeck(readFileSync(join(folder, name), "utf8"));
  const rows = readReadingRows(readFileSync(join(folder, name.replace(".cir", ".readings.csv")), "utf8"));
  expect(rows.length).toBeGreaterThan(5);
  const got = probeRows(netlist, rows);
  const wrong = rows.flatMap((row, i) => (agrees(item(got, i), row.value as number) ? [] : [{ ...row, got: got[i] }]));
  expect(wrong).toEqual([]);
  expect(probeRows(readDeck(writeDeck(netlist)), rows)).toEqual(got);
});
