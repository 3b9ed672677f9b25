import { describe, expect, test } from "vitest";
import { isAssembly, remedyOf, repairOf } from "../../../src/core/model/machine/assembly";
import { type Fault, isJoint, JOINT_HOT, JOINT_SWAPPED } from "../../../src/core/model/machine/fault";
import { generalFaultOf } from "../../../src/core/model/machine/general-faults";
import { faultSays } from "../../../src/core/model/naming/names";
import type { SightShares } from "../../../src/core/model/sights/shares";
import { hypothesesOf } from "../../../src/core/reason/diagnosis/hypotheses";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { pieceFinding } from "../../../src/core/reason/planning/outside";
import type { FindingOf } from "../../../src/core/record/finding/finding";
import { MACHINES } from "../../../src/machines";
import { found, jobOf, saw, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const g14 = shipped("kelvane-g14");

/** The likelier answer to each of these sights in a quarter of an hour's run. */
function seen(machine: typeof e27, faults: readonly Fault[], sights: readonly (keyof SightShares & string)[]): string[] {
  const shares = suspectsFor(machine).predictor.sightShares(faults, true);
  return sights.map((s) => {
    const [best] = Object.entries(shares[s] ?? {}).sort((a, b) => b[1] - a[1]);
    return `${s} ${best?.[0] ?? "untold"}`;
  });
}

describe("what no file lists and happens all the same", () => {
  test.each(MACHINES.map((m) => [m.id, m] as const))(
    "on %s has words, a way to put it right, and leaves nothing of itself",
    (_, machine) => {
      const listed = hypothesesOf(machine, { pairs: false }).flatMap(({ faults: [f, ...more] }) => (f && more.length === 0 ? [f] : []));
      const beside = listed.filter((f) => generalFaultOf(f.mode) || f.mode === JOINT_HOT || f.mode === JOINT_SWAPPED);
      expect(beside.length).toBeGreaterThan(20);
      for (const fault of beside) {
        const remedy = remedyOf(machine, fault);
        expect(isAssembly(machine, remedy), remedy).toBe(true);
        const isPart = !isJoint(fault) && generalFaultOf(fault.mode)?.piece === undefined && fault.part !== machine.supply.part;
        expect(repairOf(machine, remedy).is === "fit", fault.mode).toBe(isPart);
        expect(faultSays(machine, fault)).not.toMatch(new RegExp(`undefined|${fault.mode.includes("-") ? fault.mode : "#"}`));
      }
    },
  );

  const motor = (mode: string, severity: number): Fault => ({ part: "motor", mode, severity });
  const gas = (severity: number): Fault => ({ part: "gas-cock", mode: "starved", severity });
  test.each<[string, typeof e27, Fault, string]>([
    ["a drum that is jammed: it hums and stands", e27, motor("drags", 1.2), "starts no, hums yes, stops no"],
    ["a drum that drags: it stops when its motor is hot", e27, motor("drags", 0.6), "starts yes, hums no, stops yes"],
    ["a weak protector stops it too", e27, motor("protector-weak", 0.45), "starts yes, hums no, stops yes"],
    ["a loose wheel: weak air, and the limit cycles", e27, motor("wheel-loose", 0.25), "airflow weak, cycles short"],
    ["no pressure: it glows, goes dark, no flame", g14, gas(0.02), "glow yes, dark yes, flame no"],
    ["a blocked orifice: a flame that gives little", g14, gas(0.12), "flame yes, warm no"],
    ["a sensor that opens too early: no flame", g14, { part: "radiant-sensor", mode: "acts-off", severity: 0.18 }, "flame no"],
    ["a joint that parts when hot: heat that goes off early", e27, { part: "element", mode: JOINT_HOT, at: "1" }, "warm yes, cycles short"],
    ["start and main wires swapped: it hums", e27, { part: "motor", mode: JOINT_SWAPPED, at: "2-3" }, "starts no, hums yes"],
  ])("%s", (_, machine, fault, expected) => {
    const sights = expected.split(", ").map((e) => e.split(" ")[0] ?? "");
    expect(seen(machine, [fault], sights).join(", ")).toBe(expected);
  });

  test("a joint that parts when hot reads as good as any while it is cold", () => {
    const { predictor } = suspectsFor(e27);
    const at = (faults: readonly Fault[]) => predictor.reading(faults, { between: ["H3", "H4"], unit: "ohm", wiring: [], controls: {} });
    expect(at([{ part: "element", mode: JOINT_HOT, at: "1" }])).toEqual(at([]));
  });

  test("a house that is fed from a three-phase star reads 208 V between the legs, 120 to neutral, and heats with three quarters", () => {
    const { predictor } = suspectsFor(e27);
    const star: Fault = { part: "supply", mode: "star-fed" };
    const volts = (faults: readonly Fault[], between: [string, string]) => {
      const reading = predictor.reading(faults, { between, unit: "volt", wiring: [], controls: {} });
      return reading.is === "value" ? reading.mean : 0;
    };
    expect(volts([], ["WL1", "WL2"])).toBeCloseTo(240, 6);
    expect(volts([star], ["WL1", "WL2"])).toBeCloseTo(120 * Math.sqrt(3), 6);
    expect(volts([star], ["WL2", "WN"])).toBeCloseTo(120, 1);
    const heat = (faults: readonly Fault[]) => predictor.shortRun(faults, {}).frames.at(-1)?.heatW ?? 0;
    expect(heat([star]) / heat([])).toBeCloseTo(0.75, 1);
    expect(hypothesesOf(g14, { pairs: false }).some((h) => h.suspect.includes("star-fed"))).toBe(false);
  });

  test("a lost leg reads nothing at the outlet; through the machine that is plugged in, the other leg", () => {
    const set = suspectsFor(e27);
    const at = set.numberOf("supply:lost@L2");
    const fits = (cord: "in" | "out" | undefined, volts: number) => {
      const reading: FindingOf<"volts"> = {
        kind: "volts",
        place: { between: ["WL2", "WN"] },
        result: { is: "value", unit: "volt", value: volts },
        circumstances: cord ? { cord } : {},
      };
      const [column] = set.columns(jobOf(e27, ["allow live", found(reading)]).evidence);
      return (column?.[at] ?? 0) - (column?.[set.healthy] ?? 0);
    };
    expect(fits(undefined, 3)).toBeGreaterThan(3);
    expect(fits("out", 3)).toBe(fits(undefined, 3));
    expect(fits("out", 120)).toBeLessThan(-2);
    expect(Math.abs(fits("in", 120))).toBeLessThan(1);
  });

  test("a drum that is held by hand is a jammed one or a motor that is seized; one that turns clears the drum", () => {
    const set = suspectsFor(e27);
    const story = ["won't start, hums", saw("starts", "no"), saw("hums", "yes")];
    const ranked = (value: "good" | "bad") => {
      const { suspects } = rank(set, jobOf(e27, [...story, found(pieceFinding("drum", value))]).evidence);
      return (suspect: string) => suspects.find((s) => s.hypothesis.suspect === suspect)?.probability ?? 0;
    };
    const [held, turns] = [ranked("bad"), ranked("good")];
    expect(held("motor:drags") + held("motor:seized")).toBeGreaterThan(0.8);
    expect(held("motor:drags")).toBeGreaterThan(5 * turns("motor:drags"));
    expect(turns("motor:seized")).toBeGreaterThan(4 * turns("motor:drags"));
  });
});
