import fc from "fast-check";
import { expect, test } from "vitest";
import { CATALOGUE } from "../../../src/catalogue/catalogue";
import { assemblyIdOf, isAssembly, repairOf, replaces } from "../../../src/core/model/machine/assembly";
import { moneySays } from "../../../src/core/model/quantity/money";
import { againstNew } from "../../../src/core/reason/deciding/replace";
import { visitMinutes } from "../../../src/core/reason/deciding/visit-minutes";
import { type Deciding, itemsOf, waysToRepair } from "../../../src/core/reason/deciding/ways-to-repair";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { type BillLine, billOf, billProblem } from "../../../src/core/record/job/closing/bill";
import { refusalOf } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { DEFAULT_TERMS } from "../../../src/core/record/stock/terms";
import { againstNewSays, callBackSays } from "../../../src/core/speech/words/report/deciding";
import { MACHINES } from "../../../src/machines";
import { jobOf, SAFE, shipped, suspectsFor } from "../../job-of";

const E27 = shipped("orrinshaw-e27");

function deciding(lines: readonly (string | Draft)[], change: Partial<Deciding> = {}): Deciding {
  const job = jobOf(E27, lines);
  const { suspects } = rank(suspectsFor(E27), job.evidence);
  return { machine: E27, job, suspects, items: CATALOGUE, terms: DEFAULT_TERMS, spent: 30, ownTimes: {}, ...change };
}

const OPEN_ELEMENT = ["turns, no heat", "air strong", SAFE, "rear off", "element OL", "high limit 0.2", "cutoff 0.2"];

test("three ways side by side: what each costs now and is expected to cost in call-backs", () => {
  const ways = waysToRepair(deciding(OPEN_ELEMENT));
  const told = ways.map(
    (w) =>
      `${w.bill.way}\n  ${w.bill.lines.map((l) => `${l.says}${l.item ? ` ${l.item}` : ""}${l.how ? ` (${l.how})` : ""} ${moneySays(l.cents)}`).join("; ")}\n  to pay ${moneySays(w.bill.total)}; call-back ${Math.round(w.callBack.chance * 100)} %: ${moneySays(w.expected)}: ${w.callBack.reasons.map(callBackSays).join(", ")}`,
  );
  expect(told.join("\n")).toMatchInlineSnapshot(`
    "Heating element
      Trip charge $45.00; Labor (30 min so far, 22 min to come, at $78.00 an hour) $67.60; Heating element, second issue QF-1191B $65.50
      to pay $192.35; call-back 14 %: $20.99: 4% chance it was something else, 2% chance the new part is bad, 6% chance a part that wears with it fails (heater with limit and cut-off), 4% chance the vent opens it again
    Heating element, clear the vent
      Trip charge $45.00; Labor (30 min so far, 47 min to come, at $78.00 an hour) $100.10; Heating element, second issue QF-1191B $65.50
      to pay $227.45; call-back 11 %: $15.77: 4% chance it was something else, 2% chance the new part is bad, 6% chance a part that wears with it fails (heater with limit and cut-off)
    Heater with limit and cut-off, clear the vent
      Trip charge $45.00; Labor (30 min so far, 63 min to come, at $78.00 an hour) $120.90; Kit: heater with limit and cut-off QF-K1338 $86.50
      to pay $272.59; call-back 8 %: $11.57: 4% chance it was something else, 4% chance one of 3 new parts is bad"
  `);
});

test("a vent that is choked makes the part alone the dearer way; cleaned, it is offered uncleaned no more", () => {
  const ways = waysToRepair(deciding(["turns, no heat", "air weak", SAFE, "rear off", "cutoff OL", "element 10.7"]));
  const [part, cleaned] = ways;
  if (!part || !cleaned) throw new Error("two ways are wanted");
  expect(part.callBack.chance).toBeGreaterThan(0.4);
  expect(cleaned.callBack.chance).toBeLessThan(part.callBack.chance / 2);
  expect(part.bill.total + part.expected).toBeGreaterThan(cleaned.bill.total + cleaned.expected);
  const done = waysToRepair(
    deciding(["turns, no heat", "air weak", SAFE, { kind: "fitted", body: { assembly: "duct", action: "put-right" } }]),
  );
  expect(done.map((w) => w.id)).not.toContain("part");
});

test("a kit is offered where it holds what is bought for less; what the catalogue lacks is priced by the sheet", () => {
  const { items, unlisted } = itemsOf(CATALOGUE, E27, undefined, ["cut-off", "element", "high-limit"]);
  expect(items.map((i) => i.item.code)).toEqual(["QF-K1338"]);
  expect(unlisted).toEqual([]);
  expect(itemsOf([], E27, undefined, ["element"])).toEqual({ items: [], unlisted: ["element"] });
});

test("one's own minutes for a panel make labour dearer or cheaper; nothing else", () => {
  const [slow] = waysToRepair(deciding(["turns, no heat", SAFE, "element OL"], { ownTimes: { rear: 40 } }));
  const [file] = waysToRepair(deciding(["turns, no heat", SAFE, "element OL"]));
  if (!slow || !file) throw new Error("a way is wanted");
  expect(slow.minutes).toBeGreaterThan(file.minutes);
  expect(slow.bill.lines.filter((l) => l.is !== "labour")).toEqual(file.bill.lines.filter((l) => l.is !== "labour"));
});

