import { type Fault, faultKey, JOINT_HOT, JOINT_OPEN, JOINT_PINCHED, JOINT_POOR, RESISTIVE, whileGood } from "../machine/fault";
import type { Machine, Part } from "../machine/format";
import { kindOf } from "../machine/parts/index";

/**
 * Which faults make a machine run alike. In a chain of parts that one current passes one after the other, an opening is
 * an opening wherever it is (Kirchhoff's current law), so one run of the model serves them all. Only voltages between
 * points inside the chain differ, and those are worked out for each fault.
 */
export class Behaviours {
  private readonly chain = new Map<string, string>();
  private readonly parts: ReadonlyMap<string, Part>;

  constructor(machine: Machine) {
    this.parts = new Map(machine.parts.map((p) => [p.id, p]));
    const touching = new Map<string, string[]>();
    const touch = (net: string, what: string) => touching.set(net, [...(touching.get(net) ?? []), what]);
    for (const p of machine.parts) for (const n of p.nets) touch(n, p.id);
    for (const side of [...machine.supply.legs, machine.supply.neutral, machine.supply.ground]) touch(side.pin, "plug");
    touch(machine.cabinet, "cabinet");
    for (const p of machine.parts)
      if (p.kind === "board") for (const s of p.senses) if (s.by === "volts") for (const n of s.nets) touch(n, p.id);
    const find = (id: string): string => {
      const up = this.chain.get(id) ?? id;
      return up === id ? id : find(up);
    };
    for (const ids of touching.values()) {
      const [a, b] = ids;
      if (ids.length !== 2 || a === undefined || b === undefined) continue;
      if (this.parts.get(a)?.nets.length !== 2 || this.parts.get(b)?.nets.length !== 2) continue;
      if (find(a) !== find(b)) this.chain.set(find(a), find(b));
    }
    for (const p of machine.parts) this.chain.set(p.id, find(p.id));
  }

  /** Same key, same run. */
  keyOf(all: readonly Fault[]): string {
    const faults = whileGood(all);
    const leaks = faults.some((f) => this.leaks(f));
    return [...new Set(faults.map((f) => (leaks ? exact(f) : this.keyOfOne(f))))].sort().join("+");
  }

  private leaks(fault: Fault): boolean {
    if (fault.mode === JOINT_PINCHED) return true;
    const part = this.parts.get(fault.part);
    return (part && kindOf(part).modes[fault.mode]?.leaks) ?? false;
  }

  private keyOfOne(fault: Fault): string {
    const part = this.parts.get(fault.part);
    if (part?.nets.length !== 2) return exact(fault);
    const chain = this.chain.get(part.id);
    if (fault.mode === JOINT_OPEN) return `open ${chain}`;
    if (fault.mode === JOINT_HOT) return `hot ${chain}`;
    if (fault.mode === JOINT_POOR || fault.mode === RESISTIVE) return `poor ${chain}#${fault.severity}`;
    return fault.mode === "open" && opensOnly(part) ? `open ${chain}` : exact(fault);
  }
}

const opensOnly = (part: Part): boolean => kindOf(part).conductsOnly && !part.moves.some((m) => m.mode === "open");

const exact = (f: Fault): string => `${faultKey(f)}#${f.severity ?? ""}`;
