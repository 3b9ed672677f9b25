import fc from "fast-check";
import { expect, test } from "vitest";
import { forbids, notNow } from "../../../src/core/reason/planning/tests/offered";
import { testsOf } from "../../../src/core/reason/planning/tests/tests";
import { energiesOf } from "../../../src/core/record/job/energies";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { deadPoints, energySays } from "../../../src/core/speech/words/bench/energies";
import { MACHINES } from "../../../src/machines";
import { jobOf, LIVE, SAFE, shipped } from "../../job-of";

const ACTS: readonly (string | Draft)[] = [
  SAFE,
  LIVE,
  { kind: "isolated", body: { how: "breaker", locked: true, note: "T. T., key in pocket" } },
  { kind: "cooled", body: {} },
  { kind: "valve", body: { of: "gas", state: "shut" } },
  { kind: "preference", body: { liveTests: true } },
];

test("whatever was done, a test is either forbidden with a reason or may be made, and what runs or is dead is never both", () => {
  fc.assert(
    fc.property(fc.constantFrom(...MACHINES), fc.array(fc.constantFrom(...ACTS), { maxLength: 6 }), (machine, acts) => {
      const job = jobOf(machine, acts);
      const groups = notNow(machine, job);
      expect(groups.reduce((n, g) => n + g.tests.length, 0)).toBe(testsOf(machine).filter((t) => forbids(machine, job, t)).length);
      const mayDead = testsOf(machine).some((t) => t.needs === "dead" && !forbids(machine, job, t));
      const mayLive = testsOf(machine).some((t) => t.needs === "live" && !forbids(machine, job, t));
      expect(mayDead && mayLive).toBe(false);
      expect(mayDead).toBe(job.safety.power === "dead");
    }),
    { numRuns: 60 },
  );
});

test("power on makes everything unsafe again but a shut gas cock", () => {
  fc.assert(
    fc.property(fc.constantFrom(...MACHINES), fc.array(fc.constantFrom(...ACTS), { maxLength: 6 }), (machine, acts) => {
      const job = jobOf(machine, [...acts, LIVE]);
      for (const e of energiesOf(machine, job)) if (e.of !== "gas") expect(e.state, e.of).not.toBe("safe");
    }),
    { numRuns: 60 },
  );
});

test("the energies of each machine, and where nothing may read", () => {
  const said = MACHINES.map(
    (m) =>
      `${m.id}: ${energiesOf(m, jobOf(m, []))
        .map((e) => energySays(m, e))
        .map(({ name, stands }) => `${name} (${stands})`)
        .join(", ")}; ${deadPoints(m).join(", ")}`,
  );
  expect(said.join("\n")).toMatchInlineSnapshot(`
    "orrinshaw-e27: House power, L1 120 V and L2 120 V (not proved dead), Stored heat (may be hot); TB1 to TB2, TB1 to TBN, TB1 to cabinet, TB2 to TBN, TB2 to cabinet
    kelvane-g14: House power, L1 120 V (not proved dead), Gas (gas on), Stored heat (may be hot); TB1 to TBN, TB1 to cabinet
    brisk-tolley-v45e: House power, L1 120 V and L2 120 V (not proved dead), Stored heat (may be hot); TB1 to TB2, TB1 to TBN, TB1 to cabinet, TB2 to TBN, TB2 to cabinet
    brisk-tolley-v45g: House power, L1 120 V (not proved dead), Gas (gas on), Stored heat (may be hot); TB1 to TBN, TB1 to cabinet
    kelvane-c7: House power, L 230 V (not proved dead), Motor capacitor (may hold a dangerous charge with the cord out), Stored heat (may be hot); F1 to F2, F1 to cabinet
    orrinshaw-e27-208: House power, L1 120 V and L2 120 V (not proved dead), Stored heat (may be hot); TB1 to TB2, TB1 to TBN, TB1 to cabinet, TB2 to TBN, TB2 to cabinet"
  `);
});

test("a machine that is not put together is not run: panels, wires or drum", () => {
  const job = jobOf(shipped("orrinshaw-e27"), [LIVE]);
  const runs = testsOf(shipped("orrinshaw-e27")).find((t) => t.needs === "running") ?? expect.fail();
  const why = (apart: Partial<typeof job>) => forbids(shipped("orrinshaw-e27"), { ...job, ...apart }, runs);
  expect(why({})).toBeUndefined();
  for (const apart of [{ panelsOff: ["rear"] }, { wiresOff: ["element"] }, { drumOut: true }]) expect(why(apart)).toBe("apart");
});

test("a charged capacitor forbids what touches it, and nothing else", () => {
  const c7 = shipped("kelvane-c7");
  const charged = notNow(c7, jobOf(c7, [SAFE])).find((g) => g.why === "charged");
  expect(charged?.tests.length).toBeGreaterThan(0);
  const part = c7.parts.find((p) => p.kind === "capacitor")?.id ?? "";
  expect(notNow(c7, jobOf(c7, [SAFE, { kind: "discharged", body: { part } }])).find((g) => g.why === "charged")).toBeUndefined();
});
