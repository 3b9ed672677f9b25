import { assemblyIdOf } from "../machine/assembly";
import type { Machine } from "../machine/format";
import { pieceId } from "../machine/pieces";

/** Assemblies whose fitting opens a joint of the gas train, or may. */
export const disturbsGas = (machine: Machine, assembly: string): boolean =>
  assembly === pieceId("burner") ||
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && assemblyIdOf(p) === assembly);
