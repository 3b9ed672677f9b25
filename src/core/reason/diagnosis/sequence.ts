import { item, real } from "../../model/array/at";
import { logSum, softmax } from "../../model/array/logs";
import type { Machine } from "../../model/machine/format";
import { kindOf } from "../../model/machine/parts/index";
import { type Lane, lanesOf, type Strip, stripOf } from "../../model/prediction/run-strip";
import type { Happening, WatchedEvent, WatchedRun } from "../../record/finding/watched";
import type { Hypothesis } from "./hypotheses";

/** So long, s, a sequence is followed: a coil that fails hot shows in its second or third cycle. */
export const FOLLOWED_S = 900;

/** Suspects whose ignition goes alike: no clock tells them from each other. */
export interface Course {
  readonly members: readonly Hypothesis[];
  readonly prior: number;
  /** With the igniter as rated. */
  readonly strip: Strip;
  /** With igniters as good ones come, each as likely. */
  readonly strips: readonly Strip[];
}

/** Says how a course stands against what was seen. */
export interface RankedCourse {
  readonly course: Course;
  readonly share: number;
}

const LANES: readonly Lane[] = ["drum", "glow", "flame"];
/** Resistance of good igniters against their rating: the second is as rated. Nothing in an ignition spreads more. */
const IGNITERS = [0.87, 1, 1.15] as const;

/** Tells how the ignition goes under each suspect of one fault, and when nothing is wrong: those that can't be told from each other are one. Throws as {@link stripOf} does. */
export function coursesOf(machine: Machine, hypotheses: readonly Hypothesis[]): Course[] {
  const courses: { members: Hypothesis[]; prior: number; strip: Strip }[] = [];
  const lanes = lanesSeen(machine);
  for (const h of hypotheses) {
    if (h.kind !== "single" && h.kind !== "nothing") continue;
    const strip = stripOf(machine, h.faults, FOLLOWED_S);
    const like = courses.find((c) => goAlike(c.strip, strip, lanes));
    if (like) {
      like.members.push(h);
      like.prior += h.prior;
    } else courses.push({ members: [h], prior: h.prior, strip });
  }
  const igniters = IGNITERS.map((factor) => withIgniter(machine, factor));
  return courses.map((c) => ({
    ...c,
    strips: igniters.map((m) => (m === machine ? c.strip : stripOf(m, item(c.members, 0).faults, FOLLOWED_S))),
  }));
}

/** However long one looks, neither is told from the other. */
const goAlike = (a: Strip, b: Strip, lanes: readonly Lane[]): boolean =>
  tells(a, [a], [b], lanes, FOLLOWED_S) < TELLING && tells(b, [b], [a], lanes, FOLLOWED_S) < TELLING;

/** ln of by how much a run that goes just like a strip, watched for so long, speaks for the one against the other. */
function tells(goes: Strip, one: readonly Strip[], other: readonly Strip[], lanes: readonly Lane[], seconds: number): number {
  const run = { seconds, events: eventsOf(goes, lanes, seconds) };
  return logOf(one, lanes, run) - logOf(other, lanes, run);
}

/** ln of ten to one. */
const TELLING = Math.log(10);

const lanesSeen = (machine: Machine): Lane[] => lanesOf(machine).filter((l) => LANES.includes(l));

const withIgniter = (machine: Machine, factor: number): Machine =>
  factor === 1
    ? machine
    : {
        ...machine,
        parts: machine.parts.map((p) => (p.kind === "igniter" ? kindOf(p).varied(p, { factor, evenly: () => factor }) : p)),
      };

/** Moments at which a lane goes on and off, s, by turns; none at the end of what was looked at. */
const changesOf = (strip: Strip, lane: Lane, until: number): number[] =>
  strip.lanes[lane].flatMap(({ from, to }) => [from, to]).filter((t) => t < until - 1e-6);

/** Gives what would be told of a strip by who misses nothing. */
export const eventsOf = (strip: Strip, lanes: readonly Lane[], seconds: number): WatchedEvent[] =>
  Object.entries(SAID)
    .flatMap(([what, { lane, on }]) =>
      lanes.includes(lane)
        ? strip.lanes[lane].flatMap(({ from, to }) => {
            const at = on ? from : to;
            return at < seconds ? [{ at, what: what as Happening }] : [];
          })
        : [],
    )
    .sort((a, b) => a.at - b.at);

