import { type MeterLog, readLog } from "../../src/core/model/logging/read-log";
import { summaryOf } from "../../src/core/model/logging/summary";
import { textOf } from "../../src/core/model/logging/text-of";
import type { Unit } from "../../src/core/model/quantity/quantity";
import { BadInput, onFile, readBytes } from "../bad-input";

/** One line a file of a logging meter: its unit, its readings, the lines that were refused. Why each was refused goes to standard error. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more FILE.csv of a logging meter");
  const unread: string[] = [];
  for (const file of files) {
    const log = logIn(file, unread);
    if (!log) continue;
    const { rows, overload, first, last, mean } = summaryOf(log);
    const refused = log.refused.map((r) => r.line);
    console.log(JSON.stringify({ file, unit: log.unit ? NAMES[log.unit] : null, rows, refused, overload, first, last, mean }));
    for (const { line, why } of log.refused) console.error(`${file}:${line}: refused: ${why}`);
  }
  if (unread.length > 0) throw new BadInput(unread.join("\n"));
}

/** One that can't be read is told, and the others follow. */
function logIn(file: string, unread: string[]): MeterLog | undefined {
  try {
    return onFile(file, () => readLog(textOf(readBytes(file))));
  } catch (error) {
    if (!(error instanceof BadInput)) throw error;
    unread.push(error.message);
    return undefined;
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
  hertz: "hertz",
  percent: "percent",
};
