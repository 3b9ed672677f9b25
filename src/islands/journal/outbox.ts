import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { v7 } from "uuid";
import { stamp } from "../../core/job/entry";
import type { Draft } from "../../core/job/kinds/index";
import { type Envelope, readEnvelope } from "../../core/journal/envelope";

/** An entry that the server has not acknowledged yet. */
export interface Pending {
  readonly order: number;
  readonly entry: Envelope;
  /** Why the server refused it; it stays until it is looked at. */
  readonly refused?: string;
}

interface Schema extends DBSchema {
  /** An entry may have been put here by an earlier version of the program, with the envelope of that version. */
  outbox: { key: number; value: { order?: number; entry: unknown; refused?: string } };
}

export interface OutboxState {
  readonly pending: readonly Pending[];
  /** False while the last try to send failed. */
  readonly reached: boolean;
}

type Listener = (state: OutboxState, acknowledged: readonly Envelope[]) => void;

const RETRY_MS = [500, 1000, 2000, 5000];
const BATCH = 50;

/**
 * The browser's own store of entries: written first, sent in order, kept until the server says it has them.
 * One tab sends at a time (Web Locks); the server takes an entry once however often it is sent.
 */
export class Outbox {
  private readonly db: Promise<IDBPDatabase<Schema>>;
  private readonly listeners = new Set<Listener>();
  private state: OutboxState = { pending: [], reached: true };
  private readonly known = new Map<number, Pending>();
  private sending = false;
  private again = false;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("yennic-outbox");

  constructor() {
    this.db = openDB<Schema>("yennic", 1, {
      upgrade(db) {
        db.createObjectStore("outbox", { keyPath: "order", autoIncrement: true });
      },
    });
    addEventListener("online", () => void this.flush());
    if (this.channel) this.channel.onmessage = () => void this.refresh([]);
    void this.refresh([]).then(() => this.flush());
  }

  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    listener(this.state, []);
    return () => this.listeners.delete(listener);
  }

  /** Stores drafts as entries of a job, in order. Resolves when they are safe in this browser. */
  async add(job: string, by: string, drafts: readonly Draft[], now: Date = new Date()): Promise<void> {
    const entries = drafts.map((draft) => stamp(job, draft, { id: v7(), at: now.toISOString(), by }));
    const db = await this.db;
    const tx = db.transaction("outbox", "readwrite", { durability: "strict" });
    for (const entry of entries) void tx.store.add({ entry });
    await tx.done;
    await this.refresh([]);
    void this.flush();
  }

  /** Drops an entry that the server refused, once somebody has seen why. */
  async discard(order: number): Promise<void> {
    await (await this.db).delete("outbox", order);
    await this.refresh([]);
  }

  private async refresh(acknowledged: readonly Envelope[], reached = this.state.reached): Promise<void> {
    this.state = { pending: await this.rows(), reached };
    for (const listener of this.listeners) listener(this.state, acknowledged);
  }

  /** What waits, oldest first, in the present envelope. Rows that did not change are the same objects as before. */
  private async rows(): Promise<Pending[]> {
    const rows = await (await this.db).getAll("outbox");
    return rows.flatMap(({ order = 0, entry, refused }): Pending[] => {
      const known = this.known.get(order);
      if (known && known.refused === refused) return [known];
      const read = readEnvelope(entry);
      if (!read.ok) return [];
      const row = { order, entry: known?.entry ?? read.envelope, ...(refused !== undefined && { refused }) };
      this.known.set(order, row);
      return [row];
    });
  }

  /** Sends what waits, oldest first. Called again while it runs, it runs once more after. */
  async flush(): Promise<void> {
    if (this.sending) {
      this.again = true;
      return;
    }
    this.sending = true;
    clearTimeout(this.timer);
    try {
      do {
        this.again = false;
        await withLock(() => this.sendAll());
      } while (this.again);
      this.tries = 0;
    } catch {
      await this.refresh([], false);
      this.timer = setTimeout(() => void this.flush(), RETRY_MS[Math.min(this.tries++, RETRY_MS.length - 1)]);
    } finally {
      this.sending = false;
    }
  }

  private async sendAll(): Promise<void> {
    while (true) {
      const rows = (await this.rows()).filter((r) => r.refused === undefined).slice(0, BATCH);
      if (rows.length === 0) return;
      const outcome = await send(rows.map((r) => r.entry));
      if (outcome.ok) await this.acknowledge(rows);
      else await this.sendSingly(rows);
    }
  }

  /** After a refused batch each entry goes alone, so that one bad entry holds up no other. */
  private async sendSingly(rows: readonly Pending[]): Promise<void> {
    for (const row of rows) {
      const outcome = await send([row.entry]);
      if (outcome.ok) await this.acknowledge([row]);
      else {
        await (await this.db).put("outbox", { ...row, refused: outcome.message });
        await this.refresh([], true);
      }
    }
  }

  private async acknowledge(rows: readonly Pending[]): Promise<void> {
    const tx = (await this.db).transaction("outbox", "readwrite");
    for (const row of rows) void tx.store.delete(row.order);
    await tx.done;
    await this.refresh(
      rows.map((r) => r.entry),
      true,
    );
    this.channel?.postMessage("changed");
  }
}

/** Throws when the server can't be reached or fails; a refusal (4xx) is an outcome. */
async function send(entries: readonly Envelope[]): Promise<{ ok: true } | { ok: false; message: string }> {
  const response = await fetch("/api/entries", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries }),
    signal: AbortSignal.timeout(10_000),
  });
  if (response.ok) return { ok: true };
  if (response.status >= 500 || response.status === 429) throw new Error(`the server answered ${response.status}`);
  const body = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
  return { ok: false, message: body?.error?.message ?? `the server answered ${response.status}` };
}

function withLock(work: () => Promise<void>): Promise<void> {
  return navigator.locks ? navigator.locks.request("yennic-outbox", () => work()).then(() => undefined) : work();
}

let shared: Outbox | undefined;

/** The page's outbox. */
export function outbox(): Outbox {
  shared ??= new Outbox();
  return shared;
}
