import { expect, test } from "vitest";
import { jobRow } from "../../src/core/speech/words/job-row";
import { type EarlierVisit, earlierVisit, REPEAT_DAYS, repeatOf, repeatSays } from "../../src/core/speech/words/report/earlier-visits";
import { across, elementRenewed, jobOf, LIVE, PROOF, SAFE, shipped } from "../job-of";

const e27 = shipped("orrinshaw-e27");
const day = (n: number) => new Date(Date.UTC(2026, 9, 1) + n * 86_400_000).toISOString();

const visit = (changedAt: string, closed = true): EarlierVisit => {
  const job = jobOf(e27, ["turns, no heat", ...elementRenewed(), LIVE, PROOF]);
  return earlierVisit(job, { ...jobRow(job, day(0), changedAt), number: 12, seq: 1, closed });
};

test("an earlier visit says what was done, each once, and what was read", () => {
  expect(visit(day(1))).toMatchObject({ number: 12, done: ["replaced heating element"] });
  expect(visit(day(1)).readings.join()).toMatch(/10\.8/);
  const twice = jobOf(e27, [SAFE, "rear off", across("element", null), "fitted element", "fitted element"]);
  expect(earlierVisit(twice, { ...jobRow(twice, day(0), day(0)), number: 1, seq: 1 }).done).toHaveLength(1);
});

test("a call is a repeat up to the thirtieth day after a closed visit; an open one, or one that is later, is none", () => {
  const called = day(40);
  for (const [ago, is] of [
    [0, true],
    [1, true],
    [REPEAT_DAYS, true],
    [REPEAT_DAYS + 1, false],
    [-2, false],
  ] as const)
    expect(repeatOf([visit(day(40 - ago))], called) !== undefined, `${ago} days`).toBe(is);
  expect(repeatOf([visit(day(39), false)], called)).toBeUndefined();
  expect(repeatOf([visit(day(20)), visit(day(35))], called)?.changedAt).toBe(day(35));
});

test("it is told with what was fitted then", () => {
  expect(repeatSays(visit(day(14)), day(40))).toEqual({
    says: "Callback, 26 days after job 12",
    done: "Last visit: replaced heating element.",
  });
  expect(repeatSays({ ...visit(day(39)), done: [], reservations: "cycles" }, day(40))).toEqual({
    says: "Callback, 1 day after job 12",
    done: "Last visit: no repair made. Closed with exceptions: cycles.",
  });
});

test("work that was declined is told at the next call, and that the machine was marked", () => {
  const declined = { kind: "declined" as const, body: { what: "New heating element", unsafe: true, marked: true as const, ends: true } };
  const job = jobOf(e27, ["heats when it stands", SAFE, declined]);
  const row = { ...jobRow(job, day(0), day(1)), number: 12, seq: 1 };
  expect(row.unsafe).toBe("Tagged DO NOT USE: New heating element declined");
  const said = earlierVisit(job, row);
  expect(said.declined).toBe("new heating element was declined, tagged DO NOT USE");
  expect(repeatSays(said, day(5)).done).toBe("Last visit: no repair made. New heating element was declined, tagged DO NOT USE.");
});
