import { z } from "zod";
import { moneySays } from "../../../../model/quantity/money";
import { billFrom, billProblem, billShape } from "../../closing/bill";
import { allowsAlways, always, defineEntry, name, noUpcasters } from "../definition";

export const agreed = defineEntry({
  kind: "agreed",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      ...billShape,
      from: billFrom.optional().describe("Who charges it."),
      with: name.optional().describe("Who agreed to it."),
    })
    .superRefine((bill, context) => {
      const message = billProblem(bill);
      if (message !== undefined) context.addIssue({ code: "custom", path: ["total"], message });
    })
    .describe("What is done and what it costs was agreed; it stays as it was told, whatever prices become."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: always,
  allows: allowsAlways,
  effect: ({ with: _, ...bill }, __, { id, at }) => ({ agreed: { ...bill, entry: id, at } }),
  says: ({ way, total, currency }) => `Agreed: ${way}, ${moneySays(total, currency)}`,
});
