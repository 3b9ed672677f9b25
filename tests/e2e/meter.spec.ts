import { expect, type Page, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

const judged = (page: Page) => page.getByRole("region", { name: "Judgment" });
const line = (page: Page) => page.getByLabel("Reading line");

async function openMachine(page: Page): Promise<void> {
  await openJob(page, server.url, "turns but no heat");
  await type(page, "proved dead");
  await type(page, "rear off");
  await visit(page, "Meter");
}

test.describe("at 1280, by keyboard", () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test("a reading is judged while it is typed, kept by Enter, and judged anew once the leads are zeroed", async ({ page }) => {
    await openMachine(page);
    await line(page).fill("element 9.7");
    await expect(judged(page)).toContainText("Heating element");
    await expect(judged(page)).toContainText("Can’t tell");
    await expect(judged(page)).toContainText("Could be in or out of normal, 9.6 to 11.7 Ω");
    await line(page).fill("leads 0.1");
    await line(page).press("Enter");
    await expect(judged(page).getByRole("button", { name: "Leads 0.1 Ω" })).toBeVisible();
    await line(page).fill("element 7.9");
    await expect(judged(page).getByRole("strong")).toHaveText("Fail");
    await expect(judged(page)).toContainText("minus leads 0.1 Ω");
    await line(page).press("Enter");
    await expect(line(page)).toHaveValue("");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("Heating element, wires off: 7.9 Ω");
  });
});

test.describe("at 390, by touch", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("a part that is touched says what a healthy one reads; its reading, made with the keys, what it comes to", async ({ page }) => {
    await openMachine(page);
    await page.locator('[data-part="cut-off"]').tap();
    await expect(judged(page)).toContainText("Thermal cut-off");
    await expect(judged(page)).toContainText("under 0.5 Ω");
    await page.getByRole("region", { name: "Thermal cut-off" }).getByRole("button", { name: "Enter reading" }).tap();
    const keys = page.getByRole("group", { name: "Keypad" });
    await keys.getByRole("button", { name: "OL", exact: true }).tap();
    await expect(judged(page).getByRole("strong")).toHaveText("Fail");
    await expect(judged(page)).toContainText("OL may be varnish under the tip");
    await judged(page).getByRole("button", { name: "Zero leads" }).tap();
    await expect(line(page)).toHaveValue("leads ");
  });
});

bothWays((way, press) => {
  test(`my own meter: typed in the settings, used on a job, and it changes what can be told, ${way}`, async ({ page }) => {
    await page.goto(`${server.url}/settings`);
    await press(page, "Add a meter");
    const form = page.getByRole("form", { name: "A meter" });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
    await form.getByLabel("Name", { exact: true }).fill("Coarse old one");
    await form.getByLabel("Range 1, ±% of reading").fill("lots");
    await press(page, "Save meter");
    await expect(form.getByRole("alert")).toContainText("Range 1: Enter a number from 0 to 50, not “lots”");
    await form.getByLabel("Range 1, ±% of reading").fill("20");
    await press(page, "Save meter");
    await expect(page.getByRole("region", { name: "Your meters" })).toContainText("Coarse old one");
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await type(page, "leads 0.2");
    await visit(page, "Meter");
    await page.getByLabel("Reading line").fill("element 10.8");
    const judged = page.getByRole("region", { name: "Judgment" });
    await expect(judged.getByRole("strong")).toHaveText("Pass");
    await page.getByLabel("Reading line").fill("");
    await press(page, "One part");
    await page.getByLabel("Measured with").selectOption("Coarse old one");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("Measured with: Coarse old one");
    await type(page, "leads 0.2");
    await page.getByLabel("Reading line").fill("element 10.8");
    await expect(judged.getByRole("strong")).toHaveText("Can’t tell");
    await expect(judged).toContainText("Meter accuracy ±(20%");
  });
});
