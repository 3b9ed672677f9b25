import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { v7 } from "uuid";
import { overlapping, pagesOf, wordsOf } from "../report/read-pdf";
import { next, openJob, sayAll, type, visit } from "./support/hidden-fault";
import { jpegOf } from "./support/picture";
import { Server } from "./support/server";
import { bothSizes, bothWays } from "./support/ways";

const server = new Server();
const elsewhere = new Server();
test.beforeAll(async () => {
  await Promise.all([server.start("--empty"), elsewhere.start("--empty")]);
});
test.afterAll(() => Promise.all([server.remove(), elsewhere.remove()]));

const record = (page: Page) => page.getByLabel("Record", { exact: true });
const parts = (page: Page) => page.getByRole("region", { name: "Parts of this job" });
const idOf = (page: Page): string => page.url().split("/").at(-2) ?? "";

/** The row of a job in the list as the server has it. */
async function row(page: Page, id: string): Promise<{ waits: string; unsafe: string | null; closed: boolean; place: number }> {
  const { jobs } = (await (await page.request.get(`${server.url}/api/jobs`)).json()) as {
    jobs: { id: string; waits: string; unsafe: string | null; closed: boolean }[];
  };
  const place = jobs.findIndex((j) => j.id === id);
  const found = jobs[place];
  if (!found) throw new Error(`no job ${id} in the list`);
  return { ...found, place };
}

/** A job of somebody else, whose machine stands open. */
async function standsOpen(page: Page): Promise<void> {
  const { machine } = (
    (await (await page.request.get(`${server.url}/api/jobs/${idOf(page)}`)).json()) as {
      entries: { kind: string; body: { machine: unknown } }[];
    }
  ).entries.find((e) => e.kind === "machine")?.body ?? { machine: undefined };
  const job = v7();
  const entry = (kind: string, version: number, body: object) => ({
    ...stockEntry(kind, body),
    version,
    stream: { of: "job", id: job },
  });
  const entries = [
    entry("opened", 1, { customer: "Miss Other", place: "Elsewhere", liveTests: false }),
    entry("machine", 3, { machine }),
    entry("panel", 1, { panel: "rear", state: "off" }),
  ];
  const told = await page.request.post(`${server.url}/api/entries`, { data: { entries }, headers: { origin: server.url } });
  expect(told.ok(), await told.text()).toBe(true);
}

/** The simulated supplier's calendar goes on by so many days. */
async function daysPass(page: Page, days: number): Promise<void> {
  for (let i = 0; i < days; i++) {
    const body = { entries: [stockEntry("supplier-day", { days: 1 })] };
    expect((await page.request.post(`${server.url}/api/entries`, { data: body, headers: { origin: server.url } })).ok()).toBe(true);
  }
}

const stockEntry = (kind: string, body: object) => ({
  id: v7(),
  stream: { of: "stock", id: "shop" },
  at: new Date().toISOString(),
  by: "Test clock",
  kind,
  version: 1,
  body,
});

