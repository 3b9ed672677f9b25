import { z } from "zod";

const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");
export const code = z
  .string()
  .trim()
  .regex(/^[A-Z0-9][A-Z0-9-]{1,29}$/, "a code of capital letters, digits and hyphens");
export const cents = z.number().int().min(0).max(100_000_000);
export const count = z.number().int().min(1).max(999);

/** Something of the catalogue: a part or a kit that is fitted. */
export const itemSchema = z
  .strictObject({
    code: code.describe("Its code, by which it is ordered."),
    name: z.string().trim().min(1).max(120).describe("What it is."),
    fits: z
      .array(
        z.strictObject({
          machine: ref.describe("Id of the machine."),
          revision: z.string().max(64).optional().describe("Of one revision of its sheet only; left out: of all."),
          assemblies: z.array(ref).min(1).max(20).describe("Assemblies that it renews."),
        }),
      )
      .max(60)
      .describe("Where it is fitted."),
    holds: z
      .array(z.strictObject({ name: z.string().trim().min(1).max(120).describe("What it is."), count: count.describe("How many.") }))
      .max(40)
      .default([])
      .describe("What a kit contains; empty: one piece."),
    supersedes: z.array(code).max(20).default([]).describe("Codes whose place it takes."),
    cents: cents.describe("Price to the customer, in cents, tax not in."),
    warrantyMonths: z.number().int().min(0).max(240).describe("Months of warranty."),
    carryOver: z.boolean().describe("Whether the old one may be reused to a new assembly; a safety part aged by heat may not."),
    estimate: z.boolean().default(false).describe("The price is an estimate."),
  })
  .describe("A part or kit of the catalogue.");
export type Item = z.infer<typeof itemSchema>;

/** A machine in one revision, as far as a catalogue asks. */
export interface OfMachine {
  readonly id: string;
  readonly revision?: string | undefined;
}

/** Items that renew one of these assemblies on this machine; what is superseded by another of them comes last. */
export function itemsFor(items: readonly Item[], machine: OfMachine, assemblies: readonly string[]): Item[] {
  const fitting = items.filter((i) => i.fits.some((f) => isFor(f, machine) && f.assemblies.some((a) => assemblies.includes(a))));
  const old = (i: Item) => (supersederOf(items, i.code) === undefined ? 0 : 1);
  return fitting.toSorted(
    (a, b) => old(a) - old(b) || coveredBy(a, machine).length - coveredBy(b, machine).length || (a.code < b.code ? -1 : 1),
  );
}

const isFor = (fit: Item["fits"][number], { id, revision }: OfMachine): boolean =>
  fit.machine === id && (fit.revision === undefined || fit.revision === revision);

/** Assemblies of this machine that an item renews. */
export const coveredBy = (item: Item, machine: OfMachine): string[] =>
  item.fits.filter((f) => isFor(f, machine)).flatMap((f) => f.assemblies);

/** Gives what replaces a code; `undefined` while nothing does. */
export const supersederOf = (items: readonly Item[], old: string): Item | undefined => items.find((i) => i.supersedes.includes(old));

/** Gives what is delivered when a code is asked for now: the last that took its place. Codes that supersede each other in a circle end at the first seen again. */
export function presentItem(items: readonly Item[], asked: string): Item | undefined {
  const seen = new Set([asked]);
  let found = items.find((i) => i.code === asked);
  for (let next = supersederOf(items, asked); next && !seen.has(next.code); next = supersederOf(items, next.code)) {
    seen.add(next.code);
    found = next;
  }
  return found;
}
