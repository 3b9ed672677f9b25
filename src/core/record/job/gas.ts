import { assemblyIdOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import { pieceId } from "../../model/machine/pieces";
import { assemblyName } from "../../model/naming/names";
import type { GasJoint, JobState } from "./state";

/** A joint's name is no longer, so that it can be named when it is tested. */
const MOST_NAME = 120;

/** Joints with one more that was opened just now; one of that name is opened again. A joint of which nobody said which it is has a number. */
export function withOpened({ joints, evidence }: Pick<JobState, "joints" | "evidence">, entry: string, named = ""): readonly GasJoint[] {
  const name = named.slice(0, MOST_NAME).trim() || `joint ${joints.length + 1}`;
  return [...joints.filter((j) => j.name !== name), { entry, name, at: evidence.length }];
}

/** Assemblies whose fitting opens a joint of the gas train, or may. */
export const disturbsGas = (machine: Machine, assembly: string): boolean =>
  assembly === pieceId("burner") ||
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && assemblyIdOf(p) === assembly);

/** The joint at an assembly, as the record names it. */
export const jointAt = (machine: Machine, assembly: string): string => `joint at the ${assemblyName(machine, assembly)}`;

/** The list of what was done at the gas valve, with its lines that open a joint. */
export const VALVE_LIST = "valve-work";
const VALVE_JOINTS: Readonly<Record<string, string>> = { orifice: "orifice", spring: "regulator" };

/** Steps of an exchange that are not made on the part itself. */
const BESIDE: readonly string[] = ["compare", "reading", "after"];

/** The gas joint that must have been open for a line of a checklist to be done; `undefined`: none. */
export function jointWorkedOn(machine: Machine, list: string, item: string): string | undefined {
  if (list === VALVE_LIST && machine.burner) return VALVE_JOINTS[item];
  const exchange = machine.exchanges.find((e) => list === `fit.${e.id}`);
  const step = exchange?.steps.find((s) => s.id === item);
  return exchange && step && disturbsGas(machine, exchange.of) && !BESIDE.includes(step.is) ? jointAt(machine, exchange.of) : undefined;
}
