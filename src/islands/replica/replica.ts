import { v7 } from "uuid";
import type { FileType } from "../../core/record/files/file";
import { readKept, stamp } from "../../core/record/job/entry";
import { foldJob, type Job } from "../../core/record/job/fold";
import type { Draft } from "../../core/record/job/kinds/index";
import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import { STOCK, type StockDraft, stampStock } from "../../core/record/stock/kinds";
import type { ListedJob } from "../../core/speech/words/job-row";
import { askJob, askStock } from "./ask-server";
import { type Channel, type Contact, type Message, openChannel } from "./channel";
import { ServerContact } from "./contact";
import { Files } from "./files";
import { Follower } from "./follow";
import { JobFeed, type ToldJob } from "./job-feed";
import { lead } from "./leader";
import { Machines, machinesNamed } from "./machines";
import { type Pending, Queue } from "./queue";
import { notThereSays, storageSays } from "./says";
import { Sender } from "./sender";
import { Shelf } from "./shelf";
import { StockFeed, type StockListener } from "./stock-feed";

/** Holds what waits, and how things stand with the server and the browser's storage. */
export interface ReplicaState {
  readonly pending: readonly Pending[];
  readonly contact: Contact;
  /** Why this browser can't keep what is entered; left out while it can. */
  readonly storage?: string;
}

/** A job as far as this browser holds it. */
export interface JobHere {
  readonly entries: readonly Envelope[];
  readonly row?: ListedJob | undefined;
  readonly job: Job;
}

type JobListener = (told: ToldJob) => void;

/**
 * This browser's copy of the journal, and its queue. Entries are stored first, sent by one tab in order, and leave the queue
 * only when our own server has named them; what anybody enters anywhere comes in by the server's events and goes to all tabs.
 */
export class Replica {
  readonly machines: Machines;
  private readonly files: Files;
  private readonly shelf: Promise<Shelf | undefined>;
  private readonly queue: Queue;
  private readonly contact: ServerContact;
  private readonly channel: Channel;
  private readonly sender: Sender;
  private readonly follower: Follower;
  private readonly stateListeners = new Set<(state: ReplicaState) => void>();
  private readonly rowListeners = new Set<(rows: readonly ListedJob[]) => void>();
  private readonly stock: StockFeed;
  private readonly watched = new Map<string, { readonly feed: JobFeed; readonly listeners: Set<JobListener> }>();
  private state: ReplicaState = { pending: [], contact: { heardAt: 0 } };
  private leads = false;
  private closed = false;
  private asked = false;
  private stopLeading: () => void = () => undefined;

  constructor() {
    const storageFailed = (error: unknown) => this.tell({ storage: storageSays(error) });
    this.shelf = Shelf.open().catch((error: unknown) => {
      storageFailed(error);
      return undefined;
    });
    this.queue = new Queue(this.shelf, storageFailed);
    this.files = new Files(this.shelf, storageFailed);
    this.machines = new Machines(this.shelf);
    this.stock = new StockFeed(this.shelf, () => this.queue.rows());
    this.channel = openChannel((message) => void this.hear(message));
    this.contact = new ServerContact(this.shelf, (contact, own) => {
      this.tell({ contact });
      if (own) this.channel.post({ is: "contact", contact });
    });
    this.sender = new Sender(this.queue, this.files, {
      leads: () => this.leads,
      taken: (entries) => {
        this.contact.heard({ clears: true });
        return this.pass(entries, []);
      },
      settled: () => this.queueChanged(),
      notThere: (why) => this.contact.amiss(notThereSays(why)),
    });
    this.follower = new Follower(this.shelf, this.machines, {
      heard: () => this.heard(),
      back: () => {
        this.heard();
        this.sender.now();
      },
      lost: () => this.lost(),
      news: (entries, rows) => this.pass(entries, rows),
      rows: (rows) => this.tellRows(rows),
      anew: () => this.anew(),
      storageFailed,
    });
    addEventListener("online", () => this.sender.now());
    void this.begin();
  }

  private async begin(): Promise<void> {
    await this.contact.recall();
    await this.lookAtQueue();
    if (this.closed) return;
    this.channel.post({ is: "hello" });
    this.stopLeading = lead(() => this.beginToLead());
    if (!this.leads) this.sender.now();
  }

