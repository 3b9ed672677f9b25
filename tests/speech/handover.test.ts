import { expect, test } from "vitest";
import { CATALOGUE } from "../../src/catalogue/catalogue";
import { dayMeant } from "../../src/core/record/job/day-meant";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { DEFAULT_TERMS } from "../../src/core/record/stock/terms";
import { understand } from "../../src/core/speech/understand";
import { itemFacts } from "../../src/core/speech/words/bench/stock";
import { wantedSays } from "../../src/core/speech/words/card/waiting";
import { clockSays, dayAfter, daySays } from "../../src/core/speech/words/days";
import { csvOf } from "../../src/core/speech/words/report/csv";
import { handStep, toSay } from "../../src/core/speech/words/report/hand-over";
import { reportOf } from "../../src/core/speech/words/report/report";
import { jobOf, SAFE, shipped } from "../job-of";

const E27 = shipped("orrinshaw-e27");
const report = (lines: readonly (string | Draft)[]) => {
  const job = jobOf(E27, lines);
  return { job, page: reportOf({ machine: E27, job, number: 7, terms: DEFAULT_TERMS }) };
};

test.each([
  ["need element, ordered, Thursday", "ordered, comes thursday"],
  ["element ordered, comes tomorrow", "ordered, comes tomorrow"],
  ["need a new element", ""],
  ["the element needs to be ordered", ""],
])("“%s” is a part that is needed", (line, more) => {
  const heard = understand(line, { machine: E27, job: jobOf(E27, []) });
  expect(heard.is === "entries" && heard.says).toBe(["Needed: heating element", ...(more ? [more] : [])].join(", "));
});

test("a day that was said is a date, from the day on which it was said", () => {
  const at = "2026-11-25T14:00:00Z"; // a Wednesday
  expect(["Thursday", "wed", "today", "tomorrow", "in 3 days", "next week", "soon"].map((d) => dayMeant(d, at))).toEqual([
    "2026-11-26",
    "2026-12-02",
    "2026-11-25",
    "2026-11-26",
    "2026-11-28",
    "2026-12-02",
    undefined,
  ]);
  expect([daySays("2026-12-03"), daySays("2026-12-03T23:30:00+01:00", { year: true }), clockSays("2026-12-03T09:30:00+01:00")]).toEqual([
    "Thu, Dec 3",
    "Thu, Dec 3, 2026",
    "9:30 AM",
  ]);
});

test("months of warranty end on a day that there is", () => {
  expect([dayAfter("2026-08-31T10:00:00Z", 6, 0), dayAfter("2026-11-25", 12, 0), dayAfter("2026-11-25", 0, 90)]).toEqual([
    "2027-02-28",
    "2027-11-25",
    "2027-02-23",
  ]);
});

test("what a job waits for: the newer word on the same part holds", () => {
  const { wanted } = jobOf(E27, [
    "need element",
    { kind: "wanted", body: { assembly: "element", ordered: true, due: "2026-12-03" } },
    "waiting for a part",
  ]);
  expect(wanted.map((w) => wantedSays(E27, w))).toEqual(["heating element, ordered, due Thu, Dec 3", "a part not named yet"]);
});

test("what would be run in a spreadsheet is text in it", () => {
  const csv = csvOf(["said"], [["=HYPERLINK(1)"], ["+1"], ["-2"], ["@x"], ['he said "no", then left'], [3]]);
  expect(csv).toBe(`said\n'=HYPERLINK(1)\n+1\n-2\n'@x\n"he said ""no"", then left"\n3\n`);
});

test("an item of the catalogue in words: kit, successor, never reused", () => {
  expect(
    ["QF-K1338", "QF-1191", "QF-1107"].map((c) => itemFacts(CATALOGUE, CATALOGUE.find((i) => i.code === c) as never, "$").join(" · ")),
  ).toMatchInlineSnapshot(`
    [
      "$86.50 (est.) · 12 months of warranty · holds Heating element, High-limit thermostat, Thermal cut-off, 4 × Crimp terminal, Jumper for other models · never reused",
      "$62.50 (est.) · 12 months of warranty · no longer made: QF-1191B replaces it · never reused",
      "$28.50 (est.) · 12 months of warranty · the old one may be reused",
    ]
  `);
});

const REPAIR: readonly (string | Draft)[] = [
  "turns, no heat",
  SAFE,
  "element OL",
  "high limit 0.2",
  "fitted element",
  {
    kind: "used",
    body: { item: "QF-1191B", name: "Heating element, second issue", count: 1, cents: 6550, warrantyMonths: 12, renews: ["element"] },
  },
  { kind: "left-over", body: { item: "QF-K1338", piece: "Jumper", count: 1, why: "for other models" } },
  "element 10.7",
  { kind: "declined", body: { what: "cleaning the duct", why: "the landlord pays", unsafe: false, ends: false } },
  { kind: "visit", body: { on: "2026-12-03T09:30:00+01:00", minutes: 60, what: "clean the duct" } },
];

test("the page: parts with their codes, what was good after all, what was left over, declined, the next visit", () => {
  const { page } = report(REPAIR);
  const of = (name: string) => page.sections.find((s) => s.name === name)?.lines;
  expect(of("Parts")).toEqual([
    "Heating element, second issue, QF-1191B",
    "Tested good and reused: high-limit thermostat.",
    "Not used from the kit: Jumper (for other models).",
  ]);
  expect(of("What you declined")).toEqual(["Cleaning the duct: “the landlord pays”."]);
  expect(of("Next visit")).toEqual(["Thu, Dec 3, 2026, 9:30 AM: clean the duct"]);
});

test("at the hand-over: first what it was, then each line once, then the name; nothing is asked twice", () => {
  const lines = [...REPAIR];
  expect(handStep(report(lines).page, report(lines).job).is).toBe("conclude");
  lines.push({ kind: "conclusion", body: { wrong: "The element was open" } });
  for (let i = 0; i < 20; i++) {
    const { page, job } = report(lines);
    const step = handStep(page, job);
    if (step.is !== "say") break;
    expect(step.left).toBe(toSay(page, job).length - i);
    lines.push({ kind: "tick", body: { list: "hand-over", item: step.next.id, says: step.next.says, state: "done" } });
  }
  const { page, job } = report(lines);
  expect(handStep(page, job).is).toBe("sign");
  expect(toSay(page, job).map((t) => t.says)).toContain("The element was open");
});
