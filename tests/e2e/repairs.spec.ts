import { expect, test } from "@playwright/test";
import { isTurn } from "../turns";
import { close, leads, meter, next, openByForm, prove, sayAll, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";

const server = sharedServer();

test("an open element: found, replaced, proven, closed", async ({ page }) => {
  test.skip(!isTurn(0), "it is the turn of another");
  const hidden = [{ part: "element", mode: "open" }];
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "starts, turns");
  await type(page, "air strong");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("NOT PROVED");
  await page.getByLabel("Reading line").fill(`element ${meter(hidden, "element")}`);
  await expect(page.locator("form output")).toContainText("Not proved dead");
  await type(page, "proved dead");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("PROVED DEAD");
  await type(page, "rear off");
  await type(page, `cutoff ${meter(hidden, "cutoff")}`);
  await type(page, `element ${meter(hidden, "element")}`);
  await leads(page, "Heating element open", 90);
  await expect(page.locator('[data-part="element"]')).toHaveAttribute("data-state", "bad");
  await expect(page.getByRole("heading", { name: "Replace the heating element" })).toBeVisible();
  await next(page).getByRole("button", { name: "Mark replaced" }).click();
  await next(page).getByRole("button", { name: "Skip the plug check…" }).click();
  await next(page).getByLabel("Why skip the plug check?").fill("the customer has to leave");
  await page.keyboard.press("Enter");
  await next(page).getByRole("button", { name: "Mark reinstalled" }).click();
  await prove(page);
  await close(page);

  // Whatever it was is proposed from the record, corrected, and told; then the machine is handed over.
  await visit(page, "Hand over");
  await next(page).getByRole("button", { name: "State the cause…" }).click();
  const told = next(page).getByRole("region", { name: "What failed" });
  await expect(told.getByLabel("What was wrong")).toHaveValue("Heating element open");
  await told.getByLabel("What caused it").fill("its age");
  await told.getByRole("button", { name: "Save" }).click();
  await expect(page.getByLabel("Record", { exact: true })).toContainText("It was: Heating element open; caused by: its age");
  await sayAll(page);
  await next(page).getByRole("button", { name: "Sign" }).click();
  await page.getByRole("button", { name: "Finish handover" }).click();
  await expect(page.getByLabel("Record", { exact: true })).toContainText("Handed over to Mr Probatum");
  await expect(page.getByRole("button", { name: "Finish handover" })).toHaveCount(0);
});

test("a blown cut-off can't be closed before its cause is examined", async ({ page }) => {
  test.skip(!isTurn(1), "it is the turn of another");
  const hidden = [
    { part: "duct", mode: "choked", severity: 0.3 },
    { part: "cut-off", mode: "open" },
  ];
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "proved dead, rear off");
  await type(page, `cutoff ${meter(hidden, "cutoff")}`);
  await leads(page, /Thermal cut-off open/, 50);
  await type(page, "fitted cutoff");
  await type(page, `element ${meter([], "element")}`);
  await type(page, "plug check passed");
  await type(page, "rear on");
  await prove(page, ["starts", "drum turns", "warm air", "heat cuts out early", "air weak"]);
  await page.getByLabel("Reading line").fill("close");
  await expect(page.locator("form output")).toContainText("Not closed: the thermal cut-off opened, cause not found yet");
  await type(page, "proved dead");
  await type(page, "cleared vent");
  await type(page, `element cab ${meter(hidden, "element cab")}`);
  await expect(next(page)).toContainText(/heat the high-limit thermostat to prove it opens/i);
  await type(page, "rear off");
  // The limit has a test of its own: asked, none of the answers chosen, nothing typed for the person.
  await expect(next(page).getByRole("heading", { name: "Heat the high-limit thermostat to prove it opens" })).toBeVisible();
  await next(page).getByRole("button", { name: "Not done" }).click();
  await next(page).getByLabel("Why not?").fill("no heat gun here");
  await next(page).getByRole("button", { name: "Record" }).click();
  await expect(
    page
      .getByLabel("Record", { exact: true })
      .getByText(/Not done: .*no heat gun here/)
      .first(),
  ).toBeVisible();
  await type(page, "high limit good, rear on");
  await prove(page);
  await leads(page, /Thermal cut-off open \(blown\), vent duct and hood restricted/, 60);
  await close(page);
});

test("a lost supply leg: turns, no heat, and nothing inside is replaced", async ({ page }) => {
  test.skip(!isTurn(0), "it is the turn of another");
  const hidden = [{ part: "supply", mode: "lost", at: "L2" }];
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "starts, turns, no heat, air strong, setting good");
  await type(page, "proved dead");
  await type(page, "supply bad");
  for (const place of ["pl1 pn", "pl1 pg"]) await type(page, `${place} ${meter(hidden, place)}`);
  await leads(page, "House power L2 leg dead", 60);
  await type(page, "rear off");
  for (const place of ["element", "cutoff", "high limit"]) await type(page, `${place} ${meter(hidden, place)}`);
  await leads(page, "House power L2 leg dead", 80);
  await type(page, "rear on, reset supply, polarity right");
  await prove(page);
  await close(page);
});

test("an open door switch: no start", async ({ page }) => {
  test.skip(!isTurn(1), "it is the turn of another");
  const hidden = [{ part: "door-switch", mode: "open" }];
  await openByForm(page, server.url, "no start");
  await type(page, "no start, no hum, lamp yes");
  await type(page, "proved dead");
  await type(page, "top off");
  await type(page, `door ${meter(hidden, "door")}`);
  await leads(page, "Door switch stays open", 80);
  await type(page, "fitted door switch");
  await type(page, "plug check passed");
  await type(page, "top on");
  await prove(page);
  await expect(next(page).getByRole("heading", { name: "Does it stop when the door is opened?" })).toBeVisible();
  await next(page).getByRole("button", { name: "Stops when the door is opened" }).click();
  await close(page);
});

test("what is likely still dangerous keeps a job open, from the typed line to the refused closing, until it is measured away", async ({
  page,
}) => {
  await openByForm(page, server.url, "turns, no heat");
  await type(page, "proved dead, rear off, element cab 0.4, rear on");
  const line = page.getByLabel("Reading line");
  await line.fill("energised");
  await expect(page.locator("form output")).toContainText("Do not power it: heating element to cabinet reads 0.4 Ω");
  await prove(page);
  await expect(next(page).getByRole("heading", { name: "Make it safe" })).toBeVisible();
  await line.fill("close");
  await expect(page.locator("form output")).toHaveText("Not closed: heating element to cabinet reads 0.4 Ω");
  await expect(page.getByRole("button", { name: "Enter", exact: true })).toBeDisabled();
  await type(page, "proved dead, rear off, fitted element, element cab OL");
  await type(page, "plug check passed");
  await type(page, "rear on");
  await type(page, "energised");
  await line.fill("prove");
  await line.press("Enter");
  const form = page.getByRole("form", { name: "Test run" });
  for (const answer of ["starts", "drum turns", "warm air", "air strong"]) await form.getByLabel(answer, { exact: true }).check();
  await form
    .getByRole("group", { name: /switch off and on/ })
    .getByLabel("not seen")
    .check();
  await form.getByRole("button", { name: "Go to the test run" }).click();
  await expect(form.getByText("Say why.")).toBeVisible();
  await form.getByLabel(/Say why/).fill("no time");
  await form.getByRole("button", { name: "Go to the test run" }).click();
  await type(page, "close");
  await expect(
    page.getByLabel("Record", { exact: true }).getByText("Job closed with exceptions: heat cycles not seen (no time)").first(),
  ).toBeVisible();
});
