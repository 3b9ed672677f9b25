import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { assemblyIdOf } from "../../../src/core/model/machine/assembly";
import { type Machine, partOf } from "../../../src/core/model/machine/format";
import type { Blocker } from "../../../src/core/record/job/blocker";
import { blownFuses } from "../../../src/core/record/job/checks/cause";
import { closingBlockers } from "../../../src/core/record/job/closing/closing";
import { disturbsGas } from "../../../src/core/record/job/gas";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { MACHINES } from "../../../src/machines";
import { across, CLOSED, fitted, found, jobOf, LIVE, ohms, PROOF, panel, SAFE, saw, shipped } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const COMPLAINT: Draft = { kind: "complaint", body: { words: "no heat", findings: [] } };
const codes = (machine: Machine, drafts: readonly Draft[]) => jobOf(machine, [COMPLAINT, ...drafts]).blockers.map(nameOf);

function nameOf(b: Blocker): string {
  switch (b.code) {
    case "cause":
      return `cause ${b.cause.part}:${b.cause.mode} by ${b.by}`;
    case "panel":
      return `panel ${b.panel}`;
    case "vent":
      return `vent ${b.part}`;
    case "proof":
      return `proof ${b.run}`;
    default:
      return b.code;
  }
}

test("a job without a machine has nothing else to say; one that is proven and shut has nothing left", () => {
  expect(closingBlockers({ ...jobOf(e27, []), machine: undefined } as never).map(nameOf)).toEqual(["machine"]);
  expect(jobOf(e27, []).blockers.map(nameOf)).toEqual(["complaint", "proof none"]);
  expect(codes(e27, [LIVE, PROOF])).toEqual([]);
});

describe("a blown fuse asks for each of its causes, by what tells whether it was there", () => {
  test.each(MACHINES.map((m) => [m.id, m] as const))("%s", (_, machine) => {
    const discharged = machine.parts
      .filter((p) => p.kind === "capacitor")
      .map((p): Draft => ({ kind: "discharged", body: { part: p.id } }));
    for (const fuse of machine.parts.filter((p) => p.kind === "fuse")) {
      const causes = machine.causes.filter((c) => c.damage.part === fuse.id);
      const open = codes(machine, [SAFE, ...discharged, across(fuse.id, null)]).filter((c) => c.startsWith("cause"));
      expect(open.map((c) => /cause (\S+) /.exec(c)?.[1]).sort()).toEqual(causes.map((c) => `${c.cause.part}:${c.cause.mode}`).sort());
      const renewed = causes.map((c) => fitted(assemblyIdOf(partOf(machine, c.cause.part))));
      expect(codes(machine, [SAFE, ...discharged, across(fuse.id, null), ...renewed]).filter((c) => c.startsWith("cause"))).toEqual([]);
      expect(codes(machine, [SAFE, ...discharged, across(fuse.id, 0.1)]).filter((c) => c.startsWith("cause"))).toEqual([]);
    }
  });

  const BLOWN = [SAFE, fitted("cut-off")];
  test.each([
    ["nothing", [], ["duct:choked by air", "element:grounded by cabinet", "element:low by across", "high-limit:welded by look"]],
    ["the air felt", [saw("airflow", "strong")], ["element:grounded by cabinet", "element:low by across", "high-limit:welded by look"]],
    [
      "the element sound to the cabinet",
      [ohms(["element.1", "CAB"], null, "element")],
      ["duct:choked by air", "element:low by across", "high-limit:welded by look"],
    ],
    [
      "the element leaking a little",
      [ohms(["element.1", "CAB"], 4e5, "element")],
      ["duct:choked by air", "element:grounded by cabinet", "element:low by across", "high-limit:welded by look"],
    ],
    [
      "the element with its ohms",
      [across("element", 10.6)],
      ["duct:choked by air", "element:grounded by cabinet", "high-limit:welded by look"],
    ],
    [
      "the element with half its ohms",
      [across("element", 5.2)],
      ["duct:choked by air", "element:grounded by cabinet", "element:low by across", "high-limit:welded by look"],
    ],
    [
      "the heat seen to cycle, by whatever thermostat",
      [saw("cycles", "yes")],
      ["duct:choked by air", "element:grounded by cabinet", "element:low by across", "high-limit:welded by look"],
    ],
    [
      "the heat seen never to stop",
      [saw("cycles", "no")],
      ["duct:choked by air", "element:grounded by cabinet", "element:low by across", "high-limit:welded by look"],
    ],
  ] as [string, Draft[], string[]][])("with %s", (_, drafts, left) => {
    const open = codes(e27, [...BLOWN, ...drafts]).filter((c) => c.startsWith("cause"));
    expect(open.sort()).toEqual(left.map((l) => `cause ${l}`).sort());
  });

  test("a look that finds a part good answers for it; one that finds it bad does not", () => {
    const looked = (value: string) =>
      found({ kind: "look", place: { part: "high-limit" }, result: { is: "answer", value }, circumstances: {} });
    expect(codes(e27, [...BLOWN, looked("good")]).join()).not.toContain("high-limit");
    expect(codes(e27, [...BLOWN, looked("bad")]).join()).toContain("high-limit");
  });

  test("the last reading across a fuse counts", () => {
    const blown = (drafts: Draft[]) => blownFuses(e27, jobOf(e27, [SAFE, ...drafts])).map((p) => p.id);
    expect(blown([across("cut-off", null)])).toEqual(["cut-off"]);
    expect(blown([across("cut-off", null), across("cut-off", 0.1)])).toEqual([]);
    expect(blown([ohms(["H3", "H4"], null)])).toEqual([]);
  });
});

