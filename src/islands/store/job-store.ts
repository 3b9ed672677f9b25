import { dequal } from "dequal";
import type { FindMachine } from "../../core/model/machine/revision";
import type { FirstAnswer } from "../../core/reason/planning/propose";
import { draftInCircumstances } from "../../core/record/job/circumstances";
import { type Kept, readKept } from "../../core/record/job/entry";
import { type Fold, foldOn, type Job, startFold } from "../../core/record/job/fold";
import type { Draft } from "../../core/record/job/kinds/index";
import { lastStanding } from "../../core/record/job/last-standing";
import { type Safety, safetyFor } from "../../core/record/job/safety";
import type { Stage } from "../../core/record/job/stages";
import type { Envelope } from "../../core/record/journal/envelope";
import type { EarlierVisit } from "../../core/speech/words/report/earlier-visits";
import type { ToldJob } from "../replica/job-feed";
import type { Pending } from "../replica/queue";
import { merged, type ReplicaState } from "../replica/replica";
import type { Diagnosis, Engine, StartEngine } from "./engine";
import type { Dispatch, Intent } from "./intent";
import { afterEntry, probingOf, type View, viewAfter, viewOf } from "./view";

/** Holds what a page knows of its job. A part that did not change keeps its reference. */
export interface Snapshot {
  readonly job: Job;
  readonly diagnosis: Diagnosis;
  readonly view: View;
  /** Entries that the server has not acknowledged, by id. */
  readonly waiting: ReadonlySet<string>;
  readonly refused: readonly Pending[];
  /** The job's number; left out until the server has given it one. */
  readonly number: number | undefined;
  /** Earlier visits that the page came with: where they are read, they take their room from the beginning. */
  readonly earlier: readonly EarlierVisit[] | undefined;
  /** False while the page shows what it came with, and the rest of the entries is on its way. */
  readonly whole: boolean;
  /** Why what waits is not there yet; left out while all is well. */
  readonly trouble: string | undefined;
  /** Why this browser can't keep what is entered; left out while it can. */
  readonly storage: string | undefined;
  /** When the server was last heard, in milliseconds since 1970, once that is a while ago. */
  readonly silentSince: number | undefined;
}

/** Where entries go first, and where they come from; see {@link Replica}. */
export interface EntryBox {
  readonly subscribe: (listener: (state: ReplicaState) => void) => () => void;
  readonly subscribeJob: (job: string, listener: (told: ToldJob) => void) => () => void;
  readonly add: (job: string, by: string, drafts: readonly Draft[]) => Promise<void>;
  readonly discard: (order: number) => Promise<void>;
  readonly retry: (order: number) => Promise<void>;
}

/** Machines as far as they are here; more may come. */
interface MachineSource {
  readonly find: FindMachine;
  readonly subscribe: (listener: () => void) => () => void;
}

/** Holds what a page of a job begins with: its entries, or what is shown of a job whose entries follow. */
interface Beginning {
  readonly number?: number | undefined;
  readonly shown?: Job;
  /** True where enough is shown to work out the next step. */
  readonly enough?: boolean;
  readonly entries?: readonly Envelope[];
  /** Holds what was worked out of it already. */
  readonly first?: FirstAnswer;
  readonly earlier?: readonly EarlierVisit[] | undefined;
}

/** Holds what a store needs of the world. */
interface Surroundings {
  readonly box: () => EntryBox;
  readonly machines: MachineSource;
  readonly startEngine: StartEngine;
  readonly technician: () => string;
  /** The time, and a call whenever some seconds have passed or the page comes to the front; returns what ends it. */
  readonly clock: { readonly now: () => Date; readonly onTick: (tick: () => void) => () => void };
  /** Hears of every fold that did work, of every question, and of what was entered and then kept, for those who count and time them. */
  readonly noted: (what: "fold" | "question" | "entered" | "kept") => void;
}

