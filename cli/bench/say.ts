import { item } from "../../src/core/model/array/at";
import { hear } from "../../src/core/speech/hear/hear";
import { tokensOf } from "../../src/core/speech/hear/tokens";
import { understand } from "../../src/core/speech/understand";
import { LARGEST, PREFIX, print, quantile, sampleJob, timed } from "./measure";

/** Holds what is muttered in the course of a job, short and long. */
const LINES = [
  "igniter 62 ohm",
  "main coil 1,2k cold, OL once hot",
  "glows for a minute, goes out, no fire",
  "burner runs 90 s, drops out, never comes back",
  "no volts anywhere, proved on a known outlet first and last",
  "took both wires off the igniter and the leads off the sensor, then the lower panel back on",
  "owner says the igniter was replaced in May, if it is open again I will order one",
  "cut-off 0.1, limit 0.1, blower fuse OL, thermistor 8.2k at 30 C, hold coil 1350",
  "fuse OL",
  "coil is open",
  "elmnt opne, ignitr 62, thremistor 9.9k, lmit 0.2",
  "what should the thermistor read",
  "key is with the neighbour, parking behind the house, she is in until four o'clock",
  "air weak, vent choked, cleaned the vent, air strong again, back pressure 0.4, exhaust 142 F",
];
/** Each line so often. */
const TIMES = 15;

/** Time from a typed line to what it means, on the machine with the most names. */
export function saying(): void {
  const { job } = sampleJob(PREFIX, LARGEST);
  const understood = (line: string) => understand(line, { machine: LARGEST, job });
  // As it is typed: every key has it understood anew.
  for (const line of LINES) for (let n = 1; n <= line.length; n++) understood(line.slice(0, n));
  // Until the engine has compiled what is used: before that, its compiler takes the time.
  for (let i = 0; i < 80; i++) for (const line of LINES) understood(line);
  const runs = sorted(LINES.flatMap((line) => timed(TIMES, () => understood(line))));
  const heard = LINES.map((line) =>
    quantile(
      timed(TIMES, () => hear(line, LARGEST)),
      0.5,
    ),
  );
  const cut = timed(LINES.length * TIMES, (i) => tokensOf(item(LINES, i % LINES.length)));
  const baseline = { what: "cutting the line into tokens alone", figure: quantile(cut, 0.5) };
  const name = `${LARGEST.id}: a line understood`;
  const figures = [
    ["p50", quantile(runs, 0.5)],
    ["p95", quantile(runs, 0.95)],
    ["before the job is asked, p50 of the lines", quantile(sorted(heard), 0.5)],
  ] as const;
  for (const [what, figure] of figures) print({ name: `${name}, ${what}`, figure, unit: "ms", target: 5, baseline });
}

const sorted = (figures: readonly number[]): number[] => figures.toSorted((a, b) => a - b);
