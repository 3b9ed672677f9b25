import { capital, lower } from "../../../model/naming/text";
import { moneySays } from "../../../model/quantity/money";
import { type Item, supersederOf } from "../../../record/stock/item";
import type { StockEntry } from "../../../record/stock/kinds";
import type { Order } from "../../../record/stock/order";
import { ACCOUNT_NAMES, inPlace } from "../../../record/stock/places";
import { type NamedOrder, type Stock, type StockProblem, whereIs } from "../../../record/stock/stock";
import { daySays } from "../days";

/** Name of an item by its code; the code where the catalogue has it no more. */
export const itemName = (items: readonly Item[], code: string): string => items.find((i) => i.code === code)?.name ?? code;

export const countSays = (count: number, name: string): string => (count === 1 ? name : `${count} × ${name}`);

const due = (o: Order): string => (o.due ? `, due ${daySays(o.due)}` : "");

/** Tells how an order stands, in few words. */
function orderStateSays(order: Order): string {
  const again = order.sentBack.at(-1);
  const back = again ? `, ${again.is === "dead" ? "defective one" : "wrong one"} returned ${daySays(again.at)}` : "";
  const instead = order.comes === order.item ? "" : `, ${order.comes} comes instead of ${order.item}`;
  switch (order.state) {
    case "asked":
      return `ordered, no answer from the supplier yet${back}`;
    case "confirmed":
      return `confirmed${due(order)}${instead}${back}`;
    case "back-ordered":
      return `back-ordered${due(order)}${back}`;
    case "shipped":
      return `on its way${due(order)}${back}`;
    case "arrived":
      return order.cameAnyway ? "arrived although canceled: inspect it" : "arrived: inspect it";
    case "here":
      return `here since ${daySays(order.hereSince ?? order.at)}, ${inPlace(order.to)}${back}`;
    case "cancelled":
      return "canceled";
  }
}

export const orderSays = (items: readonly Item[], order: Order): string =>
  `${countSays(order.count, itemName(items, order.comes))}: ${orderStateSays(order)}`;

/** Gives what a job waits for, in a few words for the list; `undefined` when nothing is under way. */
export function waitingSays(orders: readonly NamedOrder[]): { readonly says: string; readonly here: boolean } | undefined {
  const open = orders.filter((o) => o.state !== "cancelled");
  const arrived = open.find((o) => o.state === "arrived");
  if (arrived) return { says: `${lower(arrived.name)} arrived: inspect it`, here: true };
  const coming = open.filter((o) => o.state !== "here");
  const [next] = coming.toSorted((a, b) => ((a.due ?? "9") < (b.due ?? "9") ? -1 : 1));
  if (next)
    return {
      says: `waiting on ${lower(next.name)}${coming.length > 1 ? ` and ${coming.length - 1} more` : ""}: ${orderStateSays(next)}`,
      here: false,
    };
  return open.length > 0
    ? { says: open.length === 1 ? `${lower(open[0]?.name ?? "the part")} is here` : "all parts are here", here: true }
    : undefined;
}

/** Where pieces lie: “2 in van 1, 1 on the shelf”; “none here”. */
export function liesSays(stock: Pick<Stock, "pieces">, code: string): string {
  const at = whereIs(stock, code);
  return at.length === 0 ? "none here" : at.map((p) => `${p.count} ${inPlace(p.place)}`).join(", ");
}

/** Gives what else is to be known of an item. */
export function itemFacts(items: readonly Item[], item: Item, currency: string): string[] {
  const by = supersederOf(items, item.code);
  return [
    `${moneySays(item.cents, currency)}${item.estimate ? " (est.)" : ""}`,
    item.warrantyMonths > 0 ? `${item.warrantyMonths} months of warranty` : "no warranty",
    ...(item.holds.length > 0 ? [`holds ${item.holds.map((h) => countSays(h.count, h.name)).join(", ")}`] : []),
    ...(item.supersedes.length > 0 ? [`replaces ${item.supersedes.join(", ")}`] : []),
    ...(by ? [`no longer made: ${by.code} replaces it`] : []),
    item.carryOver ? "the old one may be reused" : "never reused",
  ];
}

export function stockProblemSays(items: readonly Item[], problem: StockProblem): string {
  switch (problem.code) {
    case "short":
      return `${problem.by} more of ${itemName(items, problem.item)} ${problem.by === 1 ? "was" : "were"} taken from ${ACCOUNT_NAMES[problem.place]} than ${problem.by === 1 ? "was" : "were"} known to lie there: count them`;
    case "over-returned":
      return `${problem.by} more of ${itemName(items, problem.item)} came back from a job than went there`;
    case "no-such-piece":
      return `${problem.over} more of “${problem.piece}” left over than the kits ${problem.item} of that job hold`;
    case "unknown-order":
      return "there is news of an order that is not here: it may still be on its way from another device";
  }
}

/** One entry of the stock, for its record. */
export function stockEntrySays(items: readonly Item[], entry: StockEntry): string {
  const named = (code: string, count: number) => countSays(count, itemName(items, code));
  switch (entry.kind) {
    case "item":
      return `In the catalogue: ${entry.body.code}, ${entry.body.name}, ${moneySays(entry.body.cents)}`;
    case "moved": {
      const { item, count, from, to, piece, why } = entry.body;
      const what = piece === undefined ? named(item, count) : `${countSays(count, piece)} of ${item}`;
      return `${capital(what)}: from ${ACCOUNT_NAMES[from]} to ${ACCOUNT_NAMES[to]}${why ? ` (${why})` : ""}`;
    }
    case "counted":
      return `Counted ${inPlace(entry.body.place)}: ${entry.body.count} of ${itemName(items, entry.body.item)}`;
    case "minimum":
      return `At least ${entry.body.least} of ${itemName(items, entry.body.item)} ${inPlace(entry.body.place)}`;
    case "ordered":
      return `Ordered: ${named(entry.body.item, entry.body.count)} for ${ACCOUNT_NAMES[entry.body.to]}`;
    case "order-news":
      return newsSays(items, entry.body);
    case "received":
      return `Looked at what came: ${named(entry.body.item, entry.body.count)}, ${entry.body.is === "right" ? "right, put in stock" : `${entry.body.is}, sent back`}${entry.body.why ? ` (${entry.body.why})` : ""}`;
    case "order-cancelled":
      return `Order canceled${entry.body.why ? ` (${entry.body.why})` : ""}`;
    case "supplier-day":
      return `The simulated supplier’s calendar went on by ${entry.body.days === 1 ? "a day" : `${entry.body.days} days`}`;
    case "terms":
      return `Terms: ${moneySays(entry.body.hour, entry.body.currency)} an hour, ${moneySays(entry.body.callOut, entry.body.currency)} trip charge, tax ${entry.body.tax / 100}%`;
  }
}

function newsSays(items: readonly Item[], { step, due: when, item }: Extract<StockEntry, { kind: "order-news" }>["body"]): string {
  const at = when ? `, due ${daySays(when)}` : "";
  switch (step) {
    case "confirmed":
      return `Supplier: confirmed${at}`;
    case "replaced":
      return `Supplier: ${item ? itemName(items, item) : "another code"} comes instead${at}`;
    case "back-ordered":
      return `Supplier: back-ordered${at}`;
    case "shipped":
      return `Supplier: sent${at}`;
    case "arrived":
      return `Arrived: ${item ? itemName(items, item) : "a delivery"}`;
  }
}
