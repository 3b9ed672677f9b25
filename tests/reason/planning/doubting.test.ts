import { describe, expect, test } from "vitest";
import { repairOf, replaces } from "../../../src/core/model/machine/assembly";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { shareBand } from "../../../src/core/reason/diagnosis/spread";
import { beliefOf } from "../../../src/core/reason/planning/belief";
import { mayGamble } from "../../../src/core/reason/planning/doubt";
import { pieceFinding } from "../../../src/core/reason/planning/outside";
import { ownStanding, ownTestDue } from "../../../src/core/reason/planning/own-tests";
import { type PartToBuy, plain, type Reason } from "../../../src/core/reason/planning/proposal";
import { propose } from "../../../src/core/reason/planning/propose";
import { cheapBeside } from "../../../src/core/reason/planning/propose-fit";
import { DEFAULT_RATES, repairGroups } from "../../../src/core/reason/planning/repairs";
import { situationOf } from "../../../src/core/reason/planning/situation";
import { wayToClose } from "../../../src/core/reason/planning/way-to-close";
import type { Job } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { across, catalogueOf, elementRenewed, fitted, found, jobOf, LIVE, PROOF, SAFE, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");

const failed: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "no", cycles: "unknown", airflow: "strong" } };

const pieceGood = (piece: "wiring" | "blower"): Draft => found(pieceFinding(piece, "good"));

function proposed(lines: readonly (string | Draft)[], machine = e27) {
  const job = jobOf(machine, lines);
  const set = suspectsFor(machine);
  return propose(catalogueOf(set), job, rank(set, job.evidence, assembliesFitted(job)));
}

describe("a proof", () => {
  const repaired = ["turns, no heat", ...elementRenewed(), LIVE];
  const proves = (n: number) => proposed([...repaired, ...Array.from({ length: n }, () => failed)])?.step.kind === "prove";

  test("that failed is made once more where the repair may still be right; never a third time", () => {
    expect(proves(0)).toBe(true);
    for (const n of [2, 3, 4]) expect(proves(n), `${n} failed`).toBe(false);
  });

  test("that failed twice is believed: what it contradicts is tested, nothing is closed", () => {
    const next = proposed([...repaired, failed, failed]);
    expect(["test", "make-safe", "panel", "energise", "doubt"]).toContain(next?.step.kind);
    expect(next?.step).not.toEqual({ kind: "energise", to: "prove" });
  });
});

