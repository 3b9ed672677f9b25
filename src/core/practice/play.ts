import { partsOfAssembly, repairOf, replaces } from "../model/machine/assembly";
import { hasHood } from "../model/machine/format";
import { mendedPiece } from "../model/machine/pieces";
import { FIRST_KNOWN } from "../model/machine/revision";
import type { SightId } from "../model/sights/sights";
import { rank } from "../reason/diagnosis/rank";
import { repairShare } from "../reason/diagnosis/repair-shares";
import type { SuspectSet } from "../reason/diagnosis/suspect-set";
import { CALL_BACK_MINUTES, WHOLE_PROOF_MINUTES } from "../reason/planning/prices";
import { DEFAULT_RATES } from "../reason/planning/repairs";
import type { TestCatalogue } from "../reason/planning/tests/catalogue";
import { dangerOfRunning } from "../record/job/checks/index";
import { stamp } from "../record/job/entry";
import { type Fold, foldOn, type Job, refusalOf, startFold } from "../record/job/fold";
import { hasOwnFinding } from "../record/job/hands/own-finding";
import type { Draft } from "../record/job/kinds/index";
import { assembliesFitted, type Proof } from "../record/job/state";
import type { Move, Strategy } from "./strategies/situation";
import type { World } from "./world";

/** Holds what was thought of a repair when it was made. */
interface Call {
  /** Share of the explanations that this repair puts right. */
  readonly share: number;
  /** It put something right. */
  readonly right: boolean;
  readonly assembly: string;
  /** Share that the trouble is none that the model has. */
  readonly outside: number;
  /** It was not found bad itself, or could not be tested. */
  readonly gamble: boolean;
}

export interface Outcome {
  readonly machine: string;
  readonly fault: string;
  readonly seed: number;
  readonly strategy: string;
  /** The trouble is none that the model has. */
  readonly foreign: boolean;
  readonly steps: number;
  /** Minutes and parts in one: minutes at the technician's rate plus prices, in the prices' currency. */
  readonly cost: number;
  readonly minutes: number;
  /** Parts that went in, those of them that put nothing right, and those that went in without a reading or a look of their own. */
  readonly parts: number;
  readonly wrongParts: number;
  readonly unmeasured: number;
  /** Things cleared, set or remade that put nothing right. */
  readonly idleRework: number;
  /** Panels taken off a second time. */
  readonly reopened: number;
  /** The hidden fault and its cause are gone; see {@link World.solved}. */
  readonly found: boolean;
  /** Closed as put right though it is not. */
  readonly left: boolean;
  /** Says how often it was said that the trouble is none that the model has; and whether so before any part went in. */
  readonly doubted: number;
  readonly doubtedFirst: boolean;
  /** Steps that broke a caution. */
  readonly unsafe: number;
  /** At each repair. */
  readonly calls: readonly Call[];
  /** Share that the truth had when the first part went in. */
  readonly truthShare?: number;
}

const MAX_STEPS = 250;

/** Plays one whole job: the strategy sees only the job's record; the world answers and the clock runs alike for every strategy. */
export class Play {
  private fold: Fold;
  private minutes = 0;
  private price = 0;
  private readonly count = { parts: 0, wrongParts: 0, unmeasured: 0, idleRework: 0, reopened: 0, doubted: 0, unsafe: 0 };
  private doubtedFirst = false;
  private readonly opened = new Set<string>();
  private readonly calls: Call[] = [];
  private truthShare: number | undefined;

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
  run(strategy: Strategy, name: string, seed: number): Outcome {
    let steps = 0;
    while (steps < MAX_STEPS) {
      const move = strategy({ suspects: this.suspects, catalogue: this.catalogue, job: this.job });
      if (move.kind === "stop") {
        if (move.outside) this.saysOutside();
        break;
      }
      if (move.kind === "look-outside") this.saysOutside();
      if (move.kind === "fit") this.judge(move.assembly, move.gamble ?? false);
      this.make(move);
      steps++;
      if (this.job.closed) break;
    }
    return this.outcome(name, seed, steps);
  }

  private saysOutside(): void {
    this.count.doubted++;
    if (this.count.parts === 0) this.doubtedFirst = true;
  }

