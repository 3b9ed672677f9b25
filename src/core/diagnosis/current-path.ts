import type { Evidence } from "../job/fold";
import { partOf } from "../machine/schema";
import { healthyReading } from "./likelihood";
import type { Bench, Ranking } from "./rank";

/** How the current of a reading got there, where that is not plain. */
export interface Way {
  readonly entry: string;
  /** Parts on the way, from the first probe to the second. */
  readonly parts: readonly string[];
  readonly says: string;
}

/** Of a meter's current: above this a part carries all of it, below the other it hardly matters. */
const ALL = 0.97;
const SOME = 0.03;

/**
 * The way of every reading that surprises: one that a healthy machine would not give, or one that a second path shares
 * in. Taken on the machine as the leading suspect has it.
 */
export function waysOf(bench: Bench, ranking: Ranking, evidence: readonly Evidence[]): Way[] {
  const { predictor, hypotheses } = bench;
  const { machine } = predictor;
  const leader = hypotheses.findIndex((h) => h.id === ranking.suspects[0]?.hypothesis.id);
  return evidence.flatMap(({ entry, finding, fitted }): Way[] => {
    if (finding.kind !== "reading" || finding.reading.unit !== "ohm" || finding.reading.value === null) return [];
    const { reading } = finding;
    const faults = hypotheses[bench.left(fitted)[leader] as number]?.faults ?? [];
    const path = predictor.path(faults, reading);
    const shared = path.filter((p) => p.share > SOME && p.share < ALL);
    const own = reading.between.map((p) => p.split(".")[0]);
    const elsewhere = path.filter((p) => !own.includes(p.part));
    const odd = !healthyReading(predictor, reading, finding) && elsewhere.length > 0;
    if (path.length === 0 || (shared.length === 0 && !odd)) return [];
    const name = (p: { part: string }) => partOf(machine, p.part).name.toLowerCase();
    const main = path.filter((p) => p.share >= ALL).map(name);
    const says =
      shared.length > 0
        ? `The current divides: ${shared.map((p) => `${name(p)} ${Math.round(p.share * 100)} %`).join(", ")}${main.length > 0 ? `; all of it passes ${main.join(", ")}` : ""}.`
        : `The current came by way of ${main.join(", ")}.`;
    return [{ entry, parts: path.map((p) => p.part), says }];
  });
}
