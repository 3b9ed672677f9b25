import { lastOf } from "../../model/array/at";
import { type Lane, type Span, type Strip, spansOf } from "../../model/prediction/run-strip";
import type { Happening, WatchedEvent } from "./watched";

const BEGINS: Readonly<Record<Lane, Happening>> = { drum: "turns", glow: "glow", flame: "flame", warm: "warm" };
const ENDS: { readonly [L in Lane]?: Happening } = { drum: "stops", glow: "dark", flame: "flame-out" };

/** Gives what was told of a lane as spans; what goes on lasts until now. */
export function toldSpans(lane: Lane, events: readonly WatchedEvent[], now: number): Span[] {
  const told = events.filter(({ what }) => what === BEGINS[lane] || what === ENDS[lane]);
  return spansOf(
    told.map(({ at, what }) => ({ at, on: what === BEGINS[lane] })),
    now,
  );
}

/** Says how late against a good machine something may be told, s: warm air takes a hand, a drum does not. */
const GRACE_S: Readonly<Record<Lane, number>> = { drum: 8, glow: 25, flame: 30, warm: 45 };

export type SoFar =
  | { readonly is: "healthy"; readonly next?: { readonly lane: Lane; readonly from: number; readonly by: number } }
  | { readonly is: "late"; readonly lane: Lane; readonly by: number }
  | { readonly is: "ended"; readonly lane: Lane; readonly at: number }
  | { readonly is: "wrong"; readonly what: Happening; readonly at: number };

/** Holds what no healthy machine does. */
const WRONG: readonly Happening[] = ["hums", "trips"];

/** Tells how what was told so far stands against a healthy run: as it should, with what is due next; something that did not come; something that ended; or what no healthy machine does. */
export function soFar(healthy: Strip, events: readonly WatchedEvent[], now: number, lanes: readonly Lane[]): SoFar {
  const wrong = events.find((e) => WRONG.includes(e.what));
  if (wrong) return { is: "wrong", ...wrong };
  let next: { lane: Lane; from: number; by: number } | undefined;
  for (const lane of lanes) {
    const due = healthy.lanes[lane][0];
    if (!due) continue;
    const told = toldSpans(lane, events, now);
    const by = due.from + GRACE_S[lane];
    if (told.length === 0) {
      if (now > by) return { is: "late", lane, by };
      if (!next || by < next.by) next = { lane, from: due.from, by };
    } else if (lane !== "glow" && lastOf(told).to < now - 1) {
      const end = lastOf(told).to;
      if (healthy.lanes[lane].some((s) => s.from <= end && end + GRACE_S[lane] < s.to)) return { is: "ended", lane, at: end };
    }
  }
  return next ? { is: "healthy", next } : { is: "healthy" };
}
