import { expect, type Page, test } from "@playwright/test";
import { isTurn } from "../turns";
import { closed, HEALTHY_RUN, openJob, type, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothSizes } from "./support/ways";

const server = sharedServer();

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
] as const;
const RUN = "Test run: starts, turns, heats, cycles yes, air strong";

/** Whole jobs, each line as it would be muttered; nothing is touched but the keys. */
const JOBS: readonly (readonly [string, string, string, readonly string[]])[] = [
  [
    "an open element",
    "orrinshaw-e27",
    "no heat but it spins",
    [
      "it runs and the drum turns, strong air at the hood",
      "pulled the plug, tested dead at the block with the meter",
      "back panel is off",
      "cut-off beeps, hi limit 0,2 ohms",
      "heating elment reads infinite",
      "put in a new element",
      "plug check passed",
      "rear panel on again",
      "plugged it back in",
      RUN,
    ],
  ],
  [
    "a door switch",
    "orrinshaw-e27",
    "nothing happens when you press start, drum light is on",
    [
      "does not start, no hum, lamp lights",
      "breaker off and proved dead with the meter",
      "top lifted and tied",
      "door sw OL with the door shut",
      "door switch renewed, lid down again and screwed",
      "plug check ok",
      "breaker back on",
      RUN,
      "stops when the door is opened",
    ],
  ],
  [
    "an igniter",
    "kelvane-g14",
    "turns but there is no heat",
    [
      "no glow, no flame, air strong",
      "shut the gas and pulled the plug",
      "proved dead on a known outlet first and last",
      "toe panel removed",
      "igniter OL",
      "changed the igniter",
      "skip plug check, customer in a hurry",
      "lower panel back on",
      "gas back on",
      "cord back in the wall",
      RUN,
    ],
  ],
  [
    "a belt",
    "brisk-tolley-v45e",
    "hear the motor but the clothes lie still",
    [
      "motor runs, drum does not turn",
      "unplugged, tested dead",
      "console hinged up",
      "top off, front off",
      "belt is broken",
      "put a new belt on",
      "front back on, top back on, console screwed back on",
      "plugged in again",
      RUN,
    ],
  ],
  [
    "a full tank",
    "kelvane-c7",
    "won't start, bowl full lamp is lit",
    [
      "does not start, code F5",
      "tank is full",
      "emptied the tank",
      "unplugged, proved dead with the meter",
      "bled the capacitor down",
      "pl to cabinet 50 meg, pn to cabinet 50 meg, pg to cabinet 0.1",
      "power is back on",
      RUN.replace(", air strong", ""),
    ],
  ],
];

for (const [n, viewport] of SIZES.entries())
  test.describe(`at ${viewport.width}`, () => {
    test.use({ viewport });
    // Every second job at a desk, the others on a phone.
    for (const [name, machine, words, lines] of JOBS.filter((_, i) => i % 2 === n))
      test(`${name}, by typing alone, to the close; and the last of it taken back`, async ({ page }) => {
        test.skip(!isTurn(JOBS.findIndex((job) => job[0] === name)), "it is the turn of other jobs");
        await openJob(page, server.url, words, machine);
        for (const line of lines) await type(page, line);
        await expect(page.getByRole("heading", { name: "Close the job" })).toBeVisible({ timeout: 20_000 });
        await type(page, "that's it, close it");
        await closed(page);
        await type(page, "undo");
        await expect(page.getByRole("heading", { name: "Close the job" })).toBeVisible({ timeout: 20_000 });
      });
  });

