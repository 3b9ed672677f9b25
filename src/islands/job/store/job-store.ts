import { draftInCircumstances } from "../../../core/job/circumstances";
import { type Kept, readKept } from "../../../core/job/entry";
import { type Fold, foldOn, type Job, startFold } from "../../../core/job/fold";
import type { Draft } from "../../../core/job/kinds/index";
import { safetyFor } from "../../../core/job/safety";
import type { Stage } from "../../../core/job/stages";
import type { Envelope } from "../../../core/journal/envelope";
import type { FindMachine } from "../../../core/machine/revision";
import type { OutboxState, Pending } from "../../journal/outbox";
import type { Diagnosis, Engine, StartEngine } from "./engine";
import type { Dispatch, Intent } from "./intent";
import { lastStanding } from "./last-standing";
import { merged, type ServerEntries } from "./server-entries";
import { afterEntry, probingOf, type View, viewAfter, viewOf } from "./view";

/** What a page knows of its job. A part that did not change keeps its reference. */
export interface Snapshot {
  readonly job: Job;
  readonly diagnosis: Diagnosis;
  readonly view: View;
  /** Entries that the server has not acknowledged, by id. */
  readonly waiting: ReadonlySet<string>;
  readonly refused: readonly Pending[];
  /** False while the last try to send failed. */
  readonly reached: boolean;
}

/** Where entries go first; see {@link Outbox}. */
export interface EntryBox {
  readonly subscribe: (listener: (state: OutboxState, acknowledged: readonly Envelope[]) => void) => () => void;
  readonly add: (job: string, by: string, drafts: readonly Draft[]) => Promise<void>;
  readonly discard: (order: number) => Promise<void>;
}

/** What a store needs of the world. */
export interface Surroundings {
  readonly outbox: () => EntryBox;
  readonly server: ServerEntries;
  readonly startEngine: StartEngine;
  readonly technician: () => string;
  /** The time, and a call whenever a minute has passed or the page comes to the front; returns what ends it. */
  readonly clock: { readonly now: () => Date; readonly onTick: (tick: () => void) => () => void };
  /** Hears of every fold that did work and of every question, for those who count them. */
  readonly noted: (what: "fold" | "question") => void;
}

const NONE: ReadonlySet<string> = new Set();
const NO_PENDING: readonly Pending[] = [];

/**
 * The one place in the browser where a job is: its entries as the server and this browser know them, folded once for each
 * entry, and the one question to the engine that follows. Everything that somebody does comes in by `dispatch`.
 */
export class JobStore {
  private snapshot: Snapshot;
  private fold: Fold;
  private known: readonly Envelope[];
  private pending: readonly Pending[] = NO_PENDING;
  private engine: Engine | undefined;
  private lapsed: { readonly of: Job; readonly job: Job } | undefined;
  private asked: { readonly job: Job; readonly place: string } | undefined;
  private readonly kept = new Map<string, Kept>();
  private readonly listeners = new Set<() => void>();

  constructor(
    readonly id: string,
    initial: readonly Envelope[],
    findMachine: FindMachine,
    private readonly surroundings: Surroundings,
    bench: Stage,
  ) {
    this.known = initial;
    this.fold = foldOn(startFold(id, findMachine), this.keptOf(initial));
    this.snapshot = {
      job: this.fold.job,
      diagnosis: { working: true },
      view: viewOf(bench),
      waiting: NONE,
      refused: NO_PENDING,
      reached: true,
    };
  }

  /** Begins to listen, to send and to work things out. Returns what ends it. */
  start(): () => void {
    const { startEngine, server, outbox } = this.surroundings;
    this.engine = startEngine((diagnosis) => this.change({ diagnosis }));
    this.lookAtClock();
    const stops = [
      server.subscribe((entries) => {
        this.known = entries;
        this.refold();
      }),
      outbox().subscribe((state, acknowledged) => this.hear(state, acknowledged)),
      this.surroundings.clock.onTick(() => this.lookAtClock()),
    ];
    this.ask();
    return () => {
      for (const stop of stops) stop();
      this.engine?.stop();
    };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): Snapshot => this.snapshot;

  readonly dispatch: Dispatch = (intent) => {
    const drafts = this.draftsFor(intent);
    if (drafts) void this.record(drafts);
    else if (intent.do === "drop-refused") void this.surroundings.outbox().discard(intent.order);
    else {
      this.change({ view: viewAfter(this.snapshot.view, intent) });
      this.ask();
    }
  };

