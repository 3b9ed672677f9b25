import { describe, expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { pieceFinding } from "../../../src/core/reason/planning/outside";
import type { Proposal } from "../../../src/core/reason/planning/proposal";
import { propose } from "../../../src/core/reason/planning/propose";
import type { Finding } from "../../../src/core/record/finding/finding";
import { sightFinding } from "../../../src/core/record/finding/kinds/sight";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { catalogueOf, elementRenewed, fitted, found, jobOf, LIVE, PROOF, SAFE, saw, shipped, suspectsFor } from "../../job-of";
import { proposalsOf } from "../../play-of";

const e27 = shipped("orrinshaw-e27");
const exhaust = (value: number): Draft =>
  found({ kind: "temperature", place: { stream: "exhaust" }, result: { is: "value", value, unit: "celsius" }, circumstances: {} });

function standing(lines: readonly (string | Draft)[]) {
  const job = jobOf(e27, lines);
  const set = suspectsFor(e27);
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  return { job, ranking, proposal: propose(catalogueOf(set), job, ranking) };
}

const told: Draft = {
  kind: "complaint",
  body: { words: "turns, no heat", findings: [sightFinding("turns", "yes"), sightFinding("warm", "no")] },
};
const EARTH = ["PG to CAB 0.2"];
/** A breaker that was reset and had perhaps not tripped: nobody found it bad. */
const reset = [told, SAFE, fitted("supply", "put-right"), ...EARTH, "polarity right", LIVE, PROOF, saw("keeps", "yes")];
const renewed = [told, ...elementRenewed(), ...EARTH, LIVE, PROOF];

describe("before a job is closed", () => {
  test("a cure that nobody found bad is held against a thermometer, once", () => {
    const { proposal, ranking } = standing(reset);
    expect(ranking.fixed).toBeLessThan(0.92);
    expect(proposal).toMatchObject({
      step: { kind: "test", test: { question: { kind: "temperature" } } },
      reason: { code: "not-settled" },
    });
    const { title, why } = proposalSays(e27, proposal ?? expect.fail());
    expect(`${title} | ${why}`).toMatchInlineSnapshot(
      `"Read the peak exhaust temperature | It runs, but only 76% chance your repair was the fault. A thermometer beats a hand."`,
    );
  });

  test("warm air settles it; air that stays cold is believed before the hand", () => {
    const [warm, cold] = [standing([...reset, exhaust(66)]), standing([...reset, exhaust(27)])];
    expect(warm.ranking.fixed).toBeGreaterThan(standing(reset).ranking.fixed);
    expect(warm.proposal?.step.kind).toBe("close");
    expect(cold.ranking.fixed).toBeLessThan(0.2);
    expect(cold.proposal?.step.kind).not.toBe("close");
  });

  test("nothing more is asked where the part was found bad, or a piece was and is put right", () => {
    const isNumber = (lines: readonly (string | Draft)[]) => standing(lines).proposal?.reason.code === "not-settled";
    expect(standing(renewed).ranking.fixed).toBeGreaterThan(0.92);
    expect(isNumber(renewed)).toBe(false);
    const blower = [told, SAFE, found(pieceFinding("blower", "bad")), fitted("piece.blower", "put-right"), ...EARTH, LIVE, PROOF];
    expect(isNumber(blower)).toBe(false);
  });
});

test("a run in which nobody saw the heat go and come is held against a thermometer too; one reading settles it", () => {
  const unseen: Draft = {
    kind: "proof",
    body: { starts: "yes", turns: "yes", warm: "yes", cycles: "unknown", airflow: "strong", whyUnseen: "had to leave" },
  };
  const run = [...renewed.slice(0, -1), unseen];
  const { proposal, ranking } = standing(run);
  expect(ranking.fixed).toBeGreaterThan(0.92);
  expect(proposal).toMatchObject({ step: { kind: "test", test: { question: { kind: "temperature" } } }, reason: { unseen: true } });
  expect(standing([...run, exhaust(64)]).proposal?.step).toMatchObject({ kind: "close", reservations: { rows: ["cycles"] } });
  expect(standing([...run, exhaust(24)]).proposal?.step.kind).not.toBe("close");
});

describe("before a part is bought that nobody found bad", () => {
  const codeOf = ({ reason }: Proposal) => (reason.code === "likely-repair" && reason.gamble ? "gamble" : reason.code);

  test("a number of the run is taken, once; its reason says so", () => {
    const seen = proposalsOf({ machine: "brisk-tolley-v45g", fault: "gas-valve:stuck", seed: 5 }).map(({ proposal, job }) => ({
      code: codeOf(proposal),
      known: job.evidence.some(({ finding: { kind } }) => kind === "temperature" || kind === "amps"),
    }));
    const gambles = seen.filter((s) => s.code === "gamble");
    expect(gambles.length).toBeGreaterThan(0);
    expect(gambles.every((s) => s.known)).toBe(true);
    expect(seen.some((s) => s.code === "before-gamble" && !s.known)).toBe(true);
  });

  test("a machine that draws its whole current has no relay that is open: the gamble is off", () => {
    const answers = (f: Finding): Finding => (f.kind === "amps" ? { ...f, result: { ...f.result, value: 13 } } : f);
    const made = proposalsOf({ machine: "kelvane-c7", fault: "heat-relay:open", seed: 5, answers });
    expect(made.map(({ proposal }) => codeOf(proposal))).not.toContain("gamble");
  });
});
