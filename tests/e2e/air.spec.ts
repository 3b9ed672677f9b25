import { expect, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

bothWays((way, press) => {
  test(`the way of the air, place by place: found, counted, cleaned apart from what was found, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Supply");
    const record = page.getByLabel("Record", { exact: true }).locator("li");
    await press(page, "Lint screen: clean");
    await expect(record.first()).toContainText("Lint screen: clean");
    await visit(page, "Supply");
    await page.getByRole("spinbutton", { name: "Louvers in all" }).fill("4");
    await page.getByRole("spinbutton", { name: "Louvers open" }).fill("1");
    await press(page, "Hood outside: louvers stuck");
    await expect(record.first()).toContainText("Hood outside: louvers stuck, 1 of 4 louvers open");
    await visit(page, "Supply");
    await expect(page.getByRole("button", { name: "Hood outside: louvers stuck", exact: true })).toHaveAttribute("aria-pressed", "true");
    await press(page, "Hood outside: mark cleaned");
    await expect(record.first()).toContainText("Cleaned: hood outside");
    await visit(page, "Supply");
    await expect(page.getByLabel("Air, place by place")).toContainText("✓ cleaned");
    await expect(page.getByRole("button", { name: "Hood outside: louvers stuck", exact: true })).toHaveAttribute("aria-pressed", "true");
  });

  test(`what each state of the supply shows and does, from this machine's circuit, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Supply");
    await page.getByText("What each supply fault shows").click();
    const row = (name: string) => page.getByRole("row", { name: new RegExp(name) });
    await expect(row("Normal")).toContainText("240 V");
    await expect(row("L2 leg dead")).toContainText("starts, no heat");
    await expect(row("L1 leg dead")).toContainText("0 V / 120 V");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
  });

  test(`under load: the terminal block against the outlet, what a joint drops and its heat, a part's current, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Supply");
    await press(page, "Allow live tests");
    await type(page, "power on");
    await visit(page, "Supply");
    const outlet = page.getByRole("list", { name: "Supply and air" });
    await press(page, "Read: Outlet, L1 to L2, cord out");
    await outlet.getByRole("textbox").fill("239");
    await page.keyboard.press("Enter");
    await visit(page, "Supply");
    await expect(outlet).toContainText("239 V pass, normal 228 to 252 V");
    await outlet.getByLabel("Cord while the outlet is read, L2 to N").selectOption("cord in");
    await press(page, "Read: Outlet, L2 to N, cord in");
    await outlet.getByRole("textbox").fill("119");
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("WL2 to WN, cord in: 119 V");
    await visit(page, "Supply");
    const load = page.getByRole("region", { name: "Under load" });
    const read = async (what: string | RegExp, value: string) => {
      await press(page, what);
      await load.getByRole("textbox").fill(value);
      await page.keyboard.press("Enter");
      await visit(page, "Supply");
    };
    await read("Read: Terminal block, L1 to L2", "231");
    await expect(load).toContainText("Between outlet and terminal block 8.0 V drop at 28.0 A = 286 mΩ, 224 W of heat in that connection.");
    await load.getByLabel("Splice or terminal").selectOption({ label: "Heating element to H4, 21.3 A" });
    await read("Read: Voltage drop, Heating element to H4", "6.4");
    await expect(load).toContainText("6.4 V fail");
    await expect(load).toContainText("6.4 V drop at 21.3 A = 300 mΩ, 137 W of heat in that connection");
    await load.getByLabel("Clamped part").selectOption({ label: "Heating element" });
    await read("Read: Current through Heating element", "21.4");
    await expect(load).toContainText("21.4 A pass");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(way === "by touch" ? 390 : 1280);
  });
});
