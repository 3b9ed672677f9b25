import { describe, expect, test } from "vitest";
import { rank } from "../../src/core/diagnosis/rank";
import type { Draft } from "../../src/core/job/kinds/index";
import { assembliesFitted } from "../../src/core/job/state";
import { proposalSays } from "../../src/core/language/proposals";
import { repairOf, replaces } from "../../src/core/machine/assembly";
import { TestCatalogue } from "../../src/core/planning/catalogue";
import { cheapBeside } from "../../src/core/planning/cheap-beside";
import { type PartToBuy, plain, type Reason } from "../../src/core/planning/proposal";
import { propose } from "../../src/core/planning/propose";
import { across, fitted, found, jobOf, LIVE, PROOF, SAFE, shipped, suspectsFor } from "../job-of";

const e27 = shipped("orrinshaw-e27");

function proposed(lines: readonly (string | Draft)[], machine = e27) {
  const job = jobOf(machine, lines);
  const set = suspectsFor(machine);
  return propose(new TestCatalogue(set), job, rank(set, job.evidence, assembliesFitted(job)));
}

describe("a proof", () => {
  const repaired = [
    "turns, no heat",
    SAFE,
    "rear off",
    across("element", null),
    fitted("element"),
    across("element", 10.8),
    "rear on",
    LIVE,
  ];
  const failed: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "no", cycles: "unknown", airflow: "strong" } };
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

test("a part whose own reading is good is not bought on what is read from afar: it is read again", () => {
  const afar = ["no start", "lamp lights", SAFE, "pl1 pn start ol", "console off", across("timer-motor-contact", 0.3)];
  for (const more of [[], ["pl1 m4 start ol"], ["pl1 m4 start ol", "tb1 tbn start ol"]]) {
    const step = proposed([...afar, ...more])?.step;
    expect(step, more.join()).not.toMatchObject({ kind: "fit", assembly: "timer" });
  }
});

describe("what is cheap to clear while the machine is open", () => {
  const open = ["turns, no heat", SAFE, "rear off", across("cut-off", null), fitted("cut-off")];
  const beside = (lines: readonly (string | Draft)[]) => {
    const job = jobOf(e27, lines);
    const set = suspectsFor(e27);
    return cheapBeside(set, job, rank(set, job.evidence, assembliesFitted(job)));
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
  const part = (wager: boolean): PartToBuy => ({ assembly: "motor", wager });
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
    "Look at what the model does not have | Next would come the drum motor, which was not found bad itself: first what no test here shows. | 12 % that the trouble is none that this model has.
    Look at what the model does not have | Next would come the drum motor: first what no test here shows. | 12 % that the trouble is none that this model has.
    Look at what the model does not have | What is left to test tells little for its minutes: first what no test here shows. | 12 % that the trouble is none that this model has.
    Look at what the model does not have | 70 % that the trouble is none that this model has. | No part is proposed while that leads. The entries that nothing explains are marked in the record.
    None of the suspects gives this record | 90 % that the trouble is none that this model has. | No part is proposed while that leads.
    Nothing here settles it | Likeliest is still: house supply leg L1 missing, 40 %; not enough to fit a part on. | 20 % that the trouble is none that this model has. The maker’s sheet or a second pair of eyes before any part."
  `);
});

describe("a piece that no circuit shows", () => {
  const blower = (value: "good" | "bad") =>
    found({ kind: "spot", place: { piece: "blower" }, result: { is: "answer", value }, circumstances: {} });
  const cleared = [
    "turns, no heat",
    "starts, turns, no heat, air strong",
    SAFE,
    "rear off",
    across("element", 10.7),
    across("cut-off", 0.2),
  ];
  const steps = (lines: readonly (string | Draft)[]) => proposed([...cleared, ...lines])?.step;

  test("found bad, is put right, and the run that proves it comes before any other test", () => {
    expect(steps([blower("bad")])).toMatchObject({ kind: "doubt", found: "blower" });
    expect(steps([blower("bad"), blower("good")])).toEqual({ kind: "panel", panel: "rear", state: "on" });
    expect(steps([blower("bad"), blower("good"), "rear on", LIVE])).toEqual({ kind: "prove" });
    expect(steps([blower("bad"), blower("good"), "rear on", LIVE, PROOF])).toEqual({ kind: "intake" });
  });

  test("put right in vain, is out of the way: something else is looked for", () => {
    const failed: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "no", cycles: "unknown", airflow: "strong" } };
    const next = steps([blower("bad"), blower("good"), "rear on", LIVE, failed]);
    expect(next?.kind).not.toBe("prove");
    expect(next).not.toMatchObject({ found: "blower" });
  });
});
