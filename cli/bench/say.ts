import { item } from "../../src/core/array/at";
import { hear } from "../../src/core/language/hear/hear";
import { tokensOf } from "../../src/core/language/hear/tokens";
import { understand } from "../../src/core/language/understand";
import { LARGEST, PREFIX, print, quantile, sampleJob, timed } from "./measure";

/** What is muttered in the course of a job, short and long. */
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
const ROUNDS = 400;

/** Time from a typed line to what it means, on the machine with the most names. */
export function saying(): void {
  const { job } = sampleJob(PREFIX, LARGEST);
  const line = (i: number) => item(LINES, i % LINES.length);
  for (let i = 0; i < LINES.length * 3; i++) understand(line(i), { machine: LARGEST, job });
  const whole = timed(ROUNDS, (i) => understand(line(i), { machine: LARGEST, job }));
  const heard = timed(ROUNDS, (i) => hear(line(i), LARGEST));
  const cut = timed(ROUNDS, (i) => tokensOf(line(i)));
  const baseline = { what: "cutting the line into tokens alone", figure: quantile(cut, 0.5) };
  const name = `${LARGEST.id}: a line understood`;
  print({ name: `${name}, p50`, figure: quantile(whole, 0.5), unit: "ms", target: 5, baseline });
  print({ name: `${name}, p95`, figure: quantile(whole, 0.95), unit: "ms", target: 5, baseline });
  print({ name: `${name}, before the job is asked, p95`, figure: quantile(heard, 0.95), unit: "ms", target: 5, baseline });
}
