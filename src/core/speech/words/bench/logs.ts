import type { LogSummary } from "../../../model/logging/summary";
import { formatValue } from "../../../model/quantity/format";
import type { Unit } from "../../../model/quantity/quantity";

/** Gives what a log comes to, in one line. */
export function logSays({ rows, overload, first, last, least, most, mean }: LogSummary, unit: Unit | undefined): string {
  const value = (x: number): string => (unit ? formatValue(x, unit) : String(Number(x.toPrecision(4))));
  const readings = `${rows} ${rows === 1 ? "reading" : "readings"} over ${formatValue(last.t - first.t, "second")}`;
  if (overload === rows) return `${readings}, all OL`;
  return `${readings}: ${value(least)} to ${value(most)}, mean ${value(mean)}${overload > 0 ? `; OL ${overload} times` : ""}`;
}
