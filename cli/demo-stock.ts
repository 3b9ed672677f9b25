import { v7 } from "uuid";
import type { Envelope } from "../src/core/record/journal/envelope";
import { type StockDraft, stampStock } from "../src/core/record/stock/kinds";
import { DEFAULT_TERMS, type Terms } from "../src/core/record/stock/terms";

/** The invented shop of the demo. */
export const QUILLFOLD: Terms = { ...DEFAULT_TERMS, shop: "Quillfold Repairs", address: "Slip Lane 3, Ostrey" };

/** Holds what lies in two vans and on the shelf, and what should. */
export const STOCKED: readonly StockDraft[] = [
  { kind: "terms", body: QUILLFOLD },
  ...(
    [
      ["QF-1191B", "van-1", 1],
      ["QF-1142", "van-1", 2],
      ["QF-1184", "van-1", 3],
      ["QF-1177", "van-1", 1],
      ["QF-1212", "van-1", 2],
      ["QF-1156", "van-1", 1],
      ["QF-1184", "van-2", 0],
      ["QF-1121B", "van-2", 2],
      ["QF-1205", "van-2", 1],
      ["QF-K1338", "shelf", 2],
      ["QF-1114", "shelf", 1],
      ["QF-1310", "shelf", 1],
      ["QF-0900", "van-1", 40],
      ["QF-0900", "van-2", 25],
    ] as const
  ).map(([item, place, n]): StockDraft => ({ kind: "counted", body: { item, place, count: n } })),
  { kind: "minimum", body: { item: "QF-1184", place: "van-2", least: 2 } },
  { kind: "minimum", body: { item: "QF-1212", place: "van-1", least: 1 } },
  { kind: "minimum", body: { item: "QF-1156", place: "van-1", least: 1 } },
];

/** Drafts as entries of the stock, each so many hours ago. */
export const stockFor = (drafts: readonly { readonly agoHours: number; readonly draft: StockDraft }[], now: Date): Envelope[] =>
  drafts.map(({ agoHours, draft }, i) => {
    const at = now.getTime() - agoHours * 3_600_000 + i * 1000;
    return stampStock(draft, { id: v7({ msecs: at }), at: new Date(at).toISOString(), by: "Ida Thrupp" });
  });
