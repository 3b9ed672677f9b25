import { type Checked, checkEntry, firstIssue } from "../../core/record/job/entry";
import { STOCK } from "../../core/record/stock/kinds";
import { limitProblem } from "../gate/limits";
import type { Journal, RefusedEntry } from "./journal";

/** Holds what became of each entry of a request. */
export interface Taken {
  readonly acknowledged: readonly { readonly id: string; readonly seq: number }[];
  readonly refused: readonly (RefusedEntry & { readonly id?: string; readonly index: number })[];
}

type Read = ({ readonly ok: true } & Checked) | { readonly ok: false; readonly refused: RefusedEntry };

/** Appends what is right among entries as they came in; what is not, is refused by itself. */
export async function takeEntries(journal: Journal, data: readonly unknown[]): Promise<Taken> {
  const read = data.map(readEntry);
  const right = read.flatMap((r) => (r.ok ? [r] : []));
  const outcomes = right.length > 0 ? await journal.append(right) : [];
  const acknowledged: { id: string; seq: number }[] = [];
  const refused: Taken["refused"][number][] = [];
  let next = 0;
  for (const [index, r] of read.entries()) {
    if (!r.ok) {
      refused.push({ ...r.refused, ...idOf(data[index]), index });
      continue;
    }
    const outcome = outcomes[next++];
    if (!outcome) throw new Error("the journal answered to fewer entries than it was given");
    if ("refused" in outcome) refused.push({ ...outcome.refused, id: outcome.id, index });
    else acknowledged.push(outcome);
  }
  return { acknowledged, refused };
}

function readEntry(data: unknown): Read {
  const over = limitProblem(data);
  if (over) return { ok: false, refused: { status: 400, ...over } };
  const result = checkEntry(data);
  if (result.ok && isSuppliers(result.envelope)) return { ok: false, refused: SUPPLIERS };
  return result.ok ? result : { ok: false, refused: { status: 400, ...firstIssue(result.error) } };
}

/** News of an order are the supplier's own to tell: nobody sends them in. */
const isSuppliers = ({ stream, kind }: Checked["envelope"]): boolean => stream.of === STOCK.of && kind === "order-news";
const SUPPLIERS: RefusedEntry = {
  status: 400,
  field: "kind",
  message: "“order-news” comes from the supplier alone; enter what you found as your own",
};

function idOf(data: unknown): { id?: string } {
  const id = (data as { id?: unknown } | null)?.id;
  return typeof id === "string" ? { id: id.slice(0, 60) } : {};
}
