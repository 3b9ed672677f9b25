import { expect, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

bothWays((way, press) => {
  test(`a run with the clock: tapped as it happens, drawn, kept as one entry, corrected, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "heats at first, then no heat", "kelvane-g14");
    await visit(page, "Watch it run");
    const run = page.getByLabel("Watched run");
    await expect(run.getByRole("button", { name: /^Glow/ })).toBeDisabled();
    await press(page, "Start the clock");
    await expect(page.getByRole("status", { name: "Energy state" })).toContainText("LIVE");
    if (way === "by keys") {
      await page.locator("body").press("d");
      await page.locator("body").press("g");
    } else {
      await press(page, /^Drum turns/);
      await press(page, /^Glow/);
    }
    await expect(run.getByRole("img", { name: "The run over time" })).toBeVisible();
    await expect(run.getByRole("status").last()).toContainText(/Normal so far|No word of/);
    await press(page, /^Click/);
    await press(page, "Undo");
    await expect.poll(async () => await run.getByLabel("Clock").innerText()).not.toBe("0:00");
    // It goes on through a reload.
    await page.reload();
    await expect(run.getByRole("button", { name: /^Glow 0:0/ })).toBeVisible();
    await press(page, "Stop the clock");
    await expect(run.locator("p").filter({ hasText: "tells:" })).toContainText("Starts");
    await press(page, /^Strike out: glow/);
    await press(page, "Save run");
    const record = page.getByLabel("Record", { exact: true }).locator("li");
    await expect(record.first()).toContainText(/Watched for 0:\d\d: drum turns 0:\d\d/);
    await visit(page, "Watch it run");
    await press(page, "Edit and resend…");
    await press(page, /^Strike out: drum turns/);
    await expect(run.getByRole("button", { name: /^Strike out: drum turns/ })).toHaveCount(0);
    await press(page, "Save run");
    await expect(record.first()).toContainText(/nothing happened/);
  });

  test(`a run is left out with a reason; with a panel off it can't be started, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    await visit(page, "Watch it run");
    await press(page, "not safe to run");
    await expect(page.getByText("Skipped: not safe to run.")).toBeVisible();
    await type(page, "proved dead, rear off");
    await visit(page, "Watch it run");
    await expect(page.getByText("Don't run it with panels off")).toBeVisible();
    await expect(page.getByRole("button", { name: "Start the clock" })).toBeDisabled();
  });
});
