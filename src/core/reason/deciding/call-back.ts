import { assemblyIdOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import type { Job } from "../../record/job/fold";
import type { RankedSuspect } from "../diagnosis/standing";
import { BAD_NEW_PART } from "../planning/propose-fit";

/** Why a machine may be called back for within a year, each with its chance. */
export type CallBackReason =
  /** It was something else. */
  | { readonly code: "not-it"; readonly chance: number }
  /** A new part is bad, or goes early. */
  | { readonly code: "new-part"; readonly chance: number; readonly parts: number }
  /** A sibling of the same age, left in place. */
  | { readonly code: "sibling"; readonly chance: number; readonly set: string }
  /** The vent stays as it is, and chokes or is choked. */
  | { readonly code: "vent"; readonly chance: number };

export interface CallBack {
  /** That any of them happens. */
  readonly chance: number;
  readonly reasons: readonly CallBackReason[];
}

/** A cut-off or fuse that heat has blown blows again within the year where the vent stays choked (est.). */
const BLOWS_AGAIN = 0.6;
/** A vent that is fair now chokes within the year and blows something (est.), against one just cleaned. */
const CHOKES_IN_A_YEAR = 0.04;
/** After a run that proved the repair, the chance chance it was something else all the same (est.). */
const WRONG_THOUGH_PROVEN = 0.02;

/** Chance of being called back within a year, once these assemblies are renewed or put right. Suspects: as they stand now. */
export function callBackOf(
  machine: Machine,
  job: Pick<Job, "evidence" | "fitted" | "proof">,
  suspects: readonly RankedSuspect[],
  assemblies: readonly string[],
  newParts: number,
): CallBack {
  const reasons = [
    notIt(job, suspects, assemblies),
    { code: "new-part" as const, chance: 1 - (1 - BAD_NEW_PART) ** newParts, parts: newParts },
    ...siblings(machine, assemblies),
    ...vent(machine, job, suspects, assemblies),
  ].filter((r) => r.chance > 0.0005);
  return { chance: 1 - reasons.reduce((none, r) => none * (1 - r.chance), 1), reasons };
}

function notIt({ proof }: Pick<Job, "proof">, suspects: readonly RankedSuspect[], assemblies: readonly string[]): CallBackReason {
  if (proof?.warm === "yes") return { code: "not-it", chance: WRONG_THOUGH_PROVEN };
  const covered = suspects
    .filter((s) => s.hypothesis.assemblies.every((a) => assemblies.includes(a)))
    .reduce((sum, s) => sum + s.probability, 0);
  return { code: "not-it", chance: Math.max(0, Math.min(1, 1 - covered)) };
}

function siblings(machine: Machine, assemblies: readonly string[]): CallBackReason[] {
  return machine.sets.flatMap((s): CallBackReason[] => {
    const renewed = s.assemblies.filter((a) => assemblies.includes(a)).length;
    const left = s.assemblies.length - renewed;
    return renewed === 0 || left === 0
      ? []
      : [{ code: "sibling", set: s.name, chance: (s.callBack.value * left) / (s.assemblies.length - 1) }];
  });
}

/** The vent counts where there is one, it is not put right with this, and something can blow for it. */
function vent(
  machine: Machine,
  job: Pick<Job, "evidence" | "fitted">,
  suspects: readonly RankedSuspect[],
  assemblies: readonly string[],
): CallBackReason[] {
  const duct = machine.parts.find((p) => p.kind === "duct");
  if (!duct || assemblies.includes(assemblyIdOf(duct)) || job.fitted.some((f) => f.assembly === assemblyIdOf(duct))) return [];
  const choked = suspects.filter((s) => s.hypothesis.faults.some((f) => f.part === duct.id)).reduce((sum, s) => sum + s.probability, 0);
  const weak = lastAir(job) === "weak" || lastAir(job) === "none" ? 0.9 : 0;
  const now = Math.max(choked, weak);
  return [{ code: "vent", chance: now * BLOWS_AGAIN + (1 - now) * CHOKES_IN_A_YEAR }];
}

function lastAir({ evidence }: Pick<Job, "evidence">): unknown {
  const last = evidence.findLast((e) => e.finding.kind === "sight" && e.finding.place.sight === "airflow");
  return last?.finding.kind === "sight" ? last.finding.result.value : undefined;
}
