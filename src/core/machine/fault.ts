import { type Machine, partOf } from "./schema";

/** One thing wrong: a part's own mode, or a joint at one of its terminals (`at` = terminal number from 1). */
export interface Fault {
  readonly part: string;
  readonly mode: string;
  readonly at?: string;
  readonly severity?: number;
}

export const JOINT_OPEN = "joint-open";
/** A burnt or loose joint that still conducts; `severity` is its resistance, Ω. */
export const JOINT_POOR = "joint-poor";
export const isJoint = (f: Fault): boolean => f.mode === JOINT_OPEN || f.mode === JOINT_POOR;

/** Names a fault, however severe. */
export const faultKey = (f: Fault): string => (f.at === undefined ? `${f.part}:${f.mode}` : `${f.part}:${f.mode}@${f.at}`);

/** “Thermal cut-off blown”. */
export function faultSentence(machine: Machine, fault: Fault): string {
  const part = partOf(machine, fault.part);
  if (fault.mode === JOINT_OPEN) return `${part.name}: wire off or burnt at ${part.nets[Number(fault.at) - 1] ?? fault.at}`;
  if (fault.mode === JOINT_POOR) return `${part.name}: poor joint at ${part.nets[Number(fault.at) - 1] ?? fault.at}`;
  const known = part.faults.find((f) => f.mode === fault.mode && f.at === fault.at);
  return `${part.name} ${known?.says ?? fault.mode}`;
}

/** Faults by part, for quick questions while a network is built. */
export class FaultSet {
  private readonly byPart = new Map<string, Fault[]>();
  constructor(readonly faults: readonly Fault[]) {
    for (const f of faults) this.byPart.set(f.part, [...(this.byPart.get(f.part) ?? []), f]);
  }
  touches(part: string): boolean {
    return this.byPart.has(part);
  }
  /** Ohms of the joint at a terminal (from 1): `Infinity` when open, `undefined` when sound. */
  joint(part: string, terminal: number): number | undefined {
    const f = this.byPart.get(part)?.find((x) => isJoint(x) && x.at === String(terminal));
    return f && (f.mode === JOINT_OPEN ? Infinity : (f.severity ?? 1));
  }
  of(part: string, mode: string): Fault | undefined {
    return this.byPart.get(part)?.find((f) => f.mode === mode);
  }
  has(part: string, mode: string, at?: string): boolean {
    return this.byPart.get(part)?.some((f) => f.mode === mode && (at === undefined || f.at === at)) ?? false;
  }
}

export const NO_FAULTS = new FaultSet([]);
