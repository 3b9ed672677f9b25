import { expect, type Page, test } from "@playwright/test";
import { next, openByForm, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer("demo");

const record = (page: Page) => page.getByLabel("Record", { exact: true }).locator("li");

async function atIntake(page: Page, words: string, machine?: string): Promise<void> {
  await openByForm(page, server.url, words, machine);
  await visit(page, "Intake");
}

bothWays((way, press) => {
  test(`what was noticed, how it began, the plate, who and where: told, and corrected later, ${way}`, async ({ page }) => {
    await atIntake(page, "turns, no heat");
    await press(page, "Remove: No warm air");
    await expect(page.getByLabel("Symptoms picked up")).not.toContainText("No warm air");
    await press(page, "Rewrite");
    await page.getByRole("textbox", { name: /customer.s words/ }).fill("turns, no heat, since we moved it");
    await press(page, "Save complaint");
    await expect(page.getByLabel("Symptoms picked up")).toContainText("No warm air");
    await press(page, "got worse slowly");
    await expect(page.getByRole("button", { name: "got worse slowly", exact: true })).toHaveAttribute("aria-pressed", "true");
    await expect(record(page).first()).toContainText("Since when: “got worse slowly”");
    await press(page, "got worse slowly");
    await expect(page.getByRole("button", { name: "got worse slowly", exact: true })).toHaveAttribute("aria-pressed", "false");
    await page.getByRole("textbox", { name: "What was tried?" }).fill("breaker off and on");
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("What changed first")).toContainText("“breaker off and on”");

    await press(page, "Edit address and customer");
    await page.getByRole("textbox", { name: "Address", exact: true }).fill("");
    await press(page, "Save");
    await expect(page.getByRole("alert")).toHaveText("Enter the address");
    await page.getByRole("textbox", { name: /^Address/ }).fill("Testing quay 9");
    await press(page, "Save");
    await expect(page.getByRole("banner").first()).toContainText("Testing quay 9");

    await press(page, "Correct the machine");
    await page.getByRole("textbox", { name: "Model" }).fill("E27C");
    await page.getByRole("textbox", { name: "Serial number" }).fill("27C-INV-1");
    await expect(page.getByRole("combobox", { name: "Read on the sheet of" })).toContainText("Orrinshaw E27: the closest, not this one");
    await press(page, "Save nameplate");
    await expect(page.getByLabel("The machine")).toContainText("Nameplate: E27C. Sheet: E27");
    await visit(page, "Meter");
    await expect(page.getByText(/^⚠ Borrowed wiring sheet/)).toBeVisible();
  });
});

test("another machine is another sheet: its own suspects, its own tests; what the first had and it has not counts for nothing", async ({
  page,
}) => {
  await atIntake(page, "turns, no heat");
  await page.getByRole("button", { name: "Correct the machine" }).click();
  await page.getByRole("textbox", { name: "Maker" }).fill("Kelvane");
  await page.getByRole("textbox", { name: "Model" }).fill("G14");
  await page.getByRole("combobox", { name: "Heat" }).selectOption("gas");
  await page.getByRole("combobox", { name: "Supply" }).selectOption("120");
  await page.getByRole("button", { name: "Save nameplate" }).click();
  await expect(page.getByRole("banner").first()).toContainText("Kelvane G14");
  await expect(page.getByLabel("The machine")).toContainText("Its own wiring sheet: Kelvane G14");
  await visit(page, "Meter");
  await expect(page.locator('[data-part="igniter"]')).toBeVisible();
  await expect(next(page)).toHaveAttribute("data-working", "false");
});

test("a machine that is called for again within thirty days is flagged, with what was fitted then and its readings", async ({ page }) => {
  await page.goto(`${server.url}/jobs`);
  await page
    .getByRole("link", { name: /Ropewalk flats/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}\/[a-z]+$/);
  await visit(page, "Intake");
  const earlier = page.getByLabel("Earlier visits");
  await expect(earlier.getByRole("note")).toContainText(/Callback, 2[56] days after job \d+/);
  await expect(earlier.getByRole("note")).toContainText("replaced heating element");
  await expect(earlier).toContainText("Heating element, wires off: 10.7 Ω");
  // Nobody else calls for this machine.
  await atIntake(page, "no start", "orrinshaw-e27-208");
  await expect(page.getByLabel("Earlier visits")).toContainText(/No earlier visits/);
});
