import type { Netlist } from "./netlist";
import { ohmNetwork, ohmsBetween } from "./ohms";
import { operatingPoint, voltsBetween } from "./solve";

/** One row of a NAME.readings.csv: what to read, between which nets; `value` is what another program read (`Infinity` for OL). */
interface ReadingRow {
  readonly kind: "volts" | "ohms";
  readonly plus: string;
  readonly minus: string;
  readonly value?: number;
}

/** Parses `kind,plus,minus,value` with a header line. Throws SyntaxError naming the line. */
export function readReadingRows(csv: string): ReadingRow[] {
  const lines = csv.split(/\r?\n/);
  if (lines[0]?.trim() !== "kind,plus,minus,value")
    throw new SyntaxError(`line 1: expected the header kind,plus,minus,value, got “${lines[0]}”`);
  return lines.slice(1).flatMap((line, i) => {
    if (line.trim() === "") return [];
    const [kind, plus, minus, value = ""] = line.trim().split(",");
    if ((kind !== "volts" && kind !== "ohms") || !plus || !minus) {
      throw new SyntaxError(`line ${i + 2}: expected volts or ohms, two nets and a value, got “${line}”`);
    }
    const number = value === "OL" ? Infinity : Number(value);
    if (Number.isNaN(number)) throw new SyntaxError(`line ${i + 2}: expected a number or OL, got “${value}”`);
    return [{ kind, plus: plus.toLowerCase(), minus: minus.toLowerCase(), ...(value === "" ? {} : { value: number }) }];
  });
}

/** Reads each row off the network: volts with its sources, ohms with them lifted out. */
export function probeRows(netlist: Netlist, rows: readonly ReadingRow[]): number[] {
  const live = operatingPoint(netlist);
  const dead = ohmNetwork(netlist.components);
  return rows.map((row) => (row.kind === "volts" ? voltsBetween(live, row.plus, row.minus) : ohmsBetween(dead, row.plus, row.minus)));
}
