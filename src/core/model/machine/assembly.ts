import { type Fault, isJoint } from "./fault";
import { type Machine, type Part, partOf } from "./format";
import { generalFaultOf } from "./general-faults";
import { MENDED_PIECES, type MendedPiece, mendedPiece, pieceId, pieceRepair } from "./pieces";

const JOINT_MINUTES = 8;
const JOINT_PRICE = 2;
/** Of a part whose file gives neither a fit nor a remedy. */
const UNTOLD_MINUTES = 10;

/** Gives what puts a joint at a part right, by name. */
export const jointId = (part: string): string => `joint.${part}`;
const jointPart = (id: string): string | undefined => (id.startsWith("joint.") ? id.slice("joint.".length) : undefined);

/** Id of what is fitted when a part fails: the assembly it belongs to, or the part itself. */
export const assemblyIdOf = (part: Part): string => part.assembly ?? part.id;

/** Says how one assembly is put right: a new one fitted, something cleared, reset or set, or a burnt joint remade. Minutes and price are estimates. */
export interface Repair {
  readonly id: string;
  readonly is: "fit" | "remedy" | "joint" | "piece";
  readonly name: string;
  /** For a remedy, and for a piece that no circuit shows: what is done, as an order. */
  readonly verb?: string;
  readonly minutes: number;
  readonly price: number;
  readonly panel: string | null;
}

/** A part goes in, rather than something being cleared, set or remade. */
export const replaces = (repair: Repair): boolean => repair.is === "fit";

/** Made on a dead machine only: what stands behind a panel, what goes in, wires and pieces inside. */
export const isDeadWork = (repair: Repair): boolean => repair.panel !== null || repair.is !== "remedy";

/** True where an id names something that can be fitted or put right on this machine. */
export const isAssembly = (machine: Machine, id: string): boolean => {
  const piece = mendedPiece(id);
  if (piece) return piecesOf(machine).includes(piece);
  return machine.parts.some((p) => p.id === id || p.assembly === id || jointId(p.id) === id);
};

/** Pieces of this machine that are put right by themselves: no burner without gas, no idler without a belt. */
export const piecesOf = ({ burner, drum }: Machine): MendedPiece[] =>
  MENDED_PIECES.filter((p) => (p !== "burner" || burner !== undefined) && (p !== "idler" || drum.belt !== null));

function piecePanel(machine: Machine, piece: MendedPiece): string | null {
  switch (piece) {
    case "drum":
    case "blower":
      return partOf(machine, machine.drum.motor).panel;
    case "idler":
      return machine.drum.belt === null ? null : partOf(machine, machine.drum.belt).panel;
    case "burner":
      return machine.parts.find((p) => p.kind === "gas-valve")?.panel ?? null;
    case "wiring":
      return panelOfMost(machine);
  }
}

/** The panel behind which most of the wired parts are. */
function panelOfMost({ parts, panels }: Machine): string | null {
  const wired = (id: string) => parts.filter((p) => p.panel === id && p.nets.length > 0).length;
  return [...panels].sort((a, b) => wired(b.id) - wired(a.id))[0]?.id ?? null;
}

/** Gives what puts a fault right: a joint is remade at the part where it is, a piece that no circuit shows by itself; for any other fault its assembly is fitted. */
export function remedyOf(machine: Machine, fault: Fault): string {
  const part = partOf(machine, fault.part);
  const piece = generalFaultOf(fault.mode)?.piece;
  if (piece) return pieceId(piece);
  return isJoint(fault) ? jointId(part.id) : assemblyIdOf(part);
}

/** Tells how an assembly, a joint (`joint.PART`), or a piece (`piece.PIECE`) is put right. Throws RangeError for what the machine does not have. */
export function repairOf(machine: Machine, id: string): Repair {
  const at = jointPart(id);
  if (at !== undefined) {
    const part = partOf(machine, at);
    return { id, is: "joint", name: part.name, minutes: JOINT_MINUTES, price: JOINT_PRICE, panel: part.panel };
  }
  const piece = mendedPiece(id);
  if (piece) return { id, is: "piece", panel: piecePanel(machine, piece), ...pieceRepair(piece) };
  const part = machine.parts.find((p) => assemblyIdOf(p) === id);
  if (!part) throw new RangeError(`“${id}” is not an assembly of ${machine.id}`);
  const remedy = part.faults.find((f) => f.remedy)?.remedy;
  if (remedy && !part.fit && part.assembly === undefined) return { id, is: "remedy", name: part.name, panel: part.panel, ...remedy };
  return { is: "fit", ...fittingOf(machine, part) };
}

/** Gives what is fitted when a part fails, and what that takes. */
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
