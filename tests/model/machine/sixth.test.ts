import { expect, test } from "vitest";
import { NO_FAULTS } from "../../../src/core/model/machine/fault";
import { parseMachine } from "../../../src/core/model/machine/read";
import { operate, startScript } from "../../../src/core/model/machine/run/operate";
import { sightShares } from "../../../src/core/model/sights/shares";
import { Rehearsal, STRATEGIES } from "../../../src/core/practice/rehearse";
import { contradiction } from "../../../src/core/reason/diagnosis/contradiction";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { propose } from "../../../src/core/reason/planning/propose";
import { layoutSheet } from "../../../src/islands/panes/sheet/layout";
import { MACHINES } from "../../../src/machines";
import file from "../../fixtures/sixth.machine.json";
import { catalogueOf, jobOf, suspectsFor } from "../../job-of";

// A drying cabinet that the program has never seen: a file, no code.
const machine = parseMachine(file, "sixth.machine.json");

test("it is none of the shipped machines", () => expect(MACHINES.map((m) => m.id)).not.toContain(machine.id));

test("it runs: fan, heat, thermostat", () => {
  const shares = sightShares(machine, NO_FAULTS, operate(machine, NO_FAULTS, startScript(machine, 960)), true);
  for (const sight of ["starts", "turns", "warm", "cycles", "keeps"]) expect(shares[sight]?.yes).toBeGreaterThan(0.5);
});

test("it is diagnosed: the blown cut-off leads with its cause, and the way to the close goes by the grille", () => {
  const job = jobOf(machine, ["turns, no heat", "proved dead", "back off", "cut-off OL"]);
  const ranking = rank(suspectsFor(machine), job.evidence);
  expect(ranking.suspects[0]?.hypothesis.suspect).toMatch(/cut-off:open/);
  expect(contradiction(suspectsFor(machine), job)).toBeUndefined();
  expect(propose(catalogueOf(suspectsFor(machine)), job, ranking)?.step.kind).toBeTruthy();
});

test("whole jobs are played on it, and its sheet is drawn", () => {
  const rehearsal = new Rehearsal(machine);
  for (const strategy of Object.keys(STRATEGIES)) {
    const outcomes = Array.from({ length: 4 }, (_, i) => rehearsal.play(90 + i, strategy));
    expect(outcomes.every((o) => o.unsafe === 0)).toBe(true);
    if (strategy === "planner") expect(outcomes.filter((o) => o.found).length).toBeGreaterThanOrEqual(3);
  }
  const looks = machine.sheet.rows.map(() => ({ share: 0.1, deep: false, open: true }));
  const drawn = layoutSheet(machine, { width: 832, height: 440, looks }).rows.flatMap((r) =>
    r.lines.flatMap((l) => l.items.map((i) => i.part.id)),
  );
  expect(new Set(drawn)).toEqual(new Set(machine.sheet.rows.flatMap((r) => r.parts.flat())));
});
