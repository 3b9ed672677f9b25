import { and, asc, eq } from "drizzle-orm";
import { CATALOGUE } from "../../catalogue/catalogue";
import type { Sequenced } from "../../core/record/journal/envelope";
import { readStock, STOCK, type StockEntry } from "../../core/record/stock/kinds";
import { foldStock, type Stock } from "../../core/record/stock/stock";
import type { Database } from "../database/handle";
import { toSequenced } from "../database/rows";
import { entries } from "../database/schema";

/** Entries of the stock in the server's order. */
export async function stockEntries(db: Database): Promise<Sequenced[]> {
  const ofStock = and(eq(entries.streamOf, STOCK.of), eq(entries.streamId, STOCK.id));
  return (await db.select().from(entries).where(ofStock).orderBy(asc(entries.seq)).all()).map(toSequenced);
}

/** The stock as it stands, read once and then gone on with. */
export class StockFold {
  private known: readonly StockEntry[] | undefined;
  private folded: Stock | undefined;

  constructor(private readonly db: Database) {}

  async entries(): Promise<readonly StockEntry[]> {
    this.known ??= readStock((await stockEntries(this.db)).map((s) => s.entry));
    return this.known;
  }

  async now(): Promise<Stock> {
    this.folded ??= foldStock(await this.entries(), CATALOGUE);
    return this.folded;
  }

  /** As it would stand with these as well; nothing is saved. */
  async with(more: readonly StockEntry[]): Promise<Stock> {
    return more.length === 0 ? this.now() : foldStock([...(await this.entries()), ...more], CATALOGUE);
  }

  /** Once they are on disk. */
  took(more: readonly StockEntry[]): void {
    if (more.length === 0 || !this.known) return;
    this.known = [...this.known, ...more];
    this.folded = undefined;
  }

  /** After a failed write what was thought to be there is read anew. */
  clear(): void {
    this.known = undefined;
    this.folded = undefined;
  }
}

/** Jobs whose orders these entries speak of. */
export const jobsOf = (more: readonly StockEntry[], stock: Stock): string[] => [
  ...new Set(
    more.flatMap((e) => {
      const order = e.kind === "ordered" ? e.id : "order" in e.body ? e.body.order : undefined;
      return stock.orders.find((o) => o.id === order)?.job ?? [];
    }),
  ),
];
