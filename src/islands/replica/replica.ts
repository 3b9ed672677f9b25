import { v7 } from "uuid";
import { stamp } from "../../core/job/entry";
import type { Draft } from "../../core/job/kinds/index";
import type { Envelope } from "../../core/journal/envelope";
import type { ListedJob } from "../../core/language/job-row";
import { machineRefSchema } from "../../core/machine/revision";
import { askCopy, askJob, askLacking } from "./ask-server";
import { type Channel, type Contact, type Message, openChannel } from "./channel";
import { JobFeed, type ToldJob } from "./job-feed";
import { lead } from "./leader";
import { listen, type ToldNews } from "./listen";
import { Machines } from "./machines";
import { Pauses } from "./pauses";
import { type Pending, Queue } from "./queue";
import { type NotThere, sendEntries } from "./send";
import { type Cursor, type Sequenced, Shelf } from "./shelf";

/** What waits, and how things stand with the server and the browser's storage. */
export interface ReplicaState {
  readonly pending: readonly Pending[];
  readonly contact: Contact;
  /** Why this browser can't keep what is entered; left out while it can. */
  readonly storage?: string;
}

type StateListener = (state: ReplicaState) => void;
type JobListener = (told: ToldJob) => void;

const BATCH = { entries: 50, bytes: 400_000 };

/**
 * This browser's copy of the journal, and its queue. Entries are stored first, sent by one tab in order, and leave the queue
 * only when our own server has named them; what anybody enters anywhere comes in by the server's events and goes to all tabs.
 */
export class Replica {
  readonly machines: Machines;
  private readonly shelf: Promise<Shelf | undefined>;
  private readonly queue: Queue;
  private readonly channel: Channel;
  private readonly stateListeners = new Set<StateListener>();
  private readonly rowListeners = new Set<(rows: readonly ListedJob[]) => void>();
  private readonly feeds = new Map<string, { readonly feed: JobFeed; readonly listeners: Set<JobListener> }>();
  private readonly pauses = new Pauses();
  private state: ReplicaState = { pending: [], contact: { heardAt: 0 } };
  private cursor: Cursor | undefined;
  private leads = false;
  private sending = false;
  private again = false;
  private asked = false;
  private closed = false;
  private stopLeading: () => void = () => undefined;
  private heardNoted = 0;
  private taking: Promise<void> = Promise.resolve();

  constructor() {
    this.shelf = Shelf.open().catch((error: unknown) => {
      this.storageFailed(error);
      return undefined;
    });
    this.queue = new Queue(this.shelf, (error) => this.storageFailed(error));
    this.machines = new Machines(this.shelf);
    this.channel = openChannel((message) => void this.hear(message));
    addEventListener("online", () => this.flushSoon());
    void this.begin();
  }

  private async begin(): Promise<void> {
    const heard = await (await this.shelf)?.noted("heard").catch(() => undefined);
    if (typeof heard === "number" && this.state.contact.heardAt === 0) this.tell({ contact: { heardAt: heard } });
    await this.lookAtQueue();
    if (this.closed) return;
    this.channel.post({ is: "hello" });
    this.stopLeading = lead(() => this.beginToLead());
    if (!this.leads) void this.flush();
  }

  /** Ends sending and listening, and lets go of the store. */
  async close(): Promise<void> {
    this.closed = true;
    this.stopLeading();
    this.pauses.reset();
    this.channel.close();
    (await this.shelf)?.close();
  }

  /** Hears at once, and whenever something changes. Returns what ends it. */
  subscribe(listener: StateListener): () => void {
    this.stateListeners.add(listener);
    listener(this.state);
    return () => this.stateListeners.delete(listener);
  }

  /** Stores drafts as entries of a job, in order. Resolves when they are kept: on disk, or in this page where the disk fails. */
  async add(job: string, by: string, drafts: readonly Draft[], now: Date = new Date()): Promise<void> {
    this.askToPersist();
    await this.queue.add(drafts.map((draft) => stamp(job, draft, { id: v7(), at: now.toISOString(), by })));
    void this.queueChanged().then(() => this.flushSoon());
  }

  async discard(order: number): Promise<void> {
    await this.queue.drop(order);
    await this.queueChanged();
  }

  async retry(order: number): Promise<void> {
    await this.queue.retry(order);
    await this.queueChanged();
    this.flushSoon();
  }

