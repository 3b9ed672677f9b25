import { mkdtempSync } from "node:fs";
import { Agent, request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createClient } from "@libsql/client";
import { v7 } from "uuid";
import { item } from "../../src/core/model/array/at";
import { type Entry, stamp } from "../../src/core/record/job/entry";
import type { Envelope } from "../../src/core/record/journal/envelope";
import { stampStock } from "../../src/core/record/stock/kinds";
import { Server } from "../../tests/e2e/support/server";
import { buildIfNeeded } from "../build";
import { PREFIX, print, quantile, READINGS, sampleJob } from "./measure";

const ROUNDS = 150;
const CLIENTS = [1, 8, 32];

/**
 * One entry in one request, to disk with its projection, through the server as it is run: on jobs of 50 and of 5,000
 * entries, by 1, 8 and 32 clients; beside it an empty answer of the same server and a bare insert of the same row.
 */
export async function appending(): Promise<void> {
  buildIfNeeded();
  const server = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  try {
    await server.start("--empty");
    const jobs = { short: await longJob(server, 50), long: await longJob(server, 5000) };
    await compareLengths(server, jobs);
    for (const clients of CLIENTS) await throughput(server, await longJob(server, 50), clients);
    await compareShops(server, jobs.short);
  } finally {
    await server.remove();
  }
}

/** A job of so many entries; gives its id and more readings for it. */
export async function longJob(server: Server, length: number): Promise<{ readonly id: string; readonly next: () => Entry }> {
  const typed = sampleJob([...PREFIX, ...READINGS]);
  const readings = typed.entries.filter((e) => e.kind === "finding" && e.body.kind === "ohms");
  const id = typed.entries[0]?.stream.id ?? "";
  let made = 0;
  const next = (): Entry => {
    const { kind, body } = item(readings, made++ % readings.length);
    return stamp(id, { kind, body } as Parameters<typeof stamp>[1], { id: v7(), at: new Date().toISOString(), by: "Tester" });
  };
  const all: Entry[] = [...typed.entries];
  while (all.length < length) all.push(next());
  for (let i = 0; i < all.length; i += 200) await send(server, all.slice(i, i + 200));
  return { id, next };
}

