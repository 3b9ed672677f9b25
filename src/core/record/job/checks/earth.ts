import { hasHood, type Machine } from "../../../model/machine/format";
import type { FindingOf, QuestionOfKind } from "../../finding/finding";
import { ohmsAt } from "../evidence";
import { byCode, defineCheck, letsRun, shut } from "./definition";
import { wasSeen } from "./found";

/** The cabinet's way to the earth pin: not measured on a machine that tripped or keeps its water in, or measured and bad. */
interface EarthCheck {
  readonly code: "earth";
  readonly because: "tripped" | "condenser" | "read";
}

/** A sound earth, with what a meter's leads may add (est.), Ω. */
const EARTH_OHMS = 1;

export const earth = defineCheck<"earth", EarthCheck>({
  code: "earth",
  open: (machine, state) => {
    const last = ohmsAt(state, machine.supply.ground.pin).findLast(({ finding }) => isEarth(machine, finding))?.finding;
    if (last) return isSound(last) ? [] : [{ code: "earth", because: "read" }];
    if (wasSeen(state, "trips", "yes")) return [{ code: "earth", because: "tripped" }];
    return hasHood(machine) || !reachesEarth(machine) ? [] : [{ code: "earth", because: "condenser" }];
  },
  question: (_, machine) => earthQuestion(machine),
  when: shut,
  stopsRun: letsRun,
  isDanger: ({ because }) => because === "read",
  id: byCode,
  says: ({ because }) => (because === "read" ? "the cabinet ground reads bad" : "the cabinet ground is not metered"),
  right: () => `Must read under ${EARTH_OHMS} Ω, leads included.`,
});

const earthQuestion = ({ supply, cabinet }: Machine): QuestionOfKind<"ohms"> => ({
  kind: "ohms",
  place: { between: [supply.ground.pin, cabinet] },
  circumstances: {},
});

const isEarth = ({ supply, cabinet }: Machine, { place }: FindingOf<"ohms">): boolean =>
  [supply.ground.pin, cabinet].every((p) => (place.between as readonly string[]).includes(p));

const isSound = ({ result }: FindingOf<"ohms">): boolean => result.is === "value" && result.value <= EARTH_OHMS;

/** True where the file draws the earth wire at all. */
const reachesEarth = ({ parts, supply }: Machine): boolean => parts.some((p) => p.nets.includes(supply.ground.pin));
