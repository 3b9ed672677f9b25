import fc from "fast-check";
import { expect, test } from "vitest";
import { readDeck, writeDeck } from "../../../src/core/model/circuit/deck";
import type { Resistor } from "../../../src/core/model/circuit/netlist";
import { ohmNetwork, ohmsBetween } from "../../../src/core/model/circuit/ohms";

test.each([
  ["R1 a b 10\nC1 a b 1u\n.end", "line 2: “C1 a b 1u”: expected R… (resistor), V… (source), * comment or .end"],
  ["R1 a b ten", "line 1: “ten”: expected a number such as 0.02, 5.6k or 1meg"],
  ["* t\nR1 a b 0", "line 2: “0”: expected a resistance above 0 (leave an open part out; join nets for a dead short)"],
  ["R1 a a 5", "line 1: “R1 a a 5”: expected two different nets"],
  ["R1 a b", "line 1: “R1 a b”: expected Rname net net ohms"],
  ["R1 a b 5\nR1 a c 5", "line 2: “r1”: expected a name that is not used before"],
  ["* only a comment", "line 1: “* only a comment”: expected at least one component: R… (resistor), V… (source), * comment or .end"],
])("a bad deck is refused with its line: %#", (deck, message) => {
  expect(() => readDeck(deck)).toThrow(message);
});

const net = fc.constantFrom("a", "b", "c", "d", "e", "f");
const resistors = fc
  .array(fc.record({ a: net, b: net, ohms: fc.double({ min: 0.01, max: 1e5, noNaN: true }) }), { minLength: 1, maxLength: 14 })
  .map((list) => list.filter((r) => r.a !== r.b).map((r, i): Resistor => ({ kind: "resistor", id: `r${i}`, ...r })));

test("resistance is symmetric, obeys the triangle inequality, and falls when a branch is added", () => {
  fc.assert(
    fc.property(resistors, net, net, net, (components, x, y, z) => {
      const network = ohmNetwork(components);
      const [xy, yx, yz, xz] = [
        ohmsBetween(network, x, y),
        ohmsBetween(network, y, x),
        ohmsBetween(network, y, z),
        ohmsBetween(network, x, z),
      ];
      if (Number.isFinite(xy)) expect(Math.abs(xy - yx)).toBeLessThan(1e-9 + 1e-7 * xy);
      else expect(yx).toBe(Infinity);
      expect(xz).toBeLessThanOrEqual((xy + yz) * (1 + 1e-6) + 1e-9);
      if (x === z) return;
      const more = ohmNetwork([...components, { kind: "resistor", id: "more", a: x, b: z, ohms: 50 }]);
      expect(ohmsBetween(more, x, y)).toBeLessThanOrEqual(xy * (1 + 1e-6) + 1e-9);
    }),
    { numRuns: 400 },
  );
});

test("a deck that is written is read back to the same network", () => {
  fc.assert(
    fc.property(resistors, (components) => {
      fc.pre(components.length > 0);
      expect(readDeck(writeDeck({ components })).components).toEqual(components);
    }),
  );
});