bothWays((way, press) => {
  test(`a part is ordered, a wrong one comes, the right one is fitted after two days and a restart, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    for (const line of ["proved dead", "rear off", "element OL"]) await type(page, line);
    await visit(page, "Fit");
    await press(page, /^Parts$/);
    await press(page, "Order QF-1191B");
    await page.getByLabel("Simulated supplier").selectOption("wrong");
    await press(page, "Order one");
    await expect(record(page)).toContainText("Needed: heating element, ordered");
    await expect(parts(page)).toContainText(/Heating element, second issue: confirmed, due/);
    const id = idOf(page);
    await expect.poll(async () => (await row(page, id)).waits).toContain("Waiting on heating element, second issue: confirmed");

    // Another job stands open too and is newer: it comes first until the part is here.
    await standsOpen(page);
    expect((await row(page, id)).place).toBeGreaterThan(0);
    await daysPass(page, 5);
    await expect(parts(page)).toContainText("arrived: inspect it");
    await expect(parts(page)).toContainText("The box says QF-0900");
    await expect.poll(async () => (await row(page, id)).waits).toContain("Heating element, second issue arrived: inspect it");
    expect((await row(page, id)).place).toBe(0);
    await press(page, "Mark wrong part");
    await page.getByLabel("What is wrong with it").fill("terminals in a bag, no coil");
    await page.keyboard.press("Enter");
    await expect(parts(page)).toContainText("wrong one returned");

    await daysPass(page, 1);
    await expect(parts(page)).toContainText("on its way");
    await server.kill();
    await server.start("--empty");
    await page.reload();
    await daysPass(page, 1);
    await expect(parts(page)).toContainText("The box says QF-1191B");
    await press(page, "Mark correct, put in stock");
    await expect(parts(page)).toContainText("in van 1");

    await type(page, "fitted element");
    await press(page, /^van 1: QF-1191B$/);
    await expect(parts(page)).toContainText("Used: Heating element, second issue, QF-1191B");
    await expect(record(page)).toContainText("Used: Heating element, second issue, QF-1191B");
    await page.goto(`${server.url}/stock`);
    await expect(page.getByRole("heading", { name: "Stock by location" })).toBeVisible();
    await expect(page.getByLabel("Counts that don't match")).toHaveCount(0);
  });

  test(`a repair that is declined leaves an unsafe machine marked, and never unmarked, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "heats when it stands");
    for (const line of ["proved dead", "rear off", "element cab 12"]) await type(page, line);
    await visit(page, "Hand over");
    await press(page, "Customer declined…");
    const form = page.getByRole("region", { name: "Declined work" });
    await form.getByLabel("Why, in the customer’s words").fill("=too(dear)");
    const keep = form.getByRole("button", { name: "Save declined work" });
    await keep.click();
    await expect(form.getByRole("alert")).toContainText("First answer: is it unsafe");
    for (const question of ["Is it unsafe to use right now?", "Does this end the visit?"])
      await form.getByRole("group", { name: question }).getByRole("button", { name: "Yes" }).click();
    await keep.click();
    await expect(form.getByRole("alert")).toContainText("unplug it, turn the gas off, tag it DO NOT USE");
    await form.getByRole("checkbox").check();
    await keep.click();
    await expect(record(page)).toContainText("tagged DO NOT USE; the visit ends here");
    await expect(page.getByRole("article", { name: "The customer’s page" })).toContainText("Do not use your dryer");
    const id = idOf(page);
    await expect.poll(async () => (await row(page, id)).unsafe).toContain("Tagged DO NOT USE");
    expect((await row(page, id)).closed).toBe(true);
  });
});

/** A gas job to its close, with a leak test, a photo and what nobody saw. */
async function gasJob(page: Page): Promise<void> {
  await openJob(page, server.url, "turns, no heat, no glow", "kelvane-g14");
  for (const line of [
    "starts, turns",
    "no glow",
    "air strong",
    "proved dead",
    "gas shut",
    "lower front off",
    "igniter OL",
    "fitted igniter",
    "igniter 190",
    "skip plug check, no meter leads long enough",
  ])
    await type(page, line);
  await visit(page, "Fit");
  await page.getByRole("button", { name: "Photos", exact: true }).click();
  const picture = await jpegOf(page, 1200, 900);
  await page.locator('input[type="file"][multiple]').setInputFiles({ name: "igniter.jpg", mimeType: "image/jpeg", buffer: picture });
  await expect(record(page)).toContainText("Photo of");
  await page.getByRole("button", { name: "Burner", exact: true }).click();
  await page.getByRole("button", { name: "Joints" }).click();
  await page.getByRole("button", { name: "Opened: union at the valve" }).click();
  await page.getByRole("button", { name: "union at the valve: tight" }).click();
  for (const line of ["lower front on", "gas open", "energised"]) await type(page, line);
  await page.getByLabel("Reading line").fill("prove");
  await page.getByLabel("Reading line").press("Enter");
  const form = page.getByRole("form", { name: "Test run" });
  for (const answer of ["starts", "drum turns", "warm air", "heat cycles normally"]) await form.getByLabel(answer, { exact: true }).check();
  await form.getByLabel("not seen", { exact: true }).last().check();
  await form.getByLabel(/Say why/).fill("no ladder");
  await form.getByRole("button", { name: "Go to the test run" }).click();
}

async function pdf(page: Page, paper: "A4" | "Letter"): Promise<Buffer> {
  await page.getByLabel("Paper").selectOption(paper);
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Customer PDF" }).click();
  return readFileSync(await (await saved).path());
}

