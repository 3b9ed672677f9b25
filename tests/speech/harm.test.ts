import { describe, expect, test } from "vitest";
import { understand } from "../../src/core/speech/understand";
import { liveSays } from "../../src/core/speech/words/card/warnings";
import { jobOf, ohms, SAFE, shipped } from "../job-of";

const G14 = shipped("kelvane-g14");
const E27 = shipped("orrinshaw-e27");

/** Gives what a line records, and what it asks, in words. */
function said(line: string, machine = G14, before: Parameters<typeof jobOf>[1] = [SAFE]) {
  const u = understand(line, { machine, job: jobOf(machine, before) });
  if (u.is === "entries") return { records: u.says, asks: [] };
  return { records: "", asks: u.is === "note" || u.is === "unclear" ? u.readings.map((r) => r.says) : [] };
}

describe("a gas joint that hands were on", () => {
  test.each([
    "gas line off",
    "gas line is off",
    "took the gas line off",
    "disconnected the gas line",
    "gas line off and capped",
    "union loosened",
    "loosened the union",
    "broke the union",
    "flare nut off",
    "nipped up the flare",
    "flex line off",
    "pulled the gas valve",
    "took the valve out",
    "took the burner out",
    "orifice out",
    "changed the orifice",
    "drilled the orifice",
    "gas line disconnected at the union",
  ])("“%s” is a joint opened", (line) => expect(said(line).records).toMatch(/^Gas joint opened: /));

  test.each(["gas line back on", "union back on", "gas valve off", "valve off the bracket", "disconnected the gas valve", "valve out"])(
    "“%s” is asked, and never taken for gas that is off or on",
    (line) => {
      const { records, asks } = said(line);
      expect(records).toBe("");
      expect(asks.join(" ")).toContain("Gas joint opened");
      expect(asks.join(" ")).not.toMatch(/Gas (off|on)/);
    },
  );

  test.each(["will loosen the union", "gas line not off", "did not touch the gas line", "gas valve plug off", "unplugged the gas valve"])(
    "“%s” opens none",
    (line) => expect(said(line).records).toBe(""),
  );

  test.each(["gas off", "gas shut", "gas off at the cock", "gas line shut off at the cock", "gas line turned off"])(
    "“%s” is its shutoff",
    (line) => expect(said(line).records).toBe("Gas off"),
  );
});

describe("a leak test of one joint, told in words", () => {
  const two = [SAFE, "union loosened", "orifice out"];
  test("is of the joint that is named; the other stays due", () => {
    expect(said("soaped the union, no bubbles", G14, two).records).toBe("Leak test, union: tight (soap solution)");
    const job = jobOf(G14, [...two, "union tight"]);
    expect(job.joints.map((j) => j.test?.tight ?? false)).toEqual([true, false]);
    expect(job.blockers.map((b) => b.code)).toContain("leak");
  });
  test("of a name that no opened joint has, it is asked which", () => {
    const { records, asks } = said("flare nut tight", G14, two);
    expect(records).toBe("");
    expect(asks).toHaveLength(3);
  });
  test("without a name it is of all", () =>
    expect(jobOf(G14, [...two, "soap test tight"]).blockers.map((b) => b.code)).not.toContain("leak"));
});

