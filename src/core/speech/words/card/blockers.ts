import { type Machine, maybePanelOf } from "../../../model/machine/format";
import { panelName } from "../../../model/naming/names";
import { isOffSays } from "../../../model/naming/removals";
import { sightOf } from "../../../record/finding/sights";
import { type Blocker, isOpenCheck } from "../../../record/job/blocker";
import type { OpenCheck } from "../../../record/job/checks/index";
import type { ProofStanding } from "../../../record/job/closing/proven";
import { leadName } from "../../../record/job/hands/lead-found";
import { checkSays, checkTest } from "./checks";

/** What keeps a job from being closed, and what to type or do about it. */
export interface BlockerWords {
  readonly says: string;
  readonly todo: string;
}

/** Without a machine only that it is not named can be said of it. */
export function blockerSays(machine: Machine | undefined, blocker: Blocker): BlockerWords {
  if (!machine || blocker.code === "machine") return { says: "the machine is not named", todo: "Choose the machine from its plate." };
  if (isOpenCheck(blocker)) return { says: checkSays(machine, blocker), todo: checkTodo(machine, blocker) };
  switch (blocker.code) {
    case "complaint":
      return { says: "the complaint is not recorded", todo: "Write what the customer noticed." };
    case "panel":
      return {
        says: `${isOffSays(machine, blocker.panel).replace(" is ", " is still ")}`,
        todo: `Put it back: ${maybePanelOf(machine, blocker.panel)?.held ?? ""}`,
      };
    case "own-off":
      return { says: `${blocker.name} is still off`, todo: "Put it back, or say that it stays off and why." };
    case "lead":
      return blocker.because === "off"
        ? { says: `the wire of ${leadName(machine, blocker.at)} is off`, todo: "Put it on its terminal and record it." }
        : { says: `the wire of ${leadName(machine, blocker.at)} is burnt`, todo: "Renew or crimp its end, and record what was done." };
    case "count":
      return {
        says: `fasteners of the ${panelName(machine, blocker.of)} do not come out: ${countSays(blocker)}`,
        todo: "Look for where they belong, and say what was found.",
      };
    case "proof":
      return { says: UNPROVEN[blocker.run], todo: "Power on, run it on heat, answer what you saw." };
    case "reservations":
      return {
        says: `nobody saw: ${blocker.rows.map((r) => sightOf(r).name.toLowerCase()).join(", ")}`,
        todo: "Close it with these named as reservations, or run it again.",
      };
  }
}

/** “1 left over”, “2 missing”. */
export const countSays = ({ over, short }: { readonly over: number; readonly short: number }): string =>
  [...(over > 0 ? [`${over} left over`] : []), ...(short > 0 ? [`${short} missing`] : [])].join(", ");

export const UNPROVEN: Record<Exclude<ProofStanding, "proven">, string> = {
  none: "it is not proven to run",
  failed: "the last proof run did not start, turn and heat as it should",
  contradicted: "what was seen since the proof run contradicts it",
  unseen: "not all of the proof run was seen, and it is not told why",
};

function checkTodo(machine: Machine, check: OpenCheck): string {
  const { title, how } = checkTest(machine, check);
  return `${title.replace(/[.:]$/, "")}${title.endsWith("?") ? "" : "."} ${how}`;
}
