import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { v7 } from "uuid";
import { item } from "../../src/core/model/array/at";
import { randomFrom } from "../../src/core/practice/random";
import { STAGES } from "../../src/core/record/job/stages";
import { type ListedJob, searchedWords } from "../../src/core/speech/words/job-row";
import { openDatabase } from "../../src/server/database";
import { jobs } from "../../src/server/database/schema";
import { Server } from "../../tests/e2e/support/server";
import { buildIfNeeded } from "../build";
import { print, quantile } from "./measure";

const JOBS = 100_000;
const ROUNDS = 60;
const STREETS = ["Ropewalk", "Tarpot Lane", "Cable Street", "Lamp Hill", "Eelpie Road", "Slip", "Beacon Steps", "Tern Court"];
const PEOPLE = ["Fennimarsh", "Addlecombe", "Quarrender", "Osk", "Thrupp", "Wenlow", "Limpet", "Saltmarsh"];
const WORDS = ["turns, no heat", "no start", "hums", "clothes stay wet", "heats at first, then no heat"];

/** Pages of a list of 100,000 jobs, and searches in it, over HTTP; beside them an empty answer of the same server. */
export async function listing(): Promise<void> {
  buildIfNeeded();
  const server = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  try {
    await fill(join(server.data, "yennic.db"));
    await server.start("--empty");
    const health = await timesOf(server, () => "/api/health");
    const baseline = { what: "an empty answer", figure: quantile(health, 0.5) };
    const cases: readonly (readonly [string, (i: number) => string])[] = [
      ["first page", () => "/api/jobs"],
      ["a page in the middle", (i) => `/api/jobs?page=${1000 + i}`],
      ["the last page", () => `/api/jobs?page=${JOBS / 25}`],
      ["jobs at one stage", (i) => `/api/jobs?stage=meter&page=${1 + i}`],
      ["search: a place", (i) => `/api/jobs?q=${encodeURIComponent(`${STREETS[i % STREETS.length]} ${i % 40}`)}`],
      ["search: a serial number", (i) => `/api/jobs?q=sn${100_000 + i * 7}`],
      ["search: a word that all have", () => "/api/jobs?q=orrinshaw"],
      ["the page itself, first drawing", () => "/jobs"],
    ];
    for (const [name, path] of cases) {
      const times = await timesOf(server, path);
      print({ name: `list of ${JOBS} jobs, ${name}, p50`, figure: quantile(times, 0.5), unit: "ms", target: 60, baseline });
      print({ name: `list of ${JOBS} jobs, ${name}, p95`, figure: quantile(times, 0.95), unit: "ms" });
    }
  } finally {
    await server.remove();
  }
}

async function timesOf(server: Server, path: (i: number) => string): Promise<number[]> {
  const times: number[] = [];
  for (let i = -5; i < ROUNDS; i++) {
    const start = performance.now();
    const response = await fetch(server.url + path(Math.max(0, i)));
    await response.text();
    if (!response.ok) throw new Error(`${path(i)} answered ${response.status}`);
    if (i >= 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b);
}

/** Rows as the journal would have written them: what is measured is the list, not a hundred thousand jobs' entries. */
async function fill(file: string): Promise<void> {
  const db = await openDatabase(`file:${file}`);
  const random = randomFrom(5);
  const any = <T>(of: readonly T[]): T => item(of, Math.floor(random() * of.length));
  for (let from = 0; from < JOBS; from += 500) {
    const rows = Array.from({ length: 500 }, (_, i): ListedJob => {
      const n = from + i;
      const closed = random() < 0.97;
      const at = new Date(1.7e12 + n * 600_000).toISOString();
      return {
        id: v7({ msecs: 1.7e12 + n * 600_000 }),
        number: 201 + n,
        seq: 0,
        stage: closed ? "hand" : any(STAGES),
        closed,
        customer: `${any(["Mrs", "Mr", "Miss"])} ${any(PEOPLE)}`,
        place: `${any(STREETS)} ${1 + Math.floor(random() * 60)}`,
        machine: "orrinshaw-e27",
        machineName: "Orrinshaw E27",
        serial: `SN${100_000 + n}`,
        complaint: any(WORDS),
        power: "unknown",
        panelsOff: 0,
        waits: null,
        next: "Watch it run",
        proved: null,
        leftOpen: null,
        unsafe: !closed && random() < 0.1 ? "Stands open" : null,
        urgency: closed ? 0 : Math.floor(random() * 4),
        openedAt: at,
        changedAt: at,
      };
    });
    await db.insert(jobs).values(rows);
    await db.run(
      sql`insert into job_words(rowid, place, customer, machine, serial, words) values ${sql.join(
        rows.map(
          (r) =>
            sql`(${r.number}, ${sql.join(
              searchedWords(r).map((w) => sql`${w}`),
              sql`, `,
            )})`,
        ),
        sql`, `,
      )}`,
    );
  }
  db.$client.close();
}
