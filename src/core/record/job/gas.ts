import { assemblyIdOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import { pieceId } from "../../model/machine/pieces";
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
