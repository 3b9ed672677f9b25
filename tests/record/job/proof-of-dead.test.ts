import { v7 } from "uuid";
import { expect, test } from "vitest";
import { readKept } from "../../../src/core/record/job/entry";
import { foldJob } from "../../../src/core/record/job/fold";
import { type Safety, safetyFor } from "../../../src/core/record/job/safety";
import { jobRow } from "../../../src/core/speech/words/job-row";
import { jobOf, SAFE, shipped } from "../../job-of";

const E27 = shipped("orrinshaw-e27");
const NOON = "2026-11-24T12:00:00Z";
const proof: Safety = { power: "dead", liveTests: false, discharged: [], since: NOON, by: "Ida" };
const asked = (at: string, by = "Ida") => {
  const { power, lapsed } = safetyFor(proof, { at, by });
  return [power, lapsed];
};

test("a proof of dead holds for who made it, for twelve hours; one dated later than now is none", () => {
  expect(asked("2026-11-24T12:00:00Z")).toEqual(["dead", undefined]);
  expect(asked("2026-11-24T23:59:59Z")).toEqual(["dead", undefined]);
  expect(asked("2026-11-25T00:00:00Z")).toEqual(["unknown", "hours"]);
  expect(asked("2026-11-24T11:56:00Z")).toEqual(["dead", undefined]);
  expect(asked("2026-11-24T11:54:00Z")).toEqual(["unknown", "clock"]);
  expect(asked("2024-11-24T12:00:00Z")).toEqual(["unknown", "clock"]);
  expect(asked(NOON, "Tess")).toEqual(["unknown", "person"]);
  expect(safetyFor({ ...proof, since: "no date" }, { at: NOON, by: "Ida" }).power).toBe("unknown");
});

test("a proof in the envelope of the first version runs out like any other", () => {
  const job = v7();
  const entry = (kind: string, version: number, at: string, by: string, body: object) =>
    readKept({ id: v7(), stream: { of: "job", id: job }, at, by, kind, version, body: { ...body } });
  const fold = foldJob(
    job,
    [
      entry("opened", 1, NOON, "Ida", { customer: "C", place: "P", liveTests: false }),
      entry("made-safe", 1, NOON, "Ida", { how: "cord", proved: true }),
    ],
    () => E27,
  );
  expect(safetyFor(fold.safety, { at: NOON, by: "Ida" }).power).toBe("dead");
  expect(safetyFor(fold.safety, { at: "2026-11-25T00:00:00Z", by: "Ida" }).lapsed).toBe("hours");
  expect(safetyFor(fold.safety, { at: NOON, by: "Tess" }).lapsed).toBe("person");
});

test("the list says whose a proof is and since when; red is only what can hurt somebody", () => {
  const row = (lines: readonly string[]) => jobRow(jobOf(E27, [SAFE, ...lines]), NOON, NOON);
  expect(row([]).proved).toMatchObject({ by: "Tester" });
  expect(row(["rear off"])).toMatchObject({ unsafe: null, leftOpen: { by: "Tester", says: "rear panel off" }, urgency: 2 });
  expect(row(["rear off", "energised"])).toMatchObject({
    proved: null,
    unsafe: "LIVE with the rear panel off",
    leftOpen: null,
    urgency: 3,
  });
  expect(row(["rear off", "power off"]).unsafe).toBeNull();
  expect(row(["rear off", "element cab 0.4"]).unsafe).toContain("0.4 Ω");
});