async function send(server: Server, entries: readonly Envelope[]): Promise<void> {
  const response = await fetch(`${server.url}/api/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries }),
  });
  if (!response.ok) throw new Error(`the server answered ${response.status}: ${await response.text()}`);
  await response.text();
}

const since = (start: number): number => performance.now() - start;

/** Taken in turn, so that whatever else the machine does meets them all alike. */
async function compareLengths(server: Server, { short, long }: Record<"short" | "long", { next: () => Entry }>): Promise<void> {
  const bare = createClient({ url: `file:${join(server.data, "bare.db")}` });
  await bare.execute("PRAGMA journal_mode = WAL");
  await bare.execute("CREATE TABLE rows (seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT UNIQUE, body TEXT)");
  const times = { short: [] as number[], long: [] as number[], health: [] as number[], insert: [] as number[] };
  for (let i = -20; i < ROUNDS; i++) {
    const round: Record<keyof typeof times, () => Promise<unknown>> = {
      short: () => send(server, [short.next()]),
      long: () => send(server, [long.next()]),
      health: () => fetch(`${server.url}/api/health`).then((r) => r.text()),
      insert: () => bare.execute({ sql: "INSERT INTO rows (id, body) VALUES (?, ?)", args: [v7(), JSON.stringify(short.next())] }),
    };
    for (const name of Object.keys(times) as (keyof typeof times)[]) {
      const start = performance.now();
      await round[name]();
      if (i >= 0) times[name].push(since(start));
    }
  }
  bare.close();
  const p = (name: keyof typeof times, q: number) =>
    quantile(
      times[name].toSorted((a, b) => a - b),
      q,
    );
  const parts = { what: "an empty answer and a bare insert together", figure: p("health", 0.5) + p("insert", 0.5) };
  print({ name: "append at 50 entries, one client, p50", figure: p("short", 0.5), unit: "ms", baseline: parts });
  print({ name: "append at 5,000 entries, one client, p50", figure: p("long", 0.5), unit: "ms", baseline: parts });
  print({ name: "append at 5,000 entries, one client, p99", figure: p("long", 0.99), unit: "ms" });
  print({ name: "append, 5,000 over 50 entries", figure: p("long", 0.5) / p("short", 0.5), unit: "times", target: 1.2 });
  print({ name: "append at 50 over the two together", figure: p("short", 0.5) / parts.figure, unit: "times", target: 2 });
}

const OPEN_JOBS = 200;
const STOCK_ENTRIES = 20_000;

/** An entry of one job, and of a small stock, in a shop that has little else; taken in turn with one of 200 open jobs, and of a stock of 20,000 entries. */
async function compareShops(small: Server, one: { next: () => Entry }): Promise<void> {
  const large = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  try {
    await large.start("--empty");
    const open: { next: () => Entry }[] = [];
    while (open.length < OPEN_JOBS) open.push(await longJob(large, 50));
    for (let made = 0; made < STOCK_ENTRIES; made += 200) await send(large, Array.from({ length: 200 }, counted));
    await send(small, Array.from({ length: 50 }, counted));
    const sides = {
      one: () => send(small, [one.next()]),
      many: () => send(large, [item(open, Math.floor(Math.random() * OPEN_JOBS)).next()]),
      little: () => send(small, [counted()]),
      much: () => send(large, [counted()]),
    };
    const times: Record<keyof typeof sides, number[]> = { one: [], many: [], little: [], much: [] };
    for (let i = -20; i < ROUNDS; i++) {
      for (const name of Object.keys(sides) as (keyof typeof sides)[]) {
        const start = performance.now();
        await sides[name]();
        if (i >= 0) times[name].push(since(start));
      }
    }
    const p50 = (name: keyof typeof sides) =>
      quantile(
        times[name].toSorted((a, b) => a - b),
        0.5,
      );
    print({ name: `append, ${OPEN_JOBS} open jobs over one`, figure: p50("many") / p50("one"), unit: "times", target: 1.2 });
    print({ name: `append to stock, ${STOCK_ENTRIES} over 50 entries`, figure: p50("much") / p50("little"), unit: "times", target: 1.2 });
  } finally {
    await large.remove();
  }
}

/** A count of something in stock. */
const counted = (): Envelope =>
  stampStock(
    { kind: "counted", body: { item: "QF-1184", place: "van-1", count: Math.floor(Math.random() * 9) } },
    { id: v7(), at: new Date().toISOString(), by: "Tester" },
  );

/** As a load tool sends, over connections that stay open; beside it as many empty answers by as many clients. */
async function throughput(server: Server, job: { next: () => Entry }, clients: number): Promise<void> {
  const agent = new Agent({ keepAlive: true, maxSockets: clients });
  const each = Math.ceil(1600 / clients);
  const bodies = Array.from({ length: clients * each }, () => JSON.stringify({ entries: [job.next()] }));
  const health = await allAtOnce(clients, each, () => sent(server, agent, "GET", "/api/health"));
  const append = await allAtOnce(clients, each, () => sent(server, agent, "POST", "/api/entries", bodies.pop()));
  agent.destroy();
  const baseline = { what: "empty answers by as many clients", figure: health.perSecond };
  print({
    name: `append, ${clients} clients`,
    figure: append.perSecond,
    unit: "a second",
    baseline,
    ...(clients === 8 && { target: 600 }),
  });
  print({ name: `append, ${clients} clients, p50`, figure: append.p50, unit: "ms" });
}

async function allAtOnce(clients: number, each: number, work: () => Promise<void>): Promise<{ perSecond: number; p50: number }> {
  const times: number[] = [];
  const begin = performance.now();
  await Promise.all(
    Array.from({ length: clients }, async () => {
      for (let i = 0; i < each; i++) {
        const start = performance.now();
        await work();
        times.push(since(start));
      }
    }),
  );
  return {
    perSecond: (clients * each * 1000) / since(begin),
    p50: quantile(
      times.toSorted((a, b) => a - b),
      0.5,
    ),
  };
}

function sent(server: Server, agent: Agent, method: string, path: string, body = ""): Promise<void> {
  return new Promise((done, failed) => {
    const headers = body === "" ? {} : { "content-type": "application/json", "content-length": Buffer.byteLength(body) };
    const asked = request({ host: "127.0.0.1", port: server.port, path, method, agent, headers }, (response) => {
      response.resume();
      response.on("end", () => (response.statusCode === 200 ? done() : failed(new Error(`the server answered ${response.statusCode}`))));
    });
    asked.on("error", failed);
    asked.end(body);
  });
}
