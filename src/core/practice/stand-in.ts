import { bandOf, COMMON_METER } from "../model/instrument/meter";
import { PER_SECOND, type Streamed } from "../model/instrument/stream";
import { assemblyIdOf } from "../model/machine/assembly";
import type { Machine } from "../model/machine/format";
import type { Unit } from "../model/quantity/quantity";
import { hypothesesOf } from "../reason/diagnosis/hypotheses";
import type { Finding, Question } from "../record/finding/finding";
import { type Nature, NEAR } from "./nature";
import { normalFrom, streamFrom } from "./random";
import { World } from "./world";

/** Holds what is on the tips of the simulated meter: a question, or each other. */
export type OnTips = Question | "leads";

/** A careful hand, a meter and parts within what their sheets allow. */
const CAREFUL: Nature = { ...NEAR, misplaced: 0, wiresOn: 0, toleranceFactor: 0.8, meterGain: 0.008 };
/** s until contact is made, and until the number has settled. */
const TOUCHES_AT = 0.4;
const SETTLES_IN = 0.9;
/** Steps of the last digit by which a number that stands flickers, as 1 σ. */
const FLICKER = 0.5;

/** The healthy machine, as a fault that is asked for. */
export const HEALTHY = "healthy";

/** A simulated machine with a simulated meter on it, the same for the same seed. */
export class StandIn {
  private readonly world: World;
  private readonly renewed: readonly string[];

  /** `fault`: {@link HEALTHY}, a suspect, or left out for one drawn by the seed. Throws RangeError for a fault that the machine does not have. */
  constructor(
    private readonly machine: Machine,
    private readonly seed: number,
    fault?: string,
  ) {
    const drawn = fault === HEALTHY ? undefined : fault;
    this.world = new World(machine, hypothesesOf(machine, { pairs: false }), seed, { nature: CAREFUL, fault: drawn });
    this.renewed = fault === HEALTHY ? [...new Set(machine.parts.map(assemblyIdOf))] : [];
  }

  /** Gives what the meter comes to: in the unit, Infinity for OL; `undefined` for what it does not measure. */
  private comesTo(on: OnTips, fitted: readonly string[]): { readonly value: number; readonly unit: Unit } | undefined {
    if (on === "leads") return { value: this.world.shortedLeads, unit: "ohm" };
    if (on.kind === "capacitance") {
      const part = this.machine.parts.find((p) => p.id === on.place.part);
      const left = this.world.left([...this.renewed, ...fitted]).find((f) => f.part === on.place.part);
      const share = left?.mode === "low" ? (left.severity ?? 1) : left ? 0 : 1;
      return part?.kind === "capacitor" ? { value: part.microfarads * 1e-6 * share, unit: "farad" } : undefined;
    }
    const { result }: Finding = this.world.answer(on, [...this.renewed, ...fitted]);
    if (result.is === "OL") return { value: Infinity, unit: "ohm" };
    return result.is === "value" ? { value: result.value, unit: result.unit } : undefined;
  }

  /** The readings of a meter that is put there: the nth from 1 on, always the same. `undefined` where it measures nothing. */
  stream(on: OnTips, fitted: readonly string[] = []): ((seq: number) => Streamed) | undefined {
    const target = this.comesTo(on, fitted);
    if (!target) return undefined;
    const { value, unit } = target;
    const digit = bandOf(COMMON_METER, unit, value === Infinity ? 0 : value)?.range.digitSize ?? 1;
    return (seq) => {
      const at = seq / PER_SECOND;
      const random = streamFrom(this.seed, `${JSON.stringify(on)} ${seq}`);
      return { seq, at, unit, digit, value: shownAt(at, value, digit, unit, random) };
    };
  }
}

function shownAt(at: number, value: number, digit: number, unit: Unit, random: () => number): number | null {
  if (at < TOUCHES_AT) return unit === "ohm" ? null : 0;
  if (value === Infinity) return null;
  const settling = at < TOUCHES_AT + SETTLES_IN ? 1 + 0.6 * random() * (1 - (at - TOUCHES_AT) / SETTLES_IN) : 1;
  const steps = Math.round((value * settling) / digit + FLICKER * normalFrom(random));
  return Math.max(0, Number((steps * digit).toPrecision(12)));
}
