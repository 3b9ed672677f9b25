import type { SightId } from "../../model/sights/sights";
import type { Finding, FindingKind, FindingOf } from "../finding/finding";
import type { Evidence } from "./state";

/** A finding of one kind with its place among the evidence. */
interface Placed<F extends Finding = Finding> {
  readonly at: number;
  readonly finding: F;
  readonly evidence: Evidence;
}

/** Evidence sorted by what is asked of it. */
interface Sorted {
  /** Says how much of the evidence is in. */
  count: number;
  readonly ofKind: Map<FindingKind, number>;
  readonly sights: Map<SightId, Placed<FindingOf<"sight">>[]>;
  readonly looks: Map<string, Placed<FindingOf<"look">>[]>;
  /** Resistances by the points that the probes were on. */
  readonly ohms: Map<string, Placed<FindingOf<"ohms">>[]>;
}

type Recorded = { readonly evidence: readonly Evidence[] };

const sorted = new WeakMap<readonly Evidence[], Sorted>();
/** The last evidence before this that was sorted; none in between is held on to. */
const before = new WeakMap<readonly Evidence[], readonly Evidence[]>();

/** Evidence with more behind it. */
export function grown(evidence: readonly Evidence[], more: readonly Evidence[]): readonly Evidence[] {
  const next = [...evidence, ...more];
  const earlier = sorted.has(evidence) ? evidence : before.get(evidence);
  if (earlier) before.set(next, earlier);
  return next;
}

/**
 * A dozen checks ask for findings after every entry. What was sorted for the evidence before is handed on and only what is
 * new is sorted in, so that an entry costs the same however long the job is; who asks for the earlier evidence again has it
 * sorted anew. Lists are to be used at once, not kept.
 */
function sort({ evidence }: Recorded): Sorted {
  const known = sorted.get(evidence);
  if (known) return known;
  const earlier = before.get(evidence);
  const handed = earlier && sorted.get(earlier);
  if (earlier) sorted.delete(earlier);
  before.delete(evidence);
  const index: Sorted = handed ?? { count: 0, ofKind: new Map(), sights: new Map(), looks: new Map(), ohms: new Map() };
  for (const e of evidence.slice(index.count)) put(index, e, index.count++);
  sorted.set(evidence, index);
  return index;
}

function put({ ofKind, sights, looks, ohms }: Sorted, evidence: Evidence, at: number): void {
  const { finding } = evidence;
  ofKind.set(finding.kind, (ofKind.get(finding.kind) ?? 0) + 1);
  if (finding.kind === "sight") append(sights, finding.place.sight, { at, finding, evidence });
  else if (finding.kind === "look") append(looks, finding.place.part, { at, finding, evidence });
  else if (finding.kind === "ohms") for (const point of finding.place.between) append(ohms, point, { at, finding, evidence });
}

function append<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}

/** Gives how many findings of a kind there are. */
export const countOf = (state: Recorded, kind: FindingKind): number => sort(state).ofKind.get(kind) ?? 0;

/** Gives what was answered to a sight, in order. */
export const sightings = (state: Recorded, sight: SightId): readonly Placed<FindingOf<"sight">>[] => sort(state).sights.get(sight) ?? [];

/** Looks at a part, in order. */
export const looksAt = (state: Recorded, part: string): readonly Placed<FindingOf<"look">>[] => sort(state).looks.get(part) ?? [];

/** Resistances that were read with one probe at this point, in order. */
export const ohmsAt = (state: Recorded, point: string): readonly Placed<FindingOf<"ohms">>[] => sort(state).ohms.get(point) ?? [];
