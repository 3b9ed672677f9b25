import { and, asc, eq } from "drizzle-orm";
import { CATALOGUE } from "../../catalogue/catalogue";
import type { Sequenced } from "../../core/record/journal/envelope";
import { readStock, STOCK, type StockEntry } from "../../core/record/stock/kinds";
import { foldStock, type NamedOrder, ordersFor, type Stock } from "../../core/record/stock/stock";
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
  private known: StockEntry[] | undefined;
  private folded: Stock | undefined;
  private index = new StockIndex();

  constructor(private readonly db: Database) {}

  async entries(): Promise<readonly StockEntry[]> {
    if (!this.known) {
      this.known = readStock((await stockEntries(this.db)).map((s) => s.entry));
      this.index = new StockIndex();
      for (const e of this.known) this.index.add(e);
    }
    return this.known;
  }

  async now(): Promise<Stock> {
    this.folded ??= foldStock(await this.entries(), CATALOGUE);
    return this.folded;
  }

  /** Works out orders with these entries as well, which are not on disk yet; nothing is saved. Its cost does not hang on how many there are. */
  async ordersWith(more: readonly StockEntry[]): Promise<OrdersNow> {
    await this.entries();
    return this.index.with(more);
  }

  /** Once they are on disk. */
  took(more: readonly StockEntry[]): void {
    if (more.length === 0 || !this.known) return;
    for (const e of more) {
      this.known.push(e);
      this.index.add(e);
    }
    this.folded = undefined;
  }

  /** After a failed write what was thought to be there is read anew. */
  clear(): void {
    this.known = undefined;
    this.folded = undefined;
  }
}

/** Orders with what was entered since. */
interface OrdersNow {
  /** Jobs whose orders these entries speak of. */
  readonly jobs: readonly string[];
  readonly of: (job: string) => readonly NamedOrder[];
}

const orderOfEntry = (e: StockEntry): string | undefined => (e.kind === "ordered" ? e.id : "order" in e.body ? e.body.order : undefined);

/** Entries of orders by the order that they are of, and orders by the job that they are for. */
class StockIndex {
  private readonly ofOrder = new Map<string, StockEntry[]>();
  private readonly jobOf = new Map<string, string>();
  private readonly ordersOf = new Map<string, Set<string>>();
  /** The shop's own parts, which give an order its name. */
  private readonly items: StockEntry[] = [];

  add(e: StockEntry): void {
    if (e.kind === "item") this.items.push(e);
    const order = orderOfEntry(e);
    if (order === undefined) return;
    const list = this.ofOrder.get(order);
    if (list) list.push(e);
    else this.ofOrder.set(order, [e]);
    if (e.kind !== "ordered" || e.body.job === undefined) return;
    this.jobOf.set(order, e.body.job);
    this.ordersOf.set(e.body.job, (this.ordersOf.get(e.body.job) ?? new Set()).add(order));
  }

  with(more: readonly StockEntry[]): OrdersNow {
    const placed = more.flatMap((e) => (e.kind === "ordered" && e.body.job !== undefined ? [[e.id, e.body.job] as const] : []));
    const jobOf = new Map(placed);
    const named = more.flatMap((e) => orderOfEntry(e) ?? []);
    return {
      jobs: [...new Set(named.flatMap((o) => jobOf.get(o) ?? this.jobOf.get(o) ?? []))],
      of: (job) => {
        const orders = new Set([...(this.ordersOf.get(job) ?? []), ...placed.flatMap(([o, j]) => (j === job ? [o] : []))]);
        if (orders.size === 0) return [];
        const ofThese = more.filter((e) => e.kind === "item" || orders.has(orderOfEntry(e) ?? ""));
        return ordersFor(foldStock([...this.items, ...[...orders].flatMap((o) => this.ofOrder.get(o) ?? []), ...ofThese], CATALOGUE), job);
      },
    };
  }
}
