import type { Bench } from "../diagnosis/rank";
import type { Draft, Entry } from "../job/entry";
import { foldJob, type Job } from "../job/fold";
import { allows } from "../job/safety";
import { hasHood } from "../job/sights";
import type { TestCatalogue } from "../planning/next";
import { CALL_BACK_MINUTES, DEFAULT_RATES, unitRepair } from "../planning/repairs";
import type { TestAction } from "../planning/tests";
import type { World } from "./world";

export interface Outcome {
  readonly machine: string;
  readonly fault: string;
  readonly seed: number;
  readonly strategy: string;
  readonly steps: number;
  /** Minutes and parts in one: minutes at the technician's rate plus prices, in the prices' currency. */
  readonly cost: number;
  readonly minutes: number;
  readonly wrongParts: number;
  /** The hidden fault and its cause are gone; see {@link World.solved}. */
  readonly found: boolean;
  /** Steps that broke a caution. */
  readonly unsafe: number;
  /** Share the ranking gave to the truth when the first part was fitted, and whether its leader was right. */
  readonly calls: readonly { readonly share: number; readonly right: boolean; readonly leader: string }[];
}

const MAX_STEPS = 250;

/** What a strategy may do at one step. */
export type Move =
  | { readonly kind: "entry"; readonly draft: Draft; readonly minutes: number }
  | { readonly kind: "test"; readonly test: TestAction }
  | { readonly kind: "fit"; readonly unit: string }
  | { readonly kind: "prove" }
  | { readonly kind: "leak-test" }
  | { readonly kind: "stop" };

export interface Table {
  readonly bench: Bench;
  readonly catalogue: TestCatalogue;
  readonly job: Job;
}

export type Strategy = (table: Table) => Move;

/** Plays one whole job: the strategy sees only the job's record; the world answers and the clock runs alike for every strategy. */
export class Play {
  private readonly entries: Entry[] = [];
  private minutes = 0;
  private price = 0;
  private wrongParts = 0;
  private unsafe = 0;
  job: Job;

  constructor(
    private readonly world: World,
    private readonly bench: Bench,
    private readonly catalogue: TestCatalogue,
  ) {
    const { machine } = world;
    this.job = foldJob("rehearsal", [], () => machine);
    this.record({ kind: "opened", body: { customer: "Rehearsal", place: "Nowhere", liveTests: false } });
    this.record({ kind: "machine", body: { machine: machine.id } });
    this.record({ kind: "complaint", body: { words: "rehearsed", sightings: [...world.complaint] } });
  }

  /** Runs a strategy to its end. A strategy may be a state machine: it is made for one job. */
  run(strategy: Strategy, name: string, seed: number, onFit?: (job: Job) => Outcome["calls"][number] | undefined): Outcome {
    const calls: Outcome["calls"][number][] = [];
    let steps = 0;
    while (steps < MAX_STEPS) {
      const move = strategy({ bench: this.bench, catalogue: this.catalogue, job: this.job });
      if (move.kind === "stop") break;
      if (move.kind === "fit" && calls.length === 0) {
        const call = onFit?.(this.job);
        if (call) calls.push(call);
      }
      this.make(move);
      steps++;
      if (this.job.closed) break;
    }
    const found = this.world.solved(this.fitted);
    const minutes = this.minutes + (found ? 0 : CALL_BACK_MINUTES);
    return {
      machine: this.world.machine.id,
      fault: this.world.hidden.id,
      seed,
      strategy: name,
      steps,
      cost: (minutes / 60) * DEFAULT_RATES.perHour + this.price,
      minutes,
      wrongParts: this.wrongParts,
      found,
      unsafe: this.unsafe,
      calls,
    };
  }

  private get fitted(): string[] {
    return this.job.fitted.map((f) => f.unit);
  }

  private record(draft: Draft): void {
    if (!allows(this.job.safety, draft, this.world.machine).ok) this.unsafe++;
    if (draft.kind === "closed" && this.job.blockers.length > 0) this.unsafe++;
    const n = this.entries.length;
    this.entries.push({ id: `e${n}`, job: "rehearsal", at: new Date(n * 60_000).toISOString(), by: "Rehearsal", ...draft } as Entry);
    this.job = foldJob("rehearsal", this.entries, () => this.world.machine);
  }

  private make(move: Exclude<Move, { kind: "stop" }>): void {
    switch (move.kind) {
      case "entry":
        this.minutes += move.minutes;
        this.record(move.draft);
        return;
      case "test":
        this.minutes += move.test.minutes;
        if (move.test.needs === "running" && this.job.panelsOff.length > 0) this.unsafe++;
        this.record(this.answerTo(move.test));
        return;
      case "fit":
        this.fit(move.unit);
        return;
      case "leak-test":
        this.minutes += 4;
        // No rehearsed world has a leaking joint: what is at stake is that the test is made.
        this.record({ kind: "sighting", body: { sight: "leak", value: "tight" } });
        return;
      case "prove":
        this.minutes += 12;
        this.prove();
        return;
    }
  }

  private answerTo(test: TestAction): Draft {
    switch (test.kind) {
      case "sighting":
        return { kind: "sighting", body: this.world.sighting(test.sight, test.part, this.fitted) };
      case "reading":
        return { kind: "reading", body: this.world.reading(test.setup, this.fitted) };
      case "measure":
        return { kind: "measure", body: this.world.measure(test.what, this.fitted) };
    }
  }

  private fit(unit: string): void {
    const repair = unitRepair(this.world.machine, unit);
    this.minutes += repair.minutes;
    this.price += repair.price;
    const helps = this.world.left([...this.fitted, unit]).length < this.world.left(this.fitted).length;
    if (repair.replaces && !helps) this.wrongParts++;
    this.record({ kind: "fitted", body: { unit, action: repair.replaces ? "replaced" : "put-right" } });
  }

  private prove(): void {
    const answer = (sight: string) => this.world.sighting(sight, undefined, this.fitted).value as "yes";
    const starts = answer("starts");
    const warm = starts === "yes" ? answer("warm") : "no";
    // A proof run is long enough to see the heat lost later.
    const kept: string = starts === "yes" && warm === "yes" ? answer("keeps") : "unknown";
    this.record({
      kind: "proof",
      body: {
        starts,
        turns: answer("turns"),
        warm: kept === "no" ? "no" : warm,
        cycles: answer("cycles"),
        airflow: hasHood(this.world.machine) ? (answer("airflow") as never) : "unknown",
      },
    });
  }
}
