import { execFile } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { type Browser, type BrowserContext, expect, type Page, test } from "@playwright/test";
import { ROOT } from "../paths";
import { isTurn } from "../turns";
import { openByForm, type } from "./support/hidden-fault";
import { Server } from "./support/server";

const server = new Server();
test.use({ serviceWorkers: "allow" });
test.beforeAll(() => server.start("--empty"));
test.afterAll(() => server.remove());

const badge = (page: Page) => page.getByLabel("Energy state");
const idOf = (page: Page) => page.url().split("/").at(-2) ?? "";
interface OnServer {
  readonly entries: readonly { readonly id: string; readonly kind: string }[];
}
/** Gives what the server holds of a job; no entries while it has none of it. */
const onServer = async (job: string): Promise<OnServer> => ({
  entries: [],
  ...((await (await fetch(`${server.url}/api/jobs/${job}`)).json()) as Partial<OnServer>),
});

/** A page that has been opened once with the server, so that this device has its copy and the worker its files. */
async function settled(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.goto(`${server.url}/jobs`);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!(await caches.keys()).length) await new Promise((r) => setTimeout(r, 50));
  });
  return page;
}

async function device(browser: Browser): Promise<BrowserContext> {
  return browser.newContext({ viewport: { width: 1280, height: 800 } });
}

/** A push comes long before anything is asked for anew; how soon is measured by `./yennic bench live`. */
const PUSHED_MS = 5000;

test("two tabs: what one records the other shows at once, without focus or reload, and one of them sends", async ({ context }) => {
  const first = await context.newPage();
  const feeds: string[] = [];
  context.on("request", (r) => r.url().includes("/api/feed") && feeds.push(r.url()));
  await openByForm(first, server.url, "turns, no heat");
  const second = await context.newPage();
  await second.goto(first.url());
  await type(first, "proved dead");
  await expect(badge(second)).toContainText("DEAD", { timeout: 2000 });
  await type(second, "live");
  await expect(badge(first)).toContainText("LIVE", { timeout: 2000 });
  await expect(first.getByText(/not sent yet/)).toHaveCount(0);
  const { entries } = await onServer(idOf(first));
  expect(entries.map((e) => e.kind).slice(-2)).toEqual(["made-safe", "energised"]);
  expect(new Set(entries.map((e) => e.id)).size).toBe(entries.length);
  // The tab that leads goes; the other replaces it.
  await first.close();
  await type(second, "proved dead");
  await expect(second.getByText(/not sent yet/)).toHaveCount(0);
  await expect(badge(second)).toContainText("DEAD");
});

test("two devices: what one records the other shows without being asked; the same order and the same state on both", async ({
  browser,
}) => {
  const [here, there] = [await device(browser), await device(browser)];
  const mine = await here.newPage();
  await openByForm(mine, server.url, "turns, no heat");
  const theirs = await there.newPage();
  await theirs.goto(mine.url());
  await expect(theirs.locator("[data-suspect]").first()).toBeVisible();
  await type(mine, "live");
  await expect(badge(theirs)).toContainText("LIVE", { timeout: PUSHED_MS });
  await type(theirs, "lamp yes");
  await type(theirs, "proved dead");
  await expect(badge(mine)).toContainText("DEAD", { timeout: PUSHED_MS });
  const recordOf = async (page: Page) => {
    await page.getByRole("button", { name: /^All \d+/ }).click();
    return page.getByLabel("Record", { exact: true }).locator("li").allInnerTexts();
  };
  const texts = async (page: Page) => (await recordOf(page)).map((t) => t.split("\n").find((l) => l.length > 8));
  expect(await texts(mine)).toEqual(await texts(theirs));
  await here.close();
  await there.close();
});

test("Back and a restored page show the present state, on the list and on the job", async ({ page, browser }) => {
  await openByForm(page, server.url, "turns, no heat");
  const address = page.url();
  await type(page, "proved dead");
  await expect(badge(page)).toContainText("DEAD");
  await page.getByLabel("All jobs").click();
  await expect(page.getByRole("link", { name: /Mrs|Test|no heat/ }).first()).toBeVisible();
  const other = await device(browser);
  const theirs = await other.newPage();
  await theirs.goto(address);
  await type(theirs, "live");
  await expect(theirs.getByText(/not sent yet/)).toHaveCount(0);
  await expect(page.locator('[data-power="live"]').first()).toBeVisible({ timeout: 3000 });
  await page.goBack();
  await expect(badge(page)).toContainText("LIVE", { timeout: 3000 });
  await page.goForward();
  await expect(page.locator('[data-power="live"]').first()).toBeVisible();
  await other.close();
});

