import { item, real, valueUnder, whole } from "../../model/array/at";
import { highest, summed } from "../../model/array/logs";
import { type Fault, faultsId, INTERMITTENT_IS_OPEN, whileGood, whileOpen } from "../../model/machine/fault";
import type { Predictor } from "../../model/prediction/predictor";
import type { Witness } from "../../record/finding/definition";
import { type Finding, likelihoodsOf } from "../../record/finding/finding";
import type { Evidence } from "../../record/job/state";
import { type Hypothesis, hypothesesOf, remaining } from "./hypotheses";
import { hangsOnLeads, LEADS, leadShares, mixed } from "./leads";
import { repeated } from "./repeats";
import { inTheirRoom } from "./room";
import { slipped, slipsIn, withSlips } from "./slips";

/** Columns kept: more than the longest job has entries. */
const MOST_COLUMNS = 1200;
/** No finding rules anything out altogether. */
export const LEAST_LIKELIHOOD = 1e-12;

/** Faults of each hypothesis, while what is intermittent is good. */
export const steadyFaults = (hypotheses: readonly Hypothesis[]): (readonly Fault[])[] => hypotheses.map((h) => whileGood(h.faults));

/** log P of each entry, hypothesis by hypothesis; and P of each if it was a slip. */
interface RecordColumns {
  readonly columns: readonly Float64Array[];
  readonly any: readonly number[];
  /** The columns by the share of slips that they were asked for with. */
  readonly bySlips: Map<number, readonly Float64Array[]>;
}

/** All hypotheses of one machine with what was worked out of them, made once and used for every ranking. */
export class SuspectSet {
  readonly hypotheses: readonly Hypothesis[];
  /** Faults of each hypothesis, while what is intermittent is good. */
  readonly faults: readonly (readonly Fault[])[];
  readonly logPrior: Float64Array;
  /** Suspect number of each hypothesis. */
  readonly suspectOf: Int32Array;
  readonly suspects: number;
  /** Hypotheses of what is intermittent: their number, and that of the one that is so all the time. */
  readonly intermittent: readonly { readonly at: number; readonly open: number }[];
  private readonly index: ReadonlyMap<string, number>;
  private readonly lefts = new Map<string, Int32Array>();
  private readonly kept = new Map<string, Float64Array>();
  /** Of records that were asked for before: several questions are asked of each. */
  private readonly known = new WeakMap<readonly Evidence[], RecordColumns>();

  /** Without `pairs` it is ready sooner: a quarter of the hypotheses, nearly all of the probability. Or of these hypotheses, with their faults. */
  constructor(
    readonly predictor: Predictor,
    options: { readonly pairs?: boolean } | { readonly hypotheses: readonly Hypothesis[]; readonly faults: SuspectSet["faults"] } = {},
  ) {
    const made = "hypotheses" in options;
    this.hypotheses = made ? options.hypotheses : hypothesesOf(predictor.machine, options);
    this.faults = made ? options.faults : steadyFaults(this.hypotheses);
    this.logPrior = Float64Array.from(this.hypotheses, (h) => Math.log(h.prior));
    const numbers = new Map<string, number>();
    this.suspectOf = Int32Array.from(this.hypotheses, (h) => {
      const n = numbers.get(h.suspect) ?? numbers.size;
      numbers.set(h.suspect, n);
      return n;
    });
    this.suspects = numbers.size;
    this.index = new Map(this.hypotheses.map((h, i) => [h.id, i]));
    this.intermittent = this.hypotheses.flatMap((h, at) =>
      whileGood(h.faults) === h.faults ? [] : [{ at, open: this.numberOf(faultsId(whileOpen(h.faults))) }],
    );
  }

  /** Number of the hypothesis “nothing wrong”. */
  get healthy(): number {
    return valueUnder(this.index, "");
  }

  /** Number of a hypothesis. Throws RangeError for one that is not of this set. */
  numberOf(id: string): number {
    return valueUnder(this.index, id);
  }

  /** For each hypothesis, the number of the one that says what is left of it after these were fitted. */
  left(fitted: readonly string[]): Int32Array {
    const key = [...new Set(fitted)].sort().join();
    let left = this.lefts.get(key);
    if (!left) {
      left = Int32Array.from(this.hypotheses, (h, i) => {
        const faults = remaining(this.predictor.machine, h.faults, fitted);
        return faults === h.faults ? i : this.numberOf(faultsId(faults));
      });
      this.lefts.set(key, left);
    }
    return left;
  }

