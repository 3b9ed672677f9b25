import fc from "fast-check";
import { expect, test } from "vitest";
import { CATALOGUE } from "../../../src/catalogue/catalogue";
import { randomFrom } from "../../../src/core/practice/random";
import { type News, newsDue, newsOf } from "../../../src/core/practice/supplier";
import { itemsFor, presentItem } from "../../../src/core/record/stock/item";
import {
  readStock,
  type StockBody,
  type StockDraft,
  type StockEntry,
  type StockKind,
  stampStock,
} from "../../../src/core/record/stock/kinds";
import { isOpenOrder } from "../../../src/core/record/stock/order";
import { ACCOUNTS, PLACES } from "../../../src/core/record/stock/places";
import { countAt, foldStock, type Stock, stockOfJob, underMinimum } from "../../../src/core/record/stock/stock";
import { DEFAULT_TERMS } from "../../../src/core/record/stock/terms";
import { orderSays, stockEntrySays, stockProblemSays } from "../../../src/core/speech/words/bench/stock";

/** A UUID of version 7 that says its number. */
const asUuid = (n: number): string => `01900000-0000-7000-8000-${String(n).padStart(12, "0")}`;

const JOB = asUuid(900);
const T0 = Date.parse("2026-11-02T08:00:00Z");

/** Entries a minute apart, numbered. */
const entered = (...drafts: StockDraft[]): StockEntry[] =>
  readStock(drafts.map((d, i) => stampStock(d, { id: asUuid(i + 1), at: new Date(T0 + i * 60_000).toISOString(), by: "Van 1" })));
const one = <K extends StockKind>(kind: K, body: StockBody<K>) => ({ kind, body }) as StockDraft;

test("the shipped catalogue: codes once, every assembly that is bought is in it, circles of supersession end", () => {
  expect(new Set(CATALOGUE.map((i) => i.code)).size).toBe(CATALOGUE.length);
  expect(itemsFor(CATALOGUE, { id: "orrinshaw-e27" }, ["element"]).map((i) => i.code)).toEqual(["QF-1191B", "QF-K1338", "QF-1191"]);
  expect(presentItem(CATALOGUE, "QF-1191")?.code).toBe("QF-1191B");
  const round = ["A1", "B1"].map((code, i) => ({
    ...(CATALOGUE[0] as (typeof CATALOGUE)[number]),
    code,
    supersedes: [i === 0 ? "B1" : "A1"],
  }));
  expect(presentItem(round, "A1")?.code).toBe("B1");
});

test("an item of one revision only is not offered for another", () => {
  const [first] = CATALOGUE;
  const own = { ...(first as NonNullable<typeof first>), code: "OWN-1", fits: [{ machine: "m", revision: "abc", assemblies: ["cord"] }] };
  expect(itemsFor([own], { id: "m", revision: "abc" }, ["cord"])).toEqual([own]);
  expect(itemsFor([own], { id: "m", revision: "other" }, ["cord"])).toEqual([]);
});

test("a part ordered: asked, confirmed, shipped, a wrong one sent back, the right one put by", () => {
  const ordered = one("ordered", { item: "QF-1191B", count: 1, to: "van-1", job: JOB, assembly: "element", trial: "wrong" });
  const id = asUuid(1);
  const news = (round: number, step: News["step"], more: Partial<News> = {}) => one("order-news", { order: id, round, step, ...more });
  const steps: StockDraft[] = [
    ordered,
    news(1, "confirmed", { due: "2026-11-04", cents: 4061 }),
    news(1, "shipped"),
    news(1, "arrived", { item: "QF-0900" }),
    one("received", { order: id, round: 1, is: "wrong", item: "QF-0900", count: 1 }),
    news(2, "confirmed", { due: "2026-11-06" }),
    news(2, "arrived", { item: "QF-1191B" }),
    one("received", { order: id, round: 2, is: "right", item: "QF-1191B", count: 1 }),
  ];
  const states = steps.map((_, i) => foldStock(entered(...steps.slice(0, i + 1))).orders[0]?.state);
  expect(states).toEqual(["asked", "confirmed", "shipped", "arrived", "asked", "confirmed", "arrived", "here"]);
  const stock = foldStock(entered(...steps));
  expect(countAt(stock, "QF-1191B", "van-1")).toBe(1);
  expect(countAt(stock, "QF-0900", "van-1")).toBe(0);
  expect(stock.problems).toEqual([]);
});

