import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { get, type IncomingMessage, type ServerResponse } from "node:http";
import { type AddressInfo, connect } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import fc from "fast-check";
import { v7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { TypedJob } from "../../cli/typed-job";
import { fileHash } from "../../src/core/record/files/file";
import { matchesWords } from "../../src/core/speech/words/job-row";
import { dailyBackup } from "../../src/server/backup";
import { type Database, openDatabase } from "../../src/server/database";
import { folderProblem, markFolder } from "../../src/server/database/folder";
import { cookieFor, holdsKey, isKey, renewKey } from "../../src/server/gate/access-key";
import { hostsOf, turnedAway } from "../../src/server/gate/gate";
import { keyGiven, withinThisServer } from "../../src/server/gate/key-form";
import { limitProblem } from "../../src/server/gate/limits";
import { webServer } from "../../src/server/gate/serve";
import { appendEntries } from "../../src/server/journal/keep-journal";
import { quickCheck, verifyJournal } from "../../src/server/journal/verify";
import { keptProblem } from "../../src/server/journal/verify-kept";
import { keepFile } from "../../src/server/kept/files";
import { listJobs, listPage } from "../../src/server/kept/jobs";
import { shipped } from "../job-of";

const folder = mkdtempSync(join(tmpdir(), "yennic-trust-"));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(`file:${join(folder, "test.db")}`);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

async function jobAt(place: string, customer: string, words: string, serial?: string): Promise<string> {
  const job = new TypedJob(shipped("orrinshaw-e27"), { by: "T", customer, place, start: Date.now(), pace: 1 });
  job.add({ kind: "complaint", body: { words, findings: [] } });
  if (serial !== undefined) job.add({ kind: "machine", body: { machine: { id: "orrinshaw-e27", revision: "first-known" }, serial } });
  await appendEntries(db, job.entries);
  return job.entries[0]?.stream.id ?? "";
}

test("the journal can't be changed by the program; what is changed past it is named by its first entry", async () => {
  await jobAt("Lamp Hill", "Miss Quarrender", "no heat");
  await expect(db.$client.execute("update entries set by = 'x' where seq = 1")).rejects.toThrow(/never changed/);
  await expect(db.$client.execute("delete from entries where seq = 1")).rejects.toThrow(/never deleted/);
  expect(await verifyJournal(db.$client)).toMatchObject({ ok: true, entries: 3 });
  const spoils: readonly (readonly [sql: string, back: string, seq: number])[] = [
    [
      "update entries set body = replace(body, 'Lamp', 'Camp') where seq = 1",
      "update entries set body = replace(body, 'Camp', 'Lamp') where seq = 1",
      1,
    ],
    ["update entries set by = 'U' where seq = 2", "update entries set by = 'T' where seq = 2", 2],
    ["update entries set at = '2020-01-01T00:00:00Z' where seq = 3", "", 3],
  ];
  await db.$client.execute("drop trigger entries_never_change");
  await db.$client.execute("drop trigger entries_never_go");
  const atThree = (await db.$client.execute("select at from entries where seq = 3")).rows[0]?.at as string;
  for (const [sql, back, seq] of spoils) {
    await db.$client.execute(sql);
    expect(await verifyJournal(db.$client)).toMatchObject({ ok: false, seq });
    expect(await quickCheck(db.$client, 1)).toContain(`entry ${seq} of its journal does not fit`);
    await db.$client.execute(back === "" ? { sql: "update entries set at = ? where seq = 3", args: [atThree] } : back);
    expect(await verifyJournal(db.$client)).toMatchObject({ ok: true });
  }
  const second = (await db.$client.execute("select * from entries where seq = 2")).rows[0];
  await db.$client.execute("delete from entries where seq = 2");
  expect(await verifyJournal(db.$client)).toMatchObject({ ok: false, seq: 3 });
  await db.$client.execute({
    sql: "insert into entries(seq, id, stream_of, stream_id, at, by, kind, version, body, hash) values (2, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
    args: ["id", "stream_of", "stream_id", "at", "by", "kind", "version", "body", "hash"].map((c) => second?.[c] ?? null),
  });
  expect(await verifyJournal(db.$client)).toMatchObject({ ok: true });
});

test("what is kept beside the journal is looked through: a picture, a machine, a row of the list that was changed is named", async () => {
  const client = db.$client;
  await jobAt("Tide Mill", "Mr Sedge", "hums");
  const bytes = new TextEncoder().encode("t,c\n0,20\n");
  await keepFile(db, { hash: fileHash(bytes), type: "text/csv", bytes }, new Date());
  expect(await keptProblem(client)).toBeUndefined();
  const spoils: readonly (readonly [sql: string, back: string, says: string])[] = [
    [
      "update machine_revisions set body = replace(body, '\"Orrinshaw\"', '\"Orrinshew\"') where machine = 'orrinshaw-e27'",
      "update machine_revisions set body = replace(body, '\"Orrinshew\"', '\"Orrinshaw\"') where machine = 'orrinshaw-e27'",
      "machine orrinshaw-e27 is not the revision",
    ],
    [
      "update jobs set customer = 'X' where place = 'Tide Mill'",
      "update jobs set customer = 'Mr Sedge' where place = 'Tide Mill'",
      "its customer in the list",
    ],
    [
      "update jobs set power = 'dead' where place = 'Tide Mill'",
      "update jobs set power = 'unknown' where place = 'Tide Mill'",
      "its power in the list",
    ],
  ];
  await client.execute("update files set bytes = x'00'");
  expect(await keptProblem(client)).toContain("not what its name says");
  await client.execute("delete from files");
  for (const [sql, back, says] of spoils) {
    await client.execute(sql);
    expect(await keptProblem(client)).toContain(says);
    await client.execute(back);
    expect(await keptProblem(client), back).toBeUndefined();
  }
});

test("a search finds by the beginnings of words in place, customer, machine, serial number and complaint; and so does a browser by itself", async () => {
  await jobAt("Pêcheur's Wharf 12", "Mr Osk", "hums, does not turn", "SN-4471-Q");
  await jobAt("Ropewalk flats, 3b", "Mrs Fennimarsh", "clothes stay wet");
  for (const q of [
    "pecheur",
    "WHARF 12",
    "4471",
    "orrin e27",
    "hums osk",
    "fenni wet",
    "nowhere",
    "",
    "  ",
    "walk",
    "“12”",
    "e27' or 1=1 --",
    'NEAR("a" b)',
    "*",
    "rope* OR",
  ]) {
    const found = (await listJobs(db, { q, page: 1 })).jobs;
    const all = (await listJobs(db, { page: 1 })).jobs;
    expect([q, found.map((j) => j.place).sort()]).toEqual([
      q,
      all
        .filter((j) => matchesWords(j, q))
        .map((j) => j.place)
        .sort(),
    ]);
  }
  expect((await listJobs(db, { q: "wharf", page: 1 })).jobs).toHaveLength(1);
});

test("what a search leaves out is told", async () => {
  const row = "(place, customer, machine, serial, words) values ('Barnacle row', '', '', '', '')";
  expect((await listPage(db, { q: "barnacle", page: 1 })).leftOut).toBe(0);
  await db.$client.batch(
    Array.from({ length: 1003 }, () => `insert into job_words${row}`),
    "write",
  );
  expect((await listPage(db, { q: "barnacle", page: 1 })).leftOut).toBe(3);
  expect((await listPage(db, { page: 1 })).leftOut).toBe(0);
});

const BAD = [
  ["bell\u0007", "control character"],
  ["half \ud800 pair", "surrogate"],
  ["x".repeat(20_001), "20001 characters"],
  [Object.fromEntries(Array.from({ length: 201 }, (_, i) => [`k${i}`, 1])), "201 keys"],
  [Array.from({ length: 20_001 }, () => 1), "20001 elements"],
] as const;

test("whatever is too large or no text is named by its field, wherever it stands; nothing else is", () => {
  const key = fc.constantFrom("a", "b", "note");
  fc.assert(
    fc.property(
      fc.jsonValue({ maxDepth: 3 }),
      fc.array(key, { minLength: 1, maxLength: 10 }),
      fc.constantFrom(...BAD),
      (beside, path, [bad, says]) => {
        const holding = (leaf: unknown) => path.reduceRight<unknown>((inner, k) => ({ beside, [k]: inner }), leaf);
        expect(limitProblem(holding("line\nfeed\tand tab"))).toBeUndefined();
        expect(limitProblem(holding(bad))).toMatchObject({ field: path.join("."), message: expect.stringContaining(says) });
      },
    ),
  );
  expect(limitProblem({ "\ud800": 1 })?.message).toContain("has a key that holds half of a surrogate pair");
  expect(limitProblem(JSON.parse(`${"[".repeat(17)}1${"]".repeat(17)}`))?.message).toContain("nested deeper than 16");
});

const ask = (url: string, headers: Record<string, string> = { host: "localhost:4310" }, remoteAddress = "127.0.0.1") => ({
  method: "GET",
  url,
  headers,
  socket: { remoteAddress },
});

test("only names that are ours are answered to, with or without a port, in any case", () => {
  const keyIn = mkdtempSync(join(tmpdir(), "yennic-key-"));
  renewKey(keyIn);
  const cookie = cookieFor(keyIn, false).split(";")[0] ?? "";
  const gate = { hosts: hostsOf("0.0.0.0", " Shed.Example , van.example"), keyIn, always: false };
  for (const host of ["localhost", "127.0.0.1:4310", "[::1]:4310", "shed.example", "VAN.example:80", "van.example.:80"])
    expect([host, turnedAway(gate, ask("/jobs", { host, cookie }))]).toEqual([host, undefined]);
  for (const host of ["evil.example", "localhost.evil.example", "0.0.0.0", "", "127.0.0.1.evil.example:4310", "shed.example@evil.example"])
    expect([host, turnedAway(gate, ask("/jobs", { host }))?.status]).toEqual([host, 421]);
});

test("the key is asked for at any name that is not this machine's own, from any other address, and behind any proxy", () => {
  const keyIn = mkdtempSync(join(tmpdir(), "yennic-key-"));
  renewKey(keyIn);
  const gate = { hosts: hostsOf("127.0.0.1", "shed.example"), keyIn, always: false };
  const status = (headers: Record<string, string>, from?: string) => turnedAway(gate, ask("/api/jobs", headers, from))?.status;
  expect(status({ host: "localhost:4310" })).toBeUndefined();
  expect(status({ host: "localhost:4310" }, "::ffff:127.0.0.1")).toBeUndefined();
  expect(status({ host: "localhost:4310" }, "192.168.1.9")).toBe(401);
  expect(status({ host: "shed.example" })).toBe(401);
  for (const header of ["forwarded", "via", "x-forwarded-for", "x-forwarded-proto", "x-forwarded-host", "x-real-ip", "x-client-ip"])
    expect([header, status({ host: "localhost", [header]: "1.2.3.4" })]).toEqual([header, 401]);
  const cookie = cookieFor(keyIn, true);
  expect(cookie).toMatch(/; Secure$/);
  expect(status({ host: "shed.example", "x-forwarded-for": "1.2.3.4", cookie: cookie.split(";")[0] ?? "" })).toBeUndefined();
  rmSync(keyIn, { recursive: true });
});

test("where the key leads stays on this server, however it is written", () => {
  for (const wanted of [
    "//evil.example",
    "/\t/evil.example",
    "/\\evil.example",
    "https://evil.example/jobs",
    "/\n/evil.example",
    "javascript:alert(1)",
    "\\\\evil",
  ])
    expect([wanted, withinThisServer(wanted)]).toEqual([wanted, "/jobs"]);
  expect(withinThisServer("/jobs/1/meter?x=1")).toBe("/jobs/1/meter?x=1");
  expect(withinThisServer(null)).toBe("/jobs");
});

test("the form of the key takes a key, and no megabytes", async () => {
  const form = (body: string) => new Request("http://localhost/key", { method: "POST", body });
  expect(await keyGiven(form("key=abc%2Bd"))).toBe("abc+d");
  await expect(keyGiven(form(`key=${"x".repeat(5000)}`))).rejects.toThrow("larger than");
});

describe("a server that is held open", () => {
  const keyIn = mkdtempSync(join(tmpdir(), "yennic-key-"));
  renewKey(keyIn);
  const cookie = () => cookieFor(keyIn, false).split(";")[0] ?? "";
  const open: ServerResponse[] = [];
  const server = webServer({
    gate: { hosts: hostsOf("127.0.0.1"), keyIn, always: true },
    files: keyIn,
    tables: keyIn,
    application: (req, res) => {
      open.push(res);
      const isPicture = req.url === "/api/files/picture";
      res.writeHead(200, { "content-type": isPicture ? "image/jpeg" : "text/event-stream" });
      res.write(isPicture ? "x".repeat(9_000_000) : "event: hello\n\n");
    },
  });
  beforeAll(() => new Promise<void>((done) => void server.listen(0, "127.0.0.1", done)));
  afterAll(() => {
    server.closeAllConnections();
    server.close();
    rmSync(keyIn, { recursive: true });
  });
  const port = () => (server.address() as AddressInfo).port;
  const stream = (path = "/api/feed") =>
    new Promise<IncomingMessage>((told) => {
      get({ port: port(), path, headers: { host: "127.0.0.1", cookie: cookie() } }, told).on("error", () => {});
    });
  const ended = (res: IncomingMessage) => new Promise<void>((done) => void res.once("close", done));

  test("a renewed key ends the streams of the old", async () => {
    const res = await stream();
    res.resume();
    renewKey(keyIn);
    await ended(res);
  });

  test("a reader that does not read is cut once it is a megabyte behind, and may come again", async () => {
    const res = await stream();
    res.pause();
    const writing = open.at(-1);
    for (let i = 0; i < 400 && !writing?.destroyed; i++) {
      writing?.write("x".repeat(100_000));
      if (i > 100) await new Promise((later) => setTimeout(later, 20));
    }
    expect(writing?.destroyed).toBe(true);
    expect((await stream()).statusCode).toBe(200);
  });

  test("a picture is not cut, however slowly it is read", async () => {
    const res = await stream("/api/files/picture");
    res.pause();
    await new Promise((later) => setTimeout(later, 2200));
    expect(open.at(-1)?.destroyed).toBe(false);
    res.destroy();
  });

  test("half-open connections of one address leave room for others", async () => {
    const sockets = Array.from({ length: 450 }, () => connect(port(), "127.0.0.1").on("error", () => {}));
    await new Promise((later) => setTimeout(later, 300));
    const alive = sockets.filter((s) => !s.destroyed && s.readyState === "open").length;
    expect(alive).toBeLessThanOrEqual(400);
    expect(alive).toBeGreaterThan(300);
    for (const s of sockets) s.destroy();
  });
});

test("with a key in the folder nothing of a job is had without its cookie, and a new key ends the old", () => {
  const keyIn = mkdtempSync(join(tmpdir(), "yennic-key-"));
  const key = renewKey(keyIn);
  const gate = { hosts: hostsOf("0.0.0.0"), keyIn, always: true };
  expect([isKey(keyIn, ` ${key}\n`), isKey(keyIn, `${key}x`), isKey(keyIn, "")]).toEqual([true, false, false]);
  const cookie = cookieFor(keyIn, false).split(";")[0] ?? "";
  const paths = ["/jobs", "/api/jobs", "/api/feed", "/api/copy", "/api/machines/x/y", "/settings", "/", "/shellx", "/keys", "/%61pi/jobs"];
  for (const path of paths) {
    expect([path, turnedAway(gate, ask(path)) !== undefined]).toEqual([path, true]);
    expect(turnedAway(gate, ask(path, { host: "localhost", cookie: `a=b; ${cookie}` }))).toBeUndefined();
  }
  for (const path of ["/key", "/key?to=%2Fjobs", "/shell", "/sw.js", "/_astro/a.js", "/api/health"])
    expect(turnedAway(gate, ask(path))).toBeUndefined();
  expect(turnedAway(gate, ask("/jobs", { host: "localhost", cookie: "yennic-key=" }))?.status).toBe(303);
  renewKey(keyIn);
  expect(holdsKey(keyIn, cookie)).toBe(false);
  rmSync(keyIn, { recursive: true });
});

test("a folder is new, sound, or says what became of its database", () => {
  const at = mkdtempSync(join(tmpdir(), "yennic-folder-"));
  expect(folderProblem(at)).toBeUndefined();
  markFolder(at, v7());
  expect(folderProblem(at)).toContain("is gone");
  writeFileSync(join(at, "yennic.db"), "");
  expect(folderProblem(at)).toContain("is empty");
  writeFileSync(join(at, "yennic.db"), "SQLite format 2\0 and more");
  expect(folderProblem(at)).toContain("is damaged");
  writeFileSync(join(at, "yennic.db"), "SQLite format 3\0 and more");
  expect(folderProblem(at)).toBeUndefined();
  rmSync(at, { recursive: true });
});

test("one backup a day, the last so many kept, others' files left alone", async () => {
  const at = mkdtempSync(join(tmpdir(), "yennic-daily-"));
  const write = async (_: string, file: string) => {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, "copy");
    return { ok: true, entries: 0, head: { seq: 0, hash: "" }, journal: "" } as const;
  };
  mkdirSync(join(at, "backups"));
  writeFileSync(join(at, "backups", "before-restore-2026-01-01.db"), "mine");
  for (let hour = 0; hour < 10 * 24; hour += 6) await dailyBackup(at, 3, new Date(Date.UTC(2026, 10, 1, hour)), write);
  expect(readdirSync(join(at, "backups"))).toEqual([
    "before-restore-2026-01-01.db",
    "yennic-2026-11-08T00-00-00.db",
    "yennic-2026-11-09T00-00-00.db",
    "yennic-2026-11-10T00-00-00.db",
  ]);
  rmSync(at, { recursive: true });
});