  private beginToLead(): () => void {
    this.leads = true;
    const stop = this.follower.begin();
    this.sender.now();
    return () => {
      this.leads = false;
      stop();
    };
  }

  /** Ends sending and listening, and lets go of the store. */
  async close(): Promise<void> {
    this.closed = true;
    this.stopLeading();
    this.sender.end();
    this.channel.close();
    (await this.shelf)?.close();
  }

  /** Hears at once, and whenever something changes. Returns what ends it. */
  subscribe(listener: (state: ReplicaState) => void): () => void {
    this.stateListeners.add(listener);
    listener(this.state);
    return () => this.stateListeners.delete(listener);
  }

  /** Stores drafts as entries of a job, in order. Resolves when they are kept: on disk, or in this page where the disk fails. */
  async add(job: string, by: string, drafts: readonly Draft[], now: Date = new Date()): Promise<void> {
    this.askToPersist();
    await this.queue.add(drafts.map((draft) => stamp(job, draft, { id: v7(), at: now.toISOString(), by })));
    void this.queueChanged().then(() => this.sender.now());
  }

  /** Keeps a file by its content and says its name; it is sent before the entry that names it. */
  async keepFile(type: FileType, bytes: Uint8Array<ArrayBuffer>): Promise<string> {
    this.askToPersist();
    const hash = await this.files.keep(type, bytes);
    void this.queueChanged().then(() => this.sender.now());
    return hash;
  }

  /** A file that an entry names; `undefined` where it is not to be had now. */
  findFile(hash: string): Promise<Blob | undefined> {
    return this.files.find(hash);
  }

  /** Tells how the files of this browser stand. */
  filesStanding(): ReturnType<Files["standing"]> {
    return this.files.standing();
  }

  /** Stores drafts as entries of the stock. Resolves when they are kept. Says their ids. */
  async addStock(by: string, drafts: readonly StockDraft[], now: Date = new Date()): Promise<string[]> {
    this.askToPersist();
    const entries = drafts.map((draft) => stampStock(draft, { id: v7(), at: now.toISOString(), by }));
    await this.queue.add(entries);
    void this.queueChanged().then(() => this.sender.now());
    return entries.map((e) => e.id);
  }

  /** The stock as this browser knows it, at once and as it changes; what waits is counted in. Returns what ends it. */
  subscribeStock(listener: StockListener): () => void {
    return this.stock.subscribe(listener, askStock);
  }

  async discard(order: number): Promise<void> {
    await this.queue.drop(order);
    await this.queueChanged();
  }

  async retry(order: number): Promise<void> {
    await this.queue.retry(order);
    await this.queueChanged();
    this.sender.now();
  }

  /** Gives what waits, oldest first. */
  waiting(): Promise<readonly Pending[]> {
    return this.queue.rows();
  }

  /**
   * A job as the server is known to have it: at once from this browser, then from the server, then as it changes. Returns
   * what ends it.
   */
  subscribeJob(job: string, listener: JobListener): () => void {
    const watched = this.watched.get(job) ?? { feed: new JobFeed(), listeners: new Set() };
    this.watched.set(job, watched);
    watched.listeners.add(listener);
    void this.loadJob(job);
    return () => {
      watched.listeners.delete(listener);
      if (watched.listeners.size === 0) this.watched.delete(job);
    };
  }

  /** Hears of rows of the list that change. Returns what ends it. */
  subscribeRows(listener: (changed: readonly ListedJob[]) => void): () => void {
    this.rowListeners.add(listener);
    return () => this.rowListeners.delete(listener);
  }

  /** Rows of the list as far as they are here. */
  async rows(): Promise<readonly ListedJob[]> {
    return (await (await this.shelf)?.rows().catch(() => undefined)) ?? [];
  }

  /** Everything of a job that this browser holds, sent or not, in order, and what it comes to. */
  async jobHere(job: string): Promise<JobHere> {
    const shelf = await this.shelf;
    await this.machines.load();
    const kept = (await shelf?.entriesOf(job).catch(() => undefined)) ?? [];
    const waiting = (await this.queue.rows()).map((p) => p.entry).filter((e) => e.stream.id === job);
    const row = await shelf?.row(job).catch(() => undefined);
    const known = kept.map((s) => s.entry);
    const entries = merged(known, waiting);
    return { entries, row, job: foldJob(job, entries.map(readKept), this.machines.find) };
  }

