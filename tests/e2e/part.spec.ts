import { expect, type Page, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays, type Press } from "./support/ways";

const server = sharedServer();

async function openPart(page: Page, press: Press, machine: string, part: string): Promise<void> {
  await openJob(page, server.url, "turns but no heat", machine);
  await type(page, "proved dead");
  await visit(page, "Meter");
  await press(page, "One part");
  await page.getByLabel("Part", { exact: true }).selectOption(part);
}

async function read(page: Page, press: Press, what: RegExp, value: string): Promise<void> {
  await press(page, what);
  await page.getByRole("table").getByRole("textbox").fill(value);
  await page.keyboard.press("Enter");
}

bothWays((way, press) => {
  test(`one part: where the leads go, every state judged, a new one beside the old, ${way}`, async ({ page }) => {
    await openPart(page, press, "orrinshaw-e27", "high-limit");
    const pane = page.getByRole("region", { name: "One part" });
    await expect(pane).toContainText("Pull the wire off H2. Probes on H2 and H3. Meter on ohms.");
    await read(page, press, /^Read .*Closed, in the machine/, "0.2");
    await expect(pane.getByRole("row", { name: /^Closed/ })).toContainText("0.2 Ω pass");
    await press(page, /^Read .*Heated.*, in the machine/);
    await page.getByRole("table").getByRole("textbox").fill("12 V");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("table").getByRole("alert")).toContainText("“12 V” is in V; expected Ω");
    await page.getByRole("table").getByRole("textbox").fill("0.3");
    await page.keyboard.press("Enter");
    await expect(pane.getByRole("row", { name: /^Heated/ })).toContainText("0.3 Ω fail");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("High-limit thermostat, wires off: 0.3 Ω hot");
    await press(page, /^Read .*Heated.*, new, on the bench/);
    await press(page, "OL");
    await expect(pane.getByRole("row", { name: /^Heated/ })).toContainText("OL pass");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("New, on the bench: High-limit thermostat: OL hot");
    await expect(pane.getByRole("row", { name: /^To the cabinet/ })).toContainText("once fitted");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
  });

  test(`a thermistor on its curve: drift, and whether it falls in the hand, ${way}`, async ({ page }) => {
    const refused: string[] = [];
    page.on("console", (m) => m.text().includes("Content Security Policy") && refused.push(m.text()));
    await openPart(page, press, "brisk-tolley-v45e", "ntc");
    await read(page, press, /^Read .*Terminal to terminal, in the machine/, "14.2k");
    await read(page, press, /^Read .*hand.*, in the machine/, "13.9k");
    const curve = page.getByRole("figure", { name: "Its curve" });
    await expect(curve).toContainText("14.2 kΩ at 72 °F (assumed, ±13 °F)");
    await expect(curve).toContainText("didn't drop");
    await expect(curve.locator(".apexcharts-svg")).toBeVisible();
    expect(refused).toEqual([]);
  });
});
