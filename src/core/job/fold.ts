import type { Machine } from "../machine/schema";
import { type Blocker, closingBlockers } from "./closing";
import { type Body, DEFAULT_SCHOOL, type Entry, type EntryOf, type Measure, type Reading, type School, type Sighting } from "./entry";
import { AS_FOUND, allows, isWallPoint, type Safety, safetyAfter } from "./safety";
import { LOOKS } from "./sights";

/** A sighting or reading that counts, in its circumstances. */
export interface Evidence {
  readonly entry: string;
  readonly source: "customer" | "technician";
  readonly finding:
    | { readonly kind: "sighting"; readonly sighting: Sighting }
    | { readonly kind: "reading"; readonly reading: Reading }
    | { readonly kind: "measure"; readonly measure: Measure };
  /** Units fitted or put right before it was taken: their old faults could not speak any more. */
  readonly fitted: readonly string[];
}

export interface RecordLine {
  readonly entry: Entry;
  readonly status: "counts" | "refused" | "retracted";
  readonly reason?: string;
}

export const STAGES = ["intake", "safe", "watch", "air", "open", "meter", "fit", "close", "prove", "hand"] as const;
export type Stage = (typeof STAGES)[number];
export const STAGE_NAMES: Record<Stage, string> = {
  intake: "Intake",
  safe: "Make safe",
  watch: "Watch it run",
  air: "Supply & air",
  open: "Open up",
  meter: "Meter",
  fit: "Fit",
  close: "Close up",
  prove: "Prove",
  hand: "Hand over",
};

/** What the entries of one job come to. */
export interface Job {
  readonly id: string;
  readonly opened?: Body<"opened">;
  readonly machineId?: string;
  readonly complaint?: Body<"complaint">;
  readonly evidence: readonly Evidence[];
  readonly record: readonly RecordLine[];
  readonly safety: Safety;
  readonly panelsOff: readonly string[];
  readonly fitted: readonly (Body<"fitted"> & { readonly entry: string })[];
  /** The last proof, when nothing was fitted after it. */
  readonly proof?: Body<"proof">;
  readonly closed: boolean;
  readonly school: School;
  readonly stage: Stage;
  readonly done: readonly Stage[];
  /** Why it can't be closed yet; empty when it can. */
  readonly blockers: readonly Blocker[];
}

/**
 * Folds the entries of one job, in order, into what is known, open and allowed. Entries never vanish: a retracted or
 * refused one stays in the record with its reason. `machines` finds a machine by id.
 */
export function foldJob(id: string, entries: readonly Entry[], machines: (id: string) => Machine | undefined): Job {
  const retracted = retractedIds(entries);
  const state = new Folding(id, machines);
  for (const entry of entries) state.take(entry, retracted);
  return state.finish();
}

/** Ids taken back by a later `retract` that itself still stands. */
export function retractedIds(entries: readonly Entry[]): ReadonlySet<string> {
  const gone = new Set<string>();
  for (let i = entries.length - 1; i >= 0; i--) {
    const entry = entries[i] as Entry;
    if (entry.kind === "retract" && !gone.has(entry.id)) gone.add(entry.body.entry);
  }
  return gone;
}

class Folding {
  private opened?: Body<"opened">;
  private machineId?: string;
  private machine?: Machine | undefined;
  private complaint?: Body<"complaint">;
  private readonly evidence: Evidence[] = [];
  private readonly record: RecordLine[] = [];
  private safety: Safety = AS_FOUND;
  private everSafe = false;
  private everOpen = false;
  private readonly off = new Set<string>();
  private readonly fitted: (Body<"fitted"> & { entry: string })[] = [];
  private proof?: Body<"proof"> | undefined;
  private closed = false;
  private school: School = DEFAULT_SCHOOL;

  constructor(
    private readonly id: string,
    private readonly machines: (id: string) => Machine | undefined,
  ) {}

  take(entry: Entry, retracted: ReadonlySet<string>): void {
    if (retracted.has(entry.id)) {
      this.record.push({ entry, status: "retracted" });
      return;
    }
    const refusal = this.refusalOf(entry);
    if (refusal !== undefined) {
      this.record.push({ entry, status: "refused", reason: refusal });
      return;
    }
    this.record.push({ entry, status: "counts" });
    this.safety = safetyAfter(this.safety, entry, entry.at);
    this.apply(entry);
  }

  private refusalOf(entry: Entry): string | undefined {
    if (this.closed && entry.kind !== "retract") return "The job is closed. Take the closing back to go on with it.";
    const verdict = allows(this.safety, entry, this.machine);
    if (!verdict.ok) return verdict.reason;
    if (entry.kind === "closed") {
      const first = this.blockers()[0];
      if (first) return `Not closed: ${first.says}`;
    }
    return undefined;
  }