bothSizes(() => {
  test("by touch alone: what was seen, made safe, put right and proven", async ({ page }) => {
    await openJob(page, server.url, "nothing to say yet", "orrinshaw-e27");
    await byTouch(page);
  });

  test("what is unclear is kept and asked about; a touch turns it into the finding, undo brings it back, and it may stay a note", async ({
    page,
  }) => {
    await openJob(page, server.url, "turns, no heat");
    await type(page, "proved dead");
    const line = page.getByLabel("Reading line");
    await line.fill("fuse OL");
    // Before Enter: one touch, and no note is left behind.
    await page.getByLabel("Did you mean").getByRole("button", { name: "Thermal cut-off, wires off: OL" }).click();
    await expect(line).toHaveValue("");
    await expect(record(page).first()).toContainText("Thermal cut-off, wires off: OL");
    await type(page, "undo");
    await expect(record(page).first()).toContainText("voided");
    // After Enter: the words are on record, and asked about.
    await line.fill("fuse OL");
    await line.press("Enter");
    const asked = page.getByRole("region", { name: "Saved as a note" });
    await expect(asked).toContainText("“fuse OL”");
    await asked.getByRole("button", { name: "Blower thermal fuse, wires off: OL" }).click();
    await expect(asked).toHaveCount(0);
    await expect(record(page).first()).toContainText("Blower thermal fuse, wires off: OL");
    await type(page, "undo");
    await expect(asked).toContainText("“fuse OL”");
    await asked.getByRole("button", { name: "Just a note" }).click();
    await expect(asked).toHaveCount(0);
    await expect(record(page).first()).toContainText("Note: “fuse OL”");
    // From the record, as long as nobody has said what it is.
    await line.fill("thermostat open");
    await line.press("Enter");
    await page.getByRole("button", { name: /^All \d+/ }).click();
    const guess = record(page).getByRole("button", { name: "High-limit thermostat, wires off: OL", exact: true });
    await guess.click();
    // The guess has the finding's own words: only once it is gone they are the finding's.
    await expect(guess).toHaveCount(0);
    await expect(record(page).first()).toContainText("High-limit thermostat, wires off: OL");
    await type(page, "undo");
    await expect(asked).toContainText("“thermostat open”");
  });

  test("what the job's state forbids is kept with why, and becomes the finding once it is allowed", async ({ page }) => {
    await openJob(page, server.url, "turns, no heat");
    const line = page.getByLabel("Reading line");
    await line.fill("element OL");
    await expect(page.locator("form output")).toContainText("Not proved dead");
    await line.press("Enter");
    const asked = page.getByRole("region", { name: "Saved as a note" });
    await expect(asked.getByRole("button", { name: "Heating element, wires off: OL" })).toBeDisabled();
    await expect(asked).toContainText("Not proved dead");
    await type(page, "proved dead");
    await asked.getByRole("button", { name: "Heating element, wires off: OL" }).click();
    await expect(record(page).first()).toContainText("Heating element, wires off: OL");
    await line.fill("the clips of the lid are stiff");
    await line.press("Enter");
    await expect(record(page).first()).toContainText("Note: “the clips of the lid are stiff”");
  });
});

test("a question is answered over the line and leaves no entry", async ({ page }) => {
  await openJob(page, server.url, "turns, no heat");
  await type(page, "proved dead, element OL");
  const count = await record(page).count();
  for (const [question, answer] of [
    ["what did the element read?", "Heating element, wires off: OL"],
    ["what should the bias heater read", "about 5.60 kΩ"],
    ["what next?", "about"],
    ["can I plug it in?", "proved dead"],
    ["how much will it cost", "Replace the heating element"],
    ["what is off", "No parts removed on record"],
  ] as const) {
    await type(page, question);
    await expect(page.getByRole("region", { name: "Answer" })).toContainText(answer, { timeout: 20_000 });
  }
  await page.getByRole("button", { name: "Close the answer" }).click();
  await expect(page.getByRole("region", { name: "Answer" })).toHaveCount(0);
  expect(await record(page).count()).toBe(count);
});

test("a smell of gas comes before everything else, stays on record, and can be taken back", async ({ page }) => {
  await openJob(page, server.url, "turns, no heat", "kelvane-g14");
  await type(page, "no glow, and it smells of gas in here");
  const screen = page.getByRole("alertdialog", { name: "Smell of gas" });
  await expect(screen).toContainText("No switches, plugs, phones or flame");
  await screen.getByRole("button", { name: "Everyone is safe" }).click();
  await expect(screen).toHaveCount(0);
  await page.reload();
  await expect(screen).toBeVisible();
  await screen.getByRole("button", { name: "It wasn't gas: void the entry" }).click();
  await expect(screen).toHaveCount(0);
});

