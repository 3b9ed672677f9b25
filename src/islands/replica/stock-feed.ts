import { CATALOGUE } from "../../catalogue/catalogue";
import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import { readStock, STOCK } from "../../core/record/stock/kinds";
import { foldStock, type Stock } from "../../core/record/stock/stock";
import type { Pending } from "./queue";
import type { Shelf } from "./shelf";

/** `settled`: the server has told all of it, or can't be asked. Before that it is what lay on the shelf, and may be old. */
export type StockListener = (stock: Stock, settled: boolean) => void;
type Ask = () => Promise<readonly Sequenced[]>;

const KEY = `${STOCK.of}/${STOCK.id}`;

/** The stock as this browser knows it: from its shelf, from the server, from its news, with what waits counted in. Folded once for each change, and only while somebody looks. */
export class StockFeed {
  private readonly known = new Map<string, Sequenced>();
  private readonly listeners = new Set<StockListener>();
  private waits = "";
  private stock: Stock | undefined;
  private settled = false;
  private loaded: Promise<boolean> | undefined;

  constructor(
    private readonly shelf: Promise<Shelf | undefined>,
    private readonly waiting: () => Promise<readonly Pending[]>,
  ) {}

  subscribe(listener: StockListener, ask: Ask): () => void {
    this.listeners.add(listener);
    if (this.stock) listener(this.stock, this.settled);
    // Asked for once a page; whoever could not be answered asks again.
    this.loaded ??= this.load(ask);
    void this.loaded.then((isWhole) => {
      if (!isWhole) this.loaded = undefined;
    });
    return () => this.listeners.delete(listener);
  }

  take(entries: readonly Sequenced[]): void {
    const fresh = entries.filter((s) => !this.known.has(s.entry.id));
    for (const s of fresh) this.known.set(s.entry.id, s);
    if (fresh.length > 0) void this.tell();
  }

  waitingChanged(): void {
    if (this.listeners.size > 0) void this.tell();
  }

  /** The journal is another now. */
  async reload(ask: Ask): Promise<void> {
    const entries = await ask().catch(() => undefined);
    if (!entries) return;
    this.known.clear();
    this.stock = undefined;
    this.take(entries);
  }

  /** True where the server has told all. */
  private async load(ask: Ask): Promise<boolean> {
    const shelf = await this.shelf;
    this.take((await shelf?.entriesIn(KEY).catch(() => undefined)) ?? []);
    await this.tell();
    const told = await ask().catch(() => undefined);
    this.settled = true;
    if (told) this.take(told);
    await this.tell();
    if (!told) return false;
    // A browser without a server must find it on its shelf.
    await shelf?.take({ entries: told }).catch(() => undefined);
    return true;
  }

  private async tell(): Promise<void> {
    if (this.listeners.size === 0) return;
    const waiting = (await this.waiting()).flatMap(({ entry, refused }): Envelope[] =>
      entry.stream.of === STOCK.of && refused === undefined ? [entry] : [],
    );
    const now = `${this.settled} ${this.known.size} ${waiting.map((e) => e.id).join()}`;
    if (now === this.waits && this.stock) return;
    this.waits = now;
    this.stock = foldStock(readStock([...[...this.known.values()].map((s) => s.entry), ...waiting]), CATALOGUE);
    for (const listener of this.listeners) listener(this.stock, this.settled);
  }
}
