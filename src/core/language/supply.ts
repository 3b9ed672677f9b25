import type { SupplyCase } from "../diagnosis/supply-cases";
import type { Machine } from "../machine/format";
import { capital } from "../naming/text";
import { hypothesisSays } from "./diagnosis";

/** A state of the supply by its name, and what the machine does on it. */
export function supplyDoes(
  machine: Machine,
  { faults, starts, warm, trips }: SupplyCase,
): { readonly name: string; readonly does: string } {
  const name = faults.length === 0 ? "As it should be" : capital(hypothesisSays(machine, { faults, kind: "single" }));
  if (trips > 0.5) return { name, does: "trips the breaker" };
  if (starts < 0.5) return { name, does: "does not start" };
  return { name, does: warm > 0.5 ? "starts and heats" : "starts, no heat" };
}
