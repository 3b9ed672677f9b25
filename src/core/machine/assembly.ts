import { type Machine, type Part, partOf } from "./format";

const JOINT_MINUTES = 8;
const JOINT_PRICE = 2;
/** Of a part whose file gives neither a fit nor a remedy. */
const UNTOLD_MINUTES = 10;

/** What puts a joint at a part right, by name. */
export const jointId = (part: string): string => `joint.${part}`;
const jointPart = (id: string): string | undefined => (id.startsWith("joint.") ? id.slice("joint.".length) : undefined);

/** Id of what is fitted when a part fails: the assembly it belongs to, or the part itself. */
export const assemblyIdOf = (part: Part): string => part.assembly ?? part.id;

/** How one assembly is put right: a new one fitted, something cleared, reset or set, or a burnt joint remade. Minutes and price are estimates. */
export interface Repair {
  readonly id: string;
  readonly is: "fit" | "remedy" | "joint";
  readonly name: string;
  /** For a remedy: what is done, as an order. */
  readonly verb?: string;
  readonly minutes: number;
  readonly price: number;
  readonly panel: string | null;
}

/** A part goes in, rather than something being cleared, set or remade. */
export const replaces = (repair: Repair): boolean => repair.is === "fit";

/** Whether an id names something that can be fitted or put right on this machine. */
export const isAssembly = (machine: Machine, id: string): boolean =>
  machine.parts.some((p) => p.id === id || p.assembly === id || jointId(p.id) === id);

/** How an assembly, or a joint (`joint.PART`), is put right. Throws RangeError for what the machine does not have. */
export function repairOf(machine: Machine, id: string): Repair {
  const at = jointPart(id);
  if (at !== undefined) {
    const part = partOf(machine, at);
    return { id, is: "joint", name: part.name, minutes: JOINT_MINUTES, price: JOINT_PRICE, panel: part.panel };
  }
  const part = machine.parts.find((p) => assemblyIdOf(p) === id);
  if (!part) throw new RangeError(`“${id}” is not an assembly of ${machine.id}`);
  const remedy = part.faults.find((f) => f.remedy)?.remedy;
  if (remedy && !part.fit && part.assembly === undefined) return { id, is: "remedy", name: part.name, panel: part.panel, ...remedy };
  return { is: "fit", ...fittingOf(machine, part) };
}

/** What is fitted when a part fails, and what that takes. */
export function fittingOf(
  machine: Machine,
  part: Part,
): { id: string; name: string; minutes: number; price: number; panel: string | null } {
  const assembly = machine.assemblies.find((a) => a.id === part.assembly);
  if (assembly) return { id: assembly.id, name: assembly.name, panel: assembly.panel, ...assembly.fit };
  const fit = part.fit ?? part.faults.find((f) => f.remedy)?.remedy ?? { minutes: UNTOLD_MINUTES, price: 0 };
  return { id: part.id, name: part.name, panel: part.panel, minutes: fit.minutes, price: fit.price };
}

/** Parts that are renewed when this assembly is. */
export const partsOfAssembly = (machine: Machine, id: string): string[] =>
  machine.parts.filter((p) => assemblyIdOf(p) === id).map((p) => p.id);
