import type { Machine } from "../../../model/machine/format";
import { placeSays } from "../../../model/naming/names";
import { lower } from "../../../model/naming/text";
import { formatValue } from "../../../model/quantity/format";
import type { QuestionOfKind } from "../../finding/finding";
import { answers, type FindingOf } from "../../finding/finding";
import { isSoundToCabinet, partToCabinet, shouldBeOpen } from "../../finding/insulation";
import { ohmsAt } from "../evidence";
import type { JobState } from "../state";
import { danger, defineCheck, inside, stopsRun } from "./definition";

/** Something read low to the cabinet where nothing should, and has not been measured away: the place of that reading. */
interface ToCabinetCheck {
  readonly code: "to-cabinet";
  readonly question: QuestionOfKind<"ohms">;
  readonly ohms: number;
}

export const toCabinet = defineCheck<"to-cabinet", ToCabinetCheck>({
  code: "to-cabinet",
  open: (machine, state) => lowToCabinet(machine, state).map(checkOf),
  question: ({ question }) => question,
  when: inside,
  stopsRun,
  isDanger: danger,
  id: ({ question }) => `to-cabinet ${question.place.between.join(" ")}`,
  says: ({ question, ohms }, machine) => `${lower(placeSays(machine, question.place.between))} reads ${formatValue(ohms, "ohm")}`,
  right: () => "Do not run it until this reads OL. Find what touches, fix it, read again.",
});

/** The last word of every place measured to the cabinet, where it is low. A sound reading of the part itself speaks for its ends too. */
function lowToCabinet(machine: Machine, state: JobState): FindingOf<"ohms">[] {
  const readings = ohmsAt(state, machine.cabinet)
    .map(({ finding }) => finding)
    .filter((r) => shouldBeOpen(machine, r));
  return readings.filter((r, i) => {
    if (isSoundToCabinet(r)) return false;
    const part = partToCabinet(machine, r);
    return !readings.slice(i + 1).some((later) => answers(later, r) || (part !== undefined && partToCabinet(machine, later) === part));
  });
}

function checkOf({ kind, place, circumstances, result }: FindingOf<"ohms">): ToCabinetCheck {
  const { controls, wiring } = circumstances;
  const question = { kind, place, circumstances: { ...(controls && { controls }), ...(wiring && { wiring }) } };
  return { code: "to-cabinet", question, ohms: result.is === "value" ? result.value : 0 };
}
