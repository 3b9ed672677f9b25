import { expect, test } from "vitest";
import { fitRun } from "../../../src/core/model/fitting/fit-run";
import { knownOf } from "../../../src/core/model/fitting/known";
import { loggedRun } from "../../../src/core/practice/logged-run";
import { shipped } from "../../job-of";

const MACHINES = ["orrinshaw-e27", "kelvane-g14"].map((id) => ({ machine: shipped(id), known: knownOf(shipped(id)) }));
const WANTED = { noiseK: 0.5, everyS: 5 };

test("flow within 10%, switching temperatures within 1.5 K, and no surer than it may be", () => {
  let [all, within] = [0, 0];
  for (const { machine, known } of MACHINES)
    for (let seed = 301; seed <= 308; seed++) {
      const run = loggedRun(machine, { ...WANTED, seed });
      const fit = fitRun(machine, run.series, known);
      expect(Math.abs(fit.flow.value / run.flow - 1), `flow, seed ${seed}`).toBeLessThan(0.1);
      if (run.cycles) {
        expect(Math.abs((fit.off?.exhaustC ?? 0) - run.opensC), `opens, seed ${seed}`).toBeLessThan(1.5);
        expect(Math.abs((fit.on?.exhaustC ?? 0) - run.closesC), `closes, seed ${seed}`).toBeLessThan(2.5);
      }
      all++;
      if (Math.abs(fit.flow.value - run.flow) <= 2 * fit.flow.sigma) within++;
      expect(fit.leftK).toBeLessThan(1);
    }
  expect(within / all).toBeGreaterThan(0.8);
});

test("what heats late has a thermostat that closed before; an element heats at once", () => {
  expect(MACHINES.map(({ known }) => known.heatsAfterS > 20)).toEqual([false, true]);
});

test("what is too short is refused, with what was given", () => {
  const [{ machine, known }] = MACHINES as [(typeof MACHINES)[0]];
  const { series } = loggedRun(machine, { ...WANTED, seed: 1 });
  expect(() => fitRun(machine, { seconds: series.seconds.subarray(0, 10), values: series.values.subarray(0, 10) }, known)).toThrow(
    "45 s with 10 samples; expected two minutes and a dozen at least",
  );
});

test("the same seed, the same record", () => {
  const [{ machine }] = MACHINES as [(typeof MACHINES)[0]];
  const [a, b] = [7, 7].map((seed) => loggedRun(machine, { ...WANTED, seed }));
  expect(a).toEqual(b);
});
