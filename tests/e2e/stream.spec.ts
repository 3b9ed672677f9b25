import { expect, type Page, test } from "@playwright/test";
import { openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

const judged = (page: Page) => page.getByRole("region", { name: "Judgment" });
const status = (page: Page) => judged(page).getByRole("status");

bothWays((way, press) => {
  test(`the simulated meter: it stands, is zeroed, its reading is kept with one touch, or by itself, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await visit(page, "Meter");
    await page.locator('[data-part="element"]').click();
    await press(page, /^Meter$/);
    await page.getByLabel("Simulated:").selectOption("healthy");
    await expect(status(page)).toContainText("steady");
    await press(page, "Zero leads");
    await expect(judged(page)).toContainText("the leads, shorted");
    await expect(status(page)).toContainText("steady");
    // A good pair of leads may read nothing at all.
    await press(page, /^Save 0/);
    const record = page.getByLabel("Record", { exact: true }).locator("li");
    await expect(record.first()).toContainText(/Leads shorted: 0(\.\d)? Ω/);
    const leads = /0(\.\d)? Ω/.exec(await record.first().innerText())?.[0] ?? "none";
    await expect(judged(page).getByRole("button", { name: `Leads ${leads}` })).toBeVisible();
    await page.locator('[data-part="element"]').click();
    // A healthy part that stands at its limit can’t be told by this meter; bad it never is.
    await expect(judged(page).getByRole("strong")).toHaveText(/^(Pass|Can’t tell)$/);
    const shown = await judged(page)
      .getByRole("button", { name: /^Save \d/ })
      .innerText();
    await press(page, shown);
    await expect(record.first()).toContainText(`Heating element, wires off: ${shown.replace("Save ", "")}`);
    await page.locator('[data-part="high-limit"]').click();
    await page.getByLabel("auto-save when stable").check();
    await expect(record.first()).toContainText(/High-limit thermostat, wires off: 0\.\d Ω/);
    // Whatever the card asks for next is on the meter, and is not kept before somebody says so.
    await expect(status(page)).toContainText("steady 4 s");
    await expect(record.first()).toContainText("High-limit thermostat");
    await press(page, "Meter off");
    await expect(status(page)).toHaveCount(0);
  });
});

test("what can't be measured now is not kept, and it is said why", async ({ page }) => {
  await openJob(page, server.url, "turns but no heat");
  await visit(page, "Meter");
  await page.locator('[data-part="element"]').click();
  await page.getByRole("button", { name: "Meter", exact: true }).click();
  await expect(status(page)).toContainText("Not now:");
  await expect(judged(page).getByRole("button", { name: /^Save/ })).toBeDisabled();
});

test("who comes back with the number heard last hears what was missed, once each; nonsense is refused by name", async ({ request }) => {
  const machines: { machines: { id: string; revision: string }[] } = await (await request.get(`${server.url}/api/copy`)).json();
  const e27 = machines.machines.find((m) => m.id === "orrinshaw-e27");
  const query = (on: string, more: Record<string, string> = {}) =>
    new URLSearchParams({ machine: e27?.id ?? "", revision: e27?.revision ?? "", seed: "7", on, ...more });
  const address = `${server.url}/api/stand-in/meter?${query("leads", { since: String(Date.now() - 20_000) })}`;
  const events = await fetch(address, { headers: { "last-event-id": "150" } });
  const reader = events.body?.getReader();
  let text = "";
  while (reader && !text.includes("id: 210\n")) text += new TextDecoder().decode((await reader.read()).value);
  await reader?.cancel();
  const seqs = [...text.matchAll(/^id: (\d+)$/gm)].map((m) => Number(m[1]));
  expect(seqs).toEqual(Array.from({ length: seqs.length }, (_, i) => 151 + i));
  const refusal = async (q: URLSearchParams) => {
    const answer = await request.get(`${server.url}/api/stand-in/meter?${q}`);
    return `${answer.status()} ${(await answer.json()).error.message}`;
  };
  expect(await refusal(query("{}"))).toMatch(/^400 on: is no such question; expected “leads”, or a question/);
  expect(await refusal(query("leads", { fault: "no-such:open" }))).toMatch(/^400 orrinshaw-e27 has no fault “no-such:open”/);
  expect(await refusal(query("leads", { revision: "0123456789abcdef" }))).toMatch(/^404 the machine orrinshaw-e27 is not here in revision/);
});
