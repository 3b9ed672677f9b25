import { expect, test } from "@playwright/test";
import { openJob, visit } from "./hidden-fault";
import { Server } from "./server";
import { bothWays } from "./ways";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

bothWays((way, press) => {
  test(`the way of the air, place by place: found, counted, cleaned apart from what was found, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Supply");
    const record = page.getByLabel("Record").locator("li");
    await press(page, "Lint screen: clean");
    await expect(record.first()).toContainText("Lint screen: clean");
    await visit(page, "Supply");
    await page.getByRole("spinbutton", { name: "Louvres in all" }).fill("4");
    await page.getByRole("spinbutton", { name: "Louvres open" }).fill("1");
    await press(page, "Hood outside: louvres stuck");
    await expect(record.first()).toContainText("Hood outside: louvres stuck, 1 of 4 louvres open");
    await visit(page, "Supply");
    await expect(page.getByRole("button", { name: "Hood outside: louvres stuck", exact: true })).toHaveAttribute("aria-pressed", "true");
    await press(page, "Hood outside: it is cleaned now");
    await expect(record.first()).toContainText("Cleaned: hood outside");
    await visit(page, "Supply");
    await expect(page.getByLabel("Air, place by place")).toContainText("✓ cleaned");
    await expect(page.getByRole("button", { name: "Hood outside: louvres stuck", exact: true })).toHaveAttribute("aria-pressed", "true");
  });

  test(`what each state of the supply shows and does, from this machine's circuit, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Supply");
    await page.getByText("What the supply would show").click();
    const row = (name: string) => page.getByRole("row", { name: new RegExp(name) });
    await expect(row("As it should be")).toContainText("240 V");
    await expect(row("leg L2 missing")).toContainText("starts, no heat");
    await expect(row("leg L1 missing")).toContainText("0 V / 120 V");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
  });
});
