import { type FaultSet, isJoint } from "../machine/fault";
import { type Machine, partOf } from "../machine/format";
import { generalFaultOf } from "../machine/general-faults";

/**
 * P(looks bad | faults) for a part that is inspected without a meter: by eye, or by warming it, as well as the machine file says that
 * each fault is found so. A good look clears only what can be seen. Before the slips of whoever looks.
 */
export function looksBad(machine: Machine, faults: FaultSet, id: string): number {
  const part = partOf(machine, id);
  let hidden = 1;
  for (const f of faults.faults) {
    if (f.part !== id) continue;
    const known = isJoint(f) ? undefined : part.faults.find((k) => k.mode === f.mode && k.at === f.at);
    hidden *= 1 - (isJoint(f) ? part.jointSeen : (known?.seen.value ?? generalFaultOf(f.mode)?.seen ?? 0));
  }
  return 1 - hidden;
}
