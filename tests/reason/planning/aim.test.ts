import { describe, expect, test } from "vitest";
import { waysTo } from "../../../src/core/model/access/ways";
import { assemblyIdOf } from "../../../src/core/model/machine/assembly";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { aimOfAssemblies, aimOfParts, aimOfProposal } from "../../../src/core/reason/planning/aim";
import { propose } from "../../../src/core/reason/planning/propose";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { MACHINES } from "../../../src/machines";
import { catalogueOf, jobOf, panel, SAFE, shipped, suspectsFor } from "../../job-of";

/** Whoever was told to open follows this far. */
const MOST_PANELS = 8;

describe("the bench shows the way that the card walks", () => {
  let opened = 0;
  test.each(MACHINES.map((m) => [m.id, m] as const))("%s", (_, machine) => {
    const set = suspectsFor(machine);
    const catalogue = catalogueOf(set);
    for (const words of ["turns, no heat", "no start", "turns, no heat, air strong, setting good"]) {
      const lines: (string | Draft)[] = [words, SAFE, ...capacitors(machine)];
      for (let i = 0; i < MOST_PANELS; i++) {
        const job = jobOf(machine, lines);
        const proposal = propose(catalogue, job, rank(set, job.evidence, assembliesFitted(job)));
        if (proposal?.step.kind !== "panel" || proposal.step.state !== "off") break;
        const aim = aimOfProposal(machine, proposal);
        const [way] = waysTo(machine, aim?.goals ?? [], job);
        expect(way?.steps.find((s) => !s.isOff)?.panel.id).toBe(proposal.step.panel);
        lines.push(panel(proposal.step.panel, "off"));
        opened++;
      }
    }
  });
  test("there were such cards", () => expect(opened).toBeGreaterThan(2));
});

const capacitors = (machine: (typeof MACHINES)[number]): Draft[] =>
  machine.parts.filter((p) => p.kind === "capacitor").map((p) => ({ kind: "discharged", body: { part: p.id } }));

test("parts are reached with what is fitted as one with them; assemblies are their parts", () => {
  for (const machine of MACHINES)
    for (const part of machine.parts) {
      const { parts, goals, name } = aimOfParts(machine, [part.id]);
      expect(parts).toContain(part.id);
      expect(new Set(parts.map((id) => assemblyIdOf(machine.parts.find((p) => p.id === id) ?? part))).size).toBe(1);
      expect(goals).toEqual(part.panel === null ? [] : [part.panel]);
      expect(name).toBe(part.name);
      if (part.fit || part.assembly) expect(aimOfAssemblies(machine, [assemblyIdOf(part)]).parts).toEqual(parts);
    }
});

test("what lies outside has no way to it; nothing at all is inside", () => {
  const e27 = shipped("orrinshaw-e27");
  expect(aimOfProposal(e27, { step: { kind: "make-safe" } })).toBeUndefined();
  expect(aimOfProposal(e27, { step: { kind: "prove" } })).toBeUndefined();
  expect(aimOfAssemblies(e27, [])).toEqual({ name: "Inside", goals: [], parts: [] });
});
