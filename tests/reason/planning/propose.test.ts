import { expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { choose } from "../../../src/core/reason/planning/next";
import { propose } from "../../../src/core/reason/planning/propose";
import { situationOf } from "../../../src/core/reason/planning/situation";
import { offeredTests } from "../../../src/core/reason/planning/tests/offered";
import { PLUG_CHECKED } from "../../../src/core/record/job/closing/by-hand";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { catalogueOf, jobOf, PROOF, shipped, suspectsFor } from "../../job-of";

const machine = shipped("orrinshaw-e27");
const set = suspectsFor(machine);
const catalogue = catalogueOf(set);

function after(...lines: (string | Draft)[]) {
  const job = jobOf(machine, lines);
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  return { job, ranking, proposal: propose(catalogue, job, ranking) };
}

test("no dead test is proposed before the machine is made safe, after energising, or with the power unknown", () => {
  for (const lines of [
    ["turns, no heat"],
    ["starts, turns, no heat, air strong, setting good"],
    ["turns, no heat", "proved dead", "energised"],
  ]) {
    const { proposal } = after(...lines);
    const step = proposal?.step;
    expect(step?.kind === "test" && step.test.needs === "dead").toBe(false);
    for (const other of proposal?.others ?? []) expect(other.test.question.kind).not.toBe("volts");
  }
});

test("no live test is offered on a job that does not allow it; with leave it is, at the price of its hazard", () => {
  const live = (lines: (string | Draft)[]) =>
    offeredTests(catalogue.tests, machine, after(...lines).job).filter((t) => t.question.kind === "volts");
  const looked = ["starts, turns, no heat, air strong, setting good"];
  expect(live(looked)).toEqual([]);
  const allowed: (string | Draft)[] = ["allow live", ...looked];
  expect(live(allowed).map((t) => t.id)).toEqual(expect.arrayContaining(["volts WL1 WL2", "volts WN WL1", "volts WN WL2"]));
  const { job, ranking } = after(...allowed);
  for (const v of choose(situationOf(catalogue, job, ranking))?.tests ?? [])
    if (v.test.needs === "live") expect(v.cost).toBeGreaterThan(v.test.minutes);
});

test("a reading that settles it leads to the repair, through panels and a proof to the close, and never past a blocker", () => {
  const found = ["turns, no heat", "air strong", "proved dead", "rear off", "element OL"];
  expect(after(...found).proposal?.step).toMatchObject({ kind: "fit", assembly: "element" });
  const fitted: (string | Draft)[] = [...found, "fitted element"];
  expect(after(...fitted).proposal?.step).toMatchObject({ kind: "plug-check" });
  expect(after(...fitted, "rear on").proposal?.step).toMatchObject({ kind: "plug-check" });
  fitted.push(PLUG_CHECKED);
  expect(after(...fitted).proposal?.step).toMatchObject({ kind: "panel", panel: "rear", state: "on" });
  expect(after(...fitted, "rear on").proposal?.step).toMatchObject({ kind: "energise" });
  expect(after(...fitted, "rear on", "energised").proposal?.step).toMatchObject({ kind: "prove" });
  expect(after(...fitted, "rear on", "energised", PROOF).proposal?.step).toMatchObject({ kind: "intake" });
  const told: Draft = { kind: "complaint", body: { words: "no heat", findings: [] } };
  expect(after(told, ...fitted, "rear on", "energised", PROOF).proposal?.step).toMatchObject({ kind: "close" });
  const blown = ["turns, no heat", "air weak", "proved dead", "rear off", "cutoff OL", "fitted cutoff", "cleared vent"];
  expect(after(...blown).proposal?.step).toMatchObject({ kind: "examine", check: { code: "cause", cause: { part: "element" } } });
});

test("a proof that fails after a repair sends the search on among what the repair left", () => {
  const proof: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "no", cycles: "unknown", airflow: "strong" } };
  const { ranking, proposal } = after(
    "turns, no heat",
    "air strong",
    "proved dead",
    "rear off",
    "element OL",
    "fitted element",
    "rear on",
    "energised",
    proof,
  );
  expect(ranking.fixed).toBeLessThan(0.75);
  expect(["test", "make-safe", "fit", "panel"]).toContain(proposal?.step.kind);
});

test("every proposal gives its reason, its price, and what each outcome would mean", () => {
  const { proposal } = after("starts, turns, no heat", "air strong", "proved dead", "rear off");
  expect(proposal?.minutes).toBeGreaterThan(0);
  expect(proposal && Object.values(proposalSays(machine, proposal)).join(" ")).toMatch(/\d+ min here saves about \d+ min of repair/);
  expect(proposal?.expects.length).toBeGreaterThanOrEqual(2);
  expect(proposal?.expects.some((e) => e.healthy)).toBe(true);
});

test.each(["orrinshaw-e27", "kelvane-g14"])(
  "on %s no two rows of a card mean the same suspect, but for what a good machine shows",
  (id) => {
    const m = shipped(id);
    const suspects = suspectsFor(m);
    for (const lines of [["no heat"], ["no start"], ["turns, no heat", "proved dead"]]) {
      const job = jobOf(m, lines);
      const expects = propose(catalogueOf(suspects), job, rank(suspects, job.evidence))?.expects ?? [];
      const leaders = expects.filter((e) => !e.healthy).map((e) => e.leader.suspect);
      expect(new Set(leaders).size, lines.join()).toBe(leaders.length);
      const outcomes = expects.flatMap((e) => e.outcomes.map((o) => JSON.stringify(o)));
      expect(new Set(outcomes).size, lines.join()).toBe(outcomes.length);
      expect(expects.reduce((sum, e) => sum + e.chance, 0)).toBeLessThan(1 + 1e-9);
    }
  },
);
