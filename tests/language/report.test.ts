import fc from "fast-check";
import { expect, test } from "vitest";
import type { Draft } from "../../src/core/job/kinds/index";
import { reportOf } from "../../src/core/language/report";
import { assemblyIdOf } from "../../src/core/machine/assembly";
import { assemblyName } from "../../src/core/naming/names";
import { jobOf, SAFE, shipped } from "../job-of";

const G14 = shipped("kelvane-g14");
const told = (lines: readonly (string | Draft)[]) => {
  const report = reportOf(G14, jobOf(G14, lines), undefined);
  return report.map(({ name, lines: l }) => `${name}: ${l.join(" | ")}`).join("\n");
};

test("a gas repair from the record: before and after, against what is healthy, the leak test with who made it, what is open", () => {
  expect(
    told([
      "turns, no heat",
      SAFE,
      "igniter OL",
      { kind: "fitted", body: { assembly: "igniter", action: "replaced" } },
      "igniter 190",
      { kind: "gas-opened", body: { note: "union at the valve" } },
      { kind: "leak-test", body: { joint: "union at the valve", method: "soap", tight: true } },
    ]),
  ).toMatchInlineSnapshot(`
    "Noticed: not recorded
    Found: …
    Measured: Igniter, wires off: OL (fail; healthy 75.7 to 303 Ω) | After the repair: Igniter, wires off: 190 Ω (pass; healthy 75.7 to 303 Ω)
    Done: Fitted: new igniter | Leak test, union at the valve: tight (soap solution, Tester)
    Proven: not yet
    Not seen to: Igniter: It glows, then the flame comes.
    To mind: Clean the lint screen before each load; no mesh over the hood; the duct is looked through once a year. | If it ever smells of gas: cock shut, no switches, everybody out, call the supplier."
  `);
});

test("nothing recorded, nothing claimed", () => {
  expect(told([])).toMatchInlineSnapshot(`
    "Noticed: not recorded
    Found: …
    Measured: nothing
    Done: nothing yet
    Proven: not yet"
  `);
});

test("whatever was fitted is told, and the same record gives the same words", () => {
  const assemblies = [...new Set(G14.parts.filter((p) => p.fit).map(assemblyIdOf))];
  fc.assert(
    fc.property(fc.subarray(assemblies), (fitted) => {
      const lines: Draft[] = [
        SAFE as Draft,
        ...fitted.map((assembly): Draft => ({ kind: "fitted", body: { assembly, action: "replaced" } })),
      ];
      const report = told(lines);
      for (const a of fitted) expect(report.toLowerCase()).toContain(assemblyName(G14, a).toLowerCase());
      expect(told(lines)).toBe(report);
    }),
    { numRuns: 30 },
  );
});
