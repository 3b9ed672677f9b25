import { describe, expect, test } from "vitest";
import { panelMinutes } from "../../../src/core/model/access/panels";
import { contradiction } from "../../../src/core/reason/diagnosis/contradiction";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { choose } from "../../../src/core/reason/planning/next";
import { pieceFinding } from "../../../src/core/reason/planning/outside";
import type { Proposal } from "../../../src/core/reason/planning/proposal";
import { propose } from "../../../src/core/reason/planning/propose";
import { situationOf } from "../../../src/core/reason/planning/situation";
import { aimKey, aimOf } from "../../../src/core/reason/planning/steady";
import { offeredTests } from "../../../src/core/reason/planning/tests/offered";
import { sightFinding } from "../../../src/core/record/finding/kinds/sight";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { across, catalogueOf, found, jobOf, LIVE, ohms, panel, SAFE, saw, shipped, suspectsFor } from "../../job-of";
import { MOST_STEPS, proposalsOf } from "../../play-of";

const e27 = shipped("orrinshaw-e27");
const catalogue = catalogueOf(suspectsFor(e27));
const look = (part: string): Draft => found({ kind: "look", place: { part }, result: { is: "answer", value: "good" }, circumstances: {} });
const known = (lines: readonly (string | Draft)[]) => {
  const job = jobOf(e27, lines);
  return { job, ranking: rank(catalogue.suspects, job.evidence, assembliesFitted(job)) };
};

describe("watching once a panel is off", () => {
  const opened = ["turns, no heat", SAFE, "rear off"];

  test("stays on offer at its price: panels back, power on, run, and in again", () => {
    const { job, ranking } = known(opened);
    const warm = catalogue.tests.find((t) => t.id === "warm");
    const valued = warm && choose(situationOf(catalogue, job, ranking))?.valued(warm);
    expect(valued?.closes).toEqual(["rear"]);
    expect(valued?.cost).toBeGreaterThan((warm?.minutes ?? 0) + panelMinutes(e27, ["rear"], { panelsOff: [] }));
    expect(offeredTests(catalogue.tests, e27, job).some((t) => t.id === "warm")).toBe(true);
  });

  test("not with wires off", () => {
    const { job } = known([...opened, { kind: "wire", body: { of: "element", state: "off" } }]);
    expect(offeredTests(catalogue.tests, e27, job).some((t) => t.needs === "running")).toBe(false);
  });

  test("is prepared panel by panel, dead, then power", () => {
    const run = ["turns, no heat", "air strong", SAFE, "terminal cover off", "rear off"];
    const steps: string[] = [];
    const lines: (string | Draft)[] = [...run];
    for (const next of [panel("rear", "on"), panel("terminal-cover", "on"), LIVE]) {
      const { job, ranking } = known(lines);
      const warm = catalogue.tests.find((t) => t.id === "keeps");
      const valued = warm && choose(situationOf(catalogue, job, ranking))?.valued(warm);
      steps.push(`${valued?.closes.join() || "closed"}, ${job.safety.power}`);
      lines.push(next);
    }
    expect(steps).toEqual(["rear,terminal-cover, dead", "terminal-cover, dead", "closed, dead"]);
  });
});

test("an entry that does not go with the rest is skipped again by closing up; what is open is used", () => {
  const withPairs = catalogueOf(suspectsFor(e27, true));
  const start = withPairs.tests.find((t) => t.id === "pair PL1 PN start=pressed")?.question;
  if (start?.kind !== "ohms") throw new Error("no such reading");
  const seen = [
    saw("starts", "yes"),
    saw("airflow", "none"),
    saw("turns", "no"),
    saw("trips", "no"),
    saw("lamp", "yes"),
    look("start-use"),
  ];
  const job = jobOf(e27, [
    { kind: "complaint", body: { words: "stands", findings: [sightFinding("turns", "no"), sightFinding("warm", "no")] } },
    SAFE,
    found({ ...start, result: { is: "value", value: 1.6, unit: "ohm" } }),
    LIVE,
    ...seen,
    SAFE,
    panel("top", "off"),
    panel("front", "off"),
    look("hold-contact"),
    look("hold-contact"),
    ...(["wiring", "drum", "drum"] as const).map((p) => found(pieceFinding(p, p === "drum" ? "bad" : "good"))),
  ]);
  expect(contradiction(withPairs.suspects, job)).toBeDefined();
  const next = propose(withPairs, job, rank(withPairs.suspects, job.evidence));
  expect(next?.step).not.toMatchObject({ kind: "panel", state: "on" });
});

describe("what was promised", () => {
  const begun = ["turns, no heat", "starts, turns, no heat, air strong", "timer setting looks good"];

  /** Does what the card says until it promises something, then what comes next. */
  function promise(): { before: Proposal; lines: (string | Draft)[] } {
    const lines: (string | Draft)[] = [...begun];
    for (let i = 0; i < 6; i++) {
      const { job, ranking } = known(lines);
      const before = propose(catalogue, job, ranking);
      if (!before) break;
      if (before.step.kind === "make-safe") lines.push(SAFE);
      else if (before.step.kind === "panel") lines.push(panel(before.step.panel, before.step.state));
      else break;
      if (before.prepares?.for === "test") return { before, lines };
    }
    throw new Error("nothing was promised");
  }

  test("comes, where nothing was entered but what prepares it", () => {
    const { before, lines } = promise();
    const { job, ranking } = known(lines);
    const now = propose(catalogue, job, ranking, before);
    expect(now && aimKey(aimOf(now))).toBe(aimKey(aimOf(before)));
    expect(now?.instead).toBeUndefined();
  });

  test("is told where a reading changed it; is not where it was made", () => {
    const { before, lines } = promise();
    const { job, ranking } = known([...lines, across("element", null), across("element", null)]);
    const now = propose(catalogue, job, ranking, before);
    expect(now?.prepares).toMatchObject({ for: "fit", assembly: "element" });
    expect(now?.instead).toEqual(before.prepares);
    expect(now && proposalSays(e27, now).why).toMatch(/^Was “.+”\. Your last entry changed it\.$/);
    const test = before.prepares?.for === "test" ? before.prepares.test.question : undefined;
    if (test?.kind !== "ohms") throw new Error("a reading was to be promised");
    const made = known([...lines, ohms([...test.place.between] as [string, string], null)]);
    expect(propose(catalogue, made.job, made.ranking, before)?.instead).toBeUndefined();
  });
});

describe("the power is not switched to and fro: between two findings it goes on once at most, even for who remembers nothing", () => {
  test.each([
    ["brisk-tolley-v45g", "gas-valve:stuck", 1],
    ["kelvane-g14", "gas-valve:stuck", 6],
    ["kelvane-c7", "heat-relay:open", 5],
    ["orrinshaw-e27", "heat-contact:open", 2],
  ])("%s, %s", (machine, fault, seed) => {
    const made = proposalsOf({ machine, fault, seed });
    const switchings = made
      .filter(({ proposal }) => proposal.step.kind === "energise")
      .map(({ job }) => [job.evidence, job.untold, job.fitted].map((l) => l.length).join());
    expect(made.length).toBeLessThan(MOST_STEPS);
    expect(new Set(switchings).size).toBe(switchings.length);
  });
});
