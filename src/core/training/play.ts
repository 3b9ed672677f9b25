import type { SuspectSet } from "../diagnosis/suspect-set";
import type { SightId } from "../finding/sights";
import { dangerOfRunning } from "../job/checks/index";
import { stamp } from "../job/entry";
import { type Fold, foldOn, type Job, refusalOf, startFold } from "../job/fold";
import type { Draft } from "../job/kinds/index";
import { assembliesFitted, type Proof } from "../job/state";
import { repairOf, replaces } from "../machine/assembly";
import { hasHood } from "../machine/format";
import { FIRST_KNOWN } from "../machine/revision";
import type { TestCatalogue } from "../planning/catalogue";
import { CALL_BACK_MINUTES, DEFAULT_RATES } from "../planning/repairs";
import type { Move, Strategy } from "./situation";
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
const PROOF_MINUTES = 12;

/** Plays one whole job: the strategy sees only the job's record; the world answers and the clock runs alike for every strategy. */
export class Play {
  private fold: Fold;
  private minutes = 0;
  private price = 0;
  private wrongParts = 0;
  private unsafe = 0;

  constructor(
    private readonly world: World,
    private readonly suspects: SuspectSet,
    private readonly catalogue: TestCatalogue,
  ) {
    const { machine } = world;
    this.fold = startFold("rehearsal", () => machine);
    this.record({ kind: "opened", body: { customer: "Rehearsal", place: "Nowhere", liveTests: false } });
    this.record({ kind: "machine", body: { machine: { id: machine.id, revision: FIRST_KNOWN } } });
    this.record({ kind: "complaint", body: { words: "rehearsed", findings: [...world.complaint] } });
  }

  get job(): Job {
    return this.fold.job;
  }

  /** Runs a strategy to its end. A strategy may be a state machine: it is made for one job. */
  run(strategy: Strategy, name: string, seed: number, onFit?: (job: Job) => Outcome["calls"][number] | undefined): Outcome {
    const calls: Outcome["calls"][number][] = [];
    let steps = 0;
    while (steps < MAX_STEPS) {
      const move = strategy({ suspects: this.suspects, catalogue: this.catalogue, job: this.job });
      if (move.kind === "stop") break;
      if (move.kind === "fit" && calls.length === 0) {
        const call = onFit?.(this.job);
        if (call) calls.push(call);
      }
      this.make(move);
      steps++;
      if (this.job.closed) break;
    }
    return this.outcome(name, seed, steps, calls);
  }

  private outcome(strategy: string, seed: number, steps: number, calls: Outcome["calls"]): Outcome {
    const { machine, hidden } = this.world;
    const found = this.world.solved(this.fitted);
    const minutes = this.minutes + (found ? 0 : CALL_BACK_MINUTES);
    const cost = (minutes / 60) * DEFAULT_RATES.perHour + this.price;
    const { wrongParts, unsafe } = this;
    return { machine: machine.id, fault: hidden.id, seed, strategy, steps, cost, minutes, wrongParts, found, unsafe, calls };
  }

  private get fitted(): string[] {
    return assembliesFitted(this.job);
  }

  private record(draft: Draft): void {
    if (refusalOf(this.job, draft)) this.unsafe++;
    const n = this.fold.entries.length;
    const entry = stamp("rehearsal", draft, { id: `e${n}`, at: new Date(n * 60_000).toISOString(), by: "Rehearsal" });
    this.fold = foldOn(this.fold, [...this.fold.entries, { readable: true, entry }]);
  }

  private make(move: Exclude<Move, { kind: "stop" }>): void {
    switch (move.kind) {
      case "entry":
        this.minutes += move.minutes;
        this.record(move.draft);
        return;
      case "test":
        this.minutes += move.test.minutes;
        if (move.test.needs === "running" && this.mayNotRun()) this.unsafe++;
        this.record({ kind: "finding", body: this.world.answer(move.test.question, this.fitted) });
        return;
      case "fit":
        this.fit(move.assembly);
        return;
      case "ask":
        this.minutes += move.minutes;
        this.record({ kind: "finding", body: this.world.answer(move.question, this.fitted) });
        return;
      case "prove":
        if (dangerOfRunning(this.world.machine, this.job)) this.unsafe++;
        this.minutes += PROOF_MINUTES;
        this.record({ kind: "proof", body: this.prove() });
        return;
    }
  }

  private mayNotRun(): boolean {
    return this.job.panelsOff.length > 0 || dangerOfRunning(this.world.machine, this.job) !== undefined;
  }

  private fit(assembly: string): void {
    const repair = repairOf(this.world.machine, assembly);
    this.minutes += repair.minutes;
    this.price += repair.price;
    const helps = this.world.left([...this.fitted, assembly]).length < this.world.left(this.fitted).length;
    if (replaces(repair) && !helps) this.wrongParts++;
    this.record({ kind: "fitted", body: { assembly, action: replaces(repair) ? "replaced" : "put-right" } });
  }

  /** A proof run is long enough to see the heat lost later. */
  private prove(): Proof {
    const starts = this.see("starts") as Proof["starts"];
    const warm = starts === "yes" ? (this.see("warm") as Proof["warm"]) : "no";
    const kept = starts === "yes" && warm === "yes" ? this.see("keeps") : "unknown";
    const seen: Proof = {
      starts,
      turns: this.see("turns") as Proof["turns"],
      warm: kept === "no" ? "no" : warm,
      cycles: this.see("cycles") as Proof["cycles"],
      ...(hasHood(this.world.machine) && { airflow: this.see("airflow") as Proof["airflow"] }),
    };
    return Object.values(seen).includes("unknown") ? { ...seen, whyUnseen: "it does not show on this machine" } : seen;
  }

  private see(sight: SightId): string {
    const { result } = this.world.answer({ kind: "sight", place: { sight }, circumstances: {} }, this.fitted);
    return result.is === "answer" ? result.value : "unknown";
  }
}
