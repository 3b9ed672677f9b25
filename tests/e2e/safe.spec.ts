import { expect, test } from "@playwright/test";
import { openJob, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

bothWays((way, press) => {
  test(`each energy is made safe by an act, dead is proved in three steps, power voids it, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "won't start", "kelvane-c7");
    await visit(page, "Make safe");
    const badge = page.getByRole("status", { name: "Energy state" });
    const energies = page.getByRole("list", { name: "Energy in this machine" });
    await expect(energies.getByRole("listitem")).toHaveCount(3);
    await expect(page.getByLabel("Not available now")).toContainText("need it proved dead");
    await expect(energies).toContainText("not now: prove it dead first");

    await press(page, "Record breaker locked out");
    await expect(badge).toContainText("POWER OFF, LOCKED. NOT PROVED DEAD");
    await page.getByRole("textbox", { name: /^On the lock/ }).fill("Tess Trier, key in her pocket");
    await page.keyboard.press("Enter");
    await expect(energies).toContainText("On the lock: “Tess Trier, key in her pocket”");
    await press(page, "Record cool to the touch");

    await press(page, "Meter reads nothing");
    await expect(page.getByRole("alert")).toContainText("proves nothing");
    await press(page, /^Meter reads the source$/);
    await press(page, "0 V on every pair");
    await press(page, "Reads nothing now");
    await expect(page.getByRole("alert")).toContainText("Start over");
    await expect(badge).not.toContainText("DEAD,");
    for (const step of [/^Meter reads the source$/, "0 V on every pair", "Still reads the source"]) await press(page, step);
    await expect(badge).toContainText("PROVED DEAD");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("breaker off, meter checked on the outlet before and after");
    await visit(page, "Make safe");
    await press(page, "Record discharged");
    await expect(energies).toContainText("discharged");

    await press(page, "Record power on");
    await expect(badge).toContainText("LIVE");
    await visit(page, "Make safe");
    await expect(energies).toContainText("may hold a dangerous charge");
    await expect(energies).toContainText("may be hot");
  });

  test(`volts on the machine in the check make it live, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Make safe");
    await press(page, "Record cord out");
    await press(page, /^Meter reads the source$/);
    await press(page, "Voltage found");
    await expect(page.getByRole("alert")).toContainText("LIVE. Hands off");
    await expect(page.getByRole("status", { name: "Energy state" })).toContainText("LIVE");
  });
});