  /**
   * A job as the server is known to have it: at once from this browser, then from the server, then as it changes. Returns
   * what ends it.
   */
  subscribeJob(job: string, listener: JobListener): () => void {
    const watched = this.feeds.get(job) ?? { feed: new JobFeed(), listeners: new Set() };
    this.feeds.set(job, watched);
    watched.listeners.add(listener);
    void this.loadJob(job);
    return () => {
      watched.listeners.delete(listener);
      if (watched.listeners.size === 0) this.feeds.delete(job);
    };
  }

  /** Rows of the list as far as they are here; hears of those that change. Returns what ends it. */
  subscribeRows(listener: (changed: readonly ListedJob[]) => void): () => void {
    this.rowListeners.add(listener);
    return () => this.rowListeners.delete(listener);
  }

  async rows(): Promise<readonly ListedJob[]> {
    return (await (await this.shelf)?.rows().catch(() => undefined)) ?? [];
  }

  /** What waits, oldest first. */
  waiting(): Promise<readonly Pending[]> {
    return this.queue.rows();
  }

  /** Everything of a job that this browser holds, sent or not, in order. */
  async jobHere(job: string): Promise<{ readonly entries: readonly Envelope[]; readonly row?: ListedJob | undefined }> {
    const shelf = await this.shelf;
    await this.machines.load();
    const kept = (await shelf?.entriesOf(job).catch(() => undefined)) ?? [];
    const waiting = (await this.queue.rows()).map((p) => p.entry).filter((e) => e.stream.id === job);
    const row = await shelf?.row(job).catch(() => undefined);
    return {
      entries: merged(
        kept.map((s) => s.entry),
        waiting,
      ),
      row,
    };
  }

  private async loadJob(job: string): Promise<void> {
    const watched = this.feeds.get(job);
    if (!watched) return;
    const shelf = await this.shelf;
    const kept = (await shelf?.entriesOf(job).catch(() => undefined)) ?? [];
    if (kept[0]?.entry.kind === "opened") await this.takeForJob(job, kept, await shelf?.row(job).catch(() => undefined));
    const told = await askJob(job, watched.feed.lastSeq()).catch(() => undefined);
    if (!told) return;
    await this.takeForJob(job, told.entries, told.row);
    await shelf?.take({ entries: told.entries, rows: [told.row] }).catch((error) => this.storageFailed(error));
  }

  private async takeForJob(job: string, entries: readonly Sequenced[], row: ListedJob | undefined): Promise<void> {
    await this.machines.get(machinesNamed(entries));
    const watched = this.feeds.get(job);
    if (!watched?.feed.take(entries, row)) return;
    for (const listener of watched.listeners) listener(watched.feed.told());
  }

  private async hear(message: Message): Promise<void> {
    switch (message.is) {
      case "queue":
        await this.lookAtQueue();
        if (this.leads) this.flushSoon();
        return;
      case "news":
        await this.spread(message.entries, message.rows);
        return;
      case "contact":
        this.tell({ contact: message.contact });
        return;
      case "anew":
        await this.lookAtQueue();
        await this.reload();
        return;
      case "hello":
        if (this.leads) this.channel.post({ is: "contact", contact: this.state.contact });
    }
  }

  /** To whoever watches in this tab. */
  private async spread(entries: readonly Sequenced[], rows: readonly ListedJob[]): Promise<void> {
    for (const job of this.feeds.keys()) {
      const mine = entries.filter(({ entry }) => entry.stream.of === "job" && entry.stream.id === job);
      const row = rows.find((r) => r.id === job);
      if (mine.length > 0 || row) await this.takeForJob(job, mine, row);
    }
    if (rows.length > 0) for (const listener of this.rowListeners) listener(rows);
  }

  /** After the copy was begun anew: what is watched is asked for again, and then takes the place of what was known. */
  private async reload(): Promise<void> {
    for (const [job, { feed, listeners }] of this.feeds) {
      const told = await askJob(job, 0).catch(() => undefined);
      feed.replace(told?.entries ?? [], told?.row);
      for (const listener of listeners) listener(feed.told());
    }
    for (const listener of this.rowListeners) listener([]);
  }

  private beginToLead(): () => void {
    this.leads = true;
    let stopped = false;
    let hangUp: () => void = () => undefined;
    const start = async () => {
      this.cursor ??= await (await this.shelf)?.cursor().catch(() => undefined);
      while (!stopped && !this.cursor) {
        await this.copy().catch((error: unknown) => this.lost(error));
        if (!this.cursor) await new Promise((r) => setTimeout(r, 2000));
      }
      if (stopped) return;
      hangUp = this.listenOn(() => void start());
      void this.fillIn();
    };
    void start();
    this.flushSoon();
    return () => {
      stopped = true;
      hangUp();
      this.leads = false;
    };
  }