test("minutes of a visit: gaps between visits are none of it, whatever the order", () => {
  const at = ["2026-11-02T10:00:00Z", "2026-11-02T10:12:00Z", "2026-11-02T10:30:00Z", "2026-11-04T09:00:00Z", "2026-11-04T09:05:00Z"];
  expect(visitMinutes(at)).toBe(35);
  expect(visitMinutes(at.toReversed())).toBe(35);
  expect(visitMinutes([])).toBe(0);
});

test("repair or another machine: the older, the likelier the next failure; what is renewed fails no more; all assumptions are told", () => {
  const at = (age: number, renewed: string[] = []) => againstNew(E27, DEFAULT_TERMS, age, 20_000, renewed);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 30, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (age, more) => at(age + more).failsAgain >= at(age).failsAgain,
    ),
  );
  expect(at(9, ["element", "duct"]).failsAgain).toBeLessThan(at(9).failsAgain);
  expect(at(9).savesOver).toBe(at(9).newOver - at(9).repairOver);
  expect(againstNewSays(at(9, ["element"]), "$")).toMatchInlineSnapshot(`
    {
      "rests": [
        "It is 9 years old. Typical life: 13.",
        "34% chance something else fails within 2 years. New machine: 5%.",
        "A failure costs $146.33.",
        "Repaired: $200.00 now, for the 4 years it has left. With later failures, 2 years cost $149.62.",
        "New machine: $689.00 now. With later failures, 2 of its 13 years cost $113.03.",
      ],
      "says": "Over 2 years a new machine is cheaper by $36.59 (est.). Today the repair saves $489.00 over a new machine.",
    }
  `);
});

/** A bill in decimal strings, as with paper and pencil: shares no arithmetic with the program's. */
function byHand(lines: readonly BillLine[], rate: number): { readonly tax: bigint; readonly total: bigint } {
  const net = lines.reduce((sum, l) => sum + BigInt(l.cents), 0n);
  const tenThousandths = net * BigInt(rate);
  const [whole, rest] = [tenThousandths / 10_000n, tenThousandths % 10_000n];
  const tax = rest >= 5000n ? whole + 1n : rest <= -5000n ? whole - 1n : whole;
  return { tax, total: net + tax };
}

test("10,000 random bills come out to the cent, agree with a bill by hand, and are refused when a cent is off", () => {
  const line = fc.record({
    is: fc.constantFrom("part" as const, "labour" as const, "other" as const),
    says: fc.constant("x"),
    cents: fc.integer({ min: -50_000, max: 900_000 }),
  });
  let bills = 0;
  let drift = 0n;
  fc.assert(
    fc.property(fc.array(line, { minLength: 1, maxLength: 20 }), fc.integer({ min: 0, max: 2500 }), (lines, rate) => {
      const bill = billOf("way", lines, rate, "$");
      const hand = byHand(lines, rate);
      expect([BigInt(bill.tax), BigInt(bill.total)]).toEqual([hand.tax, hand.total]);
      expect(billProblem(bill)).toBeUndefined();
      expect(billProblem({ ...bill, total: bill.total + 1 })).toContain("the total is");
      drift += BigInt(bill.total) - hand.total;
      bills++;
    }),
    { numRuns: 10_000 },
  );
  expect([bills, drift]).toEqual([10_000, 0n]);
});

test("declined: an unsafe machine, or one that stands open, is left marked or it does not count", () => {
  const open = jobOf(E27, ["turns, no heat", SAFE, "rear off"]);
  const shut = jobOf(E27, ["turns, no heat"]);
  const declined = (unsafe: boolean, marked: boolean, ends = true): Draft => ({
    kind: "declined",
    body: { what: "element", unsafe, ends, ...(marked && { marked: true as const }) },
  });
  expect(refusalOf(open, declined(false, false))?.code).toBe("not-marked");
  expect(refusalOf(shut, declined(true, false))?.code).toBe("not-marked");
  expect(refusalOf(shut, declined(false, false))).toBeUndefined();
  const left = jobOf(E27, ["turns, no heat", SAFE, "rear off", declined(true, true)]);
  expect([left.closed, left.stage]).toEqual([true, "hand"]);
  expect(jobOf(E27, ["turns, no heat", declined(false, false, false)]).closed).toBe(false);
});

test("on every machine, whatever was fitted: bills come out, chances are chances, and more that is done is never likelier to bring somebody back", () => {
  let priced = 0;
  for (const machine of MACHINES) {
    const bought = [...new Set(machine.parts.map(assemblyIdOf))].filter((a) => isAssembly(machine, a) && replaces(repairOf(machine, a)));
    for (const assembly of bought) {
      const job = jobOf(machine, [SAFE, { kind: "fitted", body: { assembly, action: "replaced" } }]);
      const ways = waysToRepair({ machine, job, suspects: [], items: CATALOGUE, terms: DEFAULT_TERMS, spent: 12, ownTimes: {} });
      for (const w of ways) {
        priced++;
        expect(billProblem(w.bill)).toBeUndefined();
        expect(w.callBack.chance).toBeGreaterThanOrEqual(0);
        expect(w.callBack.chance).toBeLessThanOrEqual(1);
        expect(w.bill.lines.filter((l) => l.is === "part")).toHaveLength(w.items.length + w.unlisted.length);
      }
      const [part, cleaned] = [ways.find((w) => w.id === "part"), ways.find((w) => w.id === "part-and-vent")];
      if (part && cleaned) expect(cleaned.callBack.chance).toBeLessThanOrEqual(part.callBack.chance);
    }
  }
  expect(priced).toBeGreaterThan(150);
});
