import { type Machine, maybePanelOf } from "../../../model/machine/format";
import { panelName, partName } from "../../../model/naming/names";
import { isOffSays } from "../../../model/naming/removals";
import { sightOf } from "../../../model/sights/sights";
import { type Blocker, isOpenCheck } from "../../../record/job/blocker";
import type { OpenCheck } from "../../../record/job/checks/index";
import { checkSays } from "../../../record/job/checks/index";
import type { ProofStanding } from "../../../record/job/closing/proven";
import { leadName } from "../../../record/job/hands/lead-found";
import { checkTest } from "./checks";

/** Holds what keeps a job from being closed, and what to type or do about it. */
interface BlockerWords {
  readonly says: string;
  readonly todo: string;
}

/** Without a machine only that it is not named can be said of it. */
export function blockerSays(machine: Machine | undefined, blocker: Blocker): BlockerWords {
  if (!machine || blocker.code === "machine") return { says: "no machine yet", todo: "Pick the machine from its nameplate." };
  if (isOpenCheck(blocker)) return { says: checkSays(machine, blocker), todo: checkTodo(machine, blocker) };
  switch (blocker.code) {
    case "complaint":
      return { says: "no complaint yet", todo: "Enter the complaint." };
    case "panel":
      return {
        says: `${isOffSays(machine, blocker.panel).replace(" is ", " is still ")}`,
        todo: `Reinstall it: ${maybePanelOf(machine, blocker.panel)?.held ?? ""}`,
      };
    case "own-off":
      return { says: `${blocker.name} is still off`, todo: "Reinstall it, or say why it stays off." };
    case "wires-off":
      return {
        says: machine.parts.some((p) => p.id === blocker.of)
          ? `the wires of the ${partName(machine, blocker.of)} are off`
          : `plug ${blocker.of} is off`,
        todo: "Put them back on and mark it.",
      };
    case "lead":
      return blocker.because === "off"
        ? { says: `the wire of ${leadName(machine, blocker.at)} is off`, todo: "Push it on its terminal and mark it." }
        : {
            says: `the wire of ${leadName(machine, blocker.at)} is burnt${blocker.because === "crimped" ? ", and was only crimped" : ""}`,
            todo: "Cut back to bright wire, put on a new high-temp terminal. Part's terminal burnt too? Replace the part.",
          };
    case "count":
      return {
        says: `${panelName(machine, blocker.of)}: fastener count is off, ${countSays(blocker)}`,
        todo: "Find where they belong, then say what you found.",
      };
    case "plug":
      return blocker.because === "unread"
        ? { says: "wires were moved and the plug check isn't done", todo: "Read at the plug before power, or say why you skip it." }
        : { says: "the plug check doesn't read right", todo: "Find the wrong wire, fix it, read again." };
    case "proof":
      return { says: UNPROVEN[blocker.run], todo: "Power on, run it on heat, answer what you see." };
    case "reservations":
      return {
        says: `not seen: ${blocker.rows.map((r) => sightOf(r).name.toLowerCase()).join(", ")}`,
        todo: "Close with these as exceptions, or run it again.",
      };
  }
}

/** “1 left over”, “2 missing”. */
export const countSays = ({ over, short }: { readonly over: number; readonly short: number }): string =>
  [...(over > 0 ? [`${over} left over`] : []), ...(short > 0 ? [`${short} missing`] : [])].join(", ");

export const UNPROVEN: Record<Exclude<ProofStanding, "proven">, string> = {
  none: "no good test run yet",
  failed: "the last test run did not start, turn and heat normally",
  contradicted: "something seen after the test run contradicts it",
  unseen: "parts of the test run were not seen, with no reason given",
};

function checkTodo(machine: Machine, check: OpenCheck): string {
  const { title, how } = checkTest(machine, check);
  return `${title.replace(/[.:]$/, "")}${title.endsWith("?") ? "" : "."} ${how}`;
}
