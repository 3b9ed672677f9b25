import { createHash } from "node:crypto";
import { CATALOGUE } from "../catalogue/catalogue";
import { type News, newsDue } from "../core/practice/supplier";
import { STOCK, type StockEntry, type StockKind, stampStock } from "../core/record/stock/kinds";
import { foldStock } from "../core/record/stock/stock";
import type { Database } from "./database/handle";
import { appendEntries, journalOf } from "./journal/keep-journal";

const SUPPLIER = "Supplier (simulated)";
/** Says how often the calendar is looked at; an order, or what is done with one, is answered at once. */
const LOOK_MS = 30_000;

const isOf = <K extends StockEntry["kind"]>(e: StockEntry, kind: K): e is Extract<StockEntry, { kind: K }> => e.kind === kind;

/** Entries of the stock that are the shop's own affair: the supplier does not answer to them, and there are many. */
const SHOPS_OWN: readonly string[] = ["moved", "counted", "minimum", "terms"] satisfies StockKind[];
const ofSupplier = ({ kind }: { readonly kind: string }): boolean => !SHOPS_OWN.includes(kind);

/**
 * The simulated supplier: enters what it says of orders when that is due by its calendar, whether or not the server ran all the
 * while. News has an id that follows from what it tells, so that none is told twice. Returns what ends it.
 */
export function runSupplier(db: Database, now: () => Date = () => new Date()): () => void {
  const journal = journalOf(db);
  let work: Promise<void> = Promise.resolve();
  const look = () => {
    work = work.then(() => tellDue(db, now())).catch((error: unknown) => console.error("the simulated supplier failed:", error));
  };
  const stop = journal.feed.subscribe(({ entries }) => {
    if (entries.some(({ entry }) => entry.stream.of === STOCK.of && entry.kind !== "order-news" && ofSupplier(entry))) look();
  });
  const timer = setInterval(look, LOOK_MS);
  timer.unref();
  look();
  return () => {
    stop();
    clearInterval(timer);
  };
}

/** Enters the news that is due. Resolves when it is on disk. */
export async function tellDue(db: Database, now: Date): Promise<void> {
  const heard = (await journalOf(db).stock.entries()).filter(ofSupplier);
  const told = heard.flatMap((e) => (isOf(e, "order-news") ? [e.body] : []));
  const due = newsDue(foldStock(heard, CATALOGUE), told, now);
  if (due.length === 0) return;
  const drafts = due.map((news) =>
    stampStock({ kind: "order-news", body: news }, { id: newsId(news), at: now.toISOString(), by: SUPPLIER }),
  );
  await appendEntries(db, drafts);
}

/** A UUID of version 7 with the time of the order and, for the rest, a hash of what is told. */
function newsId({ order, round, step }: News): string {
  const hash = createHash("sha256").update(`${order} ${round} ${step}`).digest("hex");
  return `${order.slice(0, 13)}-7${hash.slice(0, 3)}-a${hash.slice(3, 6)}-${hash.slice(6, 18)}`;
}