const WRONG: readonly (readonly [string, number, string, string])[] = [
  ["200 with a page", 200, "text/html", "<h1>Guest network: please sign in</h1>"],
  ["200 with other JSON", 200, "application/json", '{"ok":true}'],
  ["200 naming others", 200, "application/json", '{"journal":"j","acknowledged":[{"id":"x","seq":1}],"refused":[]}'],
  ["204", 204, "text/plain", ""],
  ["302", 302, "text/html", ""],
  ["401", 401, "text/html", "no"],
  ["403", 403, "text/html", "no"],
  ["404", 404, "text/html", "no"],
  ["413", 413, "text/html", "no"],
  ["500", 500, "text/html", "no"],
  ["503", 503, "text/html", "no"],
];

test("eleven wrong answers to a send: nothing leaves the queue, all of it arrives once when our own server answers", async ({ page }) => {
  await openByForm(page, server.url, "no start");
  // Whatever opens the job is sent first: only the lines typed below are to meet the wrong answers.
  await type(page, "hums");
  await expect.poll(async () => (await onServer(idOf(page))).entries.some((e) => e.kind === "finding")).toBe(true);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  const given: string[] = [];
  let turn = 0;
  await page.route("**/api/entries", async (route) => {
    const [name, status, contentType, body] = WRONG[turn++ % WRONG.length] ?? ["", 500, "", ""];
    given.push(name);
    await route.fulfill({ status, contentType, body, ...(status === 302 && { headers: { location: "/sign-in" } }) });
  });
  for (let i = 0; i < WRONG.length; i++) {
    await type(page, `lamp ${i % 2 === 0 ? "yes" : "no"}`);
    await expect.poll(() => given.length).toBeGreaterThan(i);
  }
  expect(new Set(given).size).toBe(WRONG.length);
  await expect(page.getByText(`${WRONG.length} not sent yet`)).toBeVisible();
  await page.reload();
  await expect(page.getByText(`${WRONG.length} not sent yet`)).toBeVisible();
  await page.unroute("**/api/entries");
  await type(page, "lamp yes");
  await expect(page.getByText(/not sent yet/)).toHaveCount(0, { timeout: 40_000 });
  const { entries } = await onServer(idOf(page));
  expect(entries.filter((e) => e.kind === "finding").length).toBe(WRONG.length + 2);
  expect(new Set(entries.map((e) => e.id)).size).toBe(entries.length);
});

