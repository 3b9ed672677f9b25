import { describe, expect, test } from "vitest";
import { cabinetGaps } from "../../../src/core/model/machine/check/complete";
import type { Machine } from "../../../src/core/model/machine/format";
import { improvedMachine } from "../../../src/core/model/machine/improved";
import { parseMachine } from "../../../src/core/model/machine/read";
import { MACHINES } from "../../../src/machines";
import sixth from "../../fixtures/sixth.machine.json";
import { shipped } from "../../job-of";

test("every shipped machine carries panels, fasteners, wires, tools, cautions and exchanges in full", () => {
  for (const machine of MACHINES) {
    expect([machine.id, cabinetGaps(machine)]).toEqual([machine.id, []]);
    expect(machine.panels.some((p) => p.mind.length > 0)).toBe(true);
  }
});

describe("what a file lacks is said with its place", () => {
  const e27 = shipped("orrinshaw-e27");
  const changed = (change: (m: Machine) => void): string[] => {
    const copy = structuredClone(e27);
    change(copy);
    return cabinetGaps(copy).map((g) => `${g.at}: ${g.lacks}`);
  };
  const front = (m: Machine) => m.panels.find((p) => p.id === "front") as Machine["panels"][number];

  test.each<readonly [string, (m: Machine) => void, string]>([
    ["no fasteners", (m) => Object.assign(front(m), { fasteners: [] }), "panels.front: fasteners"],
    ["no tool for a head", (m) => Object.assign(front(m), { tools: [] }), "panels.front: a tool for hex 8"],
    [
      "a lead gone",
      (m) =>
        m.leads.splice(
          m.leads.findIndex((l) => l.at === "element.1"),
          1,
        ),
      "parts.element: the wire of terminal 1",
    ],
    [
      "two colours on one wire",
      (m) => Object.assign(m.leads.find((l) => l.at === "element.1") ?? {}, { colour: "VT" }),
      "net H4: one colour: its ends are ",
    ],
    [
      "no list of an exchange",
      (m) =>
        m.exchanges.splice(
          m.exchanges.findIndex((e) => e.of === "element"),
          1,
        ),
      "exchanges: element",
    ],
    ["no belt drawn", (m) => Object.assign(m.drum, { routing: undefined }), "drum: how the belt runs"],
  ])("%s", (_, change, says) => {
    expect(changed(change).join("\n")).toContain(says);
  });

  test("a file of the first format works, and lacks nearly all of it", () => {
    const gaps = cabinetGaps(parseMachine(sixth));
    expect(gaps.length).toBeGreaterThan(10);
    expect(gaps.some((g) => g.lacks === "fasteners")).toBe(true);
  });
});

describe("the file as a job found it", () => {
  const e27 = shipped("orrinshaw-e27");

  test("is the same object where nothing differs, the counted fasteners as the file has them included", () => {
    const rear = e27.panels.find((p) => p.id === "rear")?.fasteners.filter((f) => !f.stays) ?? [];
    expect(improvedMachine(e27, [])).toBe(e27);
    expect(improvedMachine(e27, [{ of: "rear", fasteners: rear }])).toBe(e27);
  });

  test("takes over what was in the way, the minutes and the screws, and is a machine file", () => {
    const better = improvedMachine(e27, [
      { of: "rear", needs: ["terminal-cover"], minutes: 22 },
      { of: "top", fasteners: [{ is: "screw", count: 3, head: "cross 2", lengthMm: 12, stays: false }] },
    ]);
    const panel = (id: string) => better.panels.find((p) => p.id === id);
    expect(panel("rear")?.ways).toEqual([{ needs: ["terminal-cover"], minutes: 0 }]);
    expect((panel("rear")?.minutesOff ?? 0) + (panel("rear")?.minutesOn ?? 0)).toBeCloseTo(22, 9);
    expect(panel("top")?.fasteners.map((f) => f.count)).toEqual([3, 2]);
    expect(parseMachine(structuredClone(better))).toEqual(better);
  });
});