describe("gas", () => {
  const g14 = shipped("kelvane-g14");
  const disturbing = [...new Set(g14.parts.map(assemblyIdOf))].filter((a) => disturbsGas(g14, a));

  test("only the gas train is", () =>
    expect(disturbing).toMatchInlineSnapshot(`
    [
      "gas-valve",
      "gas-cock",
    ]
  `));

  test("a joint that was disturbed asks for a leak test since; bubbles, or a test before, are none", () => {
    for (const assembly of disturbing) {
      const leak = (...after: Draft[]) => codes(g14, [SAFE, saw("leak", "tight"), fitted(assembly), ...after]).includes("leak");
      expect(leak()).toBe(true);
      expect(leak(saw("leak", "bubbles"))).toBe(true);
      expect(leak(saw("leak", "tight"), saw("leak", "bubbles"))).toBe(true);
      expect(leak(saw("leak", "bubbles"), saw("leak", "tight"))).toBe(false);
    }
    expect(codes(e27, [SAFE, fitted("element")])).not.toContain("leak");
  });
});

describe("the vent", () => {
  test.each([
    ["weak air", [saw("airflow", "weak")], true],
    ["no air from a drum that turns", [saw("turns", "yes"), saw("airflow", "none")], true],
    ["no air from a drum that stands", [saw("turns", "no"), saw("airflow", "none")], false],
    ["weak, then strong", [saw("airflow", "weak"), saw("airflow", "strong")], false],
    ["weak, then cleared", [saw("airflow", "weak"), fitted("duct", "put-right")], false],
    ["cleared, and weak again", [saw("airflow", "weak"), fitted("duct", "put-right"), saw("airflow", "weak")], true],
    ["never felt", [], false],
  ] as [string, Draft[], boolean][])("%s: %s", (_, drafts, open) => expect(codes(e27, drafts).includes("vent duct")).toBe(open));
});

const anyDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  CLOSED,
  across("cut-off", null),
  across("element", 10.7),
  ohms(["element.1", "CAB"], null, "element"),
  saw("airflow", "weak"),
  saw("airflow", "strong"),
  saw("cycles", "yes"),
  fitted("cut-off"),
  fitted("duct", "put-right"),
  panel("rear", "off"),
  panel("rear", "on"),
);

test("whatever was recorded, a job is closed only with nothing left, and what was open then stays told", () => {
  fc.assert(
    fc.property(fc.array(anyDraft, { maxLength: 20 }), (drafts) => {
      const job = jobOf(e27, [COMPLAINT, ...drafts]);
      if (job.closed) expect(closingBlockers(job)).toEqual([]);
      const refused = job.record.filter((l) => l.status === "refused" && l.entry.kind === "closed");
      for (const line of refused) if (line.status === "refused") expect(["still-blocked", "job-closed"]).toContain(line.refusal.code);
      expect(new Set(job.blockers.map(nameOf)).size).toBe(job.blockers.length);
    }),
    { numRuns: 300 },
  );
});
