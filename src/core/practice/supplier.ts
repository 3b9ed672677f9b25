import { millisecondsInDay } from "date-fns/constants";
import { type Item, presentItem } from "../record/stock/item";
import type { NewsStep, StockBody } from "../record/stock/kinds";
import { NEWS_STEPS } from "../record/stock/kinds";
import type { Order } from "../record/stock/order";
import type { Stock } from "../record/stock/stock";
import { streamFrom } from "./random";

/** Says how often things go another way, of what comes; estimates of a simulated supplier. */
const OFTEN = { backOrdered: 0.1, wrong: 0.04, dead: 0.015 } as const;
/** Holds what the supplier asks of the price to the customer. */
const OUR_SHARE = 0.62;

export type News = StockBody<"order-news">;

/** Gives what the simulated supplier says of an order in its present round, each with the day of its calendar on which it says it. Same order, same news. */
export function newsOf(order: Order, items: readonly Item[]): { readonly day: number; readonly news: News }[] {
  const { id, round, trial } = order;
  const random = streamFrom(round, id);
  const [how, days, late] = [random(), 1 + Math.floor(random() * 3), 3 + Math.floor(random() * 4)];
  const goes = trial === undefined ? drawn(how) : round === 1 ? trial : "well";
  const comes = presentItem(items, order.item) ?? items.find((i) => i.code === order.item);
  const takes = goes === "back-ordered" ? days + late : goes === "well" && trial !== undefined ? 2 : days;
  const dueAt = (day: number) => new Date(Date.parse(order.at) + (startDay(order) + day) * millisecondsInDay).toISOString().slice(0, 10);
  const told = (day: number, step: NewsStep, more: Partial<News> = {}) => ({
    day: startDay(order) + day,
    news: { order: id, round, step, ...more },
  });
  const expected = goes === "back-ordered" ? days : takes;
  return [
    told(0, "confirmed", { due: dueAt(expected), cents: Math.round((comes?.cents ?? 0) * OUR_SHARE) }),
    ...(comes && comes.code !== order.item ? [told(0, "replaced", { item: comes.code, due: dueAt(expected) })] : []),
    ...(goes === "back-ordered" ? [told(1, "back-ordered", { due: dueAt(takes) })] : []),
    told(Math.max(1, takes - 1), "shipped", { due: dueAt(takes) }),
    told(takes, "arrived", {
      item: goes === "wrong" ? wrongOne(comes?.code ?? order.item, items) : (comes?.code ?? order.item),
      ...(goes === "dead" && { dead: true as const }),
    }),
  ];
}

function drawn(how: number): "well" | "back-ordered" | "wrong" | "dead" {
  if (how < OFTEN.dead) return "dead";
  if (how < OFTEN.dead + OFTEN.wrong) return "wrong";
  return how < OFTEN.dead + OFTEN.wrong + OFTEN.backOrdered ? "back-ordered" : "well";
}

/** A later round begins when the delivery before it went back. */
const startDay = ({ at, sentBack }: Pick<Order, "at" | "sentBack">): number => {
  const last = sentBack.at(-1);
  return last ? Math.max(0, Math.floor((Date.parse(last.at) - Date.parse(at)) / millisecondsInDay)) : 0;
};

/** The neighbour in the catalogue, as when somebody reaches into the next bin. */
function wrongOne(right: string, items: readonly Item[]): string {
  const at = items.findIndex((i) => i.code === right);
  return (items[at + 1] ?? items[at - 1])?.code ?? right;
}

/** News that is due by now and was not told yet. What was told, and what was cancelled before it was sent, is left out. */
export function newsDue(stock: Stock, told: readonly News[], now: Date): News[] {
  const known = new Set(told.map((n) => `${n.order} ${n.round} ${n.step}`));
  return stock.orders.flatMap((order) => {
    if (order.state === "here" || order.state === "arrived") return [];
    const shipped = told.some((n) => n.order === order.id && n.round === order.round && n.step === "shipped");
    if (order.state === "cancelled" && !shipped) return [];
    const day = supplierDay(stock, order, now);
    return newsOf(order, stock.items)
      .filter((n) => n.day <= day && !known.has(`${n.news.order} ${n.news.round} ${n.news.step}`))
      .toSorted((a, b) => NEWS_STEPS.indexOf(a.news.step) - NEWS_STEPS.indexOf(b.news.step))
      .map((n) => n.news);
  });
}

/** Days that an order has lain at the supplier, by its own calendar. */
function supplierDay({ supplierDays }: Stock, { at, sentBack }: Order, now: Date): number {
  const since = sentBack.at(-1)?.at ?? at;
  const passed = Math.floor((now.getTime() - Date.parse(since)) / millisecondsInDay);
  const moved = supplierDays.filter((d) => d.at >= since).reduce((sum, d) => sum + d.days, 0);
  return startDay({ at, sentBack }) + passed + moved;
}
