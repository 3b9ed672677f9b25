import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Fault } from "../../../src/core/model/machine/fault";
import type { Machine } from "../../../src/core/model/machine/format";
import { closedControls, windingsOf } from "../../../src/core/model/machine/metering";
import { kindOf } from "../../../src/core/model/machine/parts/index";
import { partOff } from "../../../src/core/model/machine/wiring";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { MACHINES } from "../../../src/machines";
import { found, jobOf, suspectsFor } from "../../job-of";

const discharge = (machine: Machine): Draft[] =>
  machine.parts.flatMap((p): Draft[] => (p.kind === "capacitor" ? [{ kind: "discharged", body: { part: p.id } }] : []));

/** A noise-free reading across every part, wires off, on a machine with these faults. */
function everyPart(machine: Machine, faults: readonly Fault[]): Draft[] {
  const { predictor } = suspectsFor(machine);
  return machine.parts.flatMap((part) => {
    if (!kindOf(part).readsAtRest(part)) return [];
    return windingsOf(part).map(({ terminals: [a, b] }): Draft => {
      const between: [string, string] = [`${part.id}.${a}`, `${part.id}.${b}`];
      const circumstances = { wiring: [partOff(part.id)], controls: { ...closedControls(machine, part) } };
      const read = predictor.reading(faults, { between, unit: "ohm", ...circumstances });
      const result = read.is === "value" ? ({ is: "value", unit: "ohm", value: read.mean + 0.1 } as const) : ({ is: "OL" } as const);
      return found({ kind: "ohms", place: { between }, result, circumstances });
    });
  });
}

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s", (_, machine) => {
  // A switch that something else moves stands open for that too, which is likelier; relays and capacitors read open when
  // they are good; and very rare faults need a second reading.
  const moved = new Set(machine.parts.flatMap((p) => p.moves.map((m) => m.control)));
  const electrical = machine.parts
    .filter((p) => !(p.kind === "switch" && moved.has(p.closedWhen.control)) && p.kind !== "relay" && p.kind !== "capacitor")
    .flatMap((p) =>
      p.faults
        .filter((f) => ["open", "main-open", "start-open"].includes(f.mode) && f.weight.value >= 0.5)
        .map((f): Fault => ({ part: p.id, mode: f.mode, at: f.at, severity: f.severity })),
    );
  const measurable = electrical.filter((f) => {
    const part = machine.parts.find((p) => p.id === f.part);
    return part && windingsOf(part).length > 0 && kindOf(part).readsAtRest(part);
  });

  test("there are open faults to find", () => expect(measurable.length).toBeGreaterThan(12));

  test.each(measurable.map((f) => [`${f.part} ${f.mode}`, f] as const))("every part metered: %s leads", (__, fault) => {
    const job = jobOf(machine, ["proved dead", ...discharge(machine), ...everyPart(machine, [fault])]);
    const { suspects } = rank(suspectsFor(machine), job.evidence);
    const holds = (faults: readonly Fault[]) => faults.some((f) => f.part === fault.part && f.mode === fault.mode);
    const share = suspects.filter((s) => holds(s.hypothesis.faults)).reduce((sum, s) => sum + s.probability, 0);
    const rival = Math.max(...suspects.filter((s) => !holds(s.hypothesis.faults)).map((s) => s.probability));
    expect(share).toBeGreaterThan(rival);
  });

  test("the shares add up to one, and do not depend on the order in which things were found", () => {
    const findings = everyPart(machine, measurable.slice(0, 1));
    fc.assert(
      fc.property(fc.shuffledSubarray(findings, { minLength: 3, maxLength: 6 }), (subset) => {
        const shares = (drafts: readonly Draft[]) => {
          const { evidence } = jobOf(machine, ["proved dead", ...discharge(machine), ...drafts]);
          const { suspects, outside } = rank(suspectsFor(machine), evidence);
          expect(suspects.reduce((sum, s) => sum + s.probability, outside)).toBeCloseTo(1, 9);
          return new Map(suspects.map((s) => [s.hypothesis.suspect, s.probability]));
        };
        const [one, other] = [shares(subset), shares(subset.toReversed())];
        for (const [id, p] of one) expect(Math.abs(p - (other.get(id) ?? Number.NaN))).toBeLessThan(1e-9);
      }),
      { numRuns: 15 },
    );
  });

  test("“can't tell” weighs nothing", () => {
    const known = rank(suspectsFor(machine), jobOf(machine, ["turns, no heat"]).evidence);
    const more = rank(suspectsFor(machine), jobOf(machine, ["turns, no heat", "hums ?", "trips unknown"]).evidence);
    expect(more.suspects.map((s) => s.probability)).toEqual(known.suspects.map((s) => s.probability));
  });
});
