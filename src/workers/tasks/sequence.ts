import { item } from "../../core/model/array/at";
import type { Machine } from "../../core/model/machine/format";
import { type Lane, lanesOf, type Strip, stripOf } from "../../core/model/prediction/run-strip";
import { drawIndex, streamFrom } from "../../core/practice/random";
import { type Hypothesis, hypothesesOf } from "../../core/reason/diagnosis/hypotheses";
import { coursesOf, eventsOf, FOLLOWED_S, type RankedCourse, rankCourses, tellingMoment } from "../../core/reason/diagnosis/sequence";
import type { WatchedEvent, WatchedRun } from "../../core/record/finding/watched";

export interface RankedSequence {
  readonly ranked: readonly RankedCourse[];
  readonly healthy: Strip;
  /** When the first two can be told from each other, looking on from now. */
  readonly telling: { readonly at: number; readonly lane: Lane } | undefined;
}

const SHOWN = 5;
/** s by which a finger is early or late. */
const HAND_S = 2;
const SIMULATED_S = 420;

/** An ignition compared with all suspects of the machine. */
export function rankIgnition(machine: Machine, run: WatchedRun): RankedSequence {
  const courses = coursesOf(machine, hypothesesOf(machine, { pairs: false }));
  const ranked = rankCourses(machine, courses, run);
  const [one, two] = ranked;
  return {
    ranked: ranked.slice(0, SHOWN),
    healthy: stripOf(machine, [], Math.max(FOLLOWED_S, run.seconds)),
    telling: one && two ? tellingMoment(machine, one.course, two.course, run.seconds) : undefined,
  };
}

const BURNER = ["igniter", "radiant-sensor", "coil", "gas-valve", "gas-supply"];

/** An ignition of a simulated machine with a fault of its own in the burner. */
export function simulatedIgnition(machine: Machine, seed: number): WatchedRun {
  const random = streamFrom(seed, "simulated ignition");
  const of = (h: Hypothesis) => machine.parts.find((p) => p.id === h.faults[0]?.part)?.kind ?? "";
  const faulty = hypothesesOf(machine, { pairs: false }).filter((h) => h.kind === "single" && BURNER.includes(of(h)));
  const drawn = item(
    faulty,
    drawIndex(
      faulty.map((h) => h.prior),
      random,
    ),
  );
  const off = (e: WatchedEvent): WatchedEvent => ({ ...e, at: Math.max(0, e.at + HAND_S * (2 * random() - 1)) });
  const strip = stripOf(machine, drawn.faults, SIMULATED_S);
  const lanes = lanesOf(machine).filter((l) => l !== "warm");
  return {
    seconds: SIMULATED_S,
    events: eventsOf(strip, lanes, SIMULATED_S)
      .map(off)
      .sort((a, b) => a.at - b.at),
  };
}