  private outcome(strategy: string, seed: number, steps: number): Outcome {
    const { machine, hidden } = this.world;
    const found = this.world.solved(this.fitted);
    const minutes = this.minutes + (found ? 0 : CALL_BACK_MINUTES);
    const cost = (minutes / 60) * DEFAULT_RATES.perHour + this.price;
    return {
      machine: machine.id,
      fault: hidden.id,
      seed,
      strategy,
      foreign: this.world.foreign !== undefined,
      steps,
      cost,
      minutes,
      ...this.count,
      found,
      left: this.job.closed && !found,
      doubtedFirst: this.doubtedFirst,
      calls: this.calls,
      ...(this.truthShare !== undefined && { truthShare: this.truthShare }),
    };
  }

  /** Gives what the ranking gives to a repair that is about to be made, and to the truth before the first of them. */
  private judge(assembly: string, gamble: boolean): void {
    const { fitted } = this;
    const ranking = rank(this.suspects, this.job.evidence, fitted);
    const share = repairShare(this.suspects, ranking, fitted, assembly);
    this.calls.push({ share, right: this.helps(assembly), assembly, outside: ranking.outside, gamble });
    if (this.truthShare !== undefined) return;
    const truth = this.world.hidden.assemblies.join();
    this.truthShare = ranking.suspects.reduce((sum, s) => sum + (s.hypothesis.assemblies.join() === truth ? s.probability : 0), 0);
  }

  private helps(assembly: string): boolean {
    const after = [...this.fitted, assembly];
    const left = this.world.left(after);
    return this.world.left(this.fitted).some((f) => !left.includes(f)) || this.world.solved(after) !== this.world.solved(this.fitted);
  }

  private get fitted(): string[] {
    return assembliesFitted(this.job);
  }

  private record(draft: Draft): void {
    if (refusalOf(this.job, draft)) this.count.unsafe++;
    const n = this.fold.entries.length;
    const entry = stamp("rehearsal", draft, { id: `e${n}`, at: new Date(n * 60_000).toISOString(), by: "Rehearsal" });
    this.fold = foldOn(this.fold, [...this.fold.entries, { readable: true, entry }]);
  }

  private make(move: Exclude<Move, { kind: "stop" }>): void {
    switch (move.kind) {
      case "entry":
        this.minutes += move.minutes;
        this.countOpening(move.draft);
        this.record(move.draft);
        return;
      case "test":
        this.minutes += move.test.minutes;
        if (move.test.needs === "running" && this.mayNotRun()) this.count.unsafe++;
        this.record({ kind: "finding", body: this.world.answer(move.test.question, this.fitted) });
        return;
      case "fit":
        this.fit(move.assembly);
        return;
      case "look-outside":
        this.minutes += move.minutes;
        for (const piece of move.pieces)
          this.record({ kind: "finding", body: this.world.answer({ kind: "spot", place: { piece }, circumstances: {} }, this.fitted) });
        return;
      case "ask":
        this.minutes += move.minutes;
        this.record({ kind: "finding", body: this.world.answer(move.question, this.fitted) });
        return;
      case "prove":
        if (dangerOfRunning(this.world.machine, this.job)) this.count.unsafe++;
        this.minutes += WHOLE_PROOF_MINUTES;
        this.record({ kind: "proof", body: this.prove() });
        return;
    }
  }

  private countOpening(draft: Draft): void {
    if (draft.kind !== "panel" || draft.body.state !== "off") return;
    if (this.opened.has(draft.body.panel)) this.count.reopened++;
    this.opened.add(draft.body.panel);
  }

  private mayNotRun(): boolean {
    return this.job.panelsOff.length > 0 || dangerOfRunning(this.world.machine, this.job) !== undefined;
  }

  private fit(assembly: string): void {
    const { machine } = this.world;
    const repair = repairOf(machine, assembly);
    this.minutes += repair.minutes;
    this.price += repair.price;
    const helps = this.helps(assembly);
    if (replaces(repair)) {
      this.count.parts++;
      if (!helps) this.count.wrongParts++;
      if (!partsOfAssembly(machine, assembly).some((part) => hasOwnFinding(this.job, part))) this.count.unmeasured++;
    } else if (!helps) this.count.idleRework++;
    // Whoever puts right what no circuit shows has said so.
    if (mendedPiece(assembly) && this.count.parts === 0) this.doubtedFirst = true;
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
