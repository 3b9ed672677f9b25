import { expect, type Page, test } from "@playwright/test";
import { FaultSet } from "../../src/core/model/machine/fault";
import { airflow } from "../../src/core/model/machine/run/heat";
import { operate, startScript } from "../../src/core/model/machine/run/operate";
import { celsiusToFahrenheit } from "../../src/core/model/quantity/quantity";
import { hypothesesOf } from "../../src/core/reason/diagnosis/hypotheses";
import { coursesOf, eventsOf } from "../../src/core/reason/diagnosis/sequence";
import { E27, machineOf, next, openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

const G14 = machineOf("kelvane-g14");
const CFM = 60 / 0.3048 ** 3;
const record = (page: Page) => page.getByLabel("Record", { exact: true }).locator("li");

/** Gives what somebody would type who watched this burner with that fault. */
function watched(id: string, seconds: number): string {
  const course = coursesOf(G14, hypothesesOf(G14, { pairs: false })).find((c) => c.members.some((m) => m.id === id));
  if (!course) throw new Error(id);
  return eventsOf(course.strip, ["drum", "glow", "flame"], seconds)
    .map(({ at, what }) => `${what === "turns" ? "turns" : what === "flame-out" ? "flame out" : what} ${Math.round(at)}`)
    .join(", ");
}

/** Means over an empty machine that cycles, warmed through, with so much of its duct free. */
function warmedThrough(free: number) {
  const { frames } = operate(E27, new FaultSet([{ part: "duct", mode: "choked", severity: free }]), {
    ...startScript(E27, 2400),
    everyS: 5,
  });
  const warm = frames.filter((f) => f.at > 1200 && f.at < 2400);
  const mean = (of: (f: (typeof warm)[number]) => number) =>
    warm.slice(0, -1).reduce((sum, f, i) => sum + of(f) * ((warm[i + 1]?.at ?? f.at) - f.at), 0) /
    ((warm.at(-1)?.at ?? 0) - (warm[0]?.at ?? 0));
  return { exhaustC: mean((f) => f.exhaustC), watts: mean((f) => f.heatW), flow: airflow(E27, true, free) };
}

bothWays((way, press) => {
  test(`a coil that fails hot is found by how the ignition goes; a joint stays open until it is tested; a conversion is all or none, ${way}`, async ({
    page,
  }) => {
    await openJob(page, server.url, "heats at first, then no heat", G14.id);
    await type(page, "proved dead");
    await visit(page, "Fit");
    await press(page, /^Burner$/);
    await page.getByLabel(/^Or typed/).fill("sparks 12");
    await expect(page.getByText("“sparks” is nothing that happens in a run")).toBeVisible();
    await page.getByLabel(/^Or typed/).fill(watched("coil-main:opens-hot", 600));
    await page.getByLabel("Watched for").fill("600");
    const tells = page.getByRole("region", { name: "What the ignition shows" });
    await expect(tells.locator("li").first()).toContainText("Main coil opens when hot", { timeout: 20_000 });

    await press(page, "Joints");
    await press(page, "Opened: pressure tap plug");
    await expect(page.getByText("no leak test since it was opened")).toBeVisible();
    await visit(page, "Close up");
    await expect(page.getByRole("list", { name: "Still to check" })).toContainText("A gas joint was opened");
    await visit(page, "Fit");
    await press(page, /^Burner$/);
    await press(page, "Joints");
    await press(page, "pressure tap plug: tight");
    await expect(record(page).first()).toContainText("Leak test, pressure tap plug: tight (soap solution)");

    await page.getByText("Convert it to another fuel").click();
    await press(page, "Record conversion done");
    await expect(page.getByRole("alert")).toContainText("Conversion not complete. Do not light it. Missing: orifice of that fuel");
    const steps = page.getByRole("region", { name: "Conversion" }).getByRole("checkbox");
    for (const box of await steps.all()) await box.check();
    await press(page, "Record conversion done");
    await expect(record(page).first()).toContainText("Converted to propane");
    // Its orifice was out: that joint is open again.
    await expect(page.getByRole("list").filter({ hasText: "orifice" }).first()).toContainText("no leak test since it was opened");
  });

  test(`gas and orifice: what is wanting is worked out, the other fuel’s orifice is named, what can’t be is refused where it is typed, ${way}`, async ({
    page,
  }) => {
    await page.goto(`${server.url}/calculators`);
    await expect(page.getByRole("heading", { name: "Calculators" })).toBeVisible();
    await press(page, "Gas and orifice");
    await page.getByLabel("Nameplate").fill("22000");
    await page.getByLabel("Orifice", { exact: true }).fill("43");
    await page.getByLabel("Manifold, flowing").fill("-2");
    await expect(page.getByRole("alert")).toContainText("-2 in w.c. can’t be: expected 0.1 to 28 in w.c.");
    await page.getByLabel("Manifold, flowing").fill("3.5");
    await expect(page.getByLabel(/^Input/)).toHaveValue(/^216\d\d$/);
    await expect(page.getByText("✓ 1.5% under the plate")).toBeVisible();
    await page.getByLabel("One turn").fill("0");
    await expect(page.getByRole("alert")).toContainText("0 s can’t be");
    await page.getByLabel("One turn").fill("223");
    await expect(page.getByRole("status")).toContainText("that is the orifice for propane");
    await press(page, "mm");
    await page.getByLabel("Orifice", { exact: true }).fill("9");
    await expect(page.getByRole("alert")).toContainText("leaves no metal in the spud");
  });

  test(`a blown cut-off is traced to the duct: two temperatures agree with what is true, and the job can’t be closed while the air is too little, ${way}`, async ({
    page,
  }) => {
    const { exhaustC, watts, flow } = warmedThrough(0.3);
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await type(page, "rear off");
    await type(page, "cutoff OL");
    // The benches follow what is next: who wants another waits until they stand.
    await expect(next(page)).toHaveAttribute("data-working", "false");
    await visit(page, "Supply & air");
    await press(page, "Duct and flow");
    await page.getByLabel("Room", { exact: true }).fill("72");
    await page.getByLabel("Exhaust, mean").fill("77");
    await page.getByLabel("Heat", { exact: true }).fill(watts.toFixed(0));
    await expect(page.getByRole("alert")).toContainText("Rise is only 5 °F");
    await page.getByLabel("Exhaust, mean").fill(celsiusToFahrenheit(exhaustC).toFixed(1));
    await expect(page.getByRole("heading", { name: /^Airflow is the cause/ })).toBeVisible();
    const keep = page.getByRole("button", { name: /^Save \d+ ±\d+ cfm as evidence$/ });
    const [found = 0, spread = 0] = [...((await keep.textContent()) ?? "").matchAll(/\d+/g)].map(Number);
    expect(Math.abs(found - flow * CFM)).toBeLessThan(spread);
    await expect(page.getByRole("row", { name: /^limit opens/ })).toContainText("✗ after");
    await press(page, /^Save \d+ ±\d+ cfm as evidence$/);
    await expect(record(page).first()).toContainText("Airflow calculated");
    await press(page, "Build the duct");
    await page.getByLabel("foil, straight").fill("0");
    await expect(page.getByRole("alert").first()).toContainText("0 ft can’t be: expected 0.164 to 197 ft");
    await page.getByLabel("foil, straight").fill("8");
    await press(page, "Save duct to job");
    await expect(record(page).first()).toContainText(/Duct: \d+ ft, 1 bend, louvers/);
    await visit(page, "Close up");
    await expect(page.getByRole("list", { name: "Still to check" })).toContainText(/vent is not cleared/);
    await page.reload();
    await expect(next(page)).toHaveAttribute("data-working", "false");
    await visit(page, "Supply & air");
    await press(page, "Duct and flow");
    await expect(page.getByLabel("foil, straight")).toHaveValue("8");
  });

  test(`a simulated logger’s record is taken apart: switches, flow and what switched, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns but no heat");
    await visit(page, "Meter");
    await press(page, "Logger’s file");
    await press(page, "Simulated logger");
    const tells = page.getByRole("region", { name: "What the log shows" });
    await expect(tells).toContainText("air flow", { timeout: 20_000 });
    await expect(tells).toContainText(/opens at \d+\.\d °F/);
    await expect(tells.getByText(/\d+ switches as a table/)).toBeVisible();
    await press(page, "Save airflow as evidence");
    await expect(record(page).first()).toContainText("from record of the exhaust");
  });
});
