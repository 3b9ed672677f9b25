import "fake-indexeddb/auto";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { fileHash } from "../../src/core/record/files/file";
import { Files } from "../../src/islands/replica/files";
import { Shelf } from "../../src/islands/replica/shelf";

const csv = (text: string) => new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>;
const OURS = { "content-type": "application/json", "x-served-by": "yennic" };
const answer = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status, headers: OURS });

/** Holds what the server has, and what it says to a file that is sent. */
let has: Set<string>;
let says: (hash: string) => Response | "no network";
let failed: unknown[];

beforeEach(() => {
  has = new Set();
  failed = [];
  says = (hash) => {
    has.add(hash);
    return answer({ kept: hash });
  };
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("fetch", async (path: string, init?: { method?: string }) => {
    const hash = path.split("/").at(-1) ?? "";
    const said = init?.method === "POST" ? says(hash) : answer({ error: { message: "not here" } }, 404);
    if (said === "no network") throw new TypeError("failed to fetch");
    return said;
  });
});
afterEach(() => vi.unstubAllGlobals());

const onShelf = () => new Files(Shelf.open(), (e) => failed.push(e));

test("a file is kept before anything is sent, by its content, once; it is found here; it waits until the server has named it", async () => {
  const files = onShelf();
  const hash = await files.keep("text/csv", csv("0,1\n"));
  expect(hash).toBe(fileHash(csv("0,1\n")));
  expect(await files.keep("text/csv", csv("0,1\n"))).toBe(hash);
  expect(await files.standing()).toEqual({ waiting: 1, refused: [] });
  expect(await (await files.find(hash))?.text()).toBe("0,1\n");
  says = () => "no network";
  expect(await files.sendAll(true)).toEqual({ why: "no-answer" });
  expect((await files.standing()).waiting).toBe(1);
  says = (h) => {
    has.add(h);
    return answer({ kept: h });
  };
  expect(await files.sendAll(true)).toBeUndefined();
  expect([has.has(hash), (await files.standing()).waiting]).toEqual([true, 0]);
});

test("only the answer of our own server, naming this file, settles it", async () => {
  const files = onShelf();
  await files.keep("text/csv", csv("0,2\n"));
  says = () => new Response("<html>sign in</html>", { status: 200 });
  expect(await files.sendAll(true)).toMatchObject({ why: "not-ours" });
  says = () => answer({ kept: "another" });
  expect(await files.sendAll(true)).toMatchObject({ why: "failed" });
  says = () => answer({ error: { message: "the disk is full" } }, 507);
  expect(await files.sendAll(true)).toMatchObject({ why: "failed", status: 507 });
  expect(await files.standing()).toEqual({ waiting: 1, refused: [] });
});

test("what the server will never take waits no more, stays here and is told", async () => {
  const files = onShelf();
  const hash = await files.keep("image/jpeg", csv("no picture"));
  says = () => answer({ error: { message: "the file is no JPEG picture" } }, 400);
  expect(await files.sendAll(true)).toBeUndefined();
  expect(await files.standing()).toEqual({ waiting: 0, refused: ["the file is no JPEG picture"] });
  expect(await files.find(hash)).toBeDefined();
});

test("a tab whose turn it is not sends only what the browser could not store; another journal gets all of it again", async () => {
  const stored = onShelf();
  await stored.keep("text/csv", csv("0,3\n"));
  expect(await stored.sendAll(false)).toBeUndefined();
  expect((await stored.standing()).waiting).toBe(1);
  await stored.sendAll(true);
  await stored.sendAgain();
  expect((await stored.standing()).waiting).toBe(1);
  const loose = new Files(Promise.resolve(undefined), (e) => failed.push(e));
  const hash = await loose.keep("text/csv", csv("0,4\n"));
  await loose.sendAll(false);
  expect([has.has(hash), (await loose.standing()).waiting]).toEqual([true, 0]);
});