test("more is taken than was known: said, and put right by a count", () => {
  const taken = one("moved", { item: "QF-1191", count: 1, from: "van-1", to: "job", job: JOB });
  expect(foldStock(entered(taken)).problems).toEqual([{ code: "short", place: "van-1", item: "QF-1191", by: 1 }]);
  const counted = foldStock(entered(taken, one("counted", { item: "QF-1191", place: "van-1", count: 2 })));
  expect(counted.problems).toEqual([]);
  expect(countAt(counted, "QF-1191", "van-1")).toBe(2);
  expect([...(counted.used.get(JOB) ?? [])]).toEqual([["QF-1191", 1]]);
  const shelf = one("moved", { item: "QF-1191", count: 1, from: "shelf", to: "job", job: JOB });
  expect(foldStock(entered(taken, shelf)).cameFrom.get(JOB)?.get("QF-1191")).toBe("shelf");
});

test("a kit's piece is left over on purpose; more than the kit held is said", () => {
  const kit = [
    one("counted", { item: "QF-K1338", place: "van-2", count: 1 }),
    one("moved", { item: "QF-K1338", count: 1, from: "van-2", to: "job", job: JOB }),
  ];
  const left = (count: number) =>
    one("moved", { item: "QF-K1338", count, from: "job", to: "left-over", job: JOB, piece: "Crimp terminal", why: "plugs are good" });
  expect(foldStock(entered(...kit, left(3)), CATALOGUE).problems).toEqual([]);
  expect(foldStock(entered(...kit, left(3), left(2)), CATALOGUE).problems).toEqual([
    { code: "no-such-piece", item: "QF-K1338", piece: "Crimp terminal", over: 1 },
  ]);
});

test("as far as one job has to do with it: where all lies, and no other job's orders, parts and leftovers", () => {
  const other = asUuid(901);
  const of = (job: string): StockDraft[] => [
    one("ordered", { item: "QF-1191", count: 1, to: "van-1", job }),
    one("moved", { item: "QF-K1338", count: 1, from: "van-2", to: "job", job }),
    one("moved", { item: "QF-K1338", count: 2, from: "job", to: "left-over", job, piece: "Crimp terminal" }),
  ];
  const both = foldStock(entered(...of(JOB), ...of(other)), CATALOGUE);
  const [mine, alone] = [stockOfJob(both, JOB), foldStock(entered(...of(JOB)), CATALOGUE)];
  expect(mine.pieces).toEqual(both.pieces);
  const { orders, used, cameFrom, leftOver } = alone;
  expect(mine).toMatchObject({ orders, used, cameFrom, leftOver });
  expect(both.orders).toHaveLength(2);
});

test("what is under its minimum, and what is on its way there", () => {
  const stock = foldStock(
    entered(
      one("minimum", { item: "QF-1184", place: "van-1", least: 2 }),
      one("counted", { item: "QF-1184", place: "van-1", count: 1 }),
      one("ordered", { item: "QF-1184", count: 3, to: "van-1" }),
    ),
    CATALOGUE,
  );
  expect(underMinimum(stock)).toEqual([{ item: "QF-1184", place: "van-1", has: 1, least: 2, coming: 3 }]);
});

test("news of an order that nobody placed is said", () => {
  expect(foldStock(entered(one("order-news", { order: JOB, round: 1, step: "shipped" }))).problems).toEqual([
    { code: "unknown-order", order: JOB },
  ]);
});

