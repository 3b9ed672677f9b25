import { type Envelope, readEnvelope } from "../../core/record/journal/envelope";
import type { Answer } from "./send";
import type { Shelf } from "./shelf";

/** An entry that the server has not acknowledged yet. */
export interface Pending {
  /** Order in which entries were made in this browser; negative while the browser could not store them. */
  readonly order: number;
  readonly entry: Envelope;
  /** Why the server refused it; it stays until it is looked at. */
  readonly refused?: string;
}

/** Entries that wait, oldest first: on the browser's shelf, or, where that fails, in this page alone. */
export class Queue {
  private readonly known = new Map<number, Pending>();
  private loose: readonly Pending[] = [];
  private nextLoose = Number.MIN_SAFE_INTEGER;

  constructor(
    private readonly shelf: Promise<Shelf | undefined>,
    /** Hears why entries can't be stored. */
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Keeps entries somewhere: resolves when they are on disk, or in this page where the disk does not take them. */
  async add(entries: readonly Envelope[]): Promise<void> {
    const shelf = await this.shelf;
    try {
      if (shelf) {
        await shelf.keepWaiting(entries);
        return;
      }
    } catch (error) {
      this.failed(error);
    }
    this.loose = [...this.loose, ...entries.map((entry) => ({ order: this.nextLoose++, entry }))];
  }

  /** Gives what waits. Rows that did not change are the same objects as before. */
  async rows(): Promise<readonly Pending[]> {
    return [...(await this.storedRows()), ...this.loose];
  }

  /** Gives what waits in this page alone: nobody else can send it. */
  looseRows(): readonly Pending[] {
    return this.loose;
  }

  private async storedRows(): Promise<Pending[]> {
    const shelf = await this.shelf;
    const rows = await shelf?.waiting().catch((error: unknown) => {
      this.failed(error);
      return undefined;
    });
    return (rows ?? []).flatMap(({ order = 0, entry, refused }): Pending[] => {
      const known = this.known.get(order);
      if (known && known.refused === refused && known.entry.id === (entry as { id?: unknown }).id) return [known];
      const read = readEnvelope(entry);
      if (!read.ok) return [];
      const row = { order, entry: read.envelope, ...(refused !== undefined && { refused }) };
      this.known.set(order, row);
      return [row];
    });
  }

  /** Gives what the server's answer made of rows that were sent. */
  async settle(sent: readonly Pending[], { acknowledged, refused }: Answer): Promise<void> {
    const taken = sent.flatMap((row) => {
      const seq = acknowledged.get(row.entry.id);
      return seq === undefined ? [] : [{ order: row.order, seq, entry: row.entry }];
    });
    const told = sent.flatMap((row) => {
      const reason = refused.get(row.entry.id);
      return reason === undefined ? [] : [{ order: row.order, entry: row.entry, refused: reason }];
    });
    const isStored = ({ order }: { readonly order: number }) => order >= 0;
    const done = new Set(taken.map((t) => t.order));
    const said = new Map(told.map((t) => [t.order, t]));
    this.loose = this.loose.filter((row) => !done.has(row.order)).map((row) => said.get(row.order) ?? row);
    const shelf = await this.shelf;
    // If the shelf fails here the entries are sent again, and acknowledged again.
    await shelf?.settle({ taken: taken.filter(isStored), refused: told.filter(isStored) }).catch(this.failed);
  }

  /** Sends a refused entry again, as it is. */
  async retry(order: number): Promise<void> {
    this.loose = this.loose.map((row) => (row.order === order ? { order, entry: row.entry } : row));
    await (await this.shelf)?.retry(order).catch(this.failed);
  }

  /** Drops an entry that the server refused, once somebody has seen why. */
  async drop(order: number): Promise<void> {
    this.loose = this.loose.filter((row) => row.order !== order);
    await (await this.shelf)?.drop(order).catch(this.failed);
  }
}
