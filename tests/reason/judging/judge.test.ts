import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { COMMON_METER, type Meter } from "../../../src/core/model/instrument/meter";
import { closedControls, windingsOf } from "../../../src/core/model/machine/metering";
import { partOff, terminalName } from "../../../src/core/model/machine/wiring";
import { judge } from "../../../src/core/reason/judging/judge";
import { findingKind } from "../../../src/core/record/finding/finding";
import type { OhmsFinding } from "../../../src/core/record/finding/kinds/ohms";
import { limitsOf } from "../../../src/core/record/finding/limits/limits-of";
import { verdictOf } from "../../../src/core/record/finding/limits/verdict";
import { judgementSays, limitsSay, numbersSay } from "../../../src/core/speech/words/bench/judgements";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const g14 = shipped("kelvane-g14");

function reading(
  between: [string, string],
  ohms: number | null,
  more: Partial<OhmsFinding["circumstances"]> = {},
  leadOhms?: number,
): OhmsFinding {
  return {
    kind: "ohms",
    place: { between },
    result: ohms === null ? { is: "OL" } : { is: "value", value: ohms, unit: "ohm" },
    circumstances: more,
    ...(leadOhms !== undefined && { meter: { leadOhms } }),
  };
}
const across = (part: string, ohms: number | null, leadOhms?: number, more: Partial<OhmsFinding["circumstances"]> = {}): OhmsFinding =>
  reading([`${part}.1`, `${part}.2`], ohms, { wiring: [partOff(part)], ...more }, leadOhms);

const interval = fc.tuple(fc.nat({ max: 10_000 }), fc.nat({ max: 10_000 })).map(([a, b]) => ({
  low: Math.min(a, b),
  high: Math.max(a, b),
}));

describe("a verdict", () => {
  test("widening what a reading may be never turns can't tell into a verdict, nor a pass into a fail", () => {
    fc.assert(
      fc.property(
        interval,
        interval,
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (may, limits, down, up) => {
          const before = verdictOf(may, limits);
          const after = verdictOf({ low: may.low - down, high: may.high + up }, limits);
          expect([before, "cant-tell"]).toContain(after);
        },
      ),
    );
  });

  test("a worse meter never decides what a better one can't, for any reading of any part", () => {
    const worse = (factor: number): Meter => ({
      name: "worse",
      ranges: COMMON_METER.ranges.map((r) => ({ ...r, percentOfReading: r.percentOfReading * factor, digits: r.digits * factor })),
    });
    fc.assert(
      fc.property(
        fc.constantFrom("element", "high-limit", "motor", "timer-motor"),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: undefined }),
        fc.double({ min: 1, max: 8, noNaN: true }),
        (part, ohms, leads, factor) => {
          const finding = across(part, ohms, leads);
          const [better, less] = [judge(e27, finding), judge(e27, finding, worse(factor))];
          expect([better.verdict, "cant-tell"]).toContain(less.verdict);
        },
      ),
    );
  });

  test("does not hang on the unit: all of it in milli-ohms or micro-ohms says the same", () => {
    fc.assert(
      fc.property(interval, interval, fc.constantFrom(1e3, 1e6), (may, limits, factor) => {
        const scaled = (i: typeof may) => ({ low: i.low * factor, high: i.high * factor });
        expect(verdictOf(scaled(may), scaled(limits))).toBe(verdictOf(may, limits));
      }),
    );
  });
});

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s", (_, machine) => {
  test("every part that is metered passes at its rating, warmth and leads known, unless the meter is too coarse; and fails open where it should conduct", () => {
    for (const part of machine.parts)
      for (const { terminals } of windingsOf(part)) {
        const between = [terminalName(part.id, terminals[0]), terminalName(part.id, terminals[1])] as [string, string];
        const place = reading(between, 0, {
          wiring: [partOff(part.id)],
          controls: { ...closedControls(machine, part) },
          partC: machine.thermal.ambientC,
        });
        const limits = limitsOf(machine, place);
        if (limits.high === Infinity) continue;
        const middle = (limits.rated?.value ?? 0.05) + 0.3;
        const shown = { ...place, result: { is: "value", unit: "ohm", value: middle }, meter: { leadOhms: 0.3 } } as const;
        const { verdict, hints } = judge(machine, shown);
        expect(verdict === "pass" || hints.includes("too-coarse"), `${part.id} at ${middle}: ${verdict}`).toBe(true);
        expect(judge(machine, { ...place, result: { is: "OL" } }).verdict, part.id).toBe("fail");
        expect(findingKind(shown).schema.safeParse(shown).success).toBe(true);
      }
  });
});

