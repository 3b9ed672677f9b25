import fc from "fast-check";
import { expect, test } from "vitest";
import { backBefore, heldBy, panelMinutes, panelsToOpen } from "../../../src/core/model/access/panels";
import { MACHINES } from "../../../src/machines";

const SHUT = { panelsOff: [] };

test.each(MACHINES.map((m) => [m.id, m] as const))(
  "%s: panels come off in an order that the machine allows, and no more than needed",
  (_, machine) => {
    const ids = machine.panels.map((p) => p.id);
    fc.assert(
      fc.property(fc.subarray(ids), fc.subarray(ids), (wanted, order) => {
        const off: string[] = [];
        for (const id of order) if (heldBy(machine, id, { panelsOff: off }) === undefined) off.push(id);
        const toOpen = panelsToOpen(machine, wanted, { panelsOff: off });
        const now = [...off];
        for (const id of toOpen) {
          expect(heldBy(machine, id, { panelsOff: now })).toBeUndefined();
          expect(now).not.toContain(id);
          now.push(id);
        }
        for (const id of wanted) expect(now).toContain(id);
        for (const id of toOpen) {
          const behind = toOpen.some((other) => machine.panels.find((p) => p.id === other)?.ways.some((w) => w.needs.includes(id)));
          expect(wanted.includes(id) || behind).toBe(true);
        }
        // Back on in the reverse order, nothing is ever in the way.
        while (now.length > 0) {
          const last = now.at(-1) ?? "";
          expect(backBefore(machine, last, { panelsOff: now })).toBeUndefined();
          now.pop();
        }
      }),
      { numRuns: 150 },
    );
  },
);

test("minutes of panels add up, off and on", () => {
  for (const machine of MACHINES) {
    const ids = machine.panels.map((p) => p.id);
    expect(panelMinutes(machine, [], SHUT)).toBe(0);
    expect(panelMinutes(machine, ids, SHUT)).toBeCloseTo(
      machine.panels.reduce((sum, p) => sum + p.minutesOff + p.minutesOn, 0),
      9,
    );
    expect(panelsToOpen(machine, [null, null], SHUT)).toEqual([]);
    expect(panelsToOpen(machine, ids, { panelsOff: ids })).toEqual([]);
  }
});

test("a panel that the machine does not have is refused by name", () => {
  for (const machine of MACHINES) expect(() => panelsToOpen(machine, ["attic"], SHUT)).toThrow(/no panel “attic”; it has /);
});