  private listenOn(startAgain: () => void): () => void {
    const anew = (again: () => Promise<readonly Envelope[]>) => {
      const work = async () => {
        await this.beginAnew(await again());
        startAgain();
      };
      work().catch((error: unknown) => {
        this.lost(error);
        setTimeout(() => anew(again), 3000);
      });
    };
    return listen(() => this.cursor, {
      hello: (journal) => {
        this.heardNow();
        if (journal === this.cursor?.journal) return true;
        anew(async () => []);
        return false;
      },
      news: (news) => {
        // One after the other: the cursor never goes past an entry that is not stored.
        this.taking = this.taking.then(() => this.takeNews(news)).catch((error: unknown) => console.error(error));
      },
      beat: () => this.heardNow(),
      older: () => anew(() => this.lackedByServer()),
      far: () => anew(async () => []),
      lost: () => this.lost(undefined),
    });
  }

  /** What this browser holds and the server, which was restored from an older copy, does not. */
  private async lackedByServer(): Promise<readonly Envelope[]> {
    const all = (await (await this.shelf)?.everyEntry()) ?? [];
    const lacking = new Set(await askLacking(all.map((s) => s.entry.id)));
    return all.map((s) => s.entry).filter((e) => lacking.has(e.id));
  }

  private async beginAnew(again: readonly Envelope[]): Promise<void> {
    await (await this.shelf)?.beginAnew(again);
    this.cursor = undefined;
    await this.lookAtQueue();
    this.channel.post({ is: "anew" });
    // What waits must be there before the copy is taken, so that no page shows less than it did.
    await this.flush();
    await this.reload();
  }

  /** Begins the copy: rows of the open jobs and where the journal stands; the jobs themselves follow by and by. */
  private async copy(): Promise<void> {
    const { cursor, rows, machines } = await askCopy();
    this.heardNow();
    await (await this.shelf)?.take({ rows, cursor }).catch((error) => this.storageFailed(error));
    this.cursor = cursor;
    void this.machines.get(machines);
    for (const listener of this.rowListeners) listener(rows);
  }

  /** Gets the open jobs that are not here yet, one after the other. */
  private async fillIn(): Promise<void> {
    const shelf = await this.shelf;
    if (!shelf) return;
    try {
      for (const row of await shelf.rows()) {
        if (!this.leads || row.closed) continue;
        const kept = await shelf.lastOf(row.id);
        if (kept >= row.seq) continue;
        const told = await askJob(row.id, kept);
        if (!told) continue;
        await this.machines.get(machinesNamed(told.entries));
        await shelf.take({ entries: told.entries, rows: [told.row] });
      }
    } catch (error) {
      // The server is away, or the shelf fails: the rest comes at the next start.
      this.lost(error);
    }
  }

  private async takeNews({ entries, rows }: ToldNews): Promise<void> {
    this.heardNow();
    const last = entries.at(-1);
    if (last && this.cursor && last.seq > this.cursor.seq) this.cursor = { journal: this.cursor.journal, seq: last.seq, hash: last.hash };
    // Those who watch are told first: the shelf may take its time.
    this.channel.post({ is: "news", entries, rows });
    await this.spread(entries, rows);
    await (await this.shelf)
      ?.take({ entries, rows, ...(this.cursor && { cursor: this.cursor }) })
      .catch((error) => this.storageFailed(error));
  }

  private flushSoon(): void {
    this.pauses.skip();
    void this.flush();
  }

  /** Sends what waits, oldest first: all of it in the tab whose turn it is, what could not be stored in its own tab. */
  private async flush(): Promise<void> {
    if (this.sending) {
      this.again = true;
      return;
    }
    this.sending = true;
    try {
      do {
        this.again = false;
        await this.sendAll();
      } while (this.again);
    } finally {
      this.sending = false;
    }
  }

  private async sendAll(): Promise<void> {
    let most: number = BATCH.entries;
    while (true) {
      const rows = this.leads ? await this.queue.rows() : this.queue.looseRows();
      const batch = batchOf(
        rows.filter((r) => r.refused === undefined),
        most,
      );
      if (batch.length === 0) return;
      const answer = await sendEntries(batch.map((r) => r.entry));
      if (!("why" in answer)) {
        await this.settle(batch, answer);
        continue;
      }
      if (answer.why === "too-large" && batch.length > 1) {
        most = Math.ceil(batch.length / 2);
        continue;
      }
      this.noteTrouble(notThereSays(answer));
      if (this.again || this.closed) return;
      this.pauses.after(() => void this.flush());
      return;
    }
  }

