import { expect, type Page, test } from "@playwright/test";
import { v7 } from "uuid";
import { STAGES } from "../../src/core/record/job/stages";
import { ofTurn } from "../turns";
import { alive, places } from "./support/before-alive";
import { next, openByForm, openJob, type } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothSizes } from "./support/ways";

const server = sharedServer();

interface Answer {
  entries: { id: string; kind: string; body: { result?: { value: number } } }[];
}

test("the server is killed in a stream of entries, three more are typed, and each arrives once, in order", async ({ page }) => {
  await openByForm(page, server.url, "turns, no heat");
  const id = page.url().split("/").at(-2) ?? "";
  await type(page, "proved dead");

  // A second stream straight at the server tells which entries it acknowledged before it died.
  const acknowledged: string[] = [];
  let streaming = true;
  const other = v7();
  const stream = (async () => {
    const send = async (kind: string, body: object) => {
      const entry = { id: v7(), job: other, at: new Date().toISOString(), by: "Stream", kind, body };
      const response = await fetch(`${server.url}/api/entries`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ entries: [entry] }),
      });
      if (response.ok) acknowledged.push(entry.id);
    };
    await send("opened", { customer: "S", place: "S", liveTests: false });
    while (streaming) {
      await send("sighting", { sight: "turns", value: "yes" }).catch(() => (streaming = false));
      await new Promise((r) => setTimeout(r, 10));
    }
  })();

  const typed: number[] = [];
  for (let i = 1; i <= 6; i++) {
    await type(page, `element 10.${i}`);
    typed.push(10 + i / 10);
    if (i === 4) await server.kill();
  }
  streaming = false;
  await stream;
  await type(page, "element 11.1");
  await type(page, "element 11.2");
  await type(page, "element 11.3");
  typed.push(11.1, 11.2, 11.3);
  await expect(page.getByText(/not sent yet/).first()).toBeVisible();
  await expect(page.locator("[data-suspect]").first()).toBeVisible();
  expect(acknowledged.length).toBeGreaterThan(3);

  await server.start("--empty");
  await expect(page.getByText(/not sent yet/)).toHaveCount(0, { timeout: 30_000 });
  const { entries } = (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as Answer;
  expect(entries.filter((e) => e.kind === "finding").map((e) => e.body.result?.value)).toEqual(typed);
  expect(new Set(entries.map((e) => e.id)).size).toBe(entries.length);
  const streamed = ((await (await fetch(`${server.url}/api/jobs/${other}`)).json()) as Answer).entries.map((e) => e.id);
  expect(acknowledged.filter((a) => !streamed.includes(a))).toEqual([]);
  expect(new Set(streamed).size).toBe(streamed.length);
  await page.reload();
  await page.getByRole("button", { name: /^All \d+/ }).click();
  for (const ohms of typed) await expect(page.getByText(`Heating element, wires off: ${ohms.toFixed(1)} Ω`)).toHaveCount(1);
});

test("what is typed before the page comes alive is not lost", async ({ page }) => {
  await openByForm(page, server.url, "no start");
  await page.route("**/JobView*.js", async (route) => {
    await new Promise((r) => setTimeout(r, 1500));
    await route.continue();
  });
  await page.reload({ waitUntil: "commit" });
  await page.getByLabel("Reading line").fill("lamp yes");
  await expect(page.locator("form output")).toHaveText("✓ Lamp lights");
  await page.getByLabel("Reading line").press("Enter");
  await expect(page.getByText("Lamp lights").first()).toBeVisible();
});

test("what is touched before the page comes alive is done once it has: a part of the sheet, the cases of the supply, the form of a new job", async ({
  page,
}) => {
  await page.route("**/*.js", async (route) => {
    await new Promise((r) => setTimeout(r, 1500));
    await route.continue();
  });
  await openByForm(page, server.url, "turns, no heat");
  await page.goto(page.url().replace(/[a-z]+$/, "meter"), { waitUntil: "commit" });
  await page.locator('[data-part="element"]').click();
  await expect(page.getByRole("region", { name: "Heating element" })).toBeVisible();
  await page.goto(page.url().replace(/[a-z]+$/, "air"), { waitUntil: "commit" });
  await page.getByText("What each supply fault shows").click();
  await expect(page.getByRole("row", { name: /Normal/ })).toContainText("240 V");
});

test("benches moved by a finger before the page comes alive stay where they were put, and the one touched is gone to", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openByForm(page, server.url, "turns, no heat");
  const benches = page.getByRole("navigation", { name: "Benches" });
  let comeAlive: () => void = () => {};
  const held = new Promise<void>((resolve) => {
    comeAlive = resolve;
  });
  await page.route("**/*.js", async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(page.url().replace(/[a-z]+$/, "close"), { waitUntil: "commit" });
  const place = () => benches.evaluate((strip) => strip.scrollLeft);
  await expect.poll(place).toBeGreaterThan(100);
  await benches.evaluate((strip) => strip.scrollTo(0, 0));
  comeAlive();
  await alive(page);
  await expect(next(page)).toHaveAttribute("data-working", "false");
  expect(await place()).toBe(0);
  await benches.getByRole("link", { name: "Intake" }).click();
  await expect(page).toHaveURL(/intake$/);
  expect(await place()).toBe(0);
});

