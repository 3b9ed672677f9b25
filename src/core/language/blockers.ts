import type { Blocker } from "../job/blocker";
import { type Machine, maybePanelOf, type Part, partOf } from "../machine/format";
import type { CauseCheck } from "../machine/parts/definition";
import { faultSays, panelName, partName } from "../naming/names";
import { lower } from "../naming/text";
import { partPhrase } from "./phrases";

/** What keeps a job from being closed, and what to type or do about it. */
export interface BlockerWords {
  readonly says: string;
  readonly todo: string;
}

/** Without a machine only that it is not named can be said of it. */
export function blockerSays(machine: Machine | undefined, blocker: Blocker): BlockerWords {
  if (!machine || blocker.code === "machine") return { says: "the machine is not named", todo: "Choose the machine from its plate." };
  switch (blocker.code) {
    case "complaint":
      return { says: "the complaint is not recorded", todo: "Write what the customer noticed." };
    case "leak":
      return {
        says: "a gas joint was disturbed and no leak test is recorded since",
        todo: "Soap solution on every joint: “no bubbles”. Gas work is for the licensed.",
      };
    case "cause":
      return {
        says: `the ${partName(machine, blocker.fuse)} blew and its cause is unexamined: ${lower(faultSays(machine, blocker.cause))}?`,
        todo: checkSays(machine, partOf(machine, blocker.cause.part), blocker.by),
      };
    case "vent":
      return {
        says: "the air at the hood was weak and the vent is not cleared",
        todo: "Clear it (“cleared vent”) and feel the air again.",
      };
    case "panel":
      return {
        says: `the ${panelName(machine, blocker.panel)} is still off`,
        todo: `Put it back: ${maybePanelOf(machine, blocker.panel)?.fasteners ?? ""}`,
      };
    case "proof":
      return {
        says: blocker.run === "failed" ? "the last proof run did not start, turn and heat" : "it is not proven to run",
        todo: "Power on, run it: starts, turns, heats, cycles, air strong.",
      };
  }
}

function checkSays(machine: Machine, part: Part, by: CauseCheck): string {
  const label = partPhrase(machine, part);
  switch (by) {
    case "air":
      return "Go to the hood: “air strong”, “air weak” or “vent clean”.";
    case "cabinet":
      return `Measure it to the cabinet: “${label} cab OL”.`;
    case "across":
      return part.kind === "element"
        ? `Measure it, wires off: “${label} ${(part.volts ** 2 / part.watts).toFixed(1)}”.`
        : `Measure it at rest, wires off: “${label} OL”.`;
    case "look":
      return part.kind === "thermostat"
        ? `Warm it to prove it opens (“${label} good”), or see the heat cycle in the proof run.`
        : `Look at it: “${label} good”.`;
  }
}
