import type { Finding, FindingKind, FindingOf } from "../finding/finding";
import { isAcross, isToCabinet } from "../finding/kinds/ohms";
import { assemblyIdOf } from "../machine/assembly";
import { hasHood, type Machine, type Part, partOf } from "../machine/format";
import type { CauseCheck } from "../machine/parts/definition";
import { kindOf } from "../machine/parts/index";
import type { Blocker } from "./blocker";
import { assembliesFitted, isProven, type JobState } from "./state";

/** Why a job can't be closed yet, the most dangerous first; empty when nothing is left. */
export function closingBlockers(state: JobState): Blocker[] {
  const { machine } = state;
  if (!machine) return [{ code: "machine" }];
  return [
    ...leakBlockers(machine, state),
    ...causeBlockers(machine, state),
    ...ventBlockers(machine, state),
    ...(state.complaint ? [] : [{ code: "complaint" } as const]),
    ...state.panelsOff.map((panel): Blocker => ({ code: "panel", panel })),
    ...(isProven(state.proof) ? [] : [{ code: "proof", run: state.proof ? "failed" : "none" } as const]),
  ];
}

const findingsOf = <K extends FindingKind>({ evidence }: Pick<JobState, "evidence">, kind: K): FindingOf<K>[] =>
  evidence.flatMap(({ finding }) => (finding.kind === kind ? [finding as FindingOf<K>] : []));

/** Fuses and cut-offs known to be blown: read open with their wires off, or replaced. */
export function blownFuses(machine: Machine, state: Pick<JobState, "evidence" | "fitted">): Part[] {
  const replaced = assembliesFitted(state);
  return machine.parts.filter((part) => {
    if (part.kind !== "fuse") return false;
    if (replaced.includes(assemblyIdOf(part))) return true;
    return findingsOf(state, "ohms").findLast((f) => isAcross(f, part))?.result.is === "OL";
  });
}

/** Assemblies whose fitting opens a joint of the gas train. */
export const disturbsGas = (machine: Machine, assembly: string): boolean =>
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && assemblyIdOf(p) === assembly);

/** After a gas joint was disturbed: a leak test, made after it, that found the joints tight. */
function leakBlockers(machine: Machine, { evidence, fitted }: JobState): Blocker[] {
  const disturbed = fitted.findLast((f) => disturbsGas(machine, f.assembly));
  if (!disturbed) return [];
  const last = evidence.findLast((e) => isSight(e.finding, "leak"));
  const tight = last !== undefined && isSight(last.finding, "leak", "tight") && last.fitted.includes(disturbed.assembly);
  return tight ? [] : [{ code: "leak" }];
}

function causeBlockers(machine: Machine, state: JobState): Blocker[] {
  return blownFuses(machine, state).flatMap((fuse) =>
    machine.causes
      .filter((c) => c.damage.part === fuse.id)
      .flatMap((c): Blocker[] => {
        const part = partOf(machine, c.cause.part);
        const by = causeCheckOf(machine, part, c.cause.mode);
        if (isExamined(machine, part, c.cause.mode, by, state)) return [];
        const at = part.faults.find((f) => f.mode === c.cause.mode)?.at;
        return [{ code: "cause", fuse: fuse.id, cause: { part: part.id, mode: c.cause.mode, ...(at !== undefined && { at }) }, by }];
      }),
  );
}

/** What tells whether a cause of this mode was there. Where no air comes out that could be felt, the duct is looked at. */
export function causeCheckOf(machine: Machine, cause: Part, mode: string): CauseCheck {
  const by = kindOf(cause).causeCheck(mode);
  return by === "air" && !hasHood(machine) ? "look" : by;
}

/** Whether somebody has looked into this cause, and put it right if it was there. */
function isExamined(machine: Machine, cause: Part, mode: string, by: CauseCheck, state: JobState): boolean {
  if (assembliesFitted(state).includes(assemblyIdOf(cause))) return true;
  if (findingsOf(state, "look").some((f) => f.place.part === cause.id && f.result.value === "good")) return true;
  const readings = findingsOf(state, "ohms");
  switch (by) {
    case "air":
      return seen(state, "airflow");
    case "cabinet":
      return readings.some((r) => isToCabinet(r, cause, machine) && isSound(r));
    case "across":
      return readings.some((r) => isAcross(r, cause) && (cause.kind === "element" ? hasItsOhms(cause, r) : r.result.is === "OL"));
    case "look":
      return mode === "welded" && (state.proof?.cycles === "yes" || seen(state, "cycles", "yes"));
  }
}

const isSight = (finding: Finding, sight: string, value?: string): boolean =>
  finding.kind === "sight" && finding.place.sight === sight && (value === undefined || finding.result.value === value);
const seen = ({ evidence }: JobState, sight: string, value?: string): boolean => evidence.some((e) => isSight(e.finding, sight, value));

/** Within twice its tolerance of V²/P. */
function hasItsOhms(element: Extract<Part, { kind: "element" }>, { result }: FindingOf<"ohms">): boolean {
  return result.is === "value" && Math.abs((result.value * element.watts) / element.volts ** 2 - 1) <= 2 * element.tolerance;
}

const SOUND_OHMS = 1e6;
const isSound = ({ result }: FindingOf<"ohms">): boolean => result.is === "OL" || result.value > SOUND_OHMS;

/** A vent found weak must have been cleared, or found strong afterwards. */
function ventBlockers(machine: Machine, { evidence, fitted }: JobState): Blocker[] {
  const duct = machine.parts.find((p) => p.kind === "duct");
  const last = evidence.findLast((e) => e.source === "technician" && isSight(e.finding, "airflow"));
  if (!duct || !last || isSight(last.finding, "airflow", "strong")) return [];
  const cleared = (assemblies: readonly string[]) => assemblies.filter((a) => a === duct.id).length;
  if (cleared(fitted.map((f) => f.assembly)) > cleared(last.fitted)) return [];
  if (isSight(last.finding, "airflow", "none") && drumStood(evidence)) return [];
  return [{ code: "vent", part: duct.id }];
}

const drumStood = (evidence: JobState["evidence"]): boolean => {
  const last = evidence.findLast((e) => isSight(e.finding, "turns") || isSight(e.finding, "starts"));
  return last?.finding.kind === "sight" && last.finding.result.value === "no";
};
