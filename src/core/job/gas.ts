import { assemblyIdOf } from "../machine/assembly";
import type { Machine } from "../machine/format";

/** Assemblies whose fitting opens a joint of the gas train. */
export const disturbsGas = (machine: Machine, assembly: string): boolean =>
  machine.parts.some((p) => (p.kind === "gas-valve" || p.kind === "gas-supply") && assemblyIdOf(p) === assembly);
