import { type Item, presentItem } from "./item";
import type { StockEntry } from "./kinds";
import { isOpenOrder, type Order, type OrderEntries, orderOf, rightReceipt } from "./order";
import { type Account, isPlace, PLACES, type Place } from "./places";
import { DEFAULT_TERMS, type Terms } from "./terms";

type Of<K extends StockEntry["kind"]> = Extract<StockEntry, { kind: K }>;

/** Pieces of a kit that stayed over on purpose. */
interface LeftOver {
  readonly entry: string;
  readonly job?: string | undefined;
  readonly item: string;
  readonly piece: string;
  readonly count: number;
  readonly why?: string | undefined;
}

/** Counts that don't match, to be said: never corrected in silence. */
export type StockProblem =
  | { readonly code: "short"; readonly place: Place; readonly item: string; readonly by: number }
  | { readonly code: "over-returned"; readonly job: string; readonly item: string; readonly by: number }
  | { readonly code: "no-such-piece"; readonly item: string; readonly piece: string; readonly over: number }
  | { readonly code: "unknown-order"; readonly order: string };

/** Holds what all entries of the stock come to, in whatever order they came in. */
export interface Stock {
  /** The catalogue: what ships, with the shop’s own in place of the same code. */
  readonly items: readonly Item[];
  readonly terms: Terms;
  /** True where the shop has said its own terms. */
  readonly ownTerms: boolean;
  /** Pieces by item and account; what came in stands against the supplier, so that each item sums to nothing. */
  readonly pieces: ReadonlyMap<string, ReadonlyMap<Account, number>>;
  /** Pieces that a job used, by job and item. */
  readonly used: ReadonlyMap<string, ReadonlyMap<string, number>>;
  /** Where a job last took an item from, by job and item. */
  readonly cameFrom: ReadonlyMap<string, ReadonlyMap<string, Place>>;
  readonly leftOver: readonly LeftOver[];
  readonly orders: readonly Order[];
  readonly least: readonly { readonly item: string; readonly place: Place; readonly least: number }[];
  readonly problems: readonly StockProblem[];
  /** Days by which the simulated supplier’s calendar was moved on, each with when. */
  readonly supplierDays: readonly { readonly at: string; readonly days: number }[];
}

const byTime = (a: StockEntry, b: StockEntry): number =>
  a.at === b.at ? (a.id < b.id ? -1 : 1) : Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1);

/** Folds entries: the same set gives the same stock, whatever order two vans send them in. An entry that is there twice counts once. */
export function foldStock(entries: readonly StockEntry[], shipped: readonly Item[] = []): Stock {
  const sorted = [...new Map(entries.map((e) => [e.id, e])).values()].toSorted(byTime);
  const of = <K extends StockEntry["kind"]>(kind: K): Of<K>[] => sorted.filter((e): e is Of<K> => e.kind === kind);
  const items = [...new Map([...shipped, ...of("item").map((e) => e.body)].map((i) => [i.code, i])).values()];
  const { orders, strays } = ordersOf(of("ordered"), of("order-news"), of("received"), of("order-cancelled"));
  const receipts = new Set(orders.flatMap((o) => rightReceipt(o.received)?.id ?? []));
  const account = accountOf(sorted, receipts, orders);
  const terms = of("terms").at(-1)?.body;
  return {
    items,
    terms: terms ?? DEFAULT_TERMS,
    ownTerms: terms !== undefined,
    pieces: account.pieces,
    used: account.used,
    cameFrom: account.cameFrom,
    leftOver: account.leftOver,
    orders: orders.map(orderOf),
    least: leastOf(of("minimum")),
    problems: [...problemsOf(account, items), ...strays.map((order) => ({ code: "unknown-order" as const, order }))],
    supplierDays: of("supplier-day").map(({ at, body }) => ({ at, days: body.days })),
  };
}

function ordersOf(
  placed: readonly Of<"ordered">[],
  news: readonly Of<"order-news">[],
  received: readonly Of<"received">[],
  cancelled: readonly Of<"order-cancelled">[],
): { orders: OrderEntries[]; strays: string[] } {
  const [newsOf, receivedOf, cancelledOf] = [byOrder(news), byOrder(received), byOrder(cancelled)];
  const known = new Set(placed.map((p) => p.id));
  const named = [...news, ...received, ...cancelled].map((e) => e.body.order);
  return {
    orders: placed.map((p) => ({
      placed: p,
      news: newsOf.get(p.id) ?? [],
      received: receivedOf.get(p.id) ?? [],
      cancelled: cancelledOf.get(p.id)?.[0],
    })),
    strays: [...new Set(named.filter((o) => !known.has(o)))],
  };
}

function byOrder<E extends { readonly body: { readonly order: string } }>(list: readonly E[]): ReadonlyMap<string, readonly E[]> {
  const of = new Map<string, E[]>();
  for (const e of list) {
    const found = of.get(e.body.order);
    if (found) found.push(e);
    else of.set(e.body.order, [e]);
  }
  return of;
}

interface Accounts {
  readonly pieces: Map<string, Map<Account, number>>;
  readonly used: Map<string, Map<string, number>>;
  readonly cameFrom: Map<string, Map<string, Place>>;
  readonly leftOver: LeftOver[];
}

