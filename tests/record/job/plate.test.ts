import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { differsIn, nearestFirst, PLATE_ROWS, plateOf } from "../../../src/core/model/machine/plate";
import { refOf } from "../../../src/core/model/machine/revision";
import { stateAfter } from "../../../src/core/record/job/fold";
import { notThisOne } from "../../../src/core/speech/words/bench/plate";
import { MACHINES } from "../../../src/machines";
import { across, found, jobOf, SAFE, shipped } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const kept = MACHINES.map((machine) => ({ ref: refOf(machine), machine }));

describe("a plate", () => {
  test("of a machine whose sheet is here differs in nothing, however few of its rows were read, and is nearest to itself", () => {
    fc.assert(
      fc.property(fc.constantFrom(...MACHINES), fc.subarray([...PLATE_ROWS]), (machine, rows) => {
        const read = Object.fromEntries(rows.map((row) => [row, plateOf(machine)[row]]));
        expect(differsIn(read, machine)).toEqual([]);
        expect(notThisOne(read, machine)).toBeUndefined();
        expect(differsIn(plateOf(machine), nearestFirst(plateOf(machine), kept)[0]?.machine ?? machine)).toEqual([]);
      }),
    );
  });

  test("says what the machine files say of supply, fuel and air", () => {
    expect(Object.fromEntries(MACHINES.map((m) => [m.id, [plateOf(m).fuel, plateOf(m).volts, plateOf(m).vented].join(" ")]))).toEqual({
      "orrinshaw-e27": "electric 240 true",
      "kelvane-g14": "gas 120 true",
      "brisk-tolley-v45e": "electric 240 true",
      "brisk-tolley-v45g": "gas 120 true",
      "kelvane-c7": "electric 230 false",
      "orrinshaw-e27-208": "electric 208 true",
    });
  });

  test("of a machine that is not here takes the nearest: another fuel or supply counts for more than another letter", () => {
    const nearest = (plate: Parameters<typeof nearestFirst>[0]) => nearestFirst(plate, kept)[0]?.machine.id;
    expect(nearest({ maker: "Orrinshaw", model: "E27C", fuel: "electric", volts: 240 })).toBe("orrinshaw-e27");
    expect(nearest({ maker: "Orrinshaw", model: "E27C", fuel: "electric", volts: 208 })).toBe("orrinshaw-e27-208");
    expect(nearest({ maker: "Orrinshaw", model: "E27", fuel: "gas", volts: 120, vented: true })).toMatch(/g14|v45g/);
  });

  test("differs in the model by one sign, in case and points not; the sheet says so", () => {
    expect(differsIn({ model: "e-27" }, e27)).toEqual([]);
    expect(notThisOne({ maker: "Orrinshaw", model: "E27C", volts: 208 }, e27)).toBe(
      "Borrowed wiring sheet. Nameplate: E27C. Sheet: E27. Nameplate: 208 V. Sheet: 240 V.",
    );
  });
});

test("a machine that is corrected keeps what it can have, and what it can't counts for nothing", () => {
  const c7 = shipped("kelvane-c7");
  const lines = [
    "turns, no heat",
    SAFE,
    across("element", 10.6),
    found({ kind: "look", place: { part: "belt" }, result: { is: "answer", value: "good" }, circumstances: {} }),
  ];
  const before = jobOf(e27, lines);
  const after = stateAfter(
    before,
    { kind: "machine", body: { machine: refOf(c7) } },
    { id: "e", at: "2026-11-24T10:00:00Z", by: "Tess Trier", findMachine: () => c7 },
  );
  expect(before.evidence.some((e) => e.finding.kind === "ohms")).toBe(true);
  expect(after.machine?.id).toBe("kelvane-c7");
  expect(after.evidence.map((e) => e.finding.kind)).not.toContain("ohms");
  expect(after.evidence.map((e) => e.finding.kind)).toContain("look");
});