  private draftsFor(intent: Intent): readonly Draft[] | undefined {
    const { job } = this.snapshot;
    if (intent.do === "record") return intent.drafts.map((draft) => draftInCircumstances(draft, job));
    if (intent.do !== "take-back") return undefined;
    const entry = intent.entry ?? lastStanding(job);
    return entry === undefined ? [] : [{ kind: "retract", body: { entry } }];
  }

  /** The view goes back to the suspects with the entry, not before it: one change, one question. */
  private async record(drafts: readonly Draft[]): Promise<void> {
    if (drafts.length === 0) return;
    this.snapshot = { ...this.snapshot, view: afterEntry(this.snapshot.view) };
    await this.surroundings.outbox().add(this.id, this.surroundings.technician(), drafts);
    this.ask();
  }

  private hear({ pending, reached }: OutboxState, acknowledged: readonly Envelope[]): void {
    const isMine = (entry: Envelope) => entry.stream.of === "job" && entry.stream.id === this.id;
    const mine = pending.filter((p) => isMine(p.entry));
    const here = acknowledged.filter(isMine);
    this.pending = mine;
    if (here.length > 0) {
      this.known = merged(this.known, here);
      this.surroundings.server.acknowledge(here);
    }
    const { snapshot } = this;
    const refused = mine.filter((p) => p.refused !== undefined);
    this.change({
      reached,
      waiting: sameSet(snapshot.waiting, new Set(mine.map((p) => p.entry.id))),
      refused: sameList(snapshot.refused, refused),
    });
    this.refold();
  }

  /** Takes in what is new. Entries keep their order and identity, so that what was folded is not folded again. */
  private refold(): void {
    const waiting = this.pending.filter((p) => p.refused === undefined).map((p) => p.entry);
    const next = foldOn(this.fold, this.keptOf(merged(this.known, waiting)));
    if (next === this.fold) return;
    this.surroundings.noted("fold");
    const before = this.fold.job.stage;
    this.fold = next;
    const { view } = this.snapshot;
    // Who stands where the work stands goes on with it; who looks elsewhere stays.
    const bench = view.bench === before ? next.job.stage : view.bench;
    this.change({ job: this.forWhoIsHere(), view: bench === view.bench ? view : { ...view, bench } });
    this.ask();
  }

  /** A proof of dead runs out while the page is open. */
  private lookAtClock(): void {
    this.change({ job: this.forWhoIsHere() });
    this.ask();
  }

  /** The job as it is to this technician now. The same object while nothing ran out. */
  private forWhoIsHere(): Job {
    const { clock, technician } = this.surroundings;
    const { job } = this.fold;
    const safety = safetyFor(job.safety, { at: clock.now().toISOString(), by: technician() });
    if (safety === job.safety) return job;
    if (this.lapsed?.of === job && this.lapsed.job.safety.lapsed === safety.lapsed) return this.lapsed.job;
    const before = this.lapsed;
    const isSame = before?.of.safety === job.safety && before.job.safety.lapsed === safety.lapsed;
    this.lapsed = { of: job, job: { ...job, safety: isSame ? before.job.safety : safety } };
    return this.lapsed.job;
  }

  /** An entry never changes, so that it is read once. */
  private keptOf(envelopes: readonly Envelope[]): Kept[] {
    return envelopes.map((envelope) => {
      const kept = this.kept.get(envelope.id) ?? readKept(envelope);
      this.kept.set(envelope.id, kept);
      return kept;
    });
  }

  /** Asks once for each state of the job and each place that is looked at. */
  private ask(): void {
    const { job, view } = this.snapshot;
    if (!this.engine || !job.machine) return;
    const probing = probingOf(job.machine, view.chosen, job.safety.power === "live");
    const place = probing ? JSON.stringify(probing) : "";
    const { asked } = this;
    if (asked?.job === job && asked.place === place) return;
    this.asked = { job, place };
    if (asked?.job === job) {
      this.engine.look(probing);
      return;
    }
    this.surroundings.noted("question");
    this.engine.ask(job, probing);
  }

  private change(change: Partial<Snapshot>): void {
    const next = { ...this.snapshot, ...change };
    const keys = Object.keys(change) as (keyof Snapshot)[];
    if (keys.every((k) => this.snapshot[k] === next[k])) return;
    this.snapshot = next;
    for (const listener of this.listeners) listener();
  }
}

const sameSet = (known: ReadonlySet<string>, next: ReadonlySet<string>): ReadonlySet<string> =>
  known.size === next.size && [...next].every((x) => known.has(x)) ? known : next;

const sameList = <T>(known: readonly T[], next: readonly T[]): readonly T[] =>
  known.length === next.length && next.every((x, i) => x === known[i]) ? known : next;