function accountOf(sorted: readonly StockEntry[], receipts: ReadonlySet<string>, orders: readonly OrderEntries[]): Accounts {
  const account: Accounts = { pieces: new Map(), used: new Map(), cameFrom: new Map(), leftOver: [] };
  const to = new Map(orders.map((o) => [o.placed.id, o.placed.body.to]));
  for (const e of sorted) {
    if (e.kind === "moved") take(account, e);
    if (e.kind === "counted") {
      const has = account.pieces.get(e.body.item)?.get(e.body.place) ?? 0;
      move(account, e.body.item, "uncounted", e.body.place, e.body.count - has);
    }
    if (e.kind === "received" && receipts.has(e.id)) move(account, e.body.item, "supplier", to.get(e.body.order) ?? "shelf", e.body.count);
  }
  return account;
}

function take(account: Accounts, { id, body }: Of<"moved">): void {
  const { item, count, from, to, job, piece, why } = body;
  // A piece of a kit is no piece of the account: the kit was taken whole.
  if (piece !== undefined) {
    if (to === "left-over") account.leftOver.push({ entry: id, item, piece, count, job, why });
    return;
  }
  move(account, item, from, to, count);
  if (job === undefined) return;
  if (to === "job" && isPlace(from)) mapIn(account.cameFrom, job).set(item, from);
  const used = mapIn(account.used, job);
  if (to === "job") used.set(item, (used.get(item) ?? 0) + count);
  if (from === "job") used.set(item, (used.get(item) ?? 0) - count);
}

function mapIn<V>(of: Map<string, Map<string, V>>, key: string): Map<string, V> {
  const found = of.get(key) ?? new Map<string, V>();
  of.set(key, found);
  return found;
}

function move({ pieces }: Accounts, item: string, from: Account, to: Account, count: number): void {
  const at = pieces.get(item) ?? new Map<Account, number>();
  pieces.set(item, at);
  at.set(from, (at.get(from) ?? 0) - count);
  at.set(to, (at.get(to) ?? 0) + count);
}

function problemsOf({ pieces, used, leftOver }: Accounts, items: readonly Item[]): StockProblem[] {
  const short = [...pieces].flatMap(([item, at]) =>
    PLACES.flatMap((place): StockProblem[] => {
      const has = at.get(place) ?? 0;
      return has < 0 ? [{ code: "short", place, item, by: -has }] : [];
    }),
  );
  const over = [...used].flatMap(([job, of]) =>
    [...of].flatMap(([item, n]): StockProblem[] => (n < 0 ? [{ code: "over-returned", job, item, by: -n }] : [])),
  );
  return [...short, ...over, ...wrongPieces(used, leftOver, items)];
}

/** Left over are more pieces than the kits of that job held, or pieces that they never held. */
function wrongPieces(used: Accounts["used"], leftOver: readonly LeftOver[], items: readonly Item[]): StockProblem[] {
  const sums = new Map<string, { readonly of: LeftOver; n: number }>();
  for (const l of leftOver) {
    const key = JSON.stringify([l.job, l.item, l.piece]);
    const sum = sums.get(key) ?? { of: l, n: 0 };
    sum.n += l.count;
    sums.set(key, sum);
  }
  return [...sums.values()].flatMap(({ of, n }): StockProblem[] => {
    const kits = (of.job !== undefined && used.get(of.job)?.get(of.item)) || 0;
    const held = (items.find((i) => i.code === of.item)?.holds.find((h) => h.name === of.piece)?.count ?? 0) * kits;
    return n > held ? [{ code: "no-such-piece", item: of.item, piece: of.piece, over: n - held }] : [];
  });
}

const leastOf = (minimums: readonly Of<"minimum">[]): Stock["least"] =>
  [...new Map(minimums.map(({ body }) => [`${body.place} ${body.item}`, body])).values()].filter((m) => m.least > 0);

/** Gives how many lie there; less than none where more was taken than was known. */
export const countAt = ({ pieces }: Pick<Stock, "pieces">, item: string, place: Account): number => pieces.get(item)?.get(place) ?? 0;

/** Where an item lies, most pieces first. */
export const whereIs = (stock: Pick<Stock, "pieces">, item: string): { readonly place: Place; readonly count: number }[] =>
  PLACES.map((place) => ({ place, count: countAt(stock, item, place) }))
    .filter((p) => p.count > 0)
    .toSorted((a, b) => b.count - a.count);

/** Gives what lies under its minimum, with what is on its way there. */
export function underMinimum(
  stock: Stock,
): { readonly item: string; readonly place: Place; readonly has: number; readonly least: number; readonly coming: number }[] {
  return stock.least.flatMap(({ item, place, least }) => {
    const has = countAt(stock, item, place);
    const coming = stock.orders
      .filter((o) => isOpenOrder(o) && o.to === place && o.job === undefined && o.comes === (presentItem(stock.items, item)?.code ?? item))
      .reduce((n, o) => n + o.count, 0);
    return has < least ? [{ item, place, has, least, coming }] : [];
  });
}

/** An order with the name of what comes. */
export type NamedOrder = Order & { readonly name: string };

/** Orders of a job, oldest first. */
export const ordersFor = ({ orders, items }: Pick<Stock, "orders" | "items">, job: string): NamedOrder[] =>
  orders.filter((o) => o.job === job).map((o) => ({ ...o, name: items.find((i) => i.code === o.comes)?.name ?? o.comes }));

/** The stock as far as one job has to do with it: all that lies where, but no other job's orders, parts and leftovers. */
export function stockOfJob(stock: Stock, job: string): Stock {
  const ofJob = <T>(all: ReadonlyMap<string, T>) => new Map([...all].filter(([id]) => id === job));
  return {
    ...stock,
    used: ofJob(stock.used),
    cameFrom: ofJob(stock.cameFrom),
    leftOver: stock.leftOver.filter((l) => l.job === job),
    orders: stock.orders.filter((o) => o.job === job),
    supplierDays: [],
  };
}
