import { type Fault, faultKey, faultSentence, JOINT_OPEN } from "../machine/fault";
import { type Machine, partOf, unitOf } from "../machine/schema";

/** One complete explanation: the faults that are present together. No faults: nothing is wrong. */
export interface Hypothesis {
  /** Fault keys joined with `+`; empty for “nothing wrong”. */
  readonly id: string;
  readonly faults: readonly Fault[];
  /** Prior probability; all hypotheses of a machine add up to 1. An estimate from the machine file's weights. */
  readonly prior: number;
  readonly sentence: string;
  /** Why the damage follows from the cause, for a cause with its damage. */
  readonly because?: string;
  /** Units to fit or put right, sorted. */
  readonly units: readonly string[];
}

const NOTHING_WRONG_WEIGHT = 2;

export const hypothesisId = (faults: readonly Fault[]): string => faults.map(faultKey).join("+");

/** Every single fault, every open joint, every cause with the damage it does, and nothing wrong. */
export function hypothesesOf(machine: Machine): Hypothesis[] {
  const weighted: { faults: Fault[]; weight: number; because?: string }[] = [{ faults: [], weight: NOTHING_WRONG_WEIGHT }];
  for (const part of machine.parts) {
    for (const f of part.faults) {
      const damages = machine.causes.filter((c) => c.cause.part === part.id && c.cause.mode === f.mode);
      const fault: Fault = { part: part.id, mode: f.mode, at: f.at, severity: f.severity };
      const alone = 1 - damages.reduce((sum, d) => sum + d.probability, 0);
      weighted.push({ faults: [fault], weight: f.weight.value * Math.max(0.02, alone) });
      for (const d of damages) {
        const damage = partOf(machine, d.damage.part).faults.find((x) => x.mode === d.damage.mode);
        weighted.push({
          faults: [fault, { part: d.damage.part, mode: d.damage.mode, at: damage?.at, severity: damage?.severity }],
          weight: f.weight.value * d.probability,
          because: d.because,
        });
      }
    }
    if (part.jointWeight > 0) {
      part.nets.forEach((_, i) => {
        weighted.push({ faults: [{ part: part.id, mode: JOINT_OPEN, at: String(i + 1) }], weight: part.jointWeight });
      });
    }
  }
  const total = weighted.reduce((sum, w) => sum + w.weight, 0);
  return weighted.map(({ faults, weight, because }) => ({
    id: hypothesisId(faults),
    faults,
    prior: weight / total,
    sentence: sentenceOf(machine, faults),
    ...(because !== undefined && { because }),
    units: [...new Set(faults.map((f) => remedyUnit(machine, f)))].sort(),
  }));
}

/** “Thermal cut-off blown, vent duct and hood choked”: damage first, as it is found; then its cause. */
function sentenceOf(machine: Machine, faults: readonly Fault[]): string {
  if (faults.length === 0) return "Nothing wrong with the machine";
  const [first, ...rest] = [...faults].reverse().map((f) => faultSentence(machine, f));
  return [first as string, ...rest.map((r) => r.charAt(0).toLowerCase() + r.slice(1))].join(", ");
}

/** A joint is put right at the part where it is; any other fault by its unit. */
export function remedyUnit(machine: Machine, fault: Fault): string {
  const part = partOf(machine, fault.part);
  return fault.mode === JOINT_OPEN ? `joint.${part.id}` : unitOf(machine, part).id;
}

/** The faults that are still there after `units` were fitted or put right. Fitting a part also remakes its joints. */
export function remaining(machine: Machine, faults: readonly Fault[], units: readonly string[]): readonly Fault[] {
  if (units.length === 0) return faults;
  const left = faults.filter((f) => {
    const part = partOf(machine, f.part);
    return !units.includes(unitOf(machine, part).id) && !units.includes(remedyUnit(machine, f));
  });
  return left.length === faults.length ? faults : left;
}
