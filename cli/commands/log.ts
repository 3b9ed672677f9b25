import { readLog } from "../../src/core/model/logging/read-log";
import { summaryOf } from "../../src/core/model/logging/summary";
import { textOf } from "../../src/core/model/logging/text-of";
import type { Unit } from "../../src/core/model/quantity/quantity";
import { BadInput, onFile, readBytes } from "../bad-input";

/** One line a file of a logging meter: its unit, its readings, the lines that were refused. Why each was refused goes to standard error. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more FILE.csv of a logging meter");
  for (const file of files) {
    const log = onFile(file, () => readLog(textOf(readBytes(file))));
    const { rows, overload, first, last, mean } = summaryOf(log);
    const refused = log.refused.map((r) => r.line);
    console.log(JSON.stringify({ file, unit: log.unit ? NAMES[log.unit] : null, rows, refused, overload, first, last, mean }));
    for (const { line, why } of log.refused) console.error(`${file}:${line}: refused: ${why}`);
  }
}

/** Names of units as they stand in the output. */
const NAMES: Record<Unit, string> = {
  ohm: "ohm",
  volt: "volt",
  amp: "ampere",
  watt: "watt",
  celsius: "celsius",
  second: "second",
  pascal: "pascal",
  farad: "farad",
  "metre-per-second": "metre-per-second",
};
