import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ohmNetwork, ohmsBetween } from "../../../src/core/model/circuit/ohms";
import { FaultSet, JOINT_OPEN, JOINT_POOR, NO_FAULTS } from "../../../src/core/model/machine/fault";
import { networkOf, probeNode } from "../../../src/core/model/machine/network";
import { deadCondition } from "../../../src/core/model/machine/run/at-rest";
import {
  AS_DRAWN,
  partOff,
  partsEdited,
  type WiringEdit,
  wiringEditSchema,
  wiringOf,
  wiringUnder,
} from "../../../src/core/model/machine/wiring";
import { shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const parts = machine.parts.filter((p) => p.nets.length >= 2);
const terminal = fc.constantFrom(...parts.flatMap((p) => p.nets.map((_, i) => `${p.id}.${i + 1}`)));
const points = machine.testPoints.map((t) => t.net);
const pair = fc.tuple(fc.constantFrom(...points), fc.constantFrom(...points));

/** Ohms between two places with these edits of the wiring. */
function read(edits: readonly WiringEdit[], [a, b]: readonly [string, string], faults = NO_FAULTS): number {
  const wiring = wiringUnder(machine, faults, edits);
  const network = ohmNetwork(networkOf(machine, deadCondition(machine), faults, wiring).components);
  return ohmsBetween(network, probeNode(machine, a, wiring), probeNode(machine, b, wiring));
}

const same = (one: number, other: number) => expect(one === other || Math.abs(one - other) <= 1e-9 * Math.max(1, other)).toBe(true);

describe("edits of the wiring", () => {
  test("two wires swapped, and swapped back, read as drawn; so does a wire swapped with itself", () => {
    fc.assert(
      fc.property(terminal, terminal, pair, (at, other, place) => {
        const swap: WiringEdit = { edit: "swapped", at, with: other };
        same(read([swap, swap], place), read([], place));
        same(read([{ edit: "swapped", at, with: at }], place), read([], place));
      }),
      { numRuns: 200 },
    );
  });

  test("a joint that is a fault, and the same as an edit, are one network", () => {
    fc.assert(
      fc.property(terminal, fc.constantFrom(2.5, 12, 60), pair, (at, ohms, place) => {
        const [part = "", number = ""] = at.split(".");
        const open = new FaultSet([{ part, mode: JOINT_OPEN, at: number }]);
        const poor = new FaultSet([{ part, mode: JOINT_POOR, at: number, severity: ohms }]);
        same(read([], place, open), read([{ edit: "off", at }], place));
        same(read([], place, poor), read([{ edit: "poor", at, ohms }], place));
      }),
      { numRuns: 200 },
    );
  });

  test("a part with all its wires off is joined to nothing, whatever was wrong at its joints before", () => {
    fc.assert(
      fc.property(terminal, fc.constantFrom(...points), (at, net) => {
        const [part = ""] = at.split(".");
        expect(read([{ edit: "poor", at, ohms: 5 }, { edit: "cabinet", at }, partOff(part)], [at, net])).toBe(Infinity);
      }),
      { numRuns: 150 },
    );
  });

  test("a wire on a spare terminal is read there and not where it belongs; a pinched one reaches the cabinet", () => {
    expect(read([], ["element.1", "H4"])).toBe(0);
    const spare: WiringEdit[] = [{ edit: "spare", at: "element.1", to: "motor.4" }];
    expect(wiringOf(machine, spare).node(parts.find((p) => p.id === "motor") ?? never(), 4)).toBe("H4");
    expect(read(spare, ["element.1", "H4"])).toBe(Infinity);
    expect(read([{ edit: "cabinet", at: "element.2" }], ["H5", machine.cabinet])).toBeLessThan(0.1);
    expect(read([], ["H5", machine.cabinet])).toBe(Infinity);
  });

  test("wires swapped between two branches join what they should not", () => {
    const swap: WiringEdit[] = [{ edit: "swapped", at: "blower-fuse.1", with: "element.1" }];
    expect(read([], ["M3", "H4"])).toBeGreaterThan(0.1);
    expect(read(swap, ["M3", "H4"])).toBeCloseTo(0.05, 2);
  });
});

const never = (): never => {
  throw new Error("not on this machine");
};

test("without edits the wiring is the sheet's; what is not a terminal, or not on the machine, is refused", () => {
  expect(wiringOf(machine, [])).toBe(AS_DRAWN);
  expect(() => wiringOf(machine, [{ edit: "off", at: "H4" }])).toThrow("“H4” is not a terminal; expected one such as element.1");
  expect(() => wiringOf(machine, [{ edit: "off", at: "flux.1" }])).toThrow("has no part “flux”");
  expect(wiringEditSchema.safeParse({ edit: "off", at: "H4" }).success).toBe(false);
  expect(wiringEditSchema.safeParse({ edit: "poor", at: "element.1", ohms: -1 }).success).toBe(false);
});

test("the parts of which wires are not as drawn are known by the edits", () => {
  expect(
    partsEdited([partOff("element"), { edit: "swapped", at: "motor.1", with: "door-switch.2" }, { edit: "cabinet", at: "motor.2" }]),
  ).toEqual(["element", "motor", "door-switch"]);
});
