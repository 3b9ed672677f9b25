import { execFile, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { connect } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createClient } from "@libsql/client";
import { expect, test } from "@playwright/test";
import { v7 } from "uuid";
import { ROOT } from "../paths";
import { isTurn } from "../turns";
import { Server } from "./support/server";

const yennic = (data: string, ...args: string[]) =>
  spawnSync(join(ROOT, "yennic"), args, { encoding: "utf8", env: { ...process.env, YENNIC_DATA: data, YENNIC_PORT: "4977" } });

/** The same while this process goes on. */
const alongside = (data: string, ...args: string[]) =>
  new Promise<{ status: number | null; stdout: string; stderr: string }>((done) => {
    const child = execFile(join(ROOT, "yennic"), args, { env: { ...process.env, YENNIC_DATA: data } }, (_, stdout, stderr) =>
      done({ status: child.exitCode, stdout, stderr }),
    );
  });

interface Told {
  acknowledged?: { id: string; seq: number }[];
  refused?: { id?: string; message: string; field: string }[];
  error?: { message: string; field?: string };
}
const send = (server: Server, entries: readonly object[]) =>
  fetch(`${server.url}/api/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries }),
  });
const entry = (job: string, kind: string, body: object, version = 1) => ({
  id: v7(),
  stream: { of: "job", id: job },
  at: new Date().toISOString(),
  by: "T",
  kind,
  version,
  body,
});
const opened = (job: string, place = "P") => entry(job, "opened", { customer: "C", place, liveTests: false });
const energised = (job: string, note = "x") => entry(job, "energised", { note });

const idsOf = ({ acknowledged = [] }: Told): string[] => acknowledged.map((a) => a.id);

/** Ids of the journal in its order, read past the server. */
async function idsIn(file: string): Promise<string[]> {
  const client = createClient({ url: `file:${file}` });
  const { rows } = await client.execute("select id from entries order by seq");
  client.close();
  return rows.map((r) => String(r.id));
}

/** YENNIC_KILLS asks for more of them than a run has time for. */
const KILLS = Number(process.env.YENNIC_KILLS ?? 6);

test("killed again and again among concurrent writers: all that was acknowledged is there once, in an unbroken chain", async () => {
  test.skip(!isTurn(0), "it is the turn of another");
  test.setTimeout(60_000 + KILLS * 30_000);
  const server = new Server();
  const acknowledged: string[] = [];
  await server.start("--empty");
  const job = v7();
  await send(server, [opened(job)]);
  let running = true;
  const writer = async () => {
    while (running) {
      const batch = [energised(job), energised(job)];
      const told = await send(server, batch)
        .then((r) => r.json() as Promise<Told>)
        .catch(() => undefined);
      if (told) acknowledged.push(...idsOf(told));
      if (!told) await new Promise((r) => setTimeout(r, 30));
    }
  };
  const writers = [writer(), writer(), writer(), writer()];
  for (let life = 0; life < KILLS; life++) {
    const before = acknowledged.length;
    await expect.poll(() => acknowledged.length - before, { timeout: 20_000, intervals: [25] }).toBeGreaterThan(10);
    await server.kill();
    await server.start("--empty");
  }
  running = false;
  await Promise.all(writers);
  await server.kill();
  const ids = await idsIn(join(server.data, "yennic.db"));
  const there = new Set(ids);
  expect(there.size).toBe(ids.length);
  expect(acknowledged.filter((id) => !there.has(id))).toEqual([]);
  expect(yennic(server.data, "verify").status).toBe(0);
  await server.remove();
});

/** A small disk of its own, where the system lets us make one. */
function smallDisk(megabytes: number): string | undefined {
  const at = mkdtempSync(join(tmpdir(), "yennic-disk-"));
  const { status } = spawnSync("mount", ["-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", at]);
  if (status === 0) return at;
  rmSync(at, { recursive: true });
  return undefined;
}

test("a full disk: a clear answer, health says so, pages go on, and once there is room it writes again without a restart", async () => {
  const disk = smallDisk(6);
  test.skip(disk === undefined, "this user may not mount a disk of its own");
  const server = new Server(join(disk ?? "", "data"));
  try {
    await server.start("--empty");
    const job = v7();
    const acknowledged: string[] = [];
    const filler = join(disk ?? "", "filler");
    await send(server, [opened(job)]);
    // Room for a little more, then none.
    const free = Number(spawnSync("df", ["--output=avail", "-B1", disk ?? ""], { encoding: "utf8" }).stdout.split("\n")[1]);
    writeFileSync(filler, Buffer.alloc(free - 200_000));
    let full: Response | undefined;
    for (let i = 0; i < 200 && !full; i++) {
      const response = await send(server, [energised(job, "y".repeat(1900)), energised(job, "z".repeat(1900))]);
      if (response.ok) acknowledged.push(...idsOf((await response.json()) as Told));
      else full = response;
    }
    if (!full) throw new Error("the disk did not get full");
    expect(full.status).toBe(507);
    expect(((await full.json()) as Told).error?.message).toMatch(/disk (is full|could not be written): nothing was written/);
    const health = await fetch(`${server.url}/api/health`);
    expect(health.status).toBe(503);
    expect(await health.json()).toMatchObject({ ok: false, since: expect.any(String), message: expect.stringContaining("disk") });
    expect((await fetch(`${server.url}/jobs`)).status).toBe(200);
    rmSync(filler);
    await expect.poll(async () => (await fetch(`${server.url}/api/health`)).status).toBe(200);
    const after = energised(job);
    expect((await send(server, [after])).status).toBe(200);
    acknowledged.push(after.id);
    await server.kill();
    const ids = new Set(await idsIn(join(server.data, "yennic.db")));
    expect(acknowledged.filter((id) => !ids.has(id))).toEqual([]);
    expect(acknowledged.length).toBeGreaterThan(5);
    expect(yennic(server.data, "verify").status).toBe(0);
    // No room to start in: one line, status 2.
    const left = Number(spawnSync("df", ["--output=avail", "-B1", disk ?? ""], { encoding: "utf8" }).stdout.split("\n")[1]);
    writeFileSync(filler, Buffer.alloc(left));
    const { status, stderr } = yennic(server.data, "demo", "--empty");
    expect(status).toBe(2);
    expect(stderr.trim().split("\n")).toHaveLength(1);
    expect(stderr).toContain("full");
  } finally {
    await server.kill();
    spawnSync("umount", ["-l", disk ?? ""]);
    rmSync(disk ?? "", { recursive: true, force: true });
  }
});

test("a read-only folder: one clear line and status 2", () => {
  const disk = smallDisk(1);
  test.skip(disk === undefined, "this user may not mount a disk of its own");
  const at = disk ?? "";
  mkdirSync(join(at, "data"));
  expect(spawnSync("mount", ["-o", "remount,ro", at]).status).toBe(0);
  for (const folder of ["data", "another"]) {
    const { status, stderr } = yennic(join(at, folder), "demo", "--empty");
    expect([folder, status]).toEqual([folder, 2]);
    expect(stderr.trim().split("\n")).toHaveLength(1);
    expect(stderr).toContain("can't be used");
  }
  spawnSync("umount", [at]);
  rmSync(at, { recursive: true });
});

test("a flipped byte is named by verify, and stops the start; an emptied, a lost and a foreign file are not filled anew", async () => {
  const server = new Server();
  await server.start("--empty");
  const job = v7();
  const spoilt = opened(job, "Lighthouse stairs, third landing");
  await send(server, [spoilt, energised(job), energised(job)]);
  await server.kill();
  const file = join(server.data, "yennic.db");
  const client = createClient({ url: `file:${file}` });
  await client.execute("PRAGMA wal_checkpoint(TRUNCATE)");
  client.close();
  const bytes = readFileSync(file);
  // The text stands in the entry, in the list and in the words that are searched: only the entry's own is changed.
  const at = bytes.indexOf('"place":"Lighthouse');
  expect(at).toBeGreaterThan(0);
  bytes[at + 12] = (bytes[at + 12] ?? 0) ^ 1;
  writeFileSync(file, bytes);
  const verified = yennic(server.data, "verify");
  expect(verified.status).toBe(2);
  expect(verified.stderr).toContain(`entry 1 (${spoilt.id}) does not fit`);
  const started = yennic(server.data, "demo", "--empty");
  expect(started.status).toBe(2);
  expect(started.stderr).toContain("is not sound: entry 1");

  for (const [what, spoil] of [
    ["is empty", () => truncateSync(file, 0)],
    ["is damaged", () => writeFileSync(file, "not a database at all, but longer than its header")],
    ["is gone", () => rmSync(file)],
  ] as const) {
    spoil();
    const { status, stderr } = yennic(server.data, "demo", "--empty");
    expect([what, status]).toEqual([what, 2]);
    expect(stderr).toContain(what);
    expect(stderr).toContain("Restore a backup");
    expect(existsSync(file) ? statSync(file).size : 0).toBeLessThan(100);
  }
  await server.remove();
});

test("a backup while others write is one consistent file; restored it is the same, entry by entry; what was there is kept", async () => {
  const server = new Server();
  await server.start("--empty");
  const job = v7();
  await send(server, [opened(job)]);
  let writing = true;
  const writer = (async () => {
    while (writing) await send(server, [energised(job)]);
  })();
  const folder = mkdtempSync(join(tmpdir(), "yennic-backup-"));
  const file = join(folder, "copy.db");
  const made = await alongside(server.data, "backup", file);
  expect(made.status).toBe(0);
  expect(made.stderr).toContain("copying");
  expect(made.stdout).toMatch(/\d+ entries, .*all fit/);
  expect((await alongside(server.data, "backup", file)).stderr).toContain("is there already");
  expect((await alongside(server.data, "restore", file)).stderr).toContain("is in use by process");
  writing = false;
  await writer;
  await server.kill();
  const all = await idsIn(join(server.data, "yennic.db"));
  const copied = await idsIn(file);
  expect(copied.length).toBeGreaterThan(1);
  expect(copied).toEqual(all.slice(0, copied.length));
  const restored = yennic(server.data, "restore", file);
  expect(restored.status).toBe(0);
  expect(await idsIn(join(server.data, "yennic.db"))).toEqual(copied);
  const aside = readdirSync(join(server.data, "backups")).find((f) => f.endsWith(".db")) ?? "";
  expect(await idsIn(join(server.data, "backups", aside))).toEqual(all);
  await server.start("--empty");
  expect((await fetch(`${server.url}/jobs/${job}`)).status).toBe(200);
  expect((await send(server, [energised(job)])).status).toBe(200);
  const spoilt = join(folder, "spoilt.db");
  writeFileSync(spoilt, "no backup");
  await server.kill();
  const refused = yennic(server.data, "restore", spoilt);
  expect([refused.status, refused.stderr.includes("is as it was")]).toEqual([2, true]);
  rmSync(folder, { recursive: true });
  await server.remove();
});

test("the lock survives a crash, an empty file and a reused process number", async () => {
  test.skip(!isTurn(1), "it is the turn of another");
  const server = new Server();
  await server.start("--empty");
  await server.kill();
  const pid = join(server.data, "owner.pid");
  // A lock that was just renewed, by a process number that belongs to another process now.
  const held = () => {
    rmSync(join(server.data, "owner"), { recursive: true, force: true });
    mkdirSync(join(server.data, "owner"));
  };
  for (const text of [`${process.pid} 12345`, "999999 1", ""]) {
    held();
    writeFileSync(pid, text);
    await server.start("--empty");
    await server.kill();
  }
  await server.start("--empty");
  // Its file is emptied while it lives: another start waits, sees the lock renewed, and leaves.
  writeFileSync(pid, "");
  const second = yennic(server.data, "demo", "--empty");
  expect(second.status).toBe(2);
  expect(second.stderr).toContain("is in use by another process");
  await server.remove();
});

/** A request with headers that a browser would not let a page set. */
const ask = (server: Server, path: string, { method = "GET", headers = {} }: { method?: string; headers?: Record<string, string> } = {}) =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((done, failed) => {
    const request = httpRequest({ host: "127.0.0.1", port: server.port, path, method, headers }, (response) => {
      let text = "";
      response.on("data", (chunk) => {
        text += chunk;
      });
      response.on("end", () => done({ status: response.statusCode ?? 0, headers: response.headers, text }));
    });
    request.on("error", failed);
    request.end();
  });

test("who may: host names, methods, images, headers, floods of keys, broken text; an unknown kind is kept", async () => {
  const server = new Server();
  await server.start("--empty");
  expect((await ask(server, "/jobs", { headers: { host: "evil.example" } })).status).toBe(421);
  expect((await ask(server, "/_astro/nothing.js", { headers: { host: `evil.example:${server.port}` } })).status).toBe(421);
  expect((await ask(server, "/jobs", { headers: { host: `localhost:${server.port}` } })).status).toBe(200);
  expect((await ask(server, "/_image?href=%2Fmark.svg")).status).toBe(404);
  for (const method of ["TRACE", "PUT", "DELETE", "PROPFIND"]) {
    const told = await ask(server, "/api/entries", { method });
    expect([method, told.status, told.headers.allow]).toEqual([method, 405, "GET, HEAD, POST, OPTIONS"]);
  }
  expect((await ask(server, "/api/entries", { method: "OPTIONS" })).status).toBe(204);
  for (const path of ["/jobs", "/mark.svg", "/sw.js", "/api/health", "/nowhere"]) {
    const { headers } = await ask(server, path);
    expect(headers, path).toMatchObject({
      "x-content-type-options": "nosniff",
      "x-frame-options": "DENY",
      "referrer-policy": "same-origin",
    });
    expect(String(headers["content-security-policy"] ?? "default-src 'none'"), path).toContain("default-src 'none'");
  }
  expect((await ask(server, `/jobs?q=${"x".repeat(5000)}`)).status).toBe(414);
  const raw = await new Promise<string>((done) => {
    const socket = connect(server.port, "127.0.0.1", () => socket.write("GARBAGE\r\n\r\n"));
    socket.on("data", (d) => done(String(d)));
  });
  expect(raw).toContain("400 Bad Request");

  const job = v7();
  expect((await send(server, [opened(job)])).status).toBe(200);
  const flood = Object.fromEntries(Array.from({ length: 40_000 }, (_, i) => [`k${i}`, 1]));
  const refusedBodies = [
    [{ note: flood }, "40000 keys"],
    [flood, "40000 keys"],
    [{ note: "bell\u0007" }, "control character"],
    [{ note: "half \ud800 pair" }, "surrogate"],
    [{ note: "x".repeat(30_000) }, "30000 characters"],
    [JSON.parse(`${'{"a":'.repeat(40)}1${"}".repeat(40)}`), "nested deeper"],
  ] as const;
  for (const [body, words] of refusedBodies) {
    const response = await send(server, [entry(job, "energised", body)]);
    const told = (await response.json()) as Told;
    expect([words, response.status]).toEqual([words, 400]);
    expect(told.error?.message).toContain(words);
    expect(told.refused).toHaveLength(1);
  }
  const strange = entry(job, "x-ray", { film: ["blue"] }, 7);
  const mixed = await send(server, [energised(job), entry(job, "energised", { note: flood }), strange]);
  expect(mixed.status).toBe(207);
  const told = (await mixed.json()) as Told;
  expect(told.acknowledged?.map((a) => a.id)).toContain(strange.id);
  expect(told.refused).toMatchObject([{ field: "body.note" }]);
  expect((await fetch(`${server.url}/jobs/${job}`)).status).toBe(200);
  await server.remove();
});

test("beyond this machine the key is needed: printed once, asked for by a page, kept in a cookie, ended by a new one", async ({ page }) => {
  const server = new Server();
  process.env.YENNIC_HOST = "0.0.0.0";
  process.env.YENNIC_HOSTS = "shed.example";
  try {
    await server.start("--empty");
  } finally {
    delete process.env.YENNIC_HOST;
    delete process.env.YENNIC_HOSTS;
  }
  const key = yennic(server.data, "key").stdout.trim();
  expect(key.length).toBeGreaterThan(20);
  expect(statSync(join(server.data, "access-key")).mode & 0o777).toBe(0o600);
  expect(statSync(server.data).mode & 0o777).toBe(0o700);
  expect(statSync(join(server.data, "yennic.db")).mode & 0o777).toBe(0o600);
  expect((await ask(server, "/jobs", { headers: { host: "shed.example" } })).status).toBe(303);
  expect((await ask(server, "/api/jobs")).status).toBe(401);
  expect((await send(server, [opened(v7())])).status).toBe(401);
  await page.goto(`${server.url}/jobs?stage=meter`);
  await expect(page).toHaveURL(/\/key\?to=/);
  await page.getByLabel("Key").fill("not the key");
  await page.getByRole("button", { name: "Open" }).click();
  await expect(page.getByRole("alert")).toContainText("not the key");
  await page.getByLabel("Key").fill(key);
  await page.getByRole("button", { name: "Open" }).click();
  await expect(page).toHaveURL(/\/jobs\?stage=meter/);
  const [cookie] = await page.context().cookies();
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: "Strict" });
  expect(cookie?.value).not.toContain(key);
  expect(yennic(server.data, "key", "--renew").stdout.trim()).not.toBe(key);
  await page.goto(`${server.url}/jobs/new`);
  await expect(page).toHaveURL(/\/key\?to=/);
  await server.remove();
});