test("what is next stands in the page before any script has run, and can't be touched until it would be heard", async ({
  page,
  browser,
}) => {
  await openByForm(page, server.url, "turns, no heat");
  await expect(next(page)).toHaveAttribute("data-working", "false");
  const title = await next(page).getByRole("heading").innerText();
  const deaf = await browser.newContext({ javaScriptEnabled: false });
  const still = await deaf.newPage();
  await goWorkedOut(still, page.url(), title);
  await expect(next(still).locator("button[inert]").first()).toBeVisible();
  await alive(page);
  await deaf.close();
});

bothSizes((viewport) =>
  test("what can be touched stands where it will stay, before any script has run", async ({ page, browser }) => {
    await openJob(page, server.url, "no start");
    // The same machine again: earlier visits take their room too.
    await openByForm(page, server.url, "turns, no heat");
    await expect(next(page)).toHaveAttribute("data-working", "false");
    const deaf = await browser.newContext({ javaScriptEnabled: false, viewport });
    const still = await deaf.newPage();
    const moved: string[] = [];
    for (const bench of ofTurn(STAGES)) {
      const address = page.url().replace(/[a-z]+$/, bench);
      await page.goto(address);
      await expect(next(page)).toHaveAttribute("data-working", "false");
      await goWorkedOut(still, address, await next(page).getByRole("heading").innerText());
      if (bench === "watch") await expect(page.getByRole("img", { name: "The run over time" }).locator("rect").first()).toBeVisible();
      const before = await places(still, TOUCHED);
      expect(before.length).toBeGreaterThan(10);
      const alive = await places(page, TOUCHED);
      moved.push(...before.filter((one) => !alive.includes(one)).map((one) => `${bench}: ${one}`));
    }
    expect(moved).toEqual([]);
    await deaf.close();
  }),
);

/** Goes there until the page comes with what is next: the first of a machine may wait for its table in vain. */
const goWorkedOut = (page: Page, address: string, title: string): Promise<void> =>
  expect(async () => {
    await page.goto(address);
    await expect(next(page).getByRole("heading")).toHaveText(title, { timeout: 1000 });
  }).toPass();

/** The links to the benches and the buttons of this one. */
const TOUCHED = "nav a, main > :first-child > :first-child button";

test("an entry that the server refuses is kept, shown with the reason, and holds up no other", async ({ page }) => {
  await openByForm(page, server.url, "no start");
  await page.route("**/api/entries", async (route) => {
    const text = route.request().postData() ?? "";
    const { entries } = JSON.parse(text) as { entries: { id: string }[] };
    const refused = entries
      .filter((e) => JSON.stringify(e).includes('"hums"'))
      .map(({ id }, index) => ({ id, index, message: "not today" }));
    // Whatever the server itself would say: some refused by name, the others to be sent again.
    if (refused.length > 0) await route.fulfill({ status: 400, json: { journal: "j", acknowledged: [], refused } });
    else await route.continue();
  });
  await type(page, "hums");
  await type(page, "lamp yes");
  await expect(page.getByRole("alert")).toContainText("not today");
  await expect(page.getByRole("alert")).toContainText("Hums, does not turn");
  await page.getByRole("button", { name: "Discard" }).click();
  await expect(page.getByRole("alert")).toHaveCount(0);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
});

test("a refused reading goes back into the line as it was typed, and can be sent again as it is", async ({ page }) => {
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "proved dead");
  await page.route("**/api/entries", async (route) => {
    const { entries } = JSON.parse(route.request().postData() ?? "") as { entries: { id: string; kind: string }[] };
    const refused = entries.filter((e) => e.kind === "finding").map(({ id }, index) => ({ id, index, message: "not today" }));
    if (refused.length > 0) await route.fulfill({ status: 400, json: { journal: "j", acknowledged: [], refused } });
    else await route.continue();
  });
  await type(page, "element 10.6");
  await page.getByRole("button", { name: "Edit and resend…" }).click();
  await expect(page.getByLabel("Reading line")).toHaveValue("element 10.6");
  await expect(page.locator("form output")).toContainText("✓");
  await page.unroute("**/api/entries");
  await page.getByRole("button", { name: "Send again" }).click();
  await expect(page.getByRole("alert")).toHaveCount(0);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await expect(page.getByText("Heating element, wires off: 10.6 Ω").first()).toBeVisible();
});
