import { expect, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { Server } from "./support/server";
import { bothWays } from "./support/ways";

const server = new Server();
test.beforeAll(() => server.start("--empty"));
test.afterAll(() => server.remove());

bothWays((way, press) => {
  test(`my own meter: typed in the settings, used on a job, and it changes what can be told, ${way}`, async ({ page }) => {
    await page.goto(`${server.url}/settings`);
    await press(page, "Add a meter");
    const form = page.getByRole("form", { name: "A meter" });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
    await form.getByLabel("Its name").fill("Coarse old one");
    await form.getByLabel("Range 1, ± % of reading").fill("lots");
    await press(page, "Keep the meter");
    await expect(form.getByRole("alert")).toContainText("Range 1: “lots” is no number from 0 to 50");
    await form.getByLabel("Range 1, ± % of reading").fill("20");
    await press(page, "Keep the meter");
    await expect(page.getByRole("region", { name: "Your meters" })).toContainText("Coarse old one");
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await type(page, "leads 0.2");
    await visit(page, "Meter");
    await page.getByLabel("Reading line").fill("element 10.8");
    const judged = page.getByRole("region", { name: "Judgement" });
    await expect(judged.getByRole("strong")).toHaveText("Pass");
    await page.getByLabel("Reading line").fill("");
    await press(page, "One part");
    await page.getByLabel("Measured with").selectOption("Coarse old one");
    await expect(page.getByLabel("Record")).toContainText("Measured with: Coarse old one");
    await type(page, "leads 0.2");
    await page.getByLabel("Reading line").fill("element 10.8");
    await expect(judged.getByRole("strong")).toHaveText("Can’t tell");
    await expect(judged).toContainText("It may be off by 20 %");
  });
});
