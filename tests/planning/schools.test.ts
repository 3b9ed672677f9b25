import { expect, test } from "vitest";
import { rank } from "../../src/core/diagnosis/rank";
import { waysOf } from "../../src/core/diagnosis/surprise";
import type { Draft } from "../../src/core/job/entry";
import type { Machine } from "../../src/core/machine/schema";
import { choose, LOOKAHEAD, TestCatalogue } from "../../src/core/planning/next";
import { propose } from "../../src/core/planning/propose";
import { askSchool, otherSchools } from "../../src/core/planning/schools";
import { findMachine } from "../../src/machines";
import { benchFor, jobOf } from "../job-of";

const e27 = findMachine("orrinshaw-e27") as Machine;
const g14 = findMachine("kelvane-g14") as Machine;
const c7 = findMachine("kelvane-c7") as Machine;

function at(machine: Machine, lines: readonly (string | Draft)[]) {
  const job = jobOf(machine, lines);
  const bench = benchFor(machine);
  const ranking = rank(
    bench,
    job.evidence,
    job.fitted.map((f) => f.unit),
  );
  const catalogue = new TestCatalogue(bench);
  return { job, bench, ranking, catalogue, proposal: propose(catalogue, job, ranking) };
}

test("who fits sets is told to fit the whole set; who fits single parts is told what the set would add", () => {
  const found = ["turns, no heat", "air strong", "safe", "rear off", "element OL", "element OL"];
  const single = at(e27, found);
  expect(single.proposal?.step).toMatchObject({ kind: "fit", unit: "element" });
  expect(single.proposal?.why).toMatch(/Fitting the heater with limit and cut-off would add \d+ and \d+ min/);
  const set = at(e27, [...found, "fit sets", "fitted element"]);
  expect(set.proposal?.title).toMatch(/limit|cut-off/i);
});

test("meter-first wants a reading where look-first wants to watch or look", () => {
  const kind = (school: string) => {
    const { job, catalogue, ranking } = at(e27, ["turns, no heat", "safe", school]);
    const choice = choose(catalogue, job, ranking);
    return choice?.tests.slice(0, 5).filter((t) => t.test.kind === "sighting").length ?? 0;
  };
  expect(kind("look first")).toBeGreaterThan(kind("meter first"));
});

test("a cold coil that reads good is out of question for those who trust it, and in question for those who don't", () => {
  const lines = ["starts, turns", "glows, goes dark, flame", "loses heat", "air strong", "safe", "lower off", "main coil 1220"];
  const share = (more: string[]) => {
    const { job, bench, ranking, catalogue } = at(g14, [...lines, ...more]);
    const choice = choose(catalogue, job, ranking);
    return (choice?.belief.hypotheses ?? []).some((h) => h.suspect === "coil-main:opens-hot") && bench.hypotheses.length > 0;
  };
  expect(share(["doubt coils"])).toBe(true);
  expect(share(["trust coils"])).toBe(false);
});

test("each job can ask what the other schools would do now", () => {
  const { job, ranking, catalogue, proposal } = at(g14, ["turns, no heat", "air strong"]);
  const asked = otherSchools(g14, job).map((o) => askSchool(catalogue, job, ranking, o, proposal?.title));
  expect(asked.map((a) => a?.name)).toEqual(["Look first", "Meter first", "Fit the set", "Trust a cold coil", "Live tests allowed"]);
  for (const a of asked) expect(a?.title).toBeTruthy();
});

test("a question with few repairs left in it is solved exactly; a wide one by looking ahead", () => {
  const by = (lines: string[]) => {
    const { job, ranking, catalogue } = at(e27, lines);
    return choose(catalogue, job, ranking);
  };
  const narrow = ["turns, no heat", "air strong", "safe", "rear off", "h3 h5 OL", "element 10.7"];
  expect(by(narrow)).toMatchObject({ by: "exact", step: { kind: "test", valued: { test: { part: "cut-off" } } } });
  expect(by(["turns, no heat"])?.by).toBe("lookahead");
  const { job, ranking, catalogue } = at(e27, narrow);
  expect(choose(catalogue, job, ranking, undefined, { ...LOOKAHEAD, exactUpTo: 0 })?.by).toBe("lookahead");
});

test("a reading that another path made tells which: the motor's winding read in place, its wires on", () => {
  const { bench, ranking, job } = at(e27, ["turns, no heat", "safe", "timer motor wires on 2900", "motor wires on 1.2"]);
  const ways = waysOf(bench, ranking, job.evidence);
  const said = ways.map((w) => w.says).join(" ");
  expect(said).toMatch(/The current divides/);
  expect(said).toMatch(/centrifugal start contact/);
});

test("a motor with a capacitor is not touched before that is recorded as discharged", () => {
  const refused = jobOf(c7, ["no start", "safe"]).record.length;
  expect(() => jobOf(c7, ["no start", "safe", "main winding 18"])).toThrow(/may hold its charge/);
  const job = jobOf(c7, ["no start", "safe", "discharged", "main winding 18"]);
  expect(job.record.filter((l) => l.status === "counts").length).toBe(refused + 2);
  expect(() => jobOf(c7, ["no start", "safe", "discharged", "energised", "safe", "main winding 18"])).toThrow(/may hold its charge/);
});