bothSizes(() => {
  test("a gas job: agreed, closed with a reservation, said, signed; its report read back from the PDF; taken elsewhere it is the same", async ({
    page,
    browser,
  }) => {
    await gasJob(page);
    await visit(page, "Hand over");
    const age = page.getByLabel(/Age of the machine, years/);
    await age.fill("9,5");
    await age.blur();
    await expect(record(page)).toContainText("The machine is 9.5 years old");
    await page.getByRole("button", { name: /^Record approval: Igniter$/ }).click();
    await expect(record(page)).toContainText("Agreed: Igniter, $");
    await next(page).getByRole("button", { name: "Close with exceptions" }).click();
    await expect(next(page)).toContainText("State the cause…");
    await page.getByRole("button", { name: "State the cause…" }).first().click();
    await page.getByLabel("What was wrong").first().fill("The igniter had burnt through");
    await page.getByRole("button", { name: "Save", exact: true }).first().click();
    await sayAll(page);
    await next(page).getByRole("button", { name: "Sign" }).click();
    const canvas = page.getByLabel("Sign here");
    const box = await canvas.boundingBox();
    if (!box) throw new Error("nowhere to sign");
    await page.mouse.move(box.x + 30, box.y + 90);
    await page.mouse.down();
    for (const [x, y] of [
      [80, 30],
      [120, 110],
      [170, 50],
      [240, 95],
    ] as const)
      await page.mouse.move(box.x + x, box.y + y, { steps: 4 });
    await page.mouse.up();
    await page.getByRole("button", { name: "Finish handover" }).click();
    await expect(next(page)).toContainText("Handed over to Mr Probatum");

    const files: Buffer[] = [];
    for (const paper of ["A4", "Letter"] as const) {
      const bytes = await pdf(page, paper);
      files.push(bytes);
      const pages = await pagesOf(bytes);
      const words = wordsOf(pages);
      for (const says of [
        "Your dryer is repaired. Some checks were not done.",
        "For Mr Probatum, Testing quay 1",
        "The igniter had burnt through",
        "✗ OL",
        "✓ 190 Ω",
        "Leak test, union at the valve: tight (soap solution, Tess Trier)",
        "⚠ Airflow at the hood not seen",
        "no ladder",
        "Total due",
        "Igniter",
        "Mr Probatum,",
        "Tess Trier, Your shop",
      ])
        expect(words, `${paper}: ${says}`).toContain(says);
      expect(overlapping(pages)).toEqual([]);
      expect(bytes.toString("latin1")).toContain("/DCTDecode");
    }
    expect((await pdf(page, "A4")).equals(files[0] as Buffer)).toBe(true);

    // Taken out, brought in where nothing is: the same job, suspects and report; a second time nothing doubles.
    const shares = async (p: Page) => {
      await visit(p, "Meter");
      await expect(p.locator("[data-suspect]").first()).toBeVisible();
      await expect(next(p)).toHaveAttribute("data-working", "false");
      return p.locator("[data-suspect]").allTextContents();
    };
    const said = await shares(page);
    await visit(page, "Hand over");
    await page.getByText("Export job").click();
    const saved = page.waitForEvent("download");
    await page.getByRole("button", { name: "The whole job (zip)" }).click();
    const zip = readFileSync(await (await saved).path());
    const other = await (await browser.newContext({ acceptDownloads: true })).newPage();
    await other.goto(`${elsewhere.url}/settings`);
    await expect(other.getByLabel("The job’s file")).toBeEnabled();
    const bring = async (buffer: Buffer) =>
      other.getByLabel("The job’s file").setInputFiles({ name: "job.zip", mimeType: "application/zip", buffer });
    await bring(zip);
    await expect(other.getByRole("status")).toContainText("entries imported");
    await bring(zip);
    await expect(other.getByRole("status")).toContainText("Already here, nothing added");
    const broken = Buffer.from(zip);
    broken[Math.floor(zip.length / 2)] = (broken[Math.floor(zip.length / 2)] ?? 0) ^ 0xff;
    await bring(broken);
    await expect(other.getByRole("alert")).toContainText("Nothing was written");
    const id = idOf(page);
    const entriesAt = async (url: string) =>
      ((await (await page.request.get(`${url}/api/jobs/${id}`)).json()) as { entries: unknown[] }).entries;
    expect(await entriesAt(elsewhere.url)).toEqual(await entriesAt(server.url));
    await other.goto(`${elsewhere.url}/jobs/${id}/hand`);
    await expect(next(other)).toContainText("Handed over to Mr Probatum");
    await expect(other.getByRole("article", { name: "The customer’s page" })).toContainText("Igniter");
    expect((await pdf(other, "A4")).equals(files[0] as Buffer)).toBe(true);
    expect(await shares(other)).toEqual(said);
    await other.context().close();
  });
});
