import { expect, test } from "vitest";
import { contradiction } from "../../src/core/diagnosis/contradiction";
import { rank } from "../../src/core/diagnosis/rank";
import { sightShares } from "../../src/core/diagnosis/watch";
import { NO_FAULTS } from "../../src/core/machine/fault";
import { operate, startScript } from "../../src/core/machine/operate";
import { parseMachine } from "../../src/core/machine/schema";
import { TestCatalogue } from "../../src/core/planning/next";
import { propose } from "../../src/core/planning/propose";
import { Rehearsal, STRATEGIES } from "../../src/core/training/rehearse";
import { layoutSheet } from "../../src/islands/job/sheet-layout";
import { MACHINES } from "../../src/machines";
import file from "../fixtures/sixth.machine.json";
import { benchFor, jobOf } from "../job-of";

// A drying cabinet that the program has never seen: a file, no code.
const machine = parseMachine(file, "sixth.machine.json");

test("it is none of the shipped machines", () => expect(MACHINES.map((m) => m.id)).not.toContain(machine.id));

test("it runs: fan, heat, thermostat", () => {
  const shares = sightShares(machine, NO_FAULTS, operate(machine, NO_FAULTS, startScript(machine, 960)), true);
  for (const sight of ["starts", "turns", "warm", "cycles", "keeps"]) expect(shares[sight]?.yes).toBeGreaterThan(0.5);
});

test("it is diagnosed: the blown cut-off leads with its cause, and the way to the close goes by the grille", () => {
  const job = jobOf(machine, ["turns, no heat", "safe", "back off", "cut-off OL"]);
  const ranking = rank(benchFor(machine), job.evidence);
  expect(ranking.suspects[0]?.hypothesis.sentence).toMatch(/Thermal cut-off blown/);
  expect(contradiction(benchFor(machine), job.evidence)).toBeUndefined();
  expect(propose(new TestCatalogue(benchFor(machine)), job, ranking)?.title).toBeTruthy();
});

test("whole jobs are played on it, and its sheet is drawn", () => {
  const rehearsal = new Rehearsal(machine);
  for (const strategy of Object.keys(STRATEGIES)) {
    const outcomes = Array.from({ length: 4 }, (_, i) => rehearsal.play(90 + i, strategy));
    expect(outcomes.every((o) => o.unsafe === 0)).toBe(true);
    if (strategy === "planner") expect(outcomes.filter((o) => o.found).length).toBeGreaterThanOrEqual(3);
  }
  const drawn = layoutSheet(machine, 832, 440).rows.flatMap((r) => r.lines.flatMap((l) => l.items.map((i) => i.part.id)));
  expect(new Set(drawn)).toEqual(new Set(machine.sheet.rows.flatMap((r) => r.parts.flat())));
});
