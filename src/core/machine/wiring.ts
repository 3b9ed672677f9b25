import { z } from "zod";
import { type FaultSet, JOINT_OPEN, JOINT_POOR } from "./fault";
import type { Machine, Part } from "./format";

const terminal = z.string().regex(/^[a-z][a-z0-9-]*\.\d$/, "a part's terminal, such as element.1");
const partId = z.string().regex(/^[a-z][a-z0-9-]*$/, "a part's id");

/** One way in which the wires differ from the sheet. `at` is a terminal: `element.1`. */
export const wiringEditSchema = z.discriminatedUnion("edit", [
  z.strictObject({ edit: z.literal("off"), at: terminal }).describe("The wire is off this terminal."),
  z
    .strictObject({ edit: z.literal("part-off"), part: partId })
    .describe("The wires are off every terminal of this part, its plugs pulled."),
  z
    .strictObject({ edit: z.literal("poor"), at: terminal, ohms: z.number().positive() })
    .describe("A burnt or loose joint at this terminal that still conducts."),
  z
    .strictObject({ edit: z.literal("swapped"), at: terminal, with: terminal })
    .describe("The wires of these two terminals are on each other's place."),
  z
    .strictObject({ edit: z.literal("spare"), at: terminal, to: terminal })
    .describe("The wire of this terminal sits on a spare terminal that nothing inside is joined to."),
  z.strictObject({ edit: z.literal("cabinet"), at: terminal }).describe("The wire of this terminal is pinched to the cabinet."),
]);
export type WiringEdit = z.infer<typeof wiringEditSchema>;

/** A resistance that the wiring itself brings: a poor joint, a pinched wire. */
export interface Bond {
  readonly id: string;
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
}

/** Where the wire of each terminal goes. Terminals count from 1. */
export interface Wiring {
  /** Net at a terminal, or a node of the terminal's own where it is parted from its net. */
  readonly node: (part: Part, number: number) => string;
  /** Parted from the sheet altogether: all its wires are off. */
  readonly isOff: (part: string) => boolean;
  /** What the wiring brings at a part. */
  readonly bonds: (part: string) => readonly Bond[];
}

/** Name of a terminal, and of the node that it is when nothing is joined to it. */
export const terminalName = (part: string, number: number): string => `${part}.${number}`;

/** A terminal's name in its two parts; `undefined` for the name of a net. */
export function readTerminal(point: string): { readonly part: string; readonly number: number } | undefined {
  const match = /^([a-z][a-z0-9-]*)\.(\d)$/.exec(point);
  return match ? { part: match[1] ?? "", number: Number(match[2]) } : undefined;
}

/** Metal on metal. */
const PINCH_OHMS = 0.05;
const NO_BONDS: readonly Bond[] = [];

/** As the sheet draws it. */
export const AS_DRAWN: Wiring = {
  node: (part, number) => drawn(part, number),
  isOff: () => false,
  bonds: () => NO_BONDS,
};

function drawn(part: Part, number: number): string {
  return part.nets[number - 1] ?? terminalName(part.id, number);
}

/**
 * The wiring of the sheet with edits made to it, one after the other. Throws RangeError for a terminal of a part that the
 * machine does not have.
 */
export function wiringOf(machine: Machine, edits: readonly WiringEdit[]): Wiring {
  if (edits.length === 0) return AS_DRAWN;
  const moved = new Map<string, string>();
  const off = new Set<string>();
  const bonds = new Map<string, Bond[]>();
  const partOf = (id: string): Part => {
    const part = machine.parts.find((p) => p.id === id);
    if (!part) throw new RangeError(`“${id}” is not a part of ${machine.id}`);
    return part;
  };
  const nodeOf = (name: string): string => {
    const at = readTerminal(name);
    if (!at) throw new RangeError(`“${name}” is not a terminal; expected one such as element.1`);
    return moved.get(name) ?? drawn(partOf(at.part), at.number);
  };
  const bond = (name: string, what: string, to: string, ohms: number) => {
    const part = name.slice(0, name.lastIndexOf("."));
    const id = `${part}/${what}${name.slice(name.lastIndexOf(".") + 1)}`;
    bonds.set(part, [...(bonds.get(part) ?? []), { id, a: nodeOf(name), b: to, ohms }]);
  };
  for (const edit of edits) {
    switch (edit.edit) {
      case "part-off": {
        const part = partOf(edit.part);
        for (const [i] of part.nets.entries()) moved.set(terminalName(part.id, i + 1), terminalName(part.id, i + 1));
        off.add(part.id);
        bonds.delete(part.id);
        break;
      }
      case "off": {
        const { part } = readTerminal(edit.at) ?? { part: "" };
        nodeOf(edit.at);
        moved.set(edit.at, edit.at);
        bonds.set(
          part,
          (bonds.get(part) ?? []).filter((b) => b.a !== edit.at),
        );
        break;
      }
      case "poor": {
        const net = nodeOf(edit.at);
        if (net === edit.at) break; // Already off: there is no joint to be poor.
        moved.set(edit.at, edit.at);
        bond(edit.at, "joint", net, edit.ohms);
        break;
      }
      case "swapped": {
        const [one, other] = [nodeOf(edit.at), nodeOf(edit.with)];
        moved.set(edit.at, other);
        moved.set(edit.with, one);
        break;
      }
      case "spare":
        moved.set(edit.to, nodeOf(edit.at));
        moved.set(edit.at, edit.at);
        break;
      case "cabinet":
        bond(edit.at, "pinch", machine.cabinet, PINCH_OHMS);
        break;
    }
  }
  return {
    node: (part, number) => moved.get(terminalName(part.id, number)) ?? drawn(part, number),
    isOff: (part) => off.has(part),
    bonds: (part) => bonds.get(part) ?? NO_BONDS,
  };
}

/** Bad joints among faults, as edits of the wiring. */
export function editsOfFaults({ faults }: FaultSet): WiringEdit[] {
  return faults.flatMap((f): WiringEdit[] => {
    const at = `${f.part}.${f.at}`;
    if (f.mode === JOINT_OPEN) return [{ edit: "off", at }];
    return f.mode === JOINT_POOR ? [{ edit: "poor", at, ohms: f.severity ?? 1 }] : [];
  });
}

/** The wiring with its bad joints, then with what hands have done to it: a wire that is off has no joint. */
export const wiringUnder = (machine: Machine, faults: FaultSet, edits: readonly WiringEdit[]): Wiring =>
  wiringOf(machine, [...editsOfFaults(faults), ...edits]);

/** Whether at least one wire of a part is off, so that it can be read by itself. */
export const isIsolated = (edits: readonly WiringEdit[], part: string): boolean =>
  edits.some((e) => (e.edit === "part-off" && e.part === part) || (e.edit === "off" && readTerminal(e.at)?.part === part));

/** Parts of which wires are off, moved or pinched. */
export const partsEdited = (edits: readonly WiringEdit[]): string[] => [
  ...new Set(
    edits.flatMap((e) => {
      if (e.edit === "part-off") return [e.part];
      const other = e.edit === "swapped" ? readTerminal(e.with)?.part : undefined;
      return [readTerminal(e.at)?.part, other].filter((p) => p !== undefined);
    }),
  ),
];

/** The wires of a whole part taken off. */
export const partOff = (part: string): WiringEdit => ({ edit: "part-off", part });
