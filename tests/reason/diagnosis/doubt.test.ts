import { describe, expect, test } from "vitest";
import type { Machine } from "../../../src/core/model/machine/format";
import { kindOf } from "../../../src/core/model/machine/parts/index";
import { partOff } from "../../../src/core/model/machine/wiring";
import { outsideLog } from "../../../src/core/reason/diagnosis/outside";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { repairShare, repairShares } from "../../../src/core/reason/diagnosis/repair-shares";
import { strangeEntries } from "../../../src/core/reason/diagnosis/strange";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { MACHINES } from "../../../src/machines";
import { found, jobOf, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");

/** A reading with the part's wires off. */
const read = (part: string, ohms: number | null, to = `${part}.2`): Draft =>
  found({
    kind: "ohms",
    place: { between: [`${part}.1`, to] },
    result: ohms === null ? { is: "OL" } : { is: "value", unit: "ohm", value: ohms },
    circumstances: { wiring: [partOff(part)] },
  });

/** Share of what is wrong with a part itself, or in a joint at it. */
function shareOf(machine: Machine, part: string, lines: readonly (string | Draft)[]): number {
  const set = suspectsFor(machine);
  const job = jobOf(machine, lines);
  return rank(set, job.evidence, assembliesFitted(job)).suspects.reduce(
    (sum, s) => sum + (s.hypothesis.faults.some((f) => f.part === part) ? s.probability : 0),
    0,
  );
}

const outsideOf = (machine: Machine, lines: readonly (string | Draft)[]): number => {
  const job = jobOf(machine, lines);
  return rank(suspectsFor(machine), job.evidence, assembliesFitted(job)).outside;
};

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s: every reading counts", (_, machine) => {
  const closedAtRest = machine.parts.filter((p) => ["fuse", "thermostat", "radiant-sensor"].includes(p.kind));

  test.each([5, 12, 40, 90, 300])("a contact that reads %d Ω is suspected, whatever its file lists", (ohms) => {
    for (const { id } of closedAtRest) {
      const [before, after] = [shareOf(machine, id, ["proved dead"]), shareOf(machine, id, ["proved dead", read(id, ohms)])];
      expect(after, id).toBeGreaterThan(1.5 * before);
      expect(after, id).toBeGreaterThan(before + 0.05);
    }
  });

  test.each([0.25, 0.6, 1.5, 2.5, 5])("an element or coil at %d times its ohms is suspected, high as well as low", (factor) => {
    const { predictor } = suspectsFor(machine);
    for (const part of machine.parts.filter((p) => p.kind === "element" || p.kind === "coil")) {
      const between: [string, string] = [`${part.id}.1`, `${part.id}.2`];
      const rated = predictor.reading([], { between, unit: "ohm", wiring: [partOff(part.id)], controls: {} });
      if (rated.is !== "value") throw new Error(`${part.id} reads nothing`);
      const after = shareOf(machine, part.id, ["proved dead", read(part.id, rated.mean * factor)]);
      expect(after, part.id).toBeGreaterThan(2 * shareOf(machine, part.id, ["proved dead", read(part.id, rated.mean)]));
    }
  });

  test("a low reading to the cabinet is believed, anywhere along an element", () => {
    for (const { id } of machine.parts.filter((p) => p.kind === "element" && p.faults.some((f) => f.mode === "grounded"))) {
      for (const ohms of [0.4, 2, 9])
        expect(shareOf(machine, id, ["proved dead", read(id, ohms, machine.cabinet)]), `${id} ${ohms}`).toBeGreaterThan(0.2);
    }
  });

  test("any low reading excludes “open”", () => {
    for (const part of closedAtRest) {
      const set = suspectsFor(machine);
      const { evidence } = jobOf(machine, ["proved dead", read(part.id, 0.6)]);
      const open = rank(set, evidence).suspects.find((s) => s.hypothesis.suspect === `${part.id}:open`)?.probability ?? 0;
      const before = rank(set, []).suspects.find((s) => s.hypothesis.suspect === `${part.id}:open`)?.probability ?? 0;
      expect(open, part.id).toBeLessThan(0.1 * before);
    }
  });

  test("kinds of part that may be off in more ways than their file lists are so", () => {
    for (const part of machine.parts.filter((p) => kindOf(p).deviates !== "never"))
      expect(
        suspectsFor(machine).hypotheses.some((h) => h.faults.length === 1 && h.faults[0]?.part === part.id),
        part.id,
      ).toBe(true);
  });
});