describe("what a technician is told", () => {
  const told = (machine: typeof e27, finding: OhmsFinding) => {
    const j = judge(machine, finding);
    return [j.verdict, judgementSays(j), numbersSay(j), ...j.hints].join(" | ").replaceAll("\u00a0", " ");
  };

  test("of an element, a limit, an open fuse, a coil, a contact in one position, a finger", () => {
    expect(
      [
        told(e27, across("element", 8.2, 0.3)),
        told(e27, across("element", 10.7)),
        told(e27, across("element", 9.7)),
        told(e27, across("element", null)),
        told(e27, across("high-limit", 0.2)),
        told(e27, across("high-limit", 0.4)),
        told(e27, across("door-switch", 0.2, 0.2, { controls: { door: "shut" } })),
        told(g14, across("coil-boost", 560)),
        told(g14, across("coil-boost", 720, undefined, { partC: 70 })),
        told(e27, reading(["element.1", "CAB"], null, { wiring: [partOff("element")] })),
        told(e27, reading(["element.1", "CAB"], 400_000, { wiring: [partOff("element")] })),
      ].join("\n"),
    ).toMatchInlineSnapshot(`
      "fail | Actual 7.6 to 8.2 Ω, 1.4 Ω under. Normal is 9.6 to 11.7 Ω. | Meter shows 8.2 Ω, minus leads 0.3 Ω. Meter accuracy ±(1% + 2 counts). Rated 10.7 Ω ±10%.
      pass | Actual 9.7 to 10.8 Ω. Normal is 9.6 to 11.7 Ω. | Meter shows 10.7 Ω, leads not zeroed: up to 0.9 Ω of this is leads. Meter accuracy ±(1% + 2 counts). Rated 10.7 Ω ±10%.
      cant-tell | Actual 8.7 to 9.8 Ω. Could be in or out of normal, 9.6 to 11.7 Ω. | Meter shows 9.7 Ω, leads not zeroed: up to 0.9 Ω of this is leads. Meter accuracy ±(1% + 2 counts). Rated 10.7 Ω ±10%.
      fail | Open. A good one reads 9.6 to 11.7 Ω. | Rated 10.7 Ω ±10%. | touch-metal
      pass | Actual under 0.2 Ω. Normal is under 0.5 Ω. | Meter shows 0.2 Ω, leads not zeroed: up to 0.9 Ω of this is leads. Meter accuracy ±(1% + 2 counts). | warm-it
      pass | Actual under 0.4 Ω. Normal is under 0.5 Ω. | Meter shows 0.4 Ω, leads not zeroed: up to 0.9 Ω of this is leads. Meter accuracy ±(1% + 2 counts). | warm-it
      pass | Actual under 0.2 Ω. Normal is under 0.5 Ω. | Meter shows 0.2 Ω, minus leads 0.2 Ω. Meter accuracy ±(1% + 2 counts). | other-state
      pass | Actual 542 to 577 Ω. Normal is 508 to 621 Ω. | Meter shows 560 Ω. Meter accuracy ±(1% + 2 counts). Rated 564 Ω ±10% at 72 °F (assumed). | coil-cold
      pass | Actual 710 to 729 Ω. Normal is 603 to 737 Ω. | Meter shows 720 Ω. Meter accuracy ±(1% + 2 counts). Rated 670 Ω ±10% at 158 °F. | coil-cold
      pass | OL. That's normal here. | 
      fail | Actual 396 to 404 kΩ. Normal is OL, or over 1.00 MΩ. | Meter shows 400 kΩ. Meter accuracy ±(1% + 2 counts). | finger"
    `);
    expect(limitsSay(limitsOf(e27, across("element", 0)))).toBe("9.6 to 11.7 Ω");
  });

  test("a thermistor is held against its curve at its own warmth; not knowing that makes more of it unsure", () => {
    const c7 = shipped("kelvane-c7");
    const ntc = c7.parts.find((p) => p.kind === "thermistor");
    if (ntc?.kind !== "thermistor") throw new Error("c7 has a thermistor");
    const at = (ohms: number, partC?: number) => judge(c7, across(ntc.id, ohms, undefined, partC === undefined ? {} : { partC })).verdict;
    expect(at(ntc.ohms25, 25)).toBe("pass");
    expect(at(ntc.ohms25, 60)).toBe("fail");
    expect(at(ntc.ohms25 * 1.3)).toBe("cant-tell");
    expect(at(ntc.ohms25 * 1.3, 25)).toBe("fail");
  });
});
