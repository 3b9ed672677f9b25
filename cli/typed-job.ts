import { v7 } from "uuid";
import type { Machine } from "../src/core/model/machine/format";
import { refOf } from "../src/core/model/machine/revision";
import { type Entry, stamp } from "../src/core/record/job/entry";
import { type Fold, foldOn, type Job, startFold } from "../src/core/record/job/fold";
import type { Draft } from "../src/core/record/job/kinds/index";
import { understand } from "../src/core/speech/understand";

interface Opening {
  readonly by: string;
  readonly customer: string;
  readonly place: string;
  /** Milliseconds since 1970 at which it was opened, and between two entries. */
  readonly start: number;
  readonly pace: number;
}

/** A job made of lines as they are typed, through the program's own reading line. */
export class TypedJob {
  readonly entries: Entry[] = [];
  private fold: Fold;

  constructor(
    readonly machine: Machine,
    private readonly opening: Opening = { by: "Tester", customer: "Test", place: "Test", start: Date.now(), pace: 1 },
    private readonly id = v7({ msecs: opening.start }),
  ) {
    this.fold = startFold(this.id, () => machine);
    this.add({ kind: "opened", body: { customer: opening.customer, place: opening.place, liveTests: false } });
    this.add({ kind: "machine", body: { machine: refOf(machine) } });
  }

  get job(): Job {
    return this.fold.job;
  }

  add(draft: Draft): Entry {
    const at = this.opening.start + this.entries.length * this.opening.pace;
    const entry = stamp(this.id, draft, { id: v7({ msecs: at }), at: new Date(at).toISOString(), by: this.opening.by });
    this.entries.push(entry);
    this.fold = foldOn(this.fold, [...this.fold.entries, { readable: true, entry }]);
    return entry;
  }

  /** Throws Error for a line that is not understood, or is a command. */
  type(...lines: readonly string[]): this {
    for (const line of lines) {
      const understood = understand(line, { machine: this.machine, job: this.job });
      if (understood.is !== "entries") throw new Error(`line “${line}” is taken as ${understood.is}: ${understood.says}`);
      for (const draft of understood.drafts) this.add(draft);
    }
    return this;
  }
}