const CODES = ["QF-1191", "QF-1184", "QF-K1338"] as const;
const code = fc.constantFrom(...CODES);
const n = fc.integer({ min: 1, max: 4 });
const place = fc.constantFrom(...PLACES);
const anyDraft: fc.Arbitrary<StockDraft> = fc.oneof(
  fc.record({ item: code, count: n, to: place }).map((b) => one("ordered", b)),
  fc.record({ item: code, count: n, from: place, to: fc.constant("job" as const), job: fc.constant(JOB) }).map((b) => one("moved", b)),
  fc.record({ item: code, count: n, from: fc.constant("job" as const), to: place, job: fc.constant(JOB) }).map((b) => one("moved", b)),
  fc
    .record({ item: code, count: n, from: fc.constant("van-1" as const), to: fc.constantFrom("scrap" as const, "van-2" as const) })
    .map((b) => one("moved", b)),
  fc.record({ item: code, place, count: fc.integer({ min: 0, max: 6 }) }).map((b) => one("counted", b)),
);

/** Orders get news, are looked at or cancelled, by chance; two vans enter, each with a clock of its own. */
function history(drafts: readonly StockDraft[], seed: number): StockEntry[] {
  const random = randomFrom(seed);
  let number = 0;
  const stamp = (draft: StockDraft, minute: number) =>
    stampStock(draft, {
      id: asUuid(++number),
      at: new Date(T0 + minute * 60_000 + Math.floor(random() * 90_000)).toISOString(),
      by: random() < 0.5 ? "Van 1" : "Van 2",
    });
  const all = drafts.flatMap((draft, i) => {
    const first = stamp(draft, i);
    if (draft.kind !== "ordered") return [first];
    const { item, count } = draft.body;
    const fate = random();
    if (fate < 0.2) return [first, stamp(one("order-cancelled", { order: first.id }), i + 2)];
    const arrived = (round: number) => stamp(one("order-news", { order: first.id, round, step: "arrived", item }), i + round);
    const looked = (round: number, is: "right" | "wrong") =>
      stamp(one("received", { order: first.id, round, is, item, count }), i + round + 1);
    if (fate < 0.4) return [first, arrived(1), looked(1, "wrong"), arrived(2), looked(2, "right"), looked(2, "right")];
    return fate < 0.8 ? [first, arrived(1), looked(1, "right")] : [first];
  });
  return readStock(all);
}

const shape = (s: Stock) => JSON.stringify({ ...s, pieces: sorted(s.pieces), used: sorted(s.used) });
const sorted = (m: ReadonlyMap<string, ReadonlyMap<string, number>>) => [...m].map(([k, v]) => [k, [...v].toSorted()]).toSorted();

test("2,000 random orders, takings, returns and cancellations: nothing below zero unsaid, every piece accounted for, order of arrival changes nothing", () => {
  const runs = 40;
  let entries = 0;
  fc.assert(
    fc.property(fc.array(anyDraft, { minLength: 50, maxLength: 50 }), fc.integer(), (drafts, seed) => {
      const all = history(drafts, seed);
      entries += drafts.length;
      const stock = foldStock(all, CATALOGUE);
      for (const [item, at] of stock.pieces) {
        expect(ACCOUNTS.reduce((sum, a) => sum + (at.get(a) ?? 0), 0)).toBe(0);
        for (const p of PLACES)
          expect(stock.problems.some((x) => x.code === "short" && x.item === item && x.place === p)).toBe((at.get(p) ?? 0) < 0);
      }
      const came = stock.orders.filter((o) => o.state === "here").reduce((sum, o) => sum + o.count, 0);
      expect(CODES.reduce((sum, c) => sum - countAt(stock, c, "supplier"), 0)).toBe(came);
      const random = randomFrom(seed + 1);
      const mixed = all.toSorted(() => random() - 0.5);
      expect(shape(foldStock([...mixed, ...mixed.slice(0, 5)], CATALOGUE))).toBe(shape(stock));
    }),
    { numRuns: runs },
  );
  expect(entries).toBe(2000);
});

