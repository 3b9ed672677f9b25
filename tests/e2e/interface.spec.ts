import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "@playwright/test";
import { isTurn } from "../turns";
import { alive } from "./support/before-alive";
import { leads, openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";

const server = sharedServer("demo");

async function firstJob(page: Page, words: string): Promise<void> {
  await page.goto(`${server.url}/jobs`);
  await page.getByRole("link", { name: new RegExp(words) }).click();
  await expect(page.locator("[data-suspect]").first()).toBeVisible();
  await expect(page.getByRole("region", { name: "Next" }).getByRole("heading")).not.toHaveText("Calculating…");
  // Keys are heard once the page has come alive.
  await alive(page);
}

async function handOver(page: Page): Promise<void> {
  await visit(page, "Hand over");
  await expect(page.getByRole("region", { name: "Options and prices" })).toContainText("now $");
}

/** With one item open. */
async function stock(page: Page): Promise<void> {
  await page.goto(`${server.url}/stock`);
  await alive(page);
  await page.getByRole("button", { name: /QF-1184$/ }).click();
}

test("axe finds nothing serious, in the light or in the dark", async ({ page }) => {
  await page.emulateMedia({ colorScheme: isTurn(0) ? "light" : "dark" });
  const serious = async () =>
    (await new AxeBuilder({ page }).analyze()).violations
      .filter((v) => v.impact === "serious" || v.impact === "critical")
      .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(" | ")}`);
  await page.goto(`${server.url}/jobs`);
  expect(await serious()).toEqual([]);
  await page.goto(`${server.url}/jobs/new`);
  expect(await serious()).toEqual([]);
  await firstJob(page, "Gannet");
  await page.locator("[data-suspect] button").first().click();
  expect(await serious()).toEqual([]);
  await page.locator('[data-part="element"]').click();
  await page.getByLabel("Reading line").fill("ele");
  expect(await serious()).toEqual([]);
  await handOver(page);
  expect(await serious()).toEqual([]);
  await stock(page);
  expect(await serious()).toEqual([]);
});

test("a whole finding by keyboard alone", async ({ page }) => {
  await firstJob(page, "Gannet");
  await page.keyboard.press("/");
  await expect(page.getByLabel("Reading line")).toBeFocused();
  await page.keyboard.type("elem");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Tab");
  await expect(page.getByLabel("Reading line")).toHaveValue("element ");
  await page.keyboard.type("OL");
  await expect(page.locator("form output")).toHaveText("✓ Heating element, wires off: OL");
  await page.keyboard.press("Enter");
  await leads(page, "Heating element open", 90);
  await page.keyboard.press("ArrowUp");
  await expect(page.getByLabel("Reading line")).toHaveValue("element OL");
  await page.keyboard.press("Control+a");
  await page.keyboard.type("undo");
  await page.keyboard.press("Enter");
  await expect(page.locator('[data-part="element"]')).toHaveAttribute("data-state", "suspect");
  await expect(page.getByText(/Heating element, wires off: OL/).first()).toBeVisible();
  await page.locator('[data-point="H3"]').focus();
  await page.keyboard.press("Enter");
  await page.locator('[data-point="H5"]').focus();
  await page.keyboard.press("Enter");
  const probes = page.getByRole("region", { name: "Probes" });
  await expect(probes.getByRole("row", { name: /A good machine/ })).toContainText("10.7 Ω");
  await expect(probes.getByRole("row", { name: /Heating element open/ })).toContainText("OL");
});

test("choosing a part opens its card with what a good reading is now", async ({ page }) => {
  await firstJob(page, "Gannet");
  await page.locator('[data-part="element"]').click();
  const card = page.getByRole("region", { name: "Heating element" });
  await expect(card).toContainText("5.4 kW at 240 V");
  await expect(card.getByRole("row", { name: /A good machine/ })).toContainText("10.7 Ω");
  await card.getByRole("button", { name: "Enter reading" }).click();
  await expect(page.getByLabel("Reading line")).toHaveValue("element ");
});

test("targets are 44 px or more and nothing runs out of a 390 px wide screen", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const go of [
    () => page.goto(`${server.url}/jobs`),
    () => page.goto(`${server.url}/jobs/new`),
    () => firstJob(page, "Gannet"),
    () => handOver(page),
    () => stock(page),
  ]) {
    await go();
    const small = await page.evaluate(() =>
      [...document.querySelectorAll("button, a[href], select, input:not([type=radio]):not([type=checkbox])")].flatMap((e) => {
        const box = e.getBoundingClientRect();
        return box.width > 0 && (box.height < 43.5 || box.width < 43.5)
          ? [`${e.outerHTML.slice(0, 80)} ${Math.round(box.width)}×${Math.round(box.height)}`]
          : [];
      }),
    );
    expect(small).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
});

test("entering a reading shifts nothing that is being looked at", async ({ page }) => {
  await openJob(page, server.url, "turns, no heat");
  await expect(page.getByRole("region", { name: "Next" }).getByRole("heading")).not.toHaveText("Calculating…");
  await page.evaluate(() => {
    Object.assign(window, { shift: 0 });
    new PerformanceObserver((list) => {
      for (const e of list.getEntries() as (PerformanceEntry & { value: number; sources: { node?: Node }[] })[]) {
        (window as unknown as { shift: number }).shift += e.value;
      }
    }).observe({ type: "layout-shift" });
  });
  await type(page, "proved dead");
  await type(page, "rear off");
  await type(page, "element OL");
  await leads(page, "Heating element open", 80);
  expect(await page.evaluate(() => (window as unknown as { shift: number }).shift)).toBeLessThan(0.1);
});

test("suspects and proposals come from a worker, and a question that is overtaken is not answered", async ({ page }) => {
  await firstJob(page, "Gannet");
  await expect.poll(() => page.workers().length).toBe(1);
  for (const line of ["cycling 0.1", "timer heat contact 0.2", "element OL"]) {
    await page.getByLabel("Reading line").fill(line);
    await page.getByLabel("Reading line").press("Enter");
  }
  await leads(page, "Heating element open", 90);
});
