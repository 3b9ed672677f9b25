import { z } from "zod";
import { type Fault, type FaultSet, JOINT_OPEN, JOINT_PINCHED, JOINT_POOR, JOINT_SWAPPED } from "./fault";
import { type Machine, type Part, partOf } from "./format";

const terminal = z
  .string()
  .regex(/^[a-z][a-z0-9-]*\.\d$/, "a part's terminal, such as element.1")
  .describe("A terminal of a part: element.1.");
const partId = z
  .string()
  .regex(/^[a-z][a-z0-9-]*$/, "a part's id")
  .describe("A part's id.");

/** One way in which the wires differ from the sheet. `at` is a terminal: `element.1`. */
export const wiringEditSchema = z.discriminatedUnion("edit", [
  z.strictObject({ edit: z.literal("off"), at: terminal }).describe("The wire is off this terminal."),
  z
    .strictObject({ edit: z.literal("part-off"), part: partId })
    .describe("The wires are off every terminal of this part, its plugs pulled."),
  z
    .strictObject({ edit: z.literal("poor"), at: terminal, ohms: z.number().positive().describe("Its resistance, Ω.") })
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
interface Bond {
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
  /** Gives what the wiring brings at a part. */
  readonly bonds: (part: string) => readonly Bond[];
}

/** Name of a terminal, and of the node that it is when nothing is joined to it. */
export const terminalName = (part: string, number: number): string => `${part}.${number}`;

/** The terminals of a part that a wire goes to. */
export const terminalsOf = (part: Pick<Part, "id" | "nets">): string[] => part.nets.map((_, i) => terminalName(part.id, i + 1));

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
  const made = new Rewiring(machine);
  for (const edit of edits) made.make(edit);
  return {
    node: (part, number) => made.moved.get(terminalName(part.id, number)) ?? drawn(part, number),
    isOff: (part) => made.off.has(part),
    bonds: (part) => made.bonds.get(part) ?? NO_BONDS,
  };
}

/** Wiring while it is being edited. */
class Rewiring {
  /** Where terminals go that do not go where the sheet says. */
  readonly moved = new Map<string, string>();
  readonly off = new Set<string>();
  readonly bonds = new Map<string, Bond[]>();

  constructor(private readonly machine: Machine) {}

  make(edit: WiringEdit): void {
    switch (edit.edit) {
      case "part-off":
        this.takeOffAll(partOf(this.machine, edit.part));
        return;
      case "off":
        this.takeOff(edit.at);
        return;
      case "poor":
        this.spoil(edit.at, edit.ohms);
        return;
      case "swapped":
        this.swap(edit.at, edit.with);
        return;
      case "spare":
        this.moved.set(edit.to, this.nodeOf(edit.at));
        this.moved.set(edit.at, edit.at);
        return;
      case "cabinet":
        this.bond(edit.at, "pinch", this.machine.cabinet, PINCH_OHMS);
        return;
    }
  }

  private takeOffAll(part: Part): void {
    for (const [i] of part.nets.entries()) this.moved.set(terminalName(part.id, i + 1), terminalName(part.id, i + 1));
    this.off.add(part.id);
    this.bonds.delete(part.id);
  }

  private takeOff(at: string): void {
    this.nodeOf(at);
    this.moved.set(at, at);
    const { part } = terminalAt(at);
    const left = (this.bonds.get(part) ?? []).filter((b) => b.a !== at);
    this.bonds.set(part, left);
  }

  /** A wire that is off already has no joint that could be poor. */
  private spoil(at: string, ohms: number): void {
    const net = this.nodeOf(at);
    if (net === at) return;
    this.moved.set(at, at);
    this.bond(at, "joint", net, ohms);
  }

  private swap(at: string, other: string): void {
    const [one, two] = [this.nodeOf(at), this.nodeOf(other)];
    this.moved.set(at, two);
    this.moved.set(other, one);
  }

  private bond(at: string, what: string, to: string, ohms: number): void {
    const { part, number } = terminalAt(at);
    const bond = { id: `${part}/${what}${number}`, a: this.nodeOf(at), b: to, ohms };
    this.bonds.set(part, [...(this.bonds.get(part) ?? []), bond]);
  }

  private nodeOf(at: string): string {
    const { part, number } = terminalAt(at);
    return this.moved.get(at) ?? drawn(partOf(this.machine, part), number);
  }
}

/** Throws RangeError for what is not a terminal's name. */
function terminalAt(name: string): { readonly part: string; readonly number: number } {
  const at = readTerminal(name);
  if (!at) throw new RangeError(`“${name}” is not a terminal; expected one such as element.1`);
  return at;
}

/** The two terminals whose wires are on each other's place. Throws RangeError for what does not name two. */
function swappedTerminals({ part, at }: Fault): [string, string] {
  const [one, two] = (at ?? "").split("-");
  if (one === undefined || two === undefined) throw new RangeError(`“${at}” does not name two terminals of ${part}; expected such as 1-3`);
  return [terminalName(part, Number(one)), terminalName(part, Number(two))];
}

/** Bad joints among faults, as edits of the wiring. */
export function editsOfFaults({ faults }: FaultSet): WiringEdit[] {
  return faults.flatMap((f): WiringEdit[] => {
    const at = `${f.part}.${f.at}`;
    if (f.mode === JOINT_OPEN) return [{ edit: "off", at }];
    if (f.mode === JOINT_SWAPPED) {
      const [one, two] = swappedTerminals(f);
      return [{ edit: "swapped", at: one, with: two }];
    }
    if (f.mode === JOINT_PINCHED) return [{ edit: "cabinet", at }];
    return f.mode === JOINT_POOR ? [{ edit: "poor", at, ohms: f.severity ?? 1 }] : [];
  });
}

/** The wiring with its bad joints, then with what hands have done to it: a wire that is off has no joint. */
export const wiringUnder = (machine: Machine, faults: FaultSet, edits: readonly WiringEdit[]): Wiring =>
  wiringOf(machine, [...editsOfFaults(faults), ...edits]);

/** True where at least one wire of a part is off, so that it can be read by itself. */
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
