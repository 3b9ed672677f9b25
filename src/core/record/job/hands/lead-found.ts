import { z } from "zod";
import { COLOUR_LETTERS, CONNECTORS, terminal } from "../../../model/machine/cabinet";
import { type Machine, maybePartOf } from "../../../model/machine/format";
import { readTerminal } from "../../../model/machine/wiring";
import { lower } from "../../../model/naming/text";

const text = z.string().trim().max(2000);
const CONDITIONS = ["good", "loose", "burnt"] as const;
const MENDED = ["replaced", "crimped", "tightened"] as const;

export const leadSchema = z
  .strictObject({
    at: terminal.describe("The terminal that it is on."),
    state: z.enum(["off", "on"]).describe("Where it is now."),
    moved: z.literal(true).optional().describe("It went straight from the old part to the new one."),
    mark: z.string().trim().min(1).max(12).optional().describe("What is written at the terminal, where it differs from the file."),
    colour: z.enum(COLOUR_LETTERS).optional().describe("Colour of the wire (IEC 60757), where it differs from the file."),
    connector: z.enum(CONNECTORS).optional().describe("How it is held, where it differs from the file."),
    condition: z.enum(CONDITIONS).optional().describe("How its end was found."),
    mended: z.enum(MENDED).optional().describe("What was done about a loose or burnt end."),
    note: text.optional().describe("A remark."),
  })
  .describe("The end of one wire came off its terminal or went back, and how it was found.");

/** A wire's end as it was found on the job; what is left out is as the machine's file says. */
export type LeadFound = Omit<z.infer<typeof leadSchema>, "state"> & { readonly off: boolean };

/** True where a wire goes to this terminal. */
export function isWired(machine: Machine, at: string): boolean {
  const t = readTerminal(at);
  return t !== undefined && maybePartOf(machine, t.part)?.nets[t.number - 1] !== undefined;
}

/** “the heating element, H4”. */
export function leadName(machine: Machine, at: string): string {
  const t = readTerminal(at);
  const part = t && maybePartOf(machine, t.part);
  if (!t || !part) return at;
  const mark = machine.leads.find((l) => l.at === at)?.mark ?? part.nets[t.number - 1] ?? String(t.number);
  return `the ${lower(part.name)}, ${mark}`;
}
