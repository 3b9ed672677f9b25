import { z } from "zod";
import type { Envelope } from "../journal/envelope";
import { type BodyResult, readBody, type Upcaster } from "../journal/upcast";
import { code, count, itemSchema } from "./item";
import { ACCOUNTS, PLACES } from "./places";
import { termsSchema } from "./terms";

const uuid = z.uuid();
const why = z.string().trim().max(300).optional().describe("Why, in the words of who enters it.");
const place = z.enum(PLACES);
const day = z.iso.date();

/** Orders of a simulated supplier can be told how to go, so that what may happen can be practised. */
export const TRIALS = ["well", "back-ordered", "wrong", "dead"] as const;
export type Trial = (typeof TRIALS)[number];

/** Holds what the supplier says of an order, in its order. */
export const NEWS_STEPS = ["confirmed", "replaced", "back-ordered", "shipped", "arrived"] as const;
export type NewsStep = (typeof NEWS_STEPS)[number];

interface Kind<K extends string, S extends z.ZodObject> {
  readonly kind: K;
  readonly version: 1;
  readonly schema: S;
  readonly upcasters: readonly Upcaster[];
}
const kind = <K extends string, S extends z.ZodObject>(name: K, schema: S): Kind<K, S> => ({
  kind: name,
  version: 1,
  schema,
  upcasters: [],
});

/** Everything that is entered of what lies in stock, is ordered and is charged. A new kind is a line here. */
export const STOCK_KINDS = [
  kind("item", itemSchema.describe("A part of the shop’s own in the catalogue, or one that is rewritten: it replaces the same code.")),
  kind(
    "moved",
    z
      .strictObject({
        item: code.describe("What."),
        count: count.describe("How many."),
        from: z.enum(ACCOUNTS).describe("Where it was."),
        to: z.enum(ACCOUNTS).describe("Where it is now."),
        job: uuid.optional().describe("The job that it is for, or comes from."),
        piece: z.string().trim().min(1).max(120).optional().describe("The piece of a kit that is left over; left out: the whole."),
        why,
      })
      .refine((b) => b.from !== b.to, "from and to are the same place")
      .describe("Pieces were taken, returned, moved, thrown away, or left over on purpose."),
  ),
  kind(
    "counted",
    z
      .strictObject({
        item: code.describe("What."),
        place: place.describe("Where."),
        count: z.number().int().min(0).max(9999).describe("How many were counted there."),
      })
      .describe("Pieces were counted; what differs from the account is accounted for."),
  ),
  kind(
    "minimum",
    z
      .strictObject({
        item: code.describe("What."),
        place: place.describe("Where."),
        least: z.number().int().min(0).max(999).describe("How many should lie there at least; 0: none need to."),
      })
      .describe("How many should lie somewhere."),
  ),
  kind(
    "ordered",
    z
      .strictObject({
        item: code.describe("What."),
        count: count.describe("How many."),
        to: place.describe("Where it goes when it is here."),
        job: uuid.optional().describe("The job that waits for it."),
        assembly: z.string().max(60).optional().describe("The assembly of that job’s machine that it renews."),
        trial: z.enum(TRIALS).optional().describe("How the simulated supplier is to deal with it; left out: as it comes."),
      })
      .describe("An order to the supplier; its id is the entry’s."),
  ),
  kind(
    "order-news",
    z
      .strictObject({
        order: uuid.describe("Which order."),
        round: z.number().int().min(1).max(9).describe("1, and one more for each time it had to be sent again."),
        step: z.enum(NEWS_STEPS).describe("What the supplier says."),
        due: day.optional().describe("When it is to be here."),
        item: code.optional().describe("What comes in place of what was asked for, or what came."),
        cents: z.number().int().min(0).optional().describe("What it costs us, each."),
        dead: z.literal(true).optional().describe("What came reads open on the bench; told of a simulated part only."),
      })
      .describe("News of an order, from the supplier."),
  ),
  kind(
    "received",
    z
      .strictObject({
        order: uuid.describe("Which order."),
        round: z.number().int().min(1).max(9).describe("Which delivery of it."),
        is: z.enum(["right", "wrong", "dead"]).describe("What was found when it was looked at and metered."),
        item: code.describe("What came."),
        count: count.describe("How many."),
        why,
      })
      .describe("A delivery was looked at: right, and put in stock; wrong or dead, and sent back."),
  ),
  kind("order-cancelled", z.strictObject({ order: uuid.describe("Which order."), why }).describe("An order was canceled.")),
  kind(
    "supplier-day",
    z
      .strictObject({ days: z.number().int().min(1).max(60).describe("By how many days.") })
      .describe("The simulated supplier’s calendar was moved on."),
  ),
  kind("terms", termsSchema),
] as const;

type Kinds = (typeof STOCK_KINDS)[number];
export type StockKind = Kinds["kind"];
export type StockBody<K extends StockKind> = z.infer<Extract<Kinds, { kind: K }>["schema"]>;
export type StockDraft = { [K in StockKind]: { readonly kind: K; readonly body: StockBody<K> } }[StockKind];
type Stamped = Omit<Envelope, "kind" | "body" | "version">;
export type StockEntry = { [K in StockKind]: Stamped & { readonly kind: K; readonly body: StockBody<K> } }[StockKind];

/** The one stream of stock, orders and terms. */
export const STOCK = { of: "stock", id: "shop" } as const;

export const readStockBody = (kindName: string, version: number, body: unknown): BodyResult =>
  readBody(STOCK_KINDS, kindName, version, body);

/** Entries of the stock that this version can read, the others left out: they are kept and count for nothing. */
export function readStock(envelopes: readonly Envelope[]): StockEntry[] {
  return envelopes.flatMap(({ version, ...e }) => {
    if (e.stream.of !== STOCK.of) return [];
    const read = readStockBody(e.kind, version, e.body);
    return read.ok ? [{ ...e, kind: read.kind, body: read.body } as StockEntry] : [];
  });
}

/** An entry of the stock from what was drafted. */
export const stampStock = (draft: StockDraft, made: { readonly id: string; readonly at: string; readonly by: string }): Envelope => ({
  ...made,
  stream: STOCK,
  version: 1,
  kind: draft.kind,
  body: draft.body,
});
