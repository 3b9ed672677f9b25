import type { Machine } from "../machine/format";
import { type DuctRun, lossesOf } from "./duct-run";
import { lossCurve, operatingPoint } from "./fan";

/** One flow that is looked into, m³/s. */
export interface AirCase {
  readonly name: "Now" | "Cleared" | "Metal for foil";
  readonly flow: number;
}

/** Says how the air stands: what flows now, and what would with the way cleared. */
interface AirStands {
  /** Loss of the clear run at a flow, Pa. */
  readonly loss: (flow: number) => number;
  /** m³/s; `undefined`: nothing was measured, and the run as it is built shows nothing amiss. */
  readonly now: number | undefined;
  readonly clear: number;
  readonly cases: readonly AirCase[];
  /** Pa of each piece of the run, the hood last; none where nobody built it. */
  readonly losses: readonly number[];
  /** Which of them loses most; −1 of none. */
  readonly worst: number;
}

/** The run as it was built and the flow as it was found, m³/s, put together. A hood that is found half shut is what is there; cleared, it is open. */
export function airStands(machine: Machine, run: DuctRun | undefined, found: number | undefined): AirStands {
  const cleared = run && { ...run, hoodOpen: 1 };
  const loss = lossCurve(machine, cleared);
  const clear = operatingPoint(machine.thermal, loss).flow;
  const asBuilt = operatingPoint(machine.thermal, lossCurve(machine, run)).flow;
  const now = found ?? (run && run.hoodOpen < 1 ? asBuilt : undefined);
  const losses = run ? lossesOf(run, now ?? asBuilt) : [];
  const cases: AirCase[] = [...(now === undefined ? [] : [{ name: "Now" as const, flow: now }]), { name: "Cleared", flow: clear }];
  if (cleared?.pieces.some((p) => p.material === "foil")) {
    const metal = { ...cleared, pieces: cleared.pieces.map((p) => ({ ...p, material: "metal" as const })) };
    cases.push({ name: "Metal for foil", flow: operatingPoint(machine.thermal, lossCurve(machine, metal)).flow });
  }
  return { loss, now, clear, cases, losses, worst: losses.length > 0 ? losses.indexOf(Math.max(...losses)) : -1 };
}
