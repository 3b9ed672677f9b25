import { describe, expect, test } from "vitest";
import { heard, NOTHING_HELD } from "../../src/core/model/instrument/hold";
import { partOff } from "../../src/core/model/machine/wiring";
import { HEALTHY, StandIn } from "../../src/core/practice/stand-in";
import { judge } from "../../src/core/reason/judging/judge";
import { statesOf } from "../../src/core/reason/judging/part-states";
import type { Question } from "../../src/core/record/finding/finding";
import { MACHINES } from "../../src/machines";
import { shipped } from "../job-of";

const e27 = shipped("orrinshaw-e27");
const element: Question = { kind: "ohms", place: { between: ["element.1", "element.2"] }, circumstances: { wiring: [partOff("element")] } };

/** Gives what it holds after three seconds. */
function held(standIn: StandIn, on: Parameters<StandIn["stream"]>[0], fitted: readonly string[] = []) {
  const stream = standIn.stream(on, fitted);
  return stream && Array.from({ length: 40 }, (_, i) => stream(i + 1)).reduce(heard, NOTHING_HELD).held;
}

describe("the simulated meter", () => {
  test("the nth reading is always the same, in whatever order it is asked for", () => {
    const one = new StandIn(e27, 7).stream(element);
    const other = new StandIn(e27, 7).stream(element);
    const forwards = Array.from({ length: 50 }, (_, i) => one?.(i + 1));
    const backwards = Array.from({ length: 50 }, (_, i) => other?.(50 - i)).reverse();
    expect(forwards).toEqual(backwards);
    expect(forwards[0]).toMatchObject({ seq: 1, value: null, unit: "ohm" });
  });

  test("a part that is open shows OL until a new one is in; the leads show their own ohms", () => {
    const broken = new StandIn(e27, 3, "element:open");
    expect(held(broken, element)).toBe(Infinity);
    expect(held(broken, element, ["element"])).toBeCloseTo(10.9, 0);
    const leads = held(broken, "leads");
    expect(leads).toBeGreaterThan(0);
    expect(leads).toBeLessThan(0.5);
  });

  test("a fault that the machine does not have is refused by name", () => {
    expect(() => new StandIn(e27, 1, "igniter:open")).toThrow(/has no fault “igniter:open”/);
  });

  test.each(MACHINES.map((m) => [m.id, m] as const))("on a healthy %s no part that is read cold fails", (_, machine) => {
    const standIn = new StandIn(machine, 11, HEALTHY);
    const leadOhms = held(standIn, "leads") ?? 0;
    const failed = machine.parts.flatMap((part) =>
      statesOf(machine, part)
        .filter((s) => ["across", "to-cabinet"].includes(s.state.is) && s.question.kind === "ohms")
        .flatMap(({ id, question }) => {
          const value = held(standIn, question);
          if (question.kind !== "ohms" || value === undefined) return [`${part.id} ${id}: nothing`];
          const result = value === Infinity ? ({ is: "OL" } as const) : ({ is: "value", value, unit: "ohm" } as const);
          return judge(machine, { ...question, result, meter: { leadOhms } }).verdict === "fail" ? [`${part.id} ${id}: ${value}`] : [];
        }),
    );
    expect(failed).toEqual([]);
  });
});
