import { hasHood, type Machine } from "../../../model/machine/format";
import { runningControls } from "../../../model/machine/run/at-rest";
import type { QuestionOfKind } from "../../finding/finding";
import { isSoundToCabinet, shouldBeOpen } from "../../finding/insulation";
import { ohmsAt } from "../evidence";
import type { JobState } from "../state";
import { type CheckTime, defineCheck, SOUND } from "./definition";
import { lastPlace } from "./found";

/** A pin of the plug is to be measured to the cabinet: the machine tripped, or keeps its water in (a condenser) and goes back. */
interface InsulationCheck {
  readonly code: "insulation";
  readonly because: "tripped" | "condenser";
  readonly pin: string;
}

export const insulation = defineCheck<"insulation", InsulationCheck>({
  code: "insulation",
  open: (machine, state) => {
    const tripped = lastPlace(state, "trips", "yes");
    if (tripped < 0 && hasHood(machine)) return [];
    const because = tripped < 0 ? "condenser" : "tripped";
    return pinsOf(machine)
      .filter((pin) => shouldBeOpen(machine, pinToCabinet(machine, pin)))
      .filter((pin) => !isMeasured(machine, state, pin, tripped))
      .map((pin): InsulationCheck => ({ code: "insulation", because, pin }));
  },
  question: ({ pin }, machine) => pinToCabinet(machine, pin),
  when: ({ because }): CheckTime => (because === "tripped" ? "inside" : "shut"),
  stopsRun: ({ because }) => because === "tripped",
  isDanger: ({ because }) => because === "tripped",
  id: ({ pin }) => `insulation ${pin}`,
  says: ({ because, pin }) =>
    because === "tripped" ? `it tripped; plug ${pinName(pin)} to cabinet not metered since` : `plug ${pinName(pin)} to cabinet not metered`,
  right: () => SOUND,
});

const pinsOf = ({ supply: { legs, neutral } }: Machine): string[] => [...legs.map((l) => l.pin), neutral.pin];

const pinToCabinet = (machine: Machine, pin: string): QuestionOfKind<"ohms"> => ({
  kind: "ohms",
  place: { between: [pin, machine.cabinet] },
  circumstances: { controls: { ...runningControls(machine) } },
});

/** Found sound after the machine tripped; before a condenser goes back, after what was fitted last. */
function isMeasured(machine: Machine, state: JobState, pin: string, tripped: number): boolean {
  return ohmsAt(state, pin).some(
    ({ at, finding: f, evidence: { fitted: before } }) =>
      (f.place.between as readonly string[]).includes(machine.cabinet) &&
      isSoundToCabinet(f) &&
      (tripped >= 0 ? at > tripped : before.length === state.fitted.length),
  );
}

const pinName = (pin: string): string => pin.replace(/^P/, "");
