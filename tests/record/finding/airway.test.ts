import { describe, expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { AIRWAY_PLACES, type AirwayPlace, airwayAnswers, airwayOf, airwayWell } from "../../../src/core/record/finding/airway";
import { findingKind, findingSchema } from "../../../src/core/record/finding/finding";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { MACHINES } from "../../../src/machines";
import { found, jobOf, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const at = (airway: AirwayPlace, value: string, louvres?: { open: number; of: number }): Draft =>
  found({ kind: "airway", place: { airway }, result: { is: "answer", value, ...(louvres && { louvres }) }, circumstances: {} });

const choked = (lines: readonly (string | Draft)[]) => {
  const job = jobOf(e27, ["turns, no heat", ...lines]);
  const { suspects } = rank(suspectsFor(e27), job.evidence, assembliesFitted(job));
  return suspects.filter((s) => s.hypothesis.faults.some((f) => f.mode === "choked")).reduce((sum, s) => sum + s.probability, 0);
};

describe("the way of the air, place by place", () => {
  test("what may be answered adds up to one under every suspect, and is taken by the schema; nothing else is", () => {
    const set = suspectsFor(e27);
    const list = set.hypotheses.map((h) => h.faults);
    for (const place of airwayOf(e27)) {
      const question = { kind: "airway", place: { airway: place }, circumstances: {} } as const;
      for (const p of findingKind(question).predict(question, list, set.predictor, "technician"))
        expect(p.is === "answer" ? Object.values(p.shares).reduce((a, b) => a + b, 0) : 0).toBeCloseTo(1, 12);
      for (const value of Object.keys(airwayAnswers(place)))
        expect(findingSchema.safeParse({ ...question, result: { is: "answer", value } }).success).toBe(true);
      expect(findingSchema.safeParse({ ...question, result: { is: "answer", value: "fine" } }).success).toBe(false);
    }
    const hood = {
      kind: "airway",
      place: { airway: "hood" },
      circumstances: {},
      result: { is: "answer", value: "stuck", louvres: { open: 5, of: 4 } },
    };
    expect(findingSchema.safeParse(hood).success).toBe(false);
  });

  test("each place that is well speaks against a choked vent, each that is bad for it; all well says more than one", () => {
    const before = choked([]);
    const well = airwayOf(e27).map((p) => at(p, airwayWell(p)));
    for (const line of well) expect(choked([line])).toBeLessThan(before);
    expect(choked(well)).toBeLessThan(choked(well.slice(0, 1)));
    for (const place of airwayOf(e27))
      expect(choked([at(place, Object.keys(airwayAnswers(place))[1] ?? "")]), place).toBeGreaterThan(before);
  });

  test("a condenser has no duct and no hood; no machine has a place that is not in the list", () => {
    for (const m of MACHINES) expect(AIRWAY_PLACES).toEqual(expect.arrayContaining(airwayOf(m)));
    expect(airwayOf(shipped("kelvane-c7"))).toEqual(["lint-screen", "screen-housing", "condenser"]);
    expect(jobOf(shipped("kelvane-c7"), [at("hood", "stuck")]).record.at(-1)?.status).toBe("refused");
  });

  test("what was found bad and is cleaned puts the air right; what is cleaned for good measure changes nothing", () => {
    const clean: Draft = { kind: "cleaned", body: { airway: "duct" } };
    expect(jobOf(e27, [clean]).fitted).toEqual([]);
    expect(jobOf(e27, [at("duct", "clear"), clean]).fitted).toEqual([]);
    expect(jobOf(e27, [at("duct", "lint"), clean]).fitted).toMatchObject([{ assembly: "duct", action: "put-right" }]);
  });

  test("in words", () => {
    const says = (draft: Draft) => (draft.kind === "finding" ? findingKind(draft.body).says(draft.body, e27) : "");
    expect([says(at("hood", "stuck", { open: 1, of: 4 })), says(at("lint-screen", "torn")), says(at("duct", "unknown"))]).toEqual([
      "Hood outside: louvers stuck, 1 of 4 louvers open",
      "Lint screen: torn or missing",
      "Duct: can't tell",
    ]);
  });
});
