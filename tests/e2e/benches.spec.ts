import { expect, type Page, test } from "@playwright/test";
import { STAGE_NAMES, STAGES } from "../../src/core/record/job/stages";
import { isTurn, ofTurn } from "../turns";
import { next, openJob, proven, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";

const server = sharedServer("demo");

const line = (page: Page) => page.getByLabel("Reading line");
const here = (page: Page) => page.getByRole("navigation", { name: "Benches" }).locator('[aria-current="page"]');

async function demoJob(page: Page, place: string): Promise<string> {
  await page.goto(`${server.url}/jobs`);
  await page.getByRole("link", { name: new RegExp(place) }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}\/[a-z]+$/);
  await expect(next(page).getByRole("heading")).not.toHaveText("Calculating…");
  return page.url().replace(/\/[a-z]+$/, "");
}

/** Where what stays, stands: the card of what is next, the line, the energy. */
const frame = (page: Page) =>
  page.evaluate(() =>
    ['[aria-label="Next"]', '[aria-label="Reading line"]', '[aria-label="Energy state"]'].map((s) => {
      const box = document.querySelector(s)?.getBoundingClientRect();
      return box && [Math.round(box.left), Math.round(box.top), Math.round(box.width)];
    }),
  );

test("each bench has its address, and keeps what is next, the line and the energy where they are", async ({ page }) => {
  const job = await demoJob(page, "Gannet");
  const first = await frame(page);
  expect(first.every((box) => box !== undefined)).toBe(true);
  for (const stage of ofTurn(STAGES)) {
    await page.goto(`${job}/${stage}`);
    await expect(here(page)).toContainText(STAGE_NAMES[stage]);
    await expect(next(page).getByRole("heading")).not.toHaveText("Calculating…");
    await expect(line(page)).toBeVisible();
    expect([stage, await frame(page)]).toEqual([stage, first]);
    expect(await page.title()).toContain(STAGE_NAMES[stage]);
  }
  expect((await page.goto(`${job}/attic`))?.status()).toBe(404);
});

test("nothing is lost on moving between them: what is typed, what is chosen, what was told; back and forward lead through them", async ({
  page,
}) => {
  test.skip(!isTurn(0), "it is the turn of another");
  const job = await demoJob(page, "Gannet");
  await visit(page, "Meter");
  await page.locator('[data-part="element"]').click();
  await line(page).fill("element 1");
  let loads = 0;
  page.on("load", () => loads++);
  for (const stage of STAGES) {
    await visit(page, STAGE_NAMES[stage]);
    expect(page.url()).toBe(`${job}/${stage}`);
    await expect(line(page)).toHaveValue("element 1");
  }
  await page.goBack();
  await expect(here(page)).toContainText("Prove");
  await page.goBack();
  await expect(here(page)).toContainText("Close up");
  await page.goForward();
  await expect(here(page)).toContainText("Prove");
  await visit(page, "Meter");
  await expect(page.getByRole("region", { name: "Heating element" })).toBeVisible();
  expect(loads).toBe(0);
});

test("by keyboard: from bench to bench, and what each offers", async ({ page }) => {
  test.skip(!isTurn(1), "it is the turn of another");
  await openJob(page, server.url, "turns, no heat");
  const nav = page.getByRole("navigation", { name: "Benches" });
  const go = async (bench: string) => {
    await nav.getByRole("link", { name: new RegExp(bench) }).focus();
    await page.keyboard.press("Enter");
    await expect(here(page)).toContainText(bench);
  };
  const press = async (name: string | RegExp) => {
    const button = page
      .locator("main")
      .getByRole("button", { name, exact: typeof name === "string" })
      .last();
    // Before the page has come alive it can't be focused.
    await expect(button).not.toHaveAttribute("inert");
    await button.focus();
    await page.keyboard.press("Enter");
  };
  const recorded = (words: string) => expect(page.getByLabel("Record", { exact: true }).getByText(words).first()).toBeVisible();

  await go("Watch it run");
  await press("Turns: drum turns");
  await recorded("Drum turns");
  await go("Supply & air");
  await press(/: air strong$/);
  await recorded("Air strong");
  await go("Make safe");
  await press("Record breaker locked out");
  for (const step of ["Meter reads the source", "0 V on every pair", "Still reads the source"]) await press(step);
  await recorded("Proved dead: breaker off");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("PROVED DEAD");
  await go("Open up");
  await press("Rear panel: mark removed");
  await recorded("Rear panel off");
  await go("Meter");
  await page.locator('[data-part="element"]').focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Heating element" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("/");
  await page.keyboard.type("element OL");
  await page.keyboard.press("Enter");
  await recorded("Heating element, wires off: OL");
  await go("Fit");
  await press("Enter repair");
  await expect(line(page)).toBeFocused();
  await expect(line(page)).toHaveValue(/^(fitted|fixed|remade) /);
  await page.keyboard.press("Control+a");
  await page.keyboard.type("fitted element");
  await page.keyboard.press("Enter");
  await recorded("Replaced: heating element");
  await page.keyboard.type("plug check passed");
  await page.keyboard.press("Enter");
  await recorded("Seen to: Plug check, before power.");
  await go("Close up");
  await press("Mark reinstalled");
  await recorded("Rear panel back on");
  await page.keyboard.press("/");
  await page.keyboard.type("energised");
  await page.keyboard.press("Enter");
  await go("Prove");
  for (const answer of ["starts", "drum turns", "warm air", "heat cycles normally", "air strong"]) {
    await page.getByRole("form", { name: "Test run" }).getByLabel(answer, { exact: true }).focus();
    await page.keyboard.press("Space");
  }
  await page.keyboard.press("Enter");
  await proven(page);
  await go("Hand over");
  await expect(page.locator("main")).toContainText("starts, turns, heats, cycles yes, air strong");
  await go("Intake");
  await expect(page.locator("main")).toContainText("“turns, no heat”");
});

test("one entry is one fold and one question, until it is on the server and drawn", async ({ page }) => {
  await demoJob(page, "Gannet");
  await visit(page, "Meter");
  const count = (name: string) => page.evaluate((n) => performance.getEntriesByName(`yennic ${n}`).length, name);
  const counts = async () => [await count("fold"), await count("question")];
  await page.waitForTimeout(500);
  const before = await counts();
  await type(page, "cycling 0.1");
  await expect(page.locator('[data-part="cycling-thermostat"]')).toContainText("0.1 Ω");
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await page.evaluate(() => dispatchEvent(new Event("focus")));
  await page.waitForTimeout(800);
  expect(await counts()).toEqual([(before[0] ?? 0) + 1, (before[1] ?? 0) + 1]);
});

test("a stage goes on with the work for who stands there; an entry that this program can't read is shown and stops nothing", async ({
  page,
}) => {
  await openJob(page, server.url, "no start");
  await type(page, "no start");
  const job = page.url().split("/").at(-2) ?? "";
  const strange = {
    id: "01a21143-3354-7a26-87c4-ceb741b44265",
    stream: { of: "job", id: job },
    at: new Date().toISOString(),
    by: "A newer program",
    kind: "x-ray",
    version: 3,
    body: { film: "blue" },
  };
  const posted = await fetch(`${server.url}/api/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries: [strange] }),
  });
  expect(posted.status).toBe(200);
  await page.reload();
  await expect(page.getByLabel("Record", { exact: true }).getByText(/a kind of entry that this program does not know/)).toBeVisible();
  await type(page, "proved dead");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("PROVED DEAD");
});
