import type { Machine } from "../../../model/machine/format";
import { differsIn, type Plate, type PlateRow, plateOf } from "../../../model/machine/plate";

/** A row of a plate in words. */
export function plateRowSays(row: PlateRow, plate: Plate): string {
  const value = plate[row];
  if (value === undefined) return "not read";
  if (row === "volts") return `${value} V`;
  if (row === "vented") return value ? "vented" : "not vented";
  return String(value);
}

/** Gives what the sheet must say on every page where it is not this machine's own; `undefined` where it is. */
export function notThisOne(plate: Plate | undefined, machine: Machine): string | undefined {
  const rows = plate ? differsIn(plate, machine) : [];
  if (!plate || rows.length === 0) return undefined;
  const differs = rows.map((row) => `Nameplate: ${plateRowSays(row, plate)}. Sheet: ${plateRowSays(row, plateOf(machine))}.`);
  return `Borrowed wiring sheet. ${differs.join(" ")}`;
}