test("without a server every page opens: the list, a job, a new job that is worked on, the settings; then all of it arrives", async ({
  context,
}) => {
  const page = await settled(context);
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "proved dead");
  const known = page.url();
  await expect.poll(async () => (await onServer(idOf(page))).entries.map((e) => e.kind)).toContain("made-safe");
  // The page has heard so, too.
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await server.kill();

  await page.goto(`${server.url}/jobs`);
  await expect(page.getByText("Showing the jobs saved on this device")).toBeVisible();
  await page.locator(`a[href="/jobs/${known.split("/").at(-2)}"]`).click();
  await expect(badge(page)).toContainText("DEAD");
  await expect(page.locator("[data-suspect]").first()).toBeVisible();
  await type(page, "element 10.6");
  await expect(page.getByText("1 not sent yet")).toBeVisible();

  await page.goto(`${server.url}/jobs/new`);
  await page.getByLabel("Complaint").fill("turns, no heat");
  await page.getByLabel("Machine, from the nameplate").selectOption({ index: 1 });
  await page.getByLabel("Address", { exact: true }).fill("Under the pier");
  await page.getByLabel("Customer", { exact: true }).fill("Mrs Limpet");
  await page.getByRole("button", { name: "Create job" }).click();
  await expect(page.getByRole("heading", { name: "Job (new)" })).toBeVisible();
  await expect(badge(page)).toContainText("NOT PROVED DEAD");
  await type(page, "proved dead");
  await expect(badge(page)).toContainText("DEAD");
  const made = idOf(page);
  await page.goto(`${server.url}/jobs?q=limpet`);
  await expect(page.getByText("Under the pier")).toBeVisible();
  await page.goto(`${server.url}/settings`);
  await expect(page.getByText(/not sent yet/).first()).toBeVisible();
  await expect(page.getByText(/the server can't be reached/).first()).toBeVisible();

  await page.goto(`${server.url}/jobs/${made}/meter`);
  await page.getByRole("link", { name: "Handbook: Meter" }).click();
  await expect(page.getByRole("heading", { name: "Meter", exact: true })).toBeVisible();
  await page.goto(`${server.url}/jobs/${made}`);
  await expect(badge(page)).toContainText("No server contact since", { timeout: 30_000 });
  await server.start("--empty");
  await expect(page.getByRole("heading", { name: /^Job \d+$/ })).toBeVisible({ timeout: 40_000 });
  await expect(badge(page)).not.toContainText("No server contact");
  expect((await onServer(made)).entries.map((e) => e.kind)).toEqual(["opened", "machine", "complaint", "made-safe"]);
});

const BROKEN_STORES = [
  ["is full", "IDBObjectStore.prototype.add = () => { throw new DOMException('full', 'QuotaExceededError'); };"],
  [
    "fails on opening",
    "Object.defineProperty(globalThis, 'indexedDB', { get: () => { throw new DOMException('no', 'InvalidStateError'); } });",
  ],
  [
    "is forbidden, the small stores too,",
    "for (const s of ['localStorage', 'sessionStorage']) Object.defineProperty(globalThis, s, { get: () => { throw new DOMException('denied', 'SecurityError'); } }); IDBFactory.prototype.open = () => { throw new DOMException('denied', 'SecurityError'); };",
  ],
] as const;

for (const [n, [what, breaks]] of BROKEN_STORES.entries())
  test(`storage that ${what}: said plainly, a new job opens, the line is kept until its entry is, work goes on and is sent at once`, async ({
    page,
    browser,
  }) => {
    test.skip(!isTurn(n, 3), "it is the turn of another store");
    await page.addInitScript(breaks);
    await openByForm(page, server.url, "turns, no heat");
    const other = await device(browser);
    const healthy = await other.newPage();
    await healthy.goto(page.url());
    await expect(page.locator("[data-suspect]").first()).toBeVisible();
    await type(page, "live");
    await expect(page.getByRole("alert")).toContainText("This browser can't save");
    await expect(badge(page)).toContainText("LIVE");
    await expect(page.getByText(/\d not sent yet/)).toHaveCount(0);
    expect((await onServer(idOf(page))).entries.at(-1)?.kind).toBe("energised");
    await expect(badge(healthy)).toContainText("LIVE", { timeout: PUSHED_MS });
    await other.close();
  });

test("what was begun and not entered survives a reload: the line, a new job's form", async ({ page }) => {
  await openByForm(page, server.url, "turns, no heat");
  await page.getByLabel("Reading line").fill("element 10");
  await page.reload();
  await expect(page.getByLabel("Reading line")).toHaveValue("element 10");
  await page.goto(`${server.url}/jobs/new`);
  await page.getByLabel("Address", { exact: true }).fill("Half way up the lighthouse");
  await page.reload();
  await expect(page.getByLabel("Address", { exact: true })).toHaveValue("Half way up the lighthouse");
});

test("after the server comes back with an older copy, the browser sends what that lacks, and the page goes on showing it", async ({
  context,
}) => {
  const page = await settled(context);
  await openByForm(page, server.url, "turns, no heat");
  const first = idOf(page);
  await type(page, "proved dead");
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  const folder = mkdtempSync(join(tmpdir(), "yennic-older-"));
  const file = join(folder, "older.db");
  expect(await yennic(server.data, "backup", file)).toBe(0);
  await type(page, "element 10.6");
  await type(page, "element 10.7");
  await openByForm(page, server.url, "no start");
  const second = idOf(page);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  const before = [(await onServer(first)).entries.map((e) => e.id), (await onServer(second)).entries.map((e) => e.id)];
  await server.kill();
  expect(await yennic(server.data, "restore", file)).toBe(0);
  await server.start("--empty");
  await expect.poll(async () => (await onServer(second)).entries?.map((e) => e.id), { timeout: 30_000 }).toEqual(before[1]);
  expect((await onServer(first)).entries.map((e) => e.id)).toEqual(before[0]);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0, { timeout: 20_000 });
  await page.goto(`${server.url}/jobs/${first}`);
  await expect(badge(page)).toContainText("DEAD");
  rmSync(folder, { recursive: true });
});

/** The command line, while this process goes on. */
const yennic = (data: string, ...args: string[]) =>
  new Promise<number | null>((done) => {
    const child = execFile(resolve(ROOT, "yennic"), args, { env: { ...process.env, YENNIC_DATA: data } }, () => done(child.exitCode));
  });