  private apply(entry: Entry): void {
    switch (entry.kind) {
      case "opened":
        this.opened = entry.body;
        return;
      case "machine":
        this.machineId = entry.body.machine;
        this.machine = this.machines(entry.body.machine);
        return;
      case "complaint":
        this.complaint = entry.body;
        for (const sighting of entry.body.sightings) this.see(entry.id, "customer", sighting);
        return;
      case "made-safe":
        this.everSafe = true;
        return;
      case "sighting":
        this.see(entry.id, "technician", entry.body);
        return;
      case "reading":
        this.evidence.push({
          entry: entry.id,
          source: "technician",
          finding: { kind: "reading", reading: entry.body },
          fitted: this.units(),
        });
        return;
      case "measure":
        this.evidence.push({
          entry: entry.id,
          source: "technician",
          finding: { kind: "measure", measure: entry.body },
          fitted: this.units(),
        });
        return;
      case "panel":
        if (entry.body.state === "off") {
          this.off.add(entry.body.panel);
          this.everOpen = true;
        } else this.off.delete(entry.body.panel);
        return;
      case "fitted":
        this.fitted.push({ ...entry.body, entry: entry.id });
        this.proof = undefined;
        return;
      case "proof":
        this.prove(entry);
        return;
      case "closed":
        this.closed = true;
        return;
      case "setting":
        if (entry.body.school) this.school = entry.body.school;
        return;
      case "discharged":
      case "energised":
      case "retract":
        return;
    }
  }

  private units(): string[] {
    return this.fitted.map((f) => f.unit);
  }

  private see(entry: string, source: "customer" | "technician", sighting: Sighting): void {
    if (sighting.value === "unknown") return;
    this.evidence.push({ entry, source, finding: { kind: "sighting", sighting }, fitted: this.units() });
  }

  private prove(entry: EntryOf<"proof">): void {
    this.proof = entry.body;
    for (const sight of ["starts", "turns", "warm", "cycles", "airflow"] as const) {
      this.see(entry.id, "technician", { sight, value: entry.body[sight] });
    }
  }

  private blockers(): readonly Blocker[] {
    return closingBlockers({
      machine: this.machine,
      complaint: this.complaint,
      evidence: this.evidence,
      panelsOff: [...this.off],
      fitted: this.fitted,
      proof: this.proof,
    });
  }

  finish(): Job {
    const technician = this.evidence.filter((e) => e.source === "technician");
    const saw = (test: (s: Sighting) => boolean) => technician.some((e) => e.finding.kind === "sighting" && test(e.finding.sighting));
    const readings = technician.flatMap((e) => (e.finding.kind === "reading" ? [e.finding.reading] : []));
    const { machine } = this;
    const wall = (r: Reading) => machine !== undefined && r.between.every((p) => isWallPoint(machine, p));
    const isDone = (stage: Stage): boolean => {
      switch (stage) {
        case "intake":
          return this.complaint !== undefined && this.machineId !== undefined;
        case "safe":
          return this.everSafe;
        case "watch":
          return saw((s) => s.sight !== LOOKS && s.sight !== "airflow");
        case "air":
          return saw((s) => s.sight === "airflow") || readings.some(wall);
        case "open":
          return this.everOpen;
        case "meter":
          return readings.some((r) => !wall(r));
        case "fit":
          return this.fitted.length > 0;
        case "close":
          return this.fitted.length > 0 && this.off.size === 0;
        case "prove":
          return this.proof !== undefined && this.proof.starts === "yes" && this.proof.turns === "yes" && this.proof.warm === "yes";
        case "hand":
          return this.closed;
      }
    };
    const done = STAGES.filter(isDone);
    return {
      id: this.id,
      ...(this.opened && { opened: this.opened }),
      ...(this.machineId !== undefined && { machineId: this.machineId }),
      ...(this.complaint && { complaint: this.complaint }),
      evidence: this.evidence,
      record: this.record,
      safety: this.safety,
      panelsOff: [...this.off],
      fitted: this.fitted,
      ...(this.proof && { proof: this.proof }),
      closed: this.closed,
      school: this.school,
      stage: presentStage(done, this.off.size > 0),
      done,
      blockers: this.closed ? [] : this.blockers(),
    };
  }
}

/** Where the work stands, going by what is done; earlier stages may have been skipped. */
function presentStage(done: readonly Stage[], open: boolean): Stage {
  if (done.includes("hand") || done.includes("prove")) return open ? "close" : "hand";
  if (done.includes("fit")) return open ? "close" : "prove";
  if (done.includes("meter") || done.includes("open")) return "meter";
  if (done.includes("safe")) return "meter";
  if (done.includes("watch")) return done.includes("air") ? "safe" : "air";
  return done.includes("intake") ? "watch" : "intake";
}
