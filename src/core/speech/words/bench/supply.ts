import type { Machine } from "../../../model/machine/format";
import { capital } from "../../../model/naming/text";
import type { SupplyCase } from "../../../reason/diagnosis/supply-cases";
import { hypothesisSays } from "../card/diagnosis";

/** A state of the supply by its name, and what the machine does on it. */
export function supplyDoes(
  machine: Machine,
  { faults, swapped, starts, warm, trips }: SupplyCase,
): { readonly name: string; readonly does: string } {
  const name = nameOf(machine, faults, swapped);
  if (trips > 0.5) return { name, does: "trips the breaker" };
  if (starts < 0.5) return { name, does: "does not start" };
  const runs = warm > 0.5 ? "starts and heats" : "starts, no heat";
  return { name, does: swapped === undefined ? runs : `${runs}, but stays LIVE inside when switched off` };
}

function nameOf(machine: Machine, faults: SupplyCase["faults"], swapped: string | undefined): string {
  if (swapped !== undefined) return `${swapped} and neutral swapped, at the outlet or in the cord`;
  if (faults.length === 0) return "Normal";
  const says = capital(hypothesisSays(machine, { faults, kind: "single" }));
  // One pole of two is what a half-tripped breaker leaves.
  const [fault] = faults;
  const isLostLeg = fault?.mode === "lost" && machine.supply.legs.length > 1 && machine.supply.legs.some((l) => l.id === fault.at);
  return isLostLeg ? `${says}, as with a half-tripped breaker` : says;
}