describe("ground and insulation", () => {
  test.each(["earth pin to cabinet 0.1", "ground to frame 0.2", "cord ground to cabinet 0.2", "ground pin to cabinet .3 ohm"])(
    "“%s” is a good bond, and nothing to be taken off",
    (line) => {
      const job = jobOf(E27, [SAFE, line]);
      expect(job.evidence.map(({ finding }) => finding.place)).toEqual([{ between: ["PG", "CAB"] }]);
      expect(job.blockers.map((b) => b.code)).not.toContain("to-cabinet");
      expect(job.blockers.map((b) => b.code)).not.toContain("earth");
    },
  );

  test("a ground pin that is open to the cabinet is a bad bond", () =>
    expect(jobOf(E27, [SAFE, "ground pin to cabinet OL"]).blockers.map((b) => b.code)).toContain("earth"));

  test("an old record of the ground conductor by itself counts as its bond", () => {
    const old = ohms(["cord-g.1", "CAB"], 0.1, "cord-g");
    const job = jobOf(E27, [SAFE, old]);
    expect(job.blockers.map((b) => b.code)).not.toContain("to-cabinet");
    expect(job.evidence[0]?.finding.place).toEqual({ between: ["PG", "CAB"] });
  });

  test.each([
    ["500 v both pins to earth 200 meg", ["PL1", "PN"], 500],
    ["both pins to earth, over 20 meg", ["PL1", "PN"], undefined],
    ["pins to ground OL", ["PL1", "PN"], undefined],
  ] as const)("“%s” is the insulation of the pins", (line, pins, testVolts) => {
    const job = jobOf(G14, [SAFE, line]);
    expect(job.evidence.map(({ finding: f }) => [f.kind === "ohms" && f.place.between, f.circumstances.testVolts])).toEqual(
      pins.map((p) => [[p, "CAB"], testVolts]),
    );
    expect(job.blockers.map((b) => b.code)).not.toContain("to-cabinet");
  });

  test.each(["housing", "shell", "can", "box", "chassis", "frame", "case"])("an end of the element to the %s is to the cabinet", (what) =>
    expect(said(`element to ${what} OL`, E27).records).toBe("Heating element to cabinet, wires off: OL"),
  );
});

describe("plugs and panels", () => {
  const V45E = shipped("brisk-tolley-v45e");
  test.each([
    ...["harness plug off", "harness plug back on", "motor plug off", "pulled the plug off the board", "board plug out", "plug J2 off"],
    ...[
      "plug back on the motor",
      "plugged the motor back in",
      "lid off",
      "lid back on",
      "wire off",
      "plug on",
      "plug is back on",
      "plug off",
    ],
    ...["console plug off", "lamp plug off", "switch plug out", "plugs off", "all plugs back on", "disconnected the harness"],
  ])("“%s” touches no mains", (line) => expect(said(line, V45E).records).not.toMatch(/Power|LIVE/));

  test.each(["plug on", "plug off"])("“%s” is asked", (line) => expect(said(line, V45E).asks.join(" ")).toMatch(/Power/));

  test.each(["plug out", "pulled the plug", "cord out"])("“%s” is the cord's", (line) =>
    expect(said(line, V45E).records).toMatch(/^Power off/),
  );
});

describe("power on a machine that should not have it", () => {
  const warned = (lines: Parameters<typeof jobOf>[1]) => {
    const u = understand("energised", { machine: G14, job: jobOf(G14, [SAFE, ...lines]) });
    return u.is === "entries" ? (u.warns ?? "") : "";
  };
  test.each([
    [["lower off"], "the lower front is off"],
    [["union loosened"], "leak tested"],
    [["fitted igniter"], "not checked at the plug"],
  ])("after %j it is warned of before and after", (lines, says) => {
    expect(warned(lines)).toContain(says);
    expect(liveSays(jobOf(G14, [SAFE, ...lines, "energised"]))).toContain(says);
  });
  test("nothing is said of one that is shut and sound", () => expect(warned([])).toBe(""));
});

test("what “undo” takes away is shown before it is done, of energy, gas and water with a mark", () => {
  const says = (line: string) => {
    const u = understand("undo", { machine: G14, job: jobOf(G14, [SAFE, line]), by: "Tester" });
    return u.is === "command" ? u.says : "";
  };
  expect(says("gas off")).toBe("⚠ Void: Gas off");
  expect(says("union loosened")).toBe("⚠ Void: Gas joint opened: union");
  expect(says("igniter OL")).toBe("Void: Igniter, wires off: OL");
});
