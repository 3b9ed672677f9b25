import { z } from "zod";
import { type Cents, shareOf, sumOf } from "../../../model/quantity/money";

const amount = z.number().int().min(-100_000_000).max(100_000_000);
const says = z.string().trim().min(1).max(200);

const billLine = z.strictObject({
  is: z.enum(["call-out", "labour", "part", "other"]).describe("What sort of line it is."),
  says: says.describe("What it is for."),
  how: z.string().trim().max(120).optional().describe("How it was calculated: 83 min at $1.30."),
  item: z.string().max(40).optional().describe("Code of the part."),
  count: z.number().int().min(1).max(999).optional().describe("How many."),
  cents: amount.describe("The amount in cents, tax not in."),
});
export type BillLine = z.infer<typeof billLine>;

export const billShape = {
  way: says.describe("What is done for it."),
  lines: z.array(billLine).min(1).max(60).describe("What it is made of."),
  taxRate: z.number().int().min(0).max(5000).describe("Tax, in hundredths of a percent."),
  tax: amount.describe("Tax in cents."),
  total: amount.describe("Total due, in cents."),
  currency: z.string().trim().min(1).max(4).describe("Currency sign."),
};
/** Whoever sends the bill, and how long the work is under warranty, as it was then. */
export const billFrom = z.strictObject({
  shop: z.string().trim().min(1).max(120).describe("Name of the shop."),
  address: z.string().trim().max(200).describe("Its address."),
  workDays: z.number().int().min(0).max(3650).describe("Days of warranty on the work."),
});
export type BillFrom = z.infer<typeof billFrom>;

export type Bill = Readonly<Omit<z.infer<z.ZodObject<typeof billShape>>, "lines">> & { readonly lines: readonly BillLine[] };

/** A bill of lines: tax once, on their sum. */
export function billOf(way: string, lines: readonly BillLine[], taxRate: number, currency: string): Bill {
  const net = netOf({ lines });
  const tax = shareOf(net, taxRate);
  return { way, lines: [...lines], taxRate, tax, total: sumOf([net, tax]), currency };
}

/** Sum of the lines, tax not in. */
const netOf = ({ lines }: Pick<Bill, "lines">): Cents => sumOf(lines.map((l) => l.cents));

/** Why a bill does not come out; `undefined` when it does. */
export function billProblem(bill: Bill): string | undefined {
  const right = billOf(bill.way, bill.lines, bill.taxRate, bill.currency);
  if (bill.tax !== right.tax) return `the tax is ${bill.tax} cents; ${bill.taxRate / 100}% of ${netOf(bill)} is ${right.tax}`;
  return bill.total === right.total ? undefined : `the total is ${bill.total} cents; lines and tax come to ${right.total}`;
}