const NONE: ReadonlySet<string> = new Set();
const NO_PENDING: readonly Pending[] = [];
/** The server says something every four seconds; three times missed is silence. */
const SILENCE_MS = 15_000;

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
  private contact: ReplicaState["contact"] = { heardAt: 0 };
  private openedAt = 0;
  /** Holds what the page came with, until the entries are here. */
  private shown: Job | undefined;
  private lapsed: { readonly of: Job; readonly job: Job } | undefined;
  private asked: { readonly job: Job; readonly place: string; readonly early: boolean } | undefined;
  private readonly enough: boolean;
  private readonly kept = new Map<string, Kept>();
  private readonly listeners = new Set<() => void>();

  constructor(
    readonly id: string,
    { number, shown, enough = false, entries = [], first, earlier }: Beginning,
    private readonly surroundings: Surroundings,
    bench: Stage,
  ) {
    this.known = entries;
    this.shown = shown;
    this.enough = enough;
    this.fold = foldOn(startFold(id, surroundings.machines.find), this.keptOf(entries));
    this.snapshot = {
      job: shown ?? this.fold.job,
      diagnosis: first ? { ...first, working: false } : { working: true },
      view: viewOf(bench),
      waiting: NONE,
      refused: NO_PENDING,
      number,
      earlier,
      whole: shown === undefined,
      trouble: undefined,
      storage: undefined,
      silentSince: undefined,
    };
  }

  /** Begins to listen, to send and to work things out. Returns what ends it. */
  start(): () => void {
    const { startEngine, box, machines, clock } = this.surroundings;
    this.openedAt = clock.now().getTime();
    this.engine = startEngine((diagnosis) => this.change({ diagnosis }), this.snapshot.diagnosis);
    this.lookAtClock();
    const stops = [
      box().subscribe((state) => this.hear(state)),
      box().subscribeJob(this.id, (told) => this.take(told)),
      machines.subscribe(() => this.foldAnew()),
      clock.onTick(() => this.lookAtClock()),
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
    if (drafts) return this.record(drafts);
    if (intent.do === "drop-refused") return this.surroundings.box().discard(intent.order);
    if (intent.do === "send-again") return this.surroundings.box().retry(intent.order);
    this.change({ view: viewAfter(this.snapshot.view, intent) });
    this.ask();
    return DONE;
  };

  private draftsFor(intent: Intent): readonly Draft[] | undefined {
    const { job } = this.snapshot;
    if (intent.do === "record") return intent.drafts.map((draft) => draftInCircumstances(draft, job));
    if (intent.do !== "take-back") return undefined;
    const entries = intent.entry === undefined ? lastStanding(job, this.surroundings.technician()).map((e) => e.id) : [intent.entry];
    return entries.map((entry) => ({ kind: "retract", body: { entry } }));
  }

  /** The view goes back to the suspects with the entry, not before it: one change, one question. */
  private async record(drafts: readonly Draft[]): Promise<void> {
    if (drafts.length === 0) return;
    this.snapshot = { ...this.snapshot, view: afterEntry(this.snapshot.view) };
    this.surroundings.noted("entered");
    await this.surroundings.box().add(this.id, this.surroundings.technician(), drafts);
    this.surroundings.noted("kept");
    this.ask();
  }

  private hear({ pending, contact, storage }: ReplicaState): void {
    const mine = pending.filter(({ entry }) => entry.stream.of === "job" && entry.stream.id === this.id);
    this.pending = mine;
    this.contact = contact;
    const { snapshot } = this;
    const refused = mine.filter((p) => p.refused !== undefined);
    this.change({
      trouble: contact.trouble,
      storage,
      silentSince: this.silence(),
      waiting: sameSet(snapshot.waiting, new Set(mine.map((p) => p.entry.id))),
      refused: sameList(snapshot.refused, refused),
    });
    this.refold();
  }

  /** Gives what the server is known to have of this job. */
  private take({ entries, row, whole }: ToldJob): void {
    if (row) this.change({ number: row.number });
    if (!whole) return;
    this.known = entries;
    this.refold();
  }

  /** A page that was just opened waits for the server's first word, unless it is known to be out of reach. */
  private silence(): number | undefined {
    const { heardAt, trouble } = this.contact;
    const since = trouble === undefined ? Math.max(heardAt, this.openedAt) : heardAt;
    return this.surroundings.clock.now().getTime() - since > SILENCE_MS ? heardAt : undefined;
  }

  /** A machine has come that the record names. */
  private foldAnew(): void {
    if (this.fold.job.machine) return;
    this.fold = startFold(this.id, this.surroundings.machines.find);
    this.refold();
  }

  /** Takes in what is new. Entries keep their order and identity, so that what was folded is not folded again. */
  private refold(): void {
    const waiting = this.pending.filter(mayCount).map((p) => p.entry);
    // Whatever is shown of a job counts until its entries are here; those that wait are put behind them.
    if (this.known.length === 0 && !this.snapshot.whole) {
      if (this.shown && waiting.some((e) => e.kind === "energised")) this.shown = { ...this.shown, safety: LIVE };
      this.change({ job: this.forWhoIsHere() });
      return;
    }
    const next = foldOn(this.fold, this.keptOf(merged(this.known, waiting)));
    if (next === this.fold && this.snapshot.whole) return;
    this.surroundings.noted("fold");
    const before = this.snapshot.job.stage;
    this.fold = next;
    this.shown = undefined;
    const { view } = this.snapshot;
    // Whoever stands where the work stands goes on with it; who looks elsewhere stays.
    const bench = view.bench === before ? next.job.stage : view.bench;
    this.change({ job: this.forWhoIsHere(), whole: true, view: bench === view.bench ? view : { ...view, bench } });
    this.ask();
  }

  /** A proof of dead runs out while the page is open, and the server falls silent. */
  private lookAtClock(): void {
    this.change({ silentSince: this.silence(), job: this.forWhoIsHere() });
    this.ask();
  }

  /** The job as it is to this technician now. The same object while nothing ran out. */
  private forWhoIsHere(): Job {
    const { clock, technician } = this.surroundings;
    const job = this.shown ?? this.fold.job;
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

  /** Asks once for each state of the job and each place that is looked at; the entries that follow what was shown make no other state of it. */
  private ask(): void {
    const { job, view, whole } = this.snapshot;
    if (!this.engine || !job.machine || !(whole || this.enough)) return;
    const probing = probingOf(job.machine, view.chosen, job.safety.power === "live");
    const place = probing ? JSON.stringify(probing) : "";
    const { asked } = this;
    const same = asked?.job === job || (whole && asked?.early === true && isSameQuestion(asked.job, job));
    this.asked = { job, place, early: !whole };
    if (same && asked?.place === place) return;
    if (same) {
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

/** The same to the engine: all but the record, which is cut in what is shown. */
function isSameQuestion({ record: _, machine: one, ...before }: Job, { record: __, machine: other, ...now }: Job): boolean {
  return one === other && dequal(told(before), told(now));
}

/** Without what it says nothing of: a job that came with the page leaves that out. */
const told = (job: object): object => Object.fromEntries(Object.entries(job).filter(([, value]) => value !== undefined));

const DONE = Promise.resolve();
const LIVE: Safety = { power: "live", liveTests: false, discharged: [] };

/** Gives what the server refused counts for nothing; but that a machine is live counts wherever it is known. */
const mayCount = ({ entry, refused }: Pending): boolean => refused === undefined || entry.kind === "energised";

const sameSet = (known: ReadonlySet<string>, next: ReadonlySet<string>): ReadonlySet<string> =>
  known.size === next.size && [...next].every((x) => known.has(x)) ? known : next;

const sameList = <T>(known: readonly T[], next: readonly T[]): readonly T[] =>
  known.length === next.length && next.every((x, i) => x === known[i]) ? known : next;