  /** Faults that are left of a hypothesis after these were fitted. */
  faultsLeft(hypothesis: number, fitted: readonly string[]): readonly Fault[] {
    return item(this.hypotheses, whole(this.left(fitted), hypothesis)).faults;
  }

  /**
   * log P(finding | hypothesis) of each entry, in the order of the hypotheses. One made after a repair is held against what it left. The meter's leads
   * are one unknown of the job; what only repeats an earlier entry weighs less. `slips`: share of the entries that are slips.
   */
  columns(record: readonly Evidence[], slips = 0): readonly Float64Array[] {
    const { columns, any, bySlips } = this.columnsOf(record);
    const known = slips > 0 ? bySlips.get(slips) : columns;
    if (known) return known;
    const mixed = columns.map((column, n) => withSlips(column, slips, item(any, n)));
    bySlips.set(slips, mixed);
    return mixed;
  }

  /** Share of a job's entries that seem to be slips, beyond the usual errors: learned from the record. */
  slipsOf(record: readonly Evidence[]): number {
    const { columns, any } = this.columnsOf(record);
    return slipsIn(this.logPrior, columns, any);
  }

  private columnsOf(record: readonly Evidence[]): RecordColumns {
    const known = this.known.get(record);
    if (known) return known;
    const evidence = inTheirRoom(record, this.predictor.machine);
    const again = repeated(evidence);
    const shares = this.leadsOf(evidence);
    const columns = evidence.map((e, n) => {
      const column = shares && hangsOnLeads(e) ? mixed(this.withLeads(e), shares) : this.column(e);
      const chance = item(again, n);
      return chance > 0 ? weakened(column, chance) : column;
    });
    const any = evidence.map((e, n) => slipped(e, this.predictor.machine, highest(item(columns, n))));
    const made: RecordColumns = { columns, any, bySlips: new Map() };
    this.known.set(record, made);
    return made;
  }

  private leadsOf(evidence: readonly Evidence[]): Float64Array | undefined {
    const low = evidence.filter(hangsOnLeads);
    if (low.length === 0) return undefined;
    const others = evidence.filter((e) => !hangsOnLeads(e));
    const known = summed(
      this.logPrior,
      others.map((e) => this.column(e)),
    );
    const byReading = low.map((e) => this.withLeads(e));
    return leadShares(
      known,
      LEADS.map((_, k) => byReading.map((columns) => item(columns, k))),
    );
  }

  private withLeads(e: Evidence): Float64Array[] {
    return LEADS.map((ohms) => this.column(e, ohms));
  }

  private column({ finding, source, fitted }: Evidence, leadOhms?: number): Float64Array {
    const fresh = this.freshColumn(finding, source, leadOhms);
    if (fitted.length === 0) return fresh;
    const left = this.left(fitted);
    const column = new Float64Array(fresh.length);
    for (let i = 0; i < column.length; i++) column[i] = real(fresh, whole(left, i));
    return column;
  }

  private freshColumn(finding: Finding, source: Witness, leadOhms?: number): Float64Array {
    const key = `${source}${leadOhms ?? ""}${JSON.stringify(finding)}`;
    let column = this.kept.get(key);
    if (!column) {
      column = likelihoodsOf(this.predictor, this.faults, finding, source, leadOhms);
      for (const { at, open } of this.intermittent)
        column[at] = INTERMITTENT_IS_OPEN * real(column, open) + (1 - INTERMITTENT_IS_OPEN) * real(column, at);
      for (let i = 0; i < column.length; i++) column[i] = Math.log(Math.max(real(column, i), LEAST_LIKELIHOOD));
      if (this.kept.size > MOST_COLUMNS) this.kept.clear();
      this.kept.set(key, column);
    }
    return column;
  }
}

/** With this chance the entry says no more than that it came out as before. */
function weakened(column: Float64Array, chance: number): Float64Array {
  const top = highest(column);
  const weak = new Float64Array(column.length);
  for (let i = 0; i < weak.length; i++) weak[i] = top + Math.log(chance + (1 - chance) * Math.exp(real(column, i) - top));
  return weak;
}
