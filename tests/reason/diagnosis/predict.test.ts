import fc from "fast-check";
import { expect, test } from "vitest";
import { ohmNetwork, ohmsBetween } from "../../../src/core/model/circuit/ohms";
import { FaultSet } from "../../../src/core/model/machine/fault";
import { networkOf, probeNode } from "../../../src/core/model/machine/network";
import { deadCondition, restControls } from "../../../src/core/model/machine/run/at-rest";
import { partOff, wiringUnder } from "../../../src/core/model/machine/wiring";
import { Predictor } from "../../../src/core/model/prediction/predictor";
import { hypothesesOf } from "../../../src/core/reason/diagnosis/hypotheses";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const hypotheses = hypothesesOf(machine);
const points = [...machine.testPoints.map((t) => t.net), ...machine.parts.flatMap((p) => p.nets.map((_, i) => `${p.id}.${i + 1}`))];
const predictor = new Predictor(machine);

test("a suspect's reading by difference equals the reading of its own network, at any two points", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...hypotheses),
      fc.constantFrom(...hypotheses),
      fc.constantFrom(...points),
      fc.constantFrom(...points),
      fc.constantFrom("released", "pressed"),
      fc.option(fc.constantFrom(...machine.parts.map((p) => p.id)), { nil: undefined }),
      (h1, h2, plus, minus, start, off) => {
        const faults = [...h1.faults, ...h2.faults];
        const controls = { ...restControls(machine), start };
        const edits = off === undefined ? [] : [partOff(off)];
        const prediction = predictor.reading(faults, { between: [plus, minus], unit: "ohm", wiring: edits, controls });
        const got = prediction.is === "value" ? prediction.mean : Infinity;
        const set = new FaultSet(faults);
        const wiring = wiringUnder(machine, set, edits);
        const direct = ohmNetwork(networkOf(machine, deadCondition(machine, controls), set, wiring).components);
        const expected = ohmsBetween(direct, probeNode(machine, plus, wiring), probeNode(machine, minus, wiring));
        if (Number.isFinite(expected)) expect(Math.abs(got - expected)).toBeLessThan(1e-9 + 1e-6 * expected);
        else expect(got).toBe(Infinity);
      },
    ),
    { numRuns: 3000 },
  );
});

test.each(MACHINES.map((m) => [m.id, m] as const))("%s has at least 1,500 hypotheses: singles, joints, causes and pairs", (_, m) => {
  const all = hypothesesOf(m);
  expect(all.length).toBeGreaterThanOrEqual(1500);
  expect(new Set(all.map((h) => h.kind))).toEqual(new Set(["nothing", "single", "joint", "cause", "pair"]));
  expect(all.reduce((sum, h) => sum + h.prior, 0)).toBeCloseTo(1, 9);
});

test("priors add up to one and every fault of the file is a suspect", () => {
  expect(hypotheses.reduce((sum, h) => sum + h.prior, 0)).toBeCloseTo(1, 12);
  expect(new Set(hypotheses.map((h) => h.id)).size).toBe(hypotheses.length);
  for (const part of machine.parts) {
    for (const f of part.faults)
      expect(hypotheses.some((h) => h.faults.length === 1 && h.faults[0]?.part === part.id && h.faults[0].mode === f.mode)).toBe(true);
  }
});
