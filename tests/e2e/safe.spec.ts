import { expect, test } from "@playwright/test";
import { openJob, visit } from "./support/hidden-fault";
import { Server } from "./support/server";
import { bothWays } from "./support/ways";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

bothWays((way, press) => {
  test(`each energy is made safe by an act, dead is proved in three steps, power voids it, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "won't start", "kelvane-c7");
    await visit(page, "Make safe");
    const badge = page.getByRole("status", { name: "Energy state" });
    const energies = page.getByRole("list", { name: "Energy in this machine" });
    await expect(energies.getByRole("listitem")).toHaveCount(3);
    await expect(page.getByLabel("Not now")).toContainText("need it proved dead");
    await expect(energies).toContainText("not now: prove it dead first");

    await press(page, "Breaker off and locked");
    await expect(badge).toContainText("OFF, LOCKED, NOT PROVED");
    await page.getByRole("textbox", { name: /^On the lock/ }).fill("Tess Trier, key in her pocket");
    await page.keyboard.press("Enter");
    await expect(energies).toContainText("On the lock: “Tess Trier, key in her pocket”");
    await press(page, "It is cool");

    await press(page, "It reads nothing");
    await expect(page.getByRole("alert")).toContainText("proves nothing");
    await press(page, /^It reads$/);
    await press(page, "Nothing anywhere");
    await press(page, "Nothing now");
    await expect(page.getByRole("alert")).toContainText("Begin again");
    await expect(badge).not.toContainText("DEAD,");
    for (const step of [/^It reads$/, "Nothing anywhere", "It still reads"]) await press(page, step);
    await expect(badge).toContainText("DEAD, proved");
    await expect(page.getByLabel("Record")).toContainText("breaker off, proved dead, meter tried on the outlet before and after");
    await visit(page, "Make safe");
    await press(page, "It is discharged");
    await expect(energies).toContainText("discharged");

    await press(page, "Power is on again");
    await expect(badge).toContainText("LIVE");
    await visit(page, "Make safe");
    await expect(energies).toContainText("may hold a dangerous charge");
    await expect(energies).toContainText("may be hot");
  });

  test(`volts on the machine in the check make it live, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Make safe");
    await press(page, "Cord out");
    await press(page, /^It reads$/);
    await press(page, "It reads volts");
    await expect(page.getByRole("alert")).toContainText("It is LIVE");
    await expect(page.getByRole("status", { name: "Energy state" })).toContainText("LIVE");
  });
});