  private async settle(
    batch: readonly Pending[],
    answer: Extract<Awaited<ReturnType<typeof sendEntries>>, { acknowledged: unknown }>,
  ): Promise<void> {
    this.pauses.reset();
    this.heardNow(true);
    const taken = batch.flatMap(({ entry }): Sequenced[] => {
      const seq = answer.acknowledged.get(entry.id);
      return seq === undefined ? [] : [{ seq, entry }];
    });
    // Into the job before out of the queue, so that no entry is away for a moment.
    await this.spread(taken, []);
    this.channel.post({ is: "news", entries: taken, rows: [] });
    await this.queue.settle(batch, answer);
    await this.queueChanged();
  }

  private async queueChanged(): Promise<void> {
    await this.lookAtQueue();
    this.channel.post({ is: "queue" });
  }

  private async lookAtQueue(): Promise<void> {
    this.tell({ pending: await this.queue.rows() });
  }

  private heardNow(sent = false): void {
    const { trouble } = this.state.contact;
    const contact: Contact = { heardAt: Date.now(), ...(trouble !== undefined && !sent && { trouble }) };
    this.tell({ contact });
    this.channel.post({ is: "contact", contact });
    if (trouble !== undefined && !sent) this.flushSoon();
    if (Date.now() - this.heardNoted > HEARD_NOTED_MS) {
      this.heardNoted = Date.now();
      void this.shelf.then((shelf) => shelf?.note("heard", Date.now())).catch(() => undefined);
    }
  }

  private noteTrouble(trouble: string): void {
    const contact = { ...this.state.contact, trouble };
    this.tell({ contact });
    this.channel.post({ is: "contact", contact });
  }

  private lost(_error: unknown): void {
    if (this.state.contact.trouble === undefined) this.noteTrouble(notThereSays({ why: "no-answer" }));
  }

  private storageFailed(error: unknown): void {
    this.tell({ storage: storageSays(error) });
  }

  private askToPersist(): void {
    if (this.asked) return;
    this.asked = true;
    void navigator.storage?.persist?.().catch(() => undefined);
  }

  private tell(change: Partial<ReplicaState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.stateListeners) listener(this.state);
  }
}

const HEARD_NOTED_MS = 20_000;

/** Entries with those added that are not there yet; the same list when all are. */
export function merged(known: readonly Envelope[], more: readonly Envelope[]): readonly Envelope[] {
  const ids = new Set(known.map((e) => e.id));
  const fresh = more.filter((e) => !ids.has(e.id));
  return fresh.length === 0 ? known : [...known, ...fresh];
}

function batchOf(rows: readonly Pending[], most: number): readonly Pending[] {
  let bytes = 0;
  const end = rows.findIndex((row, i) => {
    bytes += JSON.stringify(row.entry).length;
    return i === most || (i > 0 && bytes > BATCH.bytes);
  });
  return end < 0 ? rows : rows.slice(0, end);
}

function machinesNamed(entries: readonly Sequenced[]) {
  return entries.flatMap(({ entry }) => {
    const ref = entry.kind === "machine" ? machineRefSchema.safeParse(entry.body.machine) : undefined;
    return ref?.success ? [ref.data] : [];
  });
}

function notThereSays({ why, status }: NotThere): string {
  switch (why) {
    case "no-answer":
      return "the server can't be reached";
    case "not-ours":
      return `something else answered in the server's place${status ? ` (${status})` : ""}: a sign-in page, a proxy?`;
    case "failed":
      return `the server can't take entries now (${status})`;
    case "key":
      return "the server wants the access key of this browser: open /key";
    case "too-large":
      return "the server says that it is too large";
  }
}

function storageSays(error: unknown): string {
  const name = error instanceof Error ? error.name : "";
  if (name === "QuotaExceededError") return "this browser's storage is full";
  return `this browser can't store anything (${name || "unknown"}${error instanceof Error && error.message ? `: ${error.message.slice(0, 80)}` : ""})`;
}

let shared: Replica | undefined;

/** The page's replica. */
export function replica(): Replica {
  shared ??= new Replica();
  return shared;
}