/** Plays an order to its end on the supplier's own calendar, a day at a time; what comes wrong or dead goes back. */
function played(trial: "well" | "back-ordered" | "wrong" | "dead", item = "QF-1191") {
  const drafts: StockDraft[] = [one("ordered", { item, count: 1, to: "van-1", job: JOB, trial })];
  const days: string[] = [];
  for (let day = 0; day < 20; day++) {
    let stock = foldStock(entered(...drafts), CATALOGUE);
    const told = drafts.flatMap((d) => (d.kind === "order-news" ? [d.body] : []));
    for (const news of newsDue(stock, told, new Date(T0 + 3_600_000))) {
      days.push(`${day} ${news.round} ${news.step}${news.item ? ` ${news.item}` : ""}`);
      drafts.push(one("order-news", news));
    }
    stock = foldStock(entered(...drafts), CATALOGUE);
    const [order] = stock.orders;
    if (!order || !isOpenOrder(order)) break;
    if (order.came) {
      const is = order.came.dead ? "dead" : order.came.item === order.comes ? "right" : "wrong";
      drafts.push(one("received", { order: order.id, round: order.round, is, item: order.came.item, count: 1 }));
      if (is === "right") return { days, order: foldStock(entered(...drafts), CATALOGUE).orders[0] };
    }
    drafts.push(one("supplier-day", { days: 1 }));
  }
  return { days, order: undefined };
}

test("the simulated supplier: replaced by another code, back-ordered, wrong, dead; all come right in the end", () => {
  expect(played("well").days).toEqual(["0 1 confirmed", "0 1 replaced QF-1191B", "1 1 shipped", "2 1 arrived QF-1191B"]);
  for (const trial of ["well", "back-ordered", "wrong", "dead"] as const) {
    const { days, order } = played(trial);
    expect(order?.state, days.join("; ")).toBe("here");
    expect(order?.comes).toBe("QF-1191B");
  }
  expect(played("wrong").days.filter((d) => d.endsWith("arrived QF-1191B"))).toHaveLength(1);
  expect(played("back-ordered").days.some((d) => d.endsWith("back-ordered"))).toBe(true);
});

test("the same order hears the same news, asked again after a restart", () => {
  const stock = foldStock(entered(one("ordered", { item: "QF-1184", count: 1, to: "shelf" })), CATALOGUE);
  const [order] = stock.orders;
  if (!order) throw new Error("no order");
  expect(newsOf(order, CATALOGUE)).toEqual(newsOf(order, CATALOGUE));
  const later = new Date(T0 + 12 * 86_400_000);
  const first = newsDue(stock, [], later);
  expect(first.length).toBeGreaterThan(2);
  expect(newsDue(stock, first, later)).toEqual([]);
});

test("taken back once it was sent, it comes all the same, and is said to", () => {
  const drafts: StockDraft[] = [
    one("ordered", { item: "QF-1184", count: 1, to: "shelf" }),
    one("order-news", { order: asUuid(1), round: 1, step: "shipped" }),
    one("order-cancelled", { order: asUuid(1) }),
  ];
  expect(foldStock(entered(...drafts)).orders[0]?.state).toBe("cancelled");
  const due = newsDue(
    foldStock(entered(...drafts), CATALOGUE),
    drafts.flatMap((d) => (d.kind === "order-news" ? [d.body] : [])),
    new Date(T0 + 20 * 86_400_000),
  );
  expect(due.map((n) => n.step)).toContain("arrived");
  const [order] = foldStock(entered(...drafts, ...due.map((n) => one("order-news", n)))).orders;
  expect([order?.state, order?.cameAnyway]).toEqual(["arrived", true]);
});

test("two who look at the same delivery put it by once", () => {
  const right = one("received", { order: asUuid(1), round: 1, is: "right", item: "QF-1184", count: 3 });
  const stock = foldStock(entered(one("ordered", { item: "QF-1184", count: 3, to: "van-2" }), right, right));
  expect(countAt(stock, "QF-1184", "van-2")).toBe(3);
});