  private async loadJob(job: string): Promise<void> {
    const watched = this.watched.get(job);
    if (!watched) return;
    const shelf = await this.shelf;
    const kept = (await shelf?.entriesOf(job).catch(() => undefined)) ?? [];
    if (kept[0]?.entry.kind === "opened") await this.takeForJob(job, kept, await shelf?.row(job).catch(() => undefined));
    const told = await askJob(job, watched.feed.lastSeq()).catch(() => undefined);
    if (!told) return;
    await this.takeForJob(job, told.entries, told.row);
    await shelf?.take({ entries: told.entries, rows: [told.row] }).catch((error) => this.tell({ storage: storageSays(error) }));
  }

  private async takeForJob(job: string, entries: readonly Sequenced[], row: ListedJob | undefined): Promise<void> {
    await this.machines.get(machinesNamed(entries));
    const watched = this.watched.get(job);
    if (!watched?.feed.take(entries, row)) return;
    for (const listener of watched.listeners) listener(watched.feed.told());
  }

  private async hear(message: Message): Promise<void> {
    switch (message.is) {
      case "queue":
        await this.lookAtQueue();
        if (this.leads) this.sender.now();
        return;
      case "news":
        return this.spread(message.entries, message.rows);
      case "contact":
        return this.contact.told(message.contact);
      case "anew":
        await this.lookAtQueue();
        return this.reload();
      case "hello":
        if (this.leads) this.channel.post({ is: "contact", contact: this.contact.now });
    }
  }

  /** To all tabs. */
  private pass(entries: readonly Sequenced[], rows: readonly ListedJob[]): Promise<void> {
    this.channel.post({ is: "news", entries, rows });
    return this.spread(entries, rows);
  }

  /** To whoever watches in this tab. */
  private async spread(entries: readonly Sequenced[], rows: readonly ListedJob[]): Promise<void> {
    for (const job of this.watched.keys()) {
      const mine = entries.filter(({ entry }) => entry.stream.of === "job" && entry.stream.id === job);
      const row = rows.find((r) => r.id === job);
      if (mine.length > 0 || row) await this.takeForJob(job, mine, row);
    }
    if (rows.length > 0) this.tellRows(rows);
    this.stock.take(entries.filter(({ entry }) => entry.stream.of === STOCK.of));
  }

  private async anew(): Promise<void> {
    await this.files.sendAgain();
    await this.lookAtQueue();
    this.channel.post({ is: "anew" });
    // Whatever waits must be there before the copy is taken, so that no page shows less than it did.
    await this.sender.flush();
    await this.reload();
  }

  /** After the copy was begun anew: what is watched is asked for again, and then replaces what was known. */
  private async reload(): Promise<void> {
    for (const [job, { feed, listeners }] of this.watched) {
      const told = await askJob(job, 0).catch(() => undefined);
      if (!told) continue;
      feed.replace(told.entries, told.row);
      for (const listener of listeners) listener(feed.told());
    }
    this.tellRows([]);
    await this.stock.reload(askStock);
  }

  private heard(): void {
    this.contact.heard({ clears: this.state.pending.length === 0 });
  }

  private lost(): void {
    if (this.contact.now.trouble === undefined) this.contact.amiss(notThereSays({ why: "no-answer" }));
  }

  private async queueChanged(): Promise<void> {
    await this.lookAtQueue();
    this.channel.post({ is: "queue" });
  }

  private async lookAtQueue(): Promise<void> {
    this.tell({ pending: await this.queue.rows() });
    this.stock.waitingChanged();
  }

  private askToPersist(): void {
    if (this.asked) return;
    this.asked = true;
    void navigator.storage?.persist?.().catch(() => undefined);
  }

  private tellRows(rows: readonly ListedJob[]): void {
    for (const listener of this.rowListeners) listener(rows);
  }

  private tell(change: Partial<ReplicaState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.stateListeners) listener(this.state);
  }
}

/** Entries with those added that are not there yet; the same list when all are. */
export function merged(known: readonly Envelope[], more: readonly Envelope[]): readonly Envelope[] {
  const ids = new Set(known.map((e) => e.id));
  const fresh = more.filter((e) => !ids.has(e.id));
  return fresh.length === 0 ? known : [...known, ...fresh];
}

let shared: Replica | undefined;

/** The page's replica. */
export function replica(): Replica {
  shared ??= new Replica();
  return shared;
}
