import { cyclingOf } from "../../src/core/model/cycling/switches";
import { readLog } from "../../src/core/model/logging/read-log";
import { textOf } from "../../src/core/model/logging/text-of";
import { BadInput, onFile, readBytes } from "../bad-input";

/** One line a file of exhaust temperatures over time: when the heat went off and on, and the means of the extremes. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more FILE.csv with times and exhaust temperatures");
  for (const file of files) {
    const log = onFile(file, () => readLog(textOf(readBytes(file))));
    if (log.unit !== undefined && log.unit !== "celsius")
      throw new BadInput(`${file}: holds ${log.unit}; expected temperatures, such as a head “exhaust (°C)”`);
    const { switches, peak, trough } = cyclingOf(log);
    console.log(
      JSON.stringify({ file, switches: switches.map(({ t, to }) => ({ t: round(t), to })), peak: round(peak), trough: round(trough) }),
    );
  }
}

const round = <N extends number | null>(n: N) => (n === null ? n : Number(n.toFixed(2)));
