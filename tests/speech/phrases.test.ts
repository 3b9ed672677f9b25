import { expect, test } from "vitest";
import { assemblyIdOf, jointId, repairOf } from "../../src/core/model/machine/assembly";
import { isWallPoint } from "../../src/core/model/machine/format";
import type { Unit } from "../../src/core/model/quantity/quantity";
import { testsOf } from "../../src/core/reason/planning/tests/tests";
import { answers, findingKind } from "../../src/core/record/finding/finding";
import { foldJob } from "../../src/core/record/job/fold";
import { phraseFor, repairPhrase } from "../../src/core/speech/phrases";
import { understand } from "../../src/core/speech/understand";
import { MACHINES } from "../../src/machines";

const AMOUNTS: Record<Unit, string> = {
  ohm: "12 ohm",
  volt: "119 V",
  celsius: "40 C",
  pascal: "150 Pa",
  amp: "8 A",
  farad: "8 uF",
  "metre-per-second": "3 m/s",
  watt: "",
  second: "",
  hertz: "",
  percent: "",
};

test.each(MACHINES.map((m) => [m.id, m] as const))("%s: the words that begin a reading are understood as that reading", (_, machine) => {
  const empty = { ...foldJob("j", [], () => machine), machine };
  const discharged = machine.parts.filter((p) => p.kind === "capacitor").map((p) => p.id);
  let read = 0;
  for (const { question, id } of testsOf(machine)) {
    const asks = findingKind(question).asks(question, machine);
    if (!asks || !("unit" in asks)) continue;
    const power = asks.unit === "ohm" ? "dead" : "live";
    const job = { ...empty, safety: { power, liveTests: true, discharged } as const };
    const controls = question.circumstances.controls ?? {};
    const understood = understand(phraseFor(machine, question) + AMOUNTS[asks.unit], { machine, job, controls });
    const draft = understood.is === "entries" ? understood.drafts[0] : undefined;
    const taken = draft?.kind === "finding" ? draft.body : undefined;
    expect(taken && answers(taken, question), `${id}: “${phraseFor(machine, question)}”: ${JSON.stringify(understood)}`).toBe(true);
    read++;
  }
  expect(read).toBeGreaterThan(60);
});

test("what is answered by a touch has no phrase", () => {
  for (const machine of MACHINES)
    for (const { question } of testsOf(machine))
      if (question.kind === "sight" || question.kind === "look" || question.kind === "code") expect(phraseFor(machine, question)).toBe("");
});

test("volts at the outlet are asked between holes of the wall", () => {
  for (const machine of MACHINES) {
    const atWall = testsOf(machine).filter(
      (t) => t.question.kind === "volts" && t.question.place.between.every((p) => isWallPoint(machine, p)),
    );
    expect(atWall.length).toBeGreaterThan(0);
    for (const t of atWall) expect(t.needs).toBe("nothing");
  }
});

test.each(MACHINES.map((m) => [m.id, m] as const))("%s: the words of every repair are understood as that repair", (_, machine) => {
  const job = { ...foldJob("j", [], () => machine), machine, safety: { power: "dead", liveTests: false, discharged: [] } as const };
  for (const id of new Set([
    ...machine.parts.map(assemblyIdOf),
    ...machine.parts.filter((p) => p.nets.length > 0).map((p) => jointId(p.id)),
  ])) {
    const phrase = repairPhrase(machine, repairOf(machine, id));
    const understood = understand(phrase, { machine, job });
    expect(understood.is === "entries" ? understood.drafts : [], phrase).toMatchObject([{ kind: "fitted", body: { assembly: id } }]);
  }
});
