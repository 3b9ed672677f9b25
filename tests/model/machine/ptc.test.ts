import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FaultSet, NO_FAULTS } from "../../../src/core/model/machine/fault";
import type { Machine } from "../../../src/core/model/machine/format";
import { elementOhms } from "../../../src/core/model/machine/parts/kinds/element";
import { operate, startScript } from "../../../src/core/model/machine/run/operate";
import { shipped } from "../../job-of";

const CURIE_C = 190;
const wire = shipped("kelvane-c7");
/** The same machine with heaters of PTC ceramic, finned as they are. */
const ptc: Machine = {
  ...wire,
  id: "invented-ptc",
  parts: wire.parts.map((p) => (p.kind === "element" ? { ...p, limitsItselfAboveC: CURIE_C } : p)),
  thermal: { ...wire.thermal, elementWPerK: 18 },
};

const run = (machine: Machine, faults = NO_FAULTS) => operate(machine, faults, startScript(machine, 600)).frames;
const hottest = (machine: Machine, faults = NO_FAULTS) => Math.max(...run(machine, faults).map((f) => f.condition.elementC));

describe("a heater of PTC ceramic", () => {
  const rated = { volts: 230, watts: 1400, alphaPerK: 1e-4, limitsItselfAboveC: CURIE_C };
  test("is a resistor below its Curie point and doubles every few kelvin above it, never falling", () => {
    expect(elementOhms(rated, 20)).toBeCloseTo(230 ** 2 / 1400, 6);
    expect(elementOhms(rated, CURIE_C + 7) / elementOhms(rated, CURIE_C)).toBeCloseTo(2, 2);
    fc.assert(
      fc.property(fc.double({ min: -20, max: 600, noNaN: true }), fc.double({ min: 0, max: 100, noNaN: true }), (celsius, more) => {
        expect(elementOhms(rated, celsius + more)).toBeGreaterThanOrEqual(elementOhms(rated, celsius));
      }),
    );
  });

  test("keeps itself near its Curie point where a wire runs away", () => {
    expect(hottest(ptc)).toBeLessThan(CURIE_C + 60);
    expect(hottest(wire)).toBeGreaterThan(CURIE_C + 100);
  });

  test("gives less when little air passes, where a wire opens its limit", () => {
    const loose = new FaultSet([{ part: ptc.drum.motor, mode: "wheel-loose", severity: 0.25 }]);
    const early = (machine: Machine, faults = NO_FAULTS) => run(machine, faults).filter((f) => f.at > 60 && f.at < 400);
    const mean = (frames: ReturnType<typeof run>) => frames.reduce((sum, f) => sum + f.heatW, 0) / frames.length;
    const trips = (machine: Machine) => early(machine, loose).some((f) => f.condition.opened.has("high-limit"));
    expect(mean(early(ptc, loose))).toBeLessThan(0.8 * mean(early(ptc)));
    expect([trips(ptc), trips(wire)]).toEqual([false, true]);
  });
});
