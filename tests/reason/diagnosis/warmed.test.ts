import { describe, expect, test } from "vitest";
import type { Fault } from "../../../src/core/model/machine/fault";
import { partOff } from "../../../src/core/model/machine/wiring";
import { judgeInJob } from "../../../src/core/reason/diagnosis/judge-in-job";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { likelihoodsOf } from "../../../src/core/record/finding/finding";
import type { OhmsFinding } from "../../../src/core/record/finding/kinds/ohms";
import { limitsOf } from "../../../src/core/record/finding/limits/limits-of";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { MACHINES } from "../../../src/machines";
import { found, jobOf, LIVE, SAFE, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");

const read = (part: string, value: number | null, more: Partial<OhmsFinding["circumstances"]>): OhmsFinding => ({
  kind: "ohms",
  place: { between: [`${part}.1`, `${part}.2`] },
  result: value === null ? { is: "OL" } : { is: "value", value, unit: "ohm" },
  circumstances: { wiring: [partOff(part)], ...more },
});

/** Share of a fault among the single ones after these entries. */
function shareOf(machine: typeof e27, drafts: readonly Draft[], is: (fault: Fault) => boolean): number {
  const set = suspectsFor(machine);
  const { suspects } = rank(set, jobOf(machine, drafts).evidence, []);
  return suspects.filter((s) => s.hypothesis.faults.some(is)).reduce((sum, s) => sum + s.probability, 0);
}

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s: every thermostat that was warmed", (_, machine) => {
  const thermostats = machine.parts.filter((p) => p.kind === "thermostat");

  test("and opened speaks against one that is welded, and for no open one", () => {
    for (const { id } of thermostats) {
      const list: Fault[][] = [[], [{ part: id, mode: "welded" }], [{ part: id, mode: "open" }]];
      const of = (value: number | null, more: Partial<OhmsFinding["circumstances"]>) =>
        [...likelihoodsOf(suspectsFor(machine).predictor, list, read(id, value, more), "technician")] as [number, number, number];
      const [opened, welded, open] = of(null, { partHot: true });
      expect(opened / welded, id).toBeGreaterThan(10);
      expect(opened / open, id).toBeCloseTo(1, 1);
      const [stays, isWelded] = of(0.2, { partHot: true });
      expect(isWelded / stays, id).toBeGreaterThan(10);
      const [cold, , openCold] = of(null, {});
      expect(openCold / cold, id).toBeGreaterThan(10);
    }
  });

  test("and is about as warm as it acts: closed, it says next to nothing, open, less than a warmer one; its limits don't know either", () => {
    for (const part of thermostats) {
      const at = part.kind === "thermostat" ? part.opensC : 0;
      const question = read(part.id, null, { partC: at });
      const [healthy, welded] = [
        ...likelihoodsOf(suspectsFor(machine).predictor, [[], [{ part: part.id, mode: "welded" }]], question, "technician"),
      ] as [number, number];
      expect(healthy / welded).toBeLessThan(30);
      const closed = [
        ...likelihoodsOf(
          suspectsFor(machine).predictor,
          [[], [{ part: part.id, mode: "welded" }]],
          read(part.id, 0.2, { partC: at }),
          "technician",
        ),
      ];
      expect((closed[1] ?? 0) / (closed[0] ?? 1)).toBeLessThan(3);
      expect(limitsOf(machine, question).of).toBe("unknown");
    }
  });
});

test("a limit that stays closed when it is warmed is welded; a joint that drops volts under load is poor; one that drops nothing is cleared", () => {
  const welded = (f: Fault) => f.part === "high-limit" && f.mode === "welded";
  const before = shareOf(e27, [], welded);
  expect(shareOf(e27, [SAFE, found(read("high-limit", 0.2, { partHot: true }))], welded)).toBeGreaterThan(before * 5);
  const drop = (value: number): Draft =>
    found({
      kind: "volts",
      place: { between: ["element.1", "H4"] },
      result: { is: "value", value, unit: "volt" },
      circumstances: { cord: "in" },
    });
  const allowed: Draft = { kind: "preference", body: { liveTests: true } };
  const poor = (f: Fault) => f.part === "element" && f.mode === "joint-poor" && f.at === "1";
  const share = (value: number) => shareOf(e27, [allowed, LIVE, drop(value)], poor);
  const untold = shareOf(e27, [allowed, LIVE], poor);
  expect(share(6.4)).toBeGreaterThan(untold * 20);
  expect(share(0.05)).toBeLessThan(untold / 2);
});

test("a reading is judged with the room, the volts and the meter that the job knows", () => {
  const v45e = shipped("brisk-tolley-v45e");
  const job = (...drafts: Draft[]) => jobOf(v45e, drafts);
  const room = found({
    kind: "temperature",
    place: { stream: "room" },
    result: { is: "value", value: 5, unit: "celsius" },
    circumstances: {},
  });
  const ntc = read("ntc", 26e3, {});
  expect(judgeInJob(v45e, job(), ntc).verdict).toBe("fail");
  expect(judgeInJob(v45e, job(room), ntc)).toMatchObject({ verdict: "cant-tell", limits: { warmth: { celsius: 5, said: true } } });
  const outlet = found({
    kind: "volts",
    place: { between: ["WL1", "WL2"] },
    result: { is: "value", value: 208, unit: "volt" },
    circumstances: {},
  });
  const allowed: Draft = { kind: "preference", body: { liveTests: true } };
  const amps = {
    kind: "amps",
    place: { through: "element" },
    result: { is: "value", value: 18.6, unit: "amp" },
    circumstances: {},
  } as const;
  expect(judgeInJob(v45e, job(allowed, LIVE, outlet), amps)).toMatchObject({
    verdict: "pass",
    limits: { supply: { volts: 208, said: true } },
  });
  const fine = { name: "Fine one", ranges: [{ unit: "ohm" as const, upTo: 1e6, digitSize: 1, percentOfReading: 0.1, digits: 1 }] };
  const named = { ...ntc, meter: { name: "Fine one" } };
  expect(judgeInJob(v45e, job({ kind: "meter", body: { used: fine } }), named).meter?.range.percentOfReading).toBe(0.1);
});