const SAID: Readonly<Record<string, { readonly lane: Lane; readonly on: boolean }>> = {
  turns: { lane: "drum", on: true },
  stops: { lane: "drum", on: false },
  glow: { lane: "glow", on: true },
  dark: { lane: "glow", on: false },
  flame: { lane: "flame", on: true },
  "flame-out": { lane: "flame", on: false },
};

/** Gives what was told of a lane, by turns on and off. */
function told(events: readonly WatchedEvent[], lane: Lane): number[] {
  const moments: number[] = [];
  for (const { at, what } of events) {
    const said = SAID[what];
    if (said?.lane === lane && said.on === (moments.length % 2 === 0)) moments.push(at);
  }
  return moments;
}

/** 1 σ of a person's finger, s, and of machines of one kind among each other, as a share of the time (est.). */
const HAND_S = 2;
const MACHINES_WITHIN = 0.06;
/** ln of how often a change is missed, and how often one is told that was none (est.). */
const MISSED = Math.log(0.03);
const IMAGINED = Math.log(0.01);
/** Whatever a change of which nothing is foreseen may be is spread over so many s. */
const SPREAD_S = 120;

/**
 * Gives how likely each course is after a run that was watched, the likeliest first: changes told against changes foreseen, in order, each missed or imagined now and
 * then (least-cost alignment, Needleman & Wunsch 1970), by Bayes' rule.
 */
export function rankCourses(machine: Machine, courses: readonly Course[], run: WatchedRun): RankedCourse[] {
  const lanes = lanesSeen(machine);
  const logs = Float64Array.from(courses, ({ prior, strips }) => Math.log(prior) + logOf(strips, lanes, run));
  const shares = softmax(logs);
  return courses.map((course, i) => ({ course, share: real(shares, i) })).sort((a, b) => b.share - a.share);
}

/** ln of how likely a run is under any of these strips alike. */
const logOf = (strips: readonly Strip[], lanes: readonly Lane[], run: WatchedRun): number =>
  logSum(Float64Array.from(strips, (strip) => lanes.reduce((sum, lane) => sum + laneLog(strip, lane, run), 0))) - Math.log(strips.length);

function laneLog(strip: Strip, lane: Lane, { seconds, events }: WatchedRun): number {
  const seen = told(events, lane);
  const due = changesOf(strip, lane, seconds + spread(seconds));
  // best[j]: of the changes due so far, against the first j that were told.
  let best = [0, ...seen.map((_, j) => (j + 1) * (IMAGINED - Math.log(SPREAD_S)))];
  for (const t of due) {
    // Whatever is due about the end may still have been to come.
    const missed = t > seconds ? 0 : t > seconds - spread(t) ? Math.log(0.5) : MISSED;
    const next = [item(best, 0) + missed];
    for (const [j, at] of seen.entries()) {
      const sigma = spread(t);
      const matched = item(best, j) - ((at - t) / sigma) ** 2 / 2 - Math.log(sigma * Math.sqrt(2 * Math.PI));
      next.push(Math.max(matched, item(best, j + 1) + missed, item(next, j) + IMAGINED - Math.log(SPREAD_S)));
    }
    best = next;
  }
  return item(best, seen.length);
}

const spread = (at: number): number => Math.hypot(HAND_S, MACHINES_WITHIN * at);

/** When something is to be seen that speaks ten to one: s, and in which lane. */
interface Telling {
  readonly at: number;
  readonly lane: Lane;
}

/** From when on a run that goes as one course speaks ten to one against another; `undefined`: not within {@link FOLLOWED_S}, or no more after a moment. */
export function tellingMoment(machine: Machine, one: Course, other: Course, after = 0): Telling | undefined {
  const lanes = lanesSeen(machine);
  const moments = lanes
    .flatMap((lane) =>
      [one, other].flatMap((c) => changesOf(c.strip, lane, FOLLOWED_S).map((t) => ({ at: Math.ceil(t + 2 * spread(t)), lane }))),
    )
    .filter(({ at }) => at > after && at <= FOLLOWED_S)
    .sort((a, b) => a.at - b.at);
  return moments.find(({ at }) => tells(one.strip, one.strips, other.strips, lanes, at) >= TELLING);
}
