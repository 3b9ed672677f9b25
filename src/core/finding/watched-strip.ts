import { item } from "../array/at";
import type { Lane, Span, Strip } from "../prediction/run-strip";
import type { WatchedEvent } from "./watched";

const BEGINS: Readonly<Record<Lane, WatchedEvent["what"]>> = { drum: "turns", glow: "glow", flame: "flame", warm: "warm" };
const ENDS: { readonly [L in Lane]?: WatchedEvent["what"] } = { drum: "stops", glow: "dark", flame: "flame-out" };

/** What was told of a lane as spans; what goes on lasts until now. */
export function toldSpans(lane: Lane, events: readonly WatchedEvent[], now: number): Span[] {
  const spans: { from: number; to: number }[] = [];
  let open: { from: number; to: number } | undefined;
  for (const { at, what } of events) {
    if (what === BEGINS[lane] && !open) {
      open = { from: at, to: now };
      spans.push(open);
    } else if (what === ENDS[lane] && open) {
      open.to = at;
      open = undefined;
    }
  }
  return spans;
}

/** How late against a healthy machine something may be told, s: warm air takes a hand, a drum does not. */
const GRACE_S: Readonly<Record<Lane, number>> = { drum: 8, glow: 25, flame: 30, warm: 45 };

export type SoFar =
  | { readonly is: "healthy"; readonly next?: { readonly lane: Lane; readonly from: number; readonly by: number } }
  | { readonly is: "late"; readonly lane: Lane; readonly by: number }
  | { readonly is: "ended"; readonly lane: Lane; readonly at: number };

/** How what was told so far stands against a healthy run: as it should, with what is due next; something that did not come; or something that ended. */
export function soFar(healthy: Strip, events: readonly WatchedEvent[], now: number, lanes: readonly Lane[]): SoFar {
  let next: { lane: Lane; from: number; by: number } | undefined;
  for (const lane of lanes) {
    const due = healthy.lanes[lane][0];
    if (!due) continue;
    const told = toldSpans(lane, events, now);
    const by = due.from + GRACE_S[lane];
    if (told.length === 0) {
      if (now > by) return { is: "late", lane, by };
      if (!next || by < next.by) next = { lane, from: due.from, by };
    } else if (lane !== "glow" && item(told, told.length - 1).to < now - 1) {
      const end = item(told, told.length - 1).to;
      if (healthy.lanes[lane].some((s) => s.from <= end && end + GRACE_S[lane] < s.to)) return { is: "ended", lane, at: end };
    }
  }
  return next ? { is: "healthy", next } : { is: "healthy" };
}
