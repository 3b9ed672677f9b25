import { expect, test } from "vitest";
import { thermistorOhms } from "../../../src/core/model/machine/parts/kinds/thermistor";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { roomTemperature } from "../../../src/core/reason/diagnosis/room";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { jobOf, SAFE, shipped, suspectsFor } from "../../job-of";
import { proposalsOf } from "../../play-of";

const c7 = shipped("kelvane-c7");
const set = suspectsFor(c7);
/** Holds what its sound thermistor reads in a room of 4 °C. */
const [cold] = c7.parts.flatMap((p) => (p.kind === "thermistor" ? [Math.round(thermistorOhms(p, 4))] : []));

function after(...lines: Parameters<typeof jobOf>[1]) {
  const job = jobOf(c7, lines);
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  const drifted = ranking.suspects.filter((s) => s.hypothesis.suspect.startsWith("ntc:drifted")).reduce((sum, s) => sum + s.probability, 0);
  return { job, ranking, drifted };
}
const read = ["heats, but shuts off early", SAFE, "top off", "console off", "rear off", `ntc ${cold} ohm`] as const;

test("a sound thermistor in a cold room is no longer blamed once the room is known, whichever was said first", () => {
  const unknown = after(...read);
  const [later, sooner] = [after(...read, "room 4 C"), after("room 4 C", ...read)];
  expect(roomTemperature(later.job.evidence)).toBe(4);
  expect(later.drifted).toBeLessThan(unknown.drifted / 5);
  expect(later.drifted).toBeCloseTo(sooner.drifted, 6);
});

test("the same reading in a warm room speaks for its drift", () => {
  expect(after(...read, "room 24 C").drifted).toBeGreaterThan(3 * after(...read, "room 4 C").drifted);
});

test("the air of a cold room is no sign of weak heat: no heat reads as the room", () => {
  const withoutHeat = (...lines: string[]) =>
    set.columns(jobOf(c7, lines).evidence).at(-1)?.[set.numberOf("heat-relay:open")] ?? expect.fail();
  expect(withoutHeat("room 6 C", "exhaust 7 C")).toBeGreaterThan(withoutHeat("exhaust 7 C"));
});

test("it is asked before a thermistor is fitted that only read otherwise than in the model’s room", () => {
  const reasons = proposalsOf({ machine: c7.id, fault: "ntc:drifted@high", seed: 3 }).map(({ proposal: { step, reason } }) =>
    step.kind === "fit" ? `fit ${step.assembly}` : reason.code,
  );
  expect(reasons).toContain("fit ntc");
  expect(reasons.filter((r) => r === "room-first")).toHaveLength(1);
  expect(reasons.indexOf("room-first")).toBeLessThan(reasons.indexOf("fit ntc"));
});