describe("a run that went well", () => {
  const ran = (lines: readonly (string | Draft)[]) => {
    const job = jobOf(e27, ["turns, no heat", ...lines, LIVE, PROOF, "exhaust 62 C"]);
    const set = suspectsFor(e27);
    const ranking = rank(set, job.evidence, assembliesFitted(job));
    return { next: propose(catalogueOf(set), job, ranking), close: wayToClose(e27, job), fixed: ranking.fixed };
  };

  test("leads to the close of a job whose record gives the repair", () => {
    const { next, close } = ran(elementRenewed());
    expect(next).toEqual(close);
  });

  test("closes none in which nothing was done that could have helped: it is looked into, or said", () => {
    const { next, close, fixed } = ran([
      SAFE,
      "rear off",
      across("element", 10.6),
      across("cut-off", 0.2),
      fitted("joint.lamp"),
      "rear on",
    ]);
    expect(fixed).toBeLessThan(0.5);
    expect(next?.step).not.toEqual(close.step);
    expect(["test", "doubt"]).toContain(next?.step.kind);
  });

  test("that nothing explains is said in words", () => {
    const doubt: Reason = { code: "doubt", outside: 0.08, entries: [], before: { fixed: 0.09 } };
    expect(proposalSays(e27, plain({ kind: "doubt", look: ["sheet"], again: true }, 5, doubt))).toMatchObject({
      title: "It runs, but nothing you did explains it",
      why: expect.stringMatching(/^Nothing you did explains the good run: 9% chance it's fixed\./),
    });
  });
});

describe("a part by what was found of it itself", () => {
  const set = suspectsFor(e27);
  const catalogue = catalogueOf(set);
  const standing = (assembly: string, lines: readonly (string | Draft)[]) => {
    const job = jobOf(e27, ["turns, no heat", SAFE, ...lines]);
    const ranking = rank(set, job.evidence);
    const belief = beliefOf(set, ranking, job);
    const s = situationOf(catalogue, job, ranking);
    const group = repairGroups(e27, belief.hypotheses, job, DEFAULT_RATES, false).find((g) => g.assemblies.join() === assembly);
    if (!group) throw new Error(`no repair is ${assembly}`);
    return { is: ownStanding(s, belief, group), due: ownTestDue(s, belief, group)?.id };
  };

  test("is bad, good or open; bad needs no more test, good is tested in another way", () => {
    expect(standing("element", [])).toMatchObject({ is: "open", due: expect.stringContaining("element") });
    expect(standing("element", [across("element", null)])).toEqual({ is: "bad", due: undefined });
    expect(standing("cut-off", [across("cut-off", 0.2)])).toEqual({ is: "good", due: "pair H3 H4" });
  });

  test("found good, it is gambled on only when hardly anything else is left; looked in vain, only far above what no model has", () => {
    const nobody = jobOf(e27, ["turns, no heat"]);
    const looked = jobOf(e27, ["turns, no heat", pieceGood("wiring"), pieceGood("blower")]);
    const at = (share: number, job: Job) => situationOf(catalogue, job, { ...rank(set, []), outside: share, fixed: 0 });
    const among = (chance: number) => ({ chance, band: shareBand(chance, chance ** 2) });
    expect([0.5, 0.7, 0.95].map((chance) => mayGamble(at(0.02, nobody), among(chance), true))).toEqual([false, false, true]);
    expect([0.5, 0.8, 0.95].map((chance) => mayGamble(at(0.05, looked), among(chance), false))).toEqual([false, true, true]);
    expect(mayGamble(at(0.15, nobody), among(0.5), false)).toBe(true);
    expect(mayGamble(at(0.001, looked), among(0.3), false), "two to one against").toBe(false);
    const oneRival = { chance: 0.4, band: shareBand(0.4, 0.4 ** 2 + 0.6 ** 2) };
    expect(mayGamble(at(0.001, looked), oneRival, false), "one rival, whose base rate may be the one that is off").toBe(false);
    expect(mayGamble(at(0.001, looked), among(0.4), false), "many small ones").toBe(true);
  });
});

describe("what is cheap to clear while the machine is open", () => {
  const open = ["turns, no heat", SAFE, "rear off", across("cut-off", null), fitted("cut-off")];
  const beside = (lines: readonly (string | Draft)[]) => {
    const job = jobOf(e27, lines);
    const set = suspectsFor(e27);
    return cheapBeside(situationOf(catalogueOf(set), job, rank(set, job.evidence, assembliesFitted(job))));
  };

  test("is what needs no part, and more likely costs a call-back than the minutes", () => {
    const vent = beside(["air weak", ...open]);
    expect(vent?.repair.id).toBe("duct");
    expect(vent && replaces(repairOf(e27, vent.repair.id))).toBe(false);
  });

  test("is nothing once it was done, or was seen to be well", () => {
    expect(beside(["air weak", ...open, fitted("duct", "put-right")])?.repair.id).not.toBe("duct");
    expect(beside(["air strong", "air strong", ...open])?.repair.id).not.toBe("duct");
  });
});

test("doubt in words: what would come next, what little is left, what leads, what does not settle", () => {
  const { hypotheses } = suspectsFor(e27);
  const [, hypothesis] = hypotheses;
  if (!hypothesis) throw new Error("no suspects");
  const says = (reason: Partial<Extract<Reason, { code: "doubt" }>>, again = false) => {
    const step = { kind: "doubt", look: ["sheet", "drag"], again } as const;
    const { title, why, more } = proposalSays(e27, plain(step, 4, { code: "doubt", outside: 0.12, entries: [], ...reason }));
    return [title, why, more].join(" | ");
  };
  const part = (gamble: boolean): PartToBuy => ({ assembly: "motor", gamble });
  expect(
    [
      says({ before: part(true) }),
      says({ before: part(false) }),
      says({ before: "little to test" }),
      says({ outside: 0.7, entries: ["e1"] }),
      says({ outside: 0.9 }, true),
      says({ outside: 0.2, leader: { hypothesis, share: 0.4 } }, true),
    ].join("\n"),
  ).toMatchInlineSnapshot(`
    "Check what the wiring sheet doesn't show | Next is the drum motor, which hasn't tested bad. First check what no test here shows. | 12% chance the fault isn't on the wiring sheet.
    Check what the wiring sheet doesn't show | Next is the drum motor. First check what no test here shows. | 12% chance the fault isn't on the wiring sheet.
    Check what the wiring sheet doesn't show | The tests left aren't worth their minutes. First check what no test here shows. | 12% chance the fault isn't on the wiring sheet.
    Check what the wiring sheet doesn't show | 70% chance the fault isn't on the wiring sheet. | No part is suggested while that leads. Unexplained entries are marked in the record.
    No suspect explains these readings | 90% chance the fault isn't on the wiring sheet. | No part is suggested while that leads.
    Can't narrow it down further | Still most likely: 40% house power L1 leg dead. Not enough to buy a part on. | 20% chance the fault isn't on the wiring sheet. Get the tech sheet or a second opinion before any part."
  `);
});

describe("a piece that no circuit shows", () => {
  const blower = (value: "good" | "bad") => found(pieceFinding("blower", value));
  const cleared = [
    "turns, no heat",
    "starts, turns, no heat, air strong",
    SAFE,
    "rear off",
    across("element", 10.7),
    across("cut-off", 0.2),
  ];
  const steps = (lines: readonly (string | Draft)[]) => proposed([...cleared, ...lines])?.step;

  const mended = fitted("piece.blower", "put-right");

  test("found bad, is put right, and the run that proves it comes before any other test", () => {
    const way = [blower("bad"), "top off", "front off"];
    expect(proposed([...cleared, blower("bad")])).toMatchObject({
      step: { kind: "panel", state: "off" },
      prepares: { for: "fit", assembly: "piece.blower" },
      reason: { code: "found-bad" },
    });
    expect(steps(way)).toMatchObject({ kind: "fit", assembly: "piece.blower", replaces: false });
    expect(steps([...way, mended])).toMatchObject({ kind: "panel", state: "on" });
    expect(steps([...way, mended, "all panels on", LIVE])).toEqual({ kind: "prove" });
    expect(steps([...way, mended, "all panels on", LIVE, PROOF])).toEqual({ kind: "intake" });
  });

  test("found well after it was bad, it is taken to be put right", () => {
    expect(steps([blower("bad"), blower("good"), "rear on", LIVE])).toEqual({ kind: "prove" });
  });

  test.each([
    ["by hand", [mended, "rear on"]],
    ["or found well", [blower("good"), "rear on"]],
  ])("put right in vain, %s, is out of the way: something else is looked for", (_, by) => {
    const next = steps([blower("bad"), ...by, LIVE, failed]);
    expect(next?.kind).not.toBe("prove");
    expect(next).not.toMatchObject({ assembly: "piece.blower" });
  });
});