test("every state of an order in words", () => {
  const placed = one("ordered", { item: "QF-1191", count: 2, to: "van-1" });
  const news = (step: News["step"], more: Partial<News> = {}) => one("order-news", { order: asUuid(1), round: 1, step, ...more });
  const told = (...drafts: StockDraft[]) => foldStock(entered(placed, ...drafts), CATALOGUE).orders.map((o) => orderSays(CATALOGUE, o));
  const wrong = one("received", { order: asUuid(1), round: 1, is: "wrong", item: "QF-0900", count: 2 });
  expect(
    [
      told(),
      told(news("confirmed", { due: "2026-11-05" })),
      told(news("confirmed", { due: "2026-11-05" }), news("replaced", { item: "QF-1191B", due: "2026-11-05" })),
      told(news("back-ordered", { due: "2026-11-12" })),
      told(news("shipped", { due: "2026-11-12" })),
      told(news("arrived", { item: "QF-1191B" })),
      told(news("arrived", { item: "QF-0900" }), wrong),
      told(news("arrived"), one("received", { order: asUuid(1), round: 1, is: "right", item: "QF-1191", count: 2 })),
      told(one("order-cancelled", { order: asUuid(1) })),
    ].flat(),
  ).toMatchInlineSnapshot(`
    [
      "2 × Heating element: ordered, no answer from the supplier yet",
      "2 × Heating element: confirmed, due Thu, Nov 5",
      "2 × Heating element, second issue: confirmed, due Thu, Nov 5, QF-1191B comes instead of QF-1191",
      "2 × Heating element: back-ordered, due Thu, Nov 12",
      "2 × Heating element: on its way, due Thu, Nov 12",
      "2 × Heating element: arrived: inspect it",
      "2 × Heating element: ordered, no answer from the supplier yet, wrong one returned Mon, Nov 2",
      "2 × Heating element: here since Mon, Nov 2, in van 1",
      "2 × Heating element: canceled",
    ]
  `);
});

test("every entry of the stock in words", () => {
  const [item] = CATALOGUE;
  if (!item) throw new Error("no item");
  const entries = entered(
    one("item", item),
    one("moved", { item: "QF-1191", count: 1, from: "van-1", to: "job", job: JOB }),
    one("moved", { item: "QF-K1338", count: 4, from: "job", to: "left-over", job: JOB, piece: "Crimp terminal", why: "plugs are good" }),
    one("counted", { item: "QF-1184", place: "shelf", count: 0 }),
    one("minimum", { item: "QF-1184", place: "van-2", least: 2 }),
    one("ordered", { item: "QF-1184", count: 3, to: "van-2" }),
    one("order-news", { order: JOB, round: 1, step: "replaced", item: "QF-1191B", due: "2026-11-05" }),
    one("received", { order: JOB, round: 1, is: "dead", item: "QF-1191", count: 1, why: "reads OL" }),
    one("order-cancelled", { order: JOB, why: "found one" }),
    one("supplier-day", { days: 2 }),
    one("terms", DEFAULT_TERMS),
  );
  expect(entries.map((e) => stockEntrySays(CATALOGUE, e))).toMatchInlineSnapshot(`
    [
      "In the catalogue: QF-1107, Cord, $28.50",
      "Heating element: from van 1 to the job",
      "4 × Crimp terminal of QF-K1338: from the job to left over on purpose (plugs are good)",
      "Counted on the shelf: 0 of Thermal cut-off",
      "At least 2 of Thermal cut-off in van 2",
      "Ordered: 3 × Thermal cut-off for van 2",
      "Supplier: Heating element, second issue comes instead, due Thu, Nov 5",
      "Looked at what came: Heating element, dead, sent back (reads OL)",
      "Order canceled (found one)",
      "The simulated supplier’s calendar went on by 2 days",
      "Terms: $78.00 an hour, $45.00 trip charge, tax 8%",
    ]
  `);
  expect(
    (
      [
        { code: "short", place: "van-1", item: "QF-1191", by: 2 },
        { code: "over-returned", job: JOB, item: "QF-1191", by: 1 },
        { code: "no-such-piece", item: "QF-K1338", piece: "Crimp terminal", over: 1 },
        { code: "unknown-order", order: JOB },
      ] as const
    ).map((p) => stockProblemSays(CATALOGUE, p)),
  ).toMatchInlineSnapshot(`
    [
      "2 more of Heating element were taken from van 1 than were known to lie there: count them",
      "1 more of Heating element came back from a job than went there",
      "1 more of “Crimp terminal” left over than the kits QF-K1338 of that job hold",
      "there is news of an order that is not here: it may still be on its way from another device",
    ]
  `);
});
