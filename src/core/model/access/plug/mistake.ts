import { type Machine, maybePartOf, type Part, partOf } from "../../machine/format";
import { kindOf } from "../../machine/parts/index";
import { readTerminal, terminalsOf, type WiringEdit } from "../../machine/wiring";

/** One way in which wires that were touched may be on wrongly. */
export interface Mistake {
  /** `off A`, `swap A B`, `spare A X`, `cab A`, `poor A` (a joint that conducts badly). */
  readonly id: string;
  readonly edit: WiringEdit;
}

/** A terminal that was not pushed home reads anything from 1 to 50 Ω: so many Ω each stand for their neighbours (est.). */
const POOR_OHMS: readonly number[] = [2, 8, 30];
/** 1 σ of what such a joint reads, as a share of the value that stands for it (est.). */
export const POOR_SPREAD = 0.25;

/** Terminals of this machine that wires go to, in its own order. */
export const wiredTerminals = (machine: Machine): string[] => machine.parts.flatMap(terminalsOf);

/** Every plausible mistake in the wires of these terminals that matters, each as likely as the next: nobody has counted them. Throws RangeError for a terminal that the machine does not have. */
export function mistakesIn(machine: Machine, touched: readonly string[], spares: readonly string[]): Mistake[] {
  const at = [...new Set(touched)].map((t) => ({ terminal: t, ...wireAt(machine, t) }));
  return [
    ...at.flatMap(({ terminal: t }): Mistake[] => [
      { id: `off ${t}`, edit: { edit: "off", at: t } },
      { id: `cab ${t}`, edit: { edit: "cabinet", at: t } },
      ...POOR_OHMS.map((ohms): Mistake => ({ id: `poor ${t} ${ohms}`, edit: { edit: "poor", at: t, ohms } })),
      ...spares
        .filter((s) => readTerminal(s)?.part === readTerminal(t)?.part)
        .map((s): Mistake => ({ id: `spare ${t} ${s}`, edit: { edit: "spare", at: t, to: s } })),
    ]),
    ...at.flatMap((one, i) =>
      at.slice(i + 1).flatMap((two): Mistake[] => {
        if (one.net === two.net || isHarmless(one.part, two.part)) return [];
        return [{ id: `swap ${one.terminal} ${two.terminal}`, edit: { edit: "swapped", at: one.terminal, with: two.terminal } }];
      }),
    ),
  ];
}

function wireAt(machine: Machine, terminal: string): { readonly part: Part; readonly net: string } {
  const at = readTerminal(terminal);
  const part = at && maybePartOf(machine, at.part);
  const net = at && part?.nets[at.number - 1];
  if (!part || net === undefined) {
    const known = part ? terminalsOf(part) : wiredTerminals(machine);
    throw new RangeError(
      `“${terminal}” is not a wired terminal of ${machine.id}; expected ${known.length > 0 ? known.slice(0, 12).join(", ") : "another part: this one has no wires"}${known.length > 12 ? "…" : ""}`,
    );
  }
  return { part: partOf(machine, part.id), net };
}

/** The machine works all the same: the two ends of a part that does not mind which is which. */
const isHarmless = (one: Part, two: Part): boolean => one.id === two.id && one.nets.length === 2 && kindOf(one).eitherWayRound;