test("a complaint in prose becomes chips, to be struck out or turned; the words stay", async ({ page }) => {
  await page.goto(`${server.url}/jobs/new`);
  await page.getByLabel("Machine, from the nameplate").selectOption("orrinshaw-e27");
  await page.getByLabel("Complaint").fill("It tumbles fine but the air stays cold, lamp is off. Started when we moved it.");
  const chips = page.getByLabel("Symptoms picked up");
  // The words of the machine are made first, on a page that was just opened.
  await expect(chips).toContainText("No warm air", { timeout: 40_000 });
  await expect(chips).toContainText("Since when: “Started when we moved it.”");
  await chips.getByRole("button", { name: "Remove: Lamp stays dark" }).click();
  await page.getByLabel("Address", { exact: true }).fill("Testing quay 1");
  await page.getByLabel("Customer", { exact: true }).fill("Mr Probatum");
  await page.getByLabel("Technician", { exact: true }).fill("Tess Trier");
  await page.getByRole("button", { name: "Create job" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}\/[a-z]+$/);
  await visit(page, "Intake");
  await expect(page.getByRole("heading", { name: "It tumbles fine" })).toBeVisible();
  await expect(page.getByLabel("Symptoms picked up")).toHaveText(/^Drum turns\s*No warm air\s*$/);
  await expect(page.getByLabel("Record", { exact: true })).toContainText("Since when: “Started when we moved it.”");
});

test("what is chosen and filled in before the page comes alive stays, and is heard", async ({ page }) => {
  await page.route("**/NewJob*.js", async (route) => {
    await new Promise((r) => setTimeout(r, 1500));
    await route.continue();
  });
  await page.goto(`${server.url}/jobs/new`, { waitUntil: "commit" });
  await page.getByLabel("Machine, from the nameplate").selectOption("orrinshaw-e27");
  await page.getByLabel("Complaint").fill("It tumbles fine but the air stays cold");
  await page.getByLabel("Allow live tests").check();
  await expect(page.getByLabel("Symptoms picked up")).toContainText("No warm air");
  await expect(page.getByLabel("Allow live tests")).toBeChecked();
});

test("a job that is opened before its machine has come is not deaf to the complaint", async ({ page }) => {
  await page.route("**/api/machines/**", async (route) => {
    await new Promise((r) => setTimeout(r, 900));
    await route.continue();
  });
  await openJob(page, server.url, "spins but the air is cold");
  await visit(page, "Intake");
  await expect(page.getByLabel("Symptoms picked up")).toHaveText(/^Drum turns\s*No warm air\s*$/);
});

const record = (page: Page) => page.getByLabel("Record", { exact: true }).locator("li");

/** Answers by the buttons of the benches, puts right what is likely, proves it by the form. */
async function byTouch(page: Page): Promise<void> {
  const press = (name: string | RegExp) => page.getByRole("button", { name }).first().click();
  for (const answer of ["Starts: starts", "Turns: drum turns", "Warm air: no warm air"]) {
    // The bench goes on with the work.
    await visit(page, "Watch it run");
    await press(answer);
  }
  await expect(record(page).first()).toContainText("No warm air");
  await visit(page, "Make safe");
  await press("Record breaker locked out");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("POWER OFF, LOCKED. NOT PROVED DEAD");
  for (const step of ["Meter reads the source", "0 V on every pair", "Still reads the source"]) await press(step);
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("DEAD");
  await visit(page, "Fit");
  await press("Enter repair");
  await press(/^Enter$/);
  await expect(record(page).first()).toContainText(/^.*Replaced: heating element/);
  await visit(page, "Make safe");
  await press("Record power on");
  await expect(page.getByRole("status", { name: "Energy state" })).toContainText("LIVE");
  await visit(page, "Prove");
  const form = page.getByRole("form", { name: "Test run" });
  for (const answer of HEALTHY_RUN) await form.getByLabel(answer, { exact: true }).check();
  await form.getByRole("button", { name: "Go to the test run" }).click();
  await expect(record(page).first()).toContainText("Test run: starts, turns, heats");
}
