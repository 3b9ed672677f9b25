import { describe, expect, test } from "vitest";
import { plain, type Step } from "../../src/core/reason/planning/proposal";
import type { CameOff } from "../../src/core/record/job/hands/came-off";
import { whichCard } from "../../src/islands/benches/close/which-card";

const FRONT: CameOff = { is: "panel", id: "front", entry: "e" };
const TEST = { kind: "fit", assembly: "element", replaces: true, meterNew: true } as const;
const BACK = { kind: "panel", panel: "front", state: "on" } as const;

interface Case {
  readonly step?: Step | null;
  readonly off?: readonly CameOff[];
  readonly power?: "dead" | "live";
  readonly plug?: boolean;
  readonly anyway?: boolean;
}

const card = ({ step = BACK, off = [FRONT], power = "dead", plug = false, anyway = false }: Case): string =>
  whichCard({
    job: { safety: { power, liveTests: false, discharged: [] }, closed: false, cameOff: off },
    proposal: step && plain(step, 1, { code: "prepares" }),
    plug,
    anyway,
  });

describe("closing up", () => {
  test("the plug check comes before anything covers the wires, then the way back", () => {
    expect(card({ plug: true })).toBe("plug");
    expect(card({})).toBe("back");
    expect(card({ step: null })).toBe("back");
  });

  test("what is still to be found out or fitted inside comes first, unless who works closes up all the same", () => {
    expect(card({ step: TEST, plug: true })).toBe("proposal");
    expect(card({ step: { kind: "make-safe" }, plug: true })).toBe("proposal");
    expect(card({ step: TEST, plug: true, anyway: true })).toBe("plug");
    expect(card({ step: TEST, anyway: true })).toBe("back");
  });

  test("nothing goes back on a machine that is not dead, nor where nothing is off", () => {
    expect(card({ power: "live" })).toBe("proposal");
    expect(card({ off: [] })).toBe("proposal");
    expect(card({ off: [], step: null })).toBe("proposal");
  });
});
