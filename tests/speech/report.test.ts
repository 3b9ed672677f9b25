import fc from "fast-check";
import { expect, test } from "vitest";
import { assemblyIdOf } from "../../src/core/model/machine/assembly";
import { assemblyName } from "../../src/core/model/naming/names";
import { refusalOf } from "../../src/core/record/job/fold";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { DEFAULT_TERMS } from "../../src/core/record/stock/terms";
import type { Shown } from "../../src/core/speech/words/report/measured";
import { conclusionFrom, reportOf } from "../../src/core/speech/words/report/report";
import { jobOf, SAFE, shipped } from "../job-of";

const G14 = shipped("kelvane-g14");
const told = (lines: readonly (string | Draft)[]) => {
  const { title, sections } = reportOf({ machine: G14, job: jobOf(G14, lines), terms: DEFAULT_TERMS });
  const shown = (s: Shown | undefined) => (s ? `${s.says}${s.verdict ? ` ${s.verdict}` : ""}` : "-");
  return [
    title,
    ...sections.map(({ name, lines: l, rows = [], scales = [] }) => {
      const read = [
        ...rows.map((r) => `${r.place} [${r.healthy}] ${shown(r.before)} → ${shown(r.now)}`),
        ...scales.map((s) => `${s.place} [${s.healthy}] ${s.marks.map((m) => `${m.when} ${m.says} ${m.verdict}`).join(", ")}`),
      ];
      return `${name}: ${[...l, ...read].join(" | ")}`;
    }),
  ].join("\n");
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
    "Repair not finished. Please do not use your dryer.
    Your complaint: not recorded
    What we found: Cause not found yet.
    Readings: Igniter, wires off [75.7 to 303 Ω] OL fail → 190 Ω pass
    What we did: Replaced: igniter | Leak test, union at the valve: tight (soap solution, Tester)
    Test run: not done yet
    Not checked: Igniter: It glows, then the flame comes.
    Use and care: Clean the lint screen before every load. Have the duct checked every year. Never screen the outside hood. | If you ever smell gas: don't touch a switch or a flame. Get everyone out. Call 911 or your gas company from outside.
    Charges: no price approved"
  `);
});

test("nothing recorded, nothing claimed", () => {
  expect(told([])).toMatchInlineSnapshot(`
    "Repair not finished. Please do not use your dryer.
    Your complaint: not recorded
    What we found: Cause not found yet.
    Readings: nothing
    What we did: nothing yet
    Test run: not done yet"
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

test("what it was is proposed from the record: the trouble, what caused it, what read bad", () => {
  const e27 = shipped("orrinshaw-e27");
  const duct = { part: "duct", mode: "choked", severity: 0.3 };
  const cutOff = { part: "cut-off", mode: "open" };
  const job = jobOf(e27, ["turns, no heat", SAFE, { kind: "panel", body: { panel: "rear", state: "off" } }, "cutoff OL", "element 10.6"]);
  const hypothesis = { id: "", suspect: "", kind: "cause", faults: [duct, cutOff], prior: 0.1, assemblies: [] } as const;
  expect(conclusionFrom(e27, job, { hypothesis, probability: 0.99 })).toMatchInlineSnapshot(`
    {
      "cause": "no air carries the heat out of the box",
      "proved": "Thermal cut-off, wires off: OL",
      "wrong": "Thermal cut-off open (blown), vent duct and hood restricted",
    }
  `);
});

test("a job is handed over once it is closed, not before; what it was may be said on a closed job", () => {
  const job = jobOf(G14, [{ kind: "handed-over", body: { to: "Mrs Osk" } }]);
  expect(job.handedOver).toBeUndefined();
  expect(job.record.at(-1)).toMatchObject({ status: "refused", refusal: { code: "not-closed" } });
  const closed = { ...job, closed: true };
  expect(refusalOf(closed, { kind: "handed-over", body: { to: "Mrs Osk" } })).toBeUndefined();
  expect(refusalOf(closed, { kind: "conclusion", body: { wrong: "igniter open" } })).toBeUndefined();
  expect(refusalOf(closed, { kind: "cooled", body: {} })).toEqual({ code: "job-closed" });
});
