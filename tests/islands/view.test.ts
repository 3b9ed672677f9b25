import fc from "fast-check";
import { expect, test } from "vitest";
import { STAGES } from "../../src/core/record/job/stages";
import type { Intent } from "../../src/islands/store/intent";
import { afterEntry, NOTHING, probingOf, viewAfter, viewOf } from "../../src/islands/store/view";
import { shipped } from "../job-of";

const machine = shipped("orrinshaw-e27");
const intent = fc.oneof(
  fc.constantFrom<Intent>({ do: "unchoose" }, { do: "focus-line" }, { do: "take-back" }, { do: "show-path", entry: undefined }),
  fc.constantFrom(...STAGES).map((bench): Intent => ({ do: "go", bench })),
  fc.constantFrom("H3", "H5", "PL1").map((net): Intent => ({ do: "choose-point", net })),
  fc.constantFrom("element", "belt").map((part): Intent => ({ do: "choose-part", part })),
  fc.string().map((text): Intent => ({ do: "edit-line", text })),
);

test("whatever is done: at most two points are chosen, two different ones, and only going changes the bench", () => {
  fc.assert(
    fc.property(fc.array(intent, { maxLength: 30 }), (intents) => {
      let view = viewOf("meter");
      for (const i of intents) {
        const next = viewAfter(view, i);
        if (i.do !== "go") expect(next.bench).toBe(view.bench);
        if (i.do !== "edit-line") expect(next.line).toBe(view.line);
        view = next;
        if (view.chosen.kind === "points") {
          expect(view.chosen.points.length).toBeLessThanOrEqual(2);
          expect(new Set(view.chosen.points).size).toBe(view.chosen.points.length);
        }
      }
      expect(afterEntry(view)).toMatchObject({ chosen: NOTHING, controls: {}, line: view.line, bench: view.bench });
      const once = afterEntry(view);
      expect(afterEntry(once)).toBe(once);
    }),
    { numRuns: 200 },
  );
});

test("chosen twice is let go; a part is read across with its wires off, points as the machine stands", () => {
  const part = viewAfter(viewOf("meter"), { do: "choose-part", part: "element" });
  expect(probingOf(machine, part.chosen, false)).toMatchObject({
    between: ["element.1", "element.2"],
    unit: "ohm",
    wiring: [{ edit: "part-off", part: "element" }],
  });
  expect(viewAfter(part, { do: "choose-part", part: "element" }).chosen).toBe(NOTHING);
  expect(probingOf(machine, { kind: "part", part: "belt" }, false)).toBeUndefined();
  expect(probingOf(machine, { kind: "points", points: ["H3"] }, false)).toBeUndefined();
  expect(probingOf(machine, { kind: "points", points: ["H3", "H5"] }, false)).toMatchObject({ unit: "ohm", wiring: [] });
  expect(probingOf(machine, { kind: "points", points: ["H3", "H5"] }, true)).toMatchObject({ unit: "volt" });
});
