import { expect, test } from "vitest";
import { firstAnswer } from "../../../src/core/reason/planning/propose";
import { CONVERSION_ITEMS } from "../../../src/core/record/job/kinds/energy/converted";
import { entryKind } from "../../../src/core/record/job/kinds/index";
import { catalogueOf, jobOf, SAFE, shipped, suspectsFor } from "../../job-of";

const G14 = shipped("kelvane-g14");
const leaks = (job: ReturnType<typeof jobOf>) =>
  job.blockers.filter((b) => b.code === "leak").map((b) => (b.code === "leak" ? b.because : ""));
const opened = (note: string) => ({ kind: "gas-opened", body: { note } }) as const;
const tested = (joint: string, tight: boolean) => ({ kind: "leak-test", body: { joint, method: "soap", tight } }) as const;

test("each joint that was opened is tested by itself: one that is tight does not speak for another", () => {
  const two = [SAFE, opened("union"), opened("tap plug")];
  expect(leaks(jobOf(G14, two))).toEqual(["joint"]);
  expect(leaks(jobOf(G14, [...two, tested("union", true)]))).toEqual(["joint"]);
  expect(leaks(jobOf(G14, [...two, tested("union", true), tested("tap plug", false)]))).toEqual(["bubbles"]);
  const both = jobOf(G14, [...two, tested("union", true), tested("tap plug", true)]);
  expect(leaks(both)).toEqual([]);
  expect(both.joints.map((j) => [j.name, j.test?.tight, j.test?.method])).toEqual([
    ["union", true, "soap"],
    ["tap plug", true, "soap"],
  ]);
});

test("a joint that is opened again is to be tested again", () => {
  expect(leaks(jobOf(G14, [SAFE, opened("union"), tested("union", true), opened("union")]))).toEqual(["joint"]);
});

test("a new valve opens a joint of its own: one that was tested before does not speak for it; soap on all of them does", () => {
  const before = [
    SAFE,
    opened("tap plug"),
    tested("tap plug", true),
    { kind: "fitted", body: { assembly: "gas-valve", action: "replaced" } } as const,
  ];
  const job = jobOf(G14, before);
  expect(job.joints.map((j) => j.name)).toEqual(["tap plug", "joint at the gas valve"]);
  expect(leaks(job)).toEqual(["joint"]);
  expect(leaks(jobOf(G14, [...before, "soap test tight"]))).toEqual([]);
  expect(leaks(jobOf(G14, [...before, tested("joint at the gas valve", true)]))).toEqual([]);
});

test("a joint that leaked is asked for until it, or all, is found tight; a long name can still be named", () => {
  const leaked = [SAFE, opened("union"), tested("union", false)];
  expect(leaks(jobOf(G14, leaked))).toEqual(["bubbles"]);
  expect(leaks(jobOf(G14, [...leaked, "soap test tight"]))).toEqual([]);
  const [long] = jobOf(G14, [SAFE, opened("u".repeat(300))]).joints;
  expect(leaks(jobOf(G14, [SAFE, opened("u".repeat(300)), tested(long?.name ?? "", true)]))).toEqual([]);
});

test("a conversion is all of it or none, on a dead machine, and its orifice is a joint", () => {
  const { schema } = entryKind({ kind: "converted" });
  const all = Object.fromEntries(CONVERSION_ITEMS.map((i) => [i, true]));
  expect(schema.safeParse({ to: "propane", items: all }).success).toBe(true);
  for (const i of CONVERSION_ITEMS) {
    expect(schema.safeParse({ to: "propane", items: { ...all, [i]: false } }).success).toBe(false);
    const { [i]: _, ...less } = all;
    expect(schema.safeParse({ to: "propane", items: less }).success).toBe(false);
  }
  const converted = { kind: "converted", body: { to: "propane", items: all } } as never;
  const job = jobOf(G14, [SAFE, converted]);
  expect([job.burnerSet?.gas, leaks(job)]).toEqual(["propane", ["joint"]]);
});

test("a line of a checklist that was done at the valve opens its joint, once; one that only compares or comes after opens none", () => {
  const tick = (list: string, item: string) => ({ kind: "tick", body: { list, item, says: "x", state: "done" } }) as const;
  expect(jobOf(G14, [SAFE, tick("fit.gas-valve", "bracket")]).joints.map((j) => j.name)).toEqual(["joint at the gas valve"]);
  expect(jobOf(G14, [SAFE, tick("valve-work", "orifice")]).joints.map((j) => j.name)).toEqual(["orifice"]);
  for (const t of [tick("fit.gas-valve", "off"), tick("valve-work", "sleeve"), tick("fit.igniter", "bracket")])
    expect(jobOf(G14, [SAFE, t]).joints).toEqual([]);
  const soaped = [SAFE, tick("fit.gas-valve", "orifice"), tested("joint at the gas valve", true), tick("fit.gas-valve", "sealant")];
  expect(leaks(jobOf(G14, soaped))).toEqual([]);
});

test("with a joint untested nothing is proposed that runs the machine: its leak test comes first", () => {
  const suspects = suspectsFor(G14);
  const catalogue = catalogueOf(suspects);
  for (const before of [["no heat"], ["no heat", SAFE], ["no heat", SAFE, "fitted igniter"]] as const) {
    const job = jobOf(G14, [...before, opened("union")]);
    const { proposal } = firstAnswer(suspects, catalogue, job);
    expect(["energise", "prove"]).not.toContain(proposal?.step.kind);
    const afterTest = firstAnswer(suspects, catalogue, jobOf(G14, [...before, opened("union"), tested("union", true)])).proposal;
    if (afterTest?.step.kind === "energise") expect(proposal?.step).toMatchObject({ kind: "examine", check: { code: "leak" } });
  }
});
