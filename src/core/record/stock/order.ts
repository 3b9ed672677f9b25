import type { NewsStep, StockEntry, Trial } from "./kinds";
import { NEWS_STEPS } from "./kinds";
import type { Place } from "./places";

type Of<K extends StockEntry["kind"]> = Extract<StockEntry, { kind: K }>;

/** Says how an order stands, as a person would say it. */
type OrderState = "asked" | "confirmed" | "back-ordered" | "shipped" | "arrived" | "here" | "cancelled";

/** An order with all that was heard of it. */
export interface Order {
  readonly id: string;
  readonly at: string;
  readonly by: string;
  /** Holds what was asked for. */
  readonly item: string;
  /** Holds what comes: the same, or what took its place. */
  readonly comes: string;
  readonly count: number;
  readonly to: Place;
  readonly job?: string | undefined;
  readonly assembly?: string | undefined;
  readonly trial?: Trial | undefined;
  readonly state: OrderState;
  /** The delivery that is awaited or lies there: 1, and one more for each that was sent back. */
  readonly round: number;
  /** When it is to be here. */
  readonly due?: string | undefined;
  /** Holds what it costs us, each, as the supplier said. */
  readonly cents?: number | undefined;
  /** Holds what came, where it has arrived and nobody has looked at it. */
  readonly came?: { readonly item: string; readonly dead: boolean; readonly at: string } | undefined;
  /** Deliveries that were sent back. */
  readonly sentBack: readonly { readonly round: number; readonly is: "wrong" | "dead"; readonly item: string; readonly at: string }[];
  /** When it was found right and put by. */
  readonly hereSince?: string | undefined;
  /** It came although it had been taken back. */
  readonly cameAnyway: boolean;
}

/** Holds what an order is made of; entries may have come in any order. */
export interface OrderEntries {
  readonly placed: Of<"ordered">;
  readonly news: readonly Of<"order-news">[];
  readonly received: readonly Of<"received">[];
  readonly cancelled?: Of<"order-cancelled"> | undefined;
}

export function orderOf({ placed, news, received, cancelled }: OrderEntries): Order {
  const looked = firstOfEachRound(received);
  const sentBack = looked.flatMap(({ at, body }) => (body.is === "right" ? [] : [{ round: body.round, is: body.is, item: body.item, at }]));
  const right = looked.find((r) => r.body.is === "right");
  const round = right?.body.round ?? Math.max(0, ...sentBack.map((s) => s.round)) + 1;
  const mine = news.filter((n) => n.body.round === round);
  const last = mine.toSorted((a, b) => rank(b.body.step) - rank(a.body.step))[0]?.body;
  const arrived = mine.find((n) => n.body.step === "arrived");
  const everArrived = news.some((n) => n.body.step === "arrived" && n.body.round === round);
  const comes = news.filter((n) => n.body.step === "replaced").at(-1)?.body.item ?? placed.body.item;
  return {
    id: placed.id,
    at: placed.at,
    by: placed.by,
    ...placed.body,
    comes,
    round,
    sentBack,
    state: stateOf(right !== undefined, everArrived, cancelled !== undefined, last?.step),
    due: mine.toSorted((a, b) => rank(b.body.step) - rank(a.body.step)).find((n) => n.body.due !== undefined)?.body.due,
    cents: news.findLast((n) => n.body.cents !== undefined)?.body.cents,
    ...(arrived && !right && { came: { item: arrived.body.item ?? comes, dead: arrived.body.dead === true, at: arrived.at } }),
    ...(right && { hereSince: right.at }),
    cameAnyway: cancelled !== undefined && everArrived && right === undefined,
  };
}

const rank = (step: NewsStep): number => NEWS_STEPS.indexOf(step);

function stateOf(right: boolean, arrived: boolean, cancelled: boolean, last: NewsStep | undefined): OrderState {
  if (right) return "here";
  if (arrived) return "arrived";
  if (cancelled) return "cancelled";
  switch (last) {
    case undefined:
      return "asked";
    case "replaced":
      return "confirmed";
    default:
      return last;
  }
}

/** A delivery is looked at once; who looks a second time changes nothing. */
function firstOfEachRound(received: readonly Of<"received">[]): Of<"received">[] {
  const rounds = new Map<number, Of<"received">>();
  for (const r of received) if (!rounds.has(r.body.round)) rounds.set(r.body.round, r);
  return [...rounds.values()].toSorted((a, b) => a.body.round - b.body.round);
}

/** Something is still to come, or lies there to be looked at. */
export const isOpenOrder = ({ state }: Pick<Order, "state">): boolean => state !== "here" && state !== "cancelled";

/** The receipt of an order that put pieces by; `undefined` while there is none. */
export const rightReceipt = (received: readonly Of<"received">[]): Of<"received"> | undefined =>
  firstOfEachRound(received).find((r) => r.body.is === "right");