describe("the meter", () => {
  const contacts = ["cut-off", "high-limit", "blower-fuse", "cycling-thermostat"];

  test("leads that add alike everywhere make nothing suspect; one contact that reads more than the others does", () => {
    const alike = ["proved dead", ...contacts.map((id) => read(id, 0.9))];
    const one = ["proved dead", ...contacts.map((id) => read(id, id === "high-limit" ? 2.6 : 0.2))];
    expect(shareOf(e27, "high-limit", alike)).toBeLessThan(shareOf(e27, "high-limit", ["proved dead"]) * 1.2);
    expect(shareOf(e27, "high-limit", one)).toBeGreaterThan(2.5 * shareOf(e27, "high-limit", alike));
  });

  test("the same reading taken again in the same way adds little, and less each time", () => {
    const shares = [1, 2, 3, 4].map((n) =>
      shareOf(e27, "cut-off", ["proved dead", ...Array.from({ length: n }, () => read("cut-off", 40))]),
    );
    const odds = shares.map((s) => s / (1 - s));
    const gains = odds.slice(1).map((o, i) => o / (odds[i] ?? 1));
    for (const gain of gains) expect(gain).toBeGreaterThanOrEqual(0.999);
    expect(gains[0]).toBeLessThan(4);
    expect(gains[1]).toBeLessThan(gains[0] ?? 0);
  });

  test("a sound thermistor in a cold room is not called drifted; the same value in a warm one is", () => {
    const v45e = shipped("brisk-tolley-v45e");
    const ntc = v45e.parts.find((p) => p.kind === "thermistor");
    if (ntc?.kind !== "thermistor") throw new Error("no thermistor");
    const cold = ntc.ohms25 * Math.exp(ntc.betaK * (1 / (6 + 273.15) - 1 / 298.15));
    const at = (ambientC?: number): Draft => {
      const draft = read(ntc.id, cold);
      if (draft.kind !== "finding") throw new Error("no finding");
      return ambientC === undefined
        ? draft
        : { ...draft, body: { ...draft.body, circumstances: { ...draft.body.circumstances, ambientC } } as typeof draft.body };
    };
    const [said, unsaid, warm] = [6, undefined, 25].map((c) => shareOf(v45e, ntc.id, ["proved dead", at(c)]));
    expect(said).toBeLessThan(0.1);
    expect(unsaid).toBeLessThan(0.4);
    expect(warm).toBeGreaterThan(0.6);
  });
});

describe("what the model does not have", () => {
  const cleared = ["cut-off", "high-limit", "cycling-thermostat", "blower-fuse"].map((id) => read(id, 0.3));

  test("its share stays while people only watch, and grows as one known cause after the other is cleared", () => {
    const watched = ["turns, no heat", "starts", "air strong", "no heat"];
    expect(outsideOf(e27, watched)).toBeLessThan(0.06);
    const grown = [0, 1, 2, 3, 4].map((n) => outsideOf(e27, [...watched, "proved dead", ...cleared.slice(0, n), read("element", 10.7)]));
    for (let i = 1; i < grown.length; i++) expect(grown[i]).toBeGreaterThan((grown[i - 1] ?? 0) * 0.9);
    expect(grown.at(-1)).toBeGreaterThan(1.4 * outsideOf(e27, watched));
  });

  test("a piece that no circuit shows, found bad, makes it lead; looked at and found well, lessens it once", () => {
    const lines = ["turns, no heat", "proved dead", read("element", 10.7), ...cleared];
    const drum = (value: "good" | "bad") =>
      found({ kind: "spot", place: { piece: "blower" }, result: { is: "answer", value }, circumstances: {} });
    const [none, bad, good, twice] = [[], [drum("bad")], [drum("good")], [drum("good"), drum("good")]].map((more) =>
      outsideOf(e27, [...lines, ...more]),
    );
    expect(bad).toBeGreaterThan(0.5);
    expect(good).toBeLessThan(none ?? 0);
    expect(twice).toBeCloseTo(good ?? 0, 2);
  });

  test("with the suspects it adds up to one, whatever was found, and nothing found leaves it where it began", () => {
    const set = suspectsFor(e27);
    expect(outsideOf(e27, [])).toBeCloseTo(0.03, 2);
    const { evidence } = jobOf(e27, ["no heat", "proved dead", ...cleared]);
    const ranking = rank(set, evidence);
    expect(ranking.suspects.reduce((sum, s) => sum + s.probability, ranking.outside)).toBeCloseTo(1, 9);
    expect(Number.isFinite(outsideLog(set, evidence))).toBe(true);
  });

  test("an entry that nothing explains is named; one that a suspect explains is not", () => {
    const set = suspectsFor(e27);
    const job = jobOf(e27, [
      "turns, no heat",
      "proved dead",
      read("element", null),
      read("element", null),
      read("cut-off", 0.3),
      read("element", 10.7),
    ]);
    const strange = strangeEntries(set, job.evidence).map((s) => s.entry);
    expect(strange.length).toBeGreaterThan(0);
    expect(strange).not.toContain(job.evidence.find((e) => JSON.stringify(e.finding).includes("cut-off"))?.entry);
  });
});

describe("after a repair", () => {
  const before: (string | Draft)[] = ["turns, no heat", "starts", "no heat", "proved dead", read("element", null), "fitted element"];
  const shares = (more: readonly (string | Draft)[]) => {
    const job = jobOf(e27, [...before, ...more]);
    const set = suspectsFor(e27);
    return { set, ranking: rank(set, job.evidence, assembliesFitted(job)), fitted: assembliesFitted(job) };
  };

  test("a new part can be bad: read open, it is to be fitted again", () => {
    const well = shares([read("element", 10.7)]);
    const bad = shares([read("element", null)]);
    expect(well.ranking.fixed).toBeGreaterThan(0.8);
    expect(bad.ranking.fixed).toBeLessThan(0.6);
    expect(repairShare(bad.set, bad.ranking, bad.fitted, "element")).toBeGreaterThan(
      10 * repairShare(well.set, well.ranking, well.fitted, "element"),
    );
  });

  test("what is left to be put right, the fixed and what the model does not have are one", () => {
    const { set, ranking, fitted } = shares(["energised", "no heat"]);
    const total = repairShares(set, ranking, fitted).reduce((sum, r) => sum + r.share, 0);
    expect(total + ranking.outside).toBeCloseTo(1, 9);
    expect(ranking.fixed).toBeLessThan(0.45);
  });
});
