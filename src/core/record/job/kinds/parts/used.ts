import { z } from "zod";
import { allowsAlways, always, defineEntry, name, noUpcasters, ref } from "../definition";

const item = z.string().trim().min(1).max(40).describe("Its code.");
const count = z.number().int().min(1).max(999).describe("How many.");

export const used = defineEntry({
  kind: "used",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      item,
      name: name.describe("What it is."),
      count,
      cents: z.number().int().min(0).max(100_000_000).describe("Price of one to the customer, in cents, tax not in."),
      warrantyMonths: z.number().int().min(0).max(240).describe("Months of warranty."),
      renews: z.array(ref).max(20).describe("Assemblies of this machine that it renews."),
      back: z.literal(true).optional().describe("It was not used after all, and went back."),
    })
    .describe("A part was used on this job, as the catalogue had it then; it stays so whatever the catalogue becomes."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: ({ back, ...part }, { used }) => {
    const known = used.find((u) => u.item === part.item);
    const count = (known?.count ?? 0) + (back ? -part.count : part.count);
    const others = used.filter((u) => u.item !== part.item);
    return { used: count > 0 ? [...others, { ...part, count }] : others };
  },
  says: ({ item, name, count, back }) => `${back ? "Went back" : "Used"}: ${count === 1 ? "" : `${count} × `}${name}, ${item}`,
});
