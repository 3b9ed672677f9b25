import { item } from "../../src/core/model/array/at";
import { readDeck } from "../../src/core/model/circuit/deck";
import { probeRows, readReadingRows } from "../../src/core/model/circuit/readings";
import { BadInput, onFile, readText } from "../bad-input";

/** For each row of the NAME.readings.csv beside each deck: deck, kind, plus, minus, value, tab-separated. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more DECK.cir files");
  for (const file of files) {
    if (!file.endsWith(".cir")) throw new BadInput(`${file}: expected a file named NAME.cir`);
    const csv = file.replace(/\.cir$/, ".readings.csv");
    const netlist = onFile(file, () => readDeck(readText(file)));
    const rows = onFile(csv, () => readReadingRows(readText(csv)));
    const values = onFile(file, () => probeRows(netlist, rows));
    const deck = file.replace(/^.*\//, "").replace(/\.cir$/, "");
    rows.forEach((row, i) => {
      const value = item(values, i);
      console.log([deck, row.kind, row.plus, row.minus, Number.isFinite(value) ? Number(value.toPrecision(9)) : "OL"].join("\t"));
    });
  }
}
