import { expect, test } from "vitest";
import type { Machine } from "../../../src/core/model/machine/format";
import { currentPaths } from "../../../src/core/reason/diagnosis/current-path";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { choose, LOOKAHEAD } from "../../../src/core/reason/planning/next";
import { askOtherWay, otherWays } from "../../../src/core/reason/planning/other-ways";
import { propose } from "../../../src/core/reason/planning/propose";
import { situationOf } from "../../../src/core/reason/planning/situation";
import { aimOf } from "../../../src/core/reason/planning/steady";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { pathSays } from "../../../src/core/speech/words/card/diagnosis";
import { changeSays } from "../../../src/core/speech/words/card/other-ways";
import { aimSays, proposalSays } from "../../../src/core/speech/words/card/proposals";
import { catalogueOf, jobOf, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const g14 = shipped("kelvane-g14");
const c7 = shipped("kelvane-c7");

function at(machine: Machine, lines: readonly (string | Draft)[]) {
  const job = jobOf(machine, lines);
  const set = suspectsFor(machine);
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  const catalogue = catalogueOf(set);
  const proposal = propose(catalogue, job, ranking);
  return { job, set, ranking, catalogue, proposal, words: proposal && proposalSays(machine, proposal) };
}

test("who fits sets is told to fit the whole set; who fits failed part only is told what the set would add", () => {
  const found = ["turns, no heat", "air strong", "proved dead", "rear off", "element OL", "element OL"];
  const single = at(e27, found);
  expect(single.proposal?.step).toMatchObject({ kind: "fit", assembly: "element" });
  expect(single.words?.more).toMatch(/Replacing the heater with limit and cut-off adds \$\d+ and \d+ min/);
  const set = at(e27, [...found, "fit sets", "fitted element"]);
  expect(set.words?.title).toMatch(/limit|cut-off/i);
});

test("meter-first wants a reading where look-first wants to watch or look", () => {
  const kind = (way: string) => {
    const { job, catalogue, ranking } = at(e27, ["turns, no heat", "proved dead", way]);
    const choice = choose(situationOf(catalogue, job, ranking));
    return choice?.tests.slice(0, 5).filter((t) => ["sight", "code", "look"].includes(t.test.question.kind)).length ?? 0;
  };
  expect(kind("look first")).toBeGreaterThan(kind("meter first"));
});

test("a cold coil that reads good is out of question for those who trust it, and in question for those who don't", () => {
  const lines = ["starts, turns", "glows, goes dark, flame", "loses heat", "air strong", "proved dead", "lower off", "main coil 1220"];
  const share = (more: string[]) => {
    const { job, set, ranking, catalogue } = at(g14, [...lines, ...more]);
    const choice = choose(situationOf(catalogue, job, ranking));
    return (choice?.belief.hypotheses ?? []).some((h) => h.suspect === "coil-main:opens-hot") && set.hypotheses.length > 0;
  };
  expect(share(["doubt coils"])).toBe(true);
  expect(share(["trust coils"])).toBe(false);
});

test("each job can ask what those who work otherwise would do now", () => {
  const { job, ranking, catalogue, proposal } = at(g14, ["turns, no heat", "air strong"]);
  const changes = otherWays(g14, job);
  expect(changes.map(changeSays)).toEqual(["Look first", "Meter first", "Replace the set", "Trust a cold coil", "Live tests allowed"]);
  const asked = changes.flatMap((c) => askOtherWay(catalogue, job, ranking, c, proposal && aimOf(proposal)) ?? []);
  expect(asked.length).toBe(changes.length);
  for (const way of asked) expect(way.same).toBe(proposal !== undefined && aimSays(g14, way.aim) === aimSays(g14, aimOf(proposal)));
});

test("a question with few repairs left in it is solved exactly; a wide one by looking ahead", () => {
  const by = (lines: string[]) => {
    const { job, ranking, catalogue } = at(e27, lines);
    return choose(situationOf(catalogue, job, ranking), { look: { ...LOOKAHEAD, exactUpTo: 6 } });
  };
  const narrow = ["turns, no heat", "air strong", "proved dead", "rear off", "h3 h5 OL", "element 10.7"];
  expect(by(narrow)).toMatchObject({ by: "exact", action: { kind: "test", valued: { test: { part: "cut-off" } } } });
  expect(by(["turns, no heat"])?.by).toBe("lookahead");
  const { job, ranking, catalogue } = at(e27, narrow);
  expect(choose(situationOf(catalogue, job, ranking), { look: { ...LOOKAHEAD, exactUpTo: 0 } })?.by).toBe("lookahead");
});

test("a reading that another path made tells which: the motor's winding read in place, its wires on", () => {
  const { set, ranking, job } = at(e27, ["turns, no heat", "proved dead", "timer motor wires on 2900", "motor wires on 1.2"]);
  const said = currentPaths(set, ranking, job.evidence)
    .map((p) => pathSays(e27, p))
    .join(" ");
  expect(said).toMatch(/The current divides/);
  expect(said).toMatch(/centrifugal start contact/);
});

test("a motor with a capacitor is not touched before that is recorded as discharged", () => {
  const refused = jobOf(c7, ["no start", "proved dead"]).record.length;
  expect(() => jobOf(c7, ["no start", "proved dead", "main winding 18"])).toThrow(/may hold a charge/);
  const job = jobOf(c7, ["no start", "proved dead", "discharged", "main winding 18"]);
  expect(job.record.filter((l) => l.status === "counts").length).toBe(refused + 2);
  expect(() => jobOf(c7, ["no start", "proved dead", "discharged", "energised", "proved dead", "main winding 18"])).toThrow(
    /may hold a charge/,
  );
});
