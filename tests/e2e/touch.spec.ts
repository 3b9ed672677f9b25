import { expect, type Locator, type Page, test } from "@playwright/test";
import { item } from "../../src/core/model/array/at";
import type { Fault } from "../../src/core/model/machine/fault";
import { type Machine, type Part, partOf } from "../../src/core/model/machine/format";
import { lower } from "../../src/core/model/naming/text";
import { isTurn } from "../turns";
import { closed, leader, machineOf, next, openJob, proven, visit } from "./support/hidden-fault";
import { ModelAnswers } from "./support/model-answers";
import { sharedServer } from "./support/shared-server";

const server = sharedServer();

interface HiddenFault {
  readonly machine: string;
  readonly words: string;
  readonly fault: Fault;
}

const FAULTS: readonly HiddenFault[] = [
  { machine: "orrinshaw-e27", words: "won't start, hums, drum light is on", fault: { part: "motor", mode: "drags", severity: 1.2 } },
  { machine: "orrinshaw-e27", words: "no heat but it spins, strong air at the hood", fault: { part: "element", mode: "open" } },
  { machine: "orrinshaw-e27", words: "does not start, drum light is on", fault: { part: "door-switch", mode: "open" } },
  { machine: "kelvane-g14", words: "turns but no heat, no glow, strong air at the hood", fault: { part: "igniter", mode: "open" } },
  { machine: "brisk-tolley-v45e", words: "motor runs, the clothes lie still", fault: { part: "belt", mode: "broken" } },
  { machine: "kelvane-c7", words: "won't start, bowl full lamp is lit, code F5", fault: { part: "tank", mode: "full" } },
];

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

// Every second fault at a desk, the others on a phone; those that are typed at a desk are touched on a phone.
for (const [n, viewport] of SIZES.entries())
  test.describe(`at ${viewport.width}`, () => {
    test.use({ viewport, hasTouch: true });
    for (const hidden of FAULTS.filter((_, i) => i % 2 === n))
      test(`${hidden.machine}, ${hidden.fault.part} ${hidden.fault.mode}: by touch alone, following the card, to the close; and the last of it taken back`, async ({
        page,
      }) => {
        test.skip(!isTurn(FAULTS.indexOf(hidden), 3), "it is the turn of other faults");
        await openJob(page, server.url, hidden.words, hidden.machine);
        await follow(page, new ModelAnswers(machineOf(hidden.machine), [hidden.fault]));
        await closed(page);
        await page
          .getByLabel("Record", { exact: true })
          .getByRole("button", { name: /^Void entry: / })
          .first()
          .tap();
        await expect(next(page).getByRole("button", { name: "Close the job" })).toBeVisible({ timeout: 20_000 });
      });
  });

test.describe("wires of the cord and the start switch on each other’s place, which no suspect has", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test("by touch: looked for before anything is bought, found, put right, proven, closed", async ({ page }) => {
    const machine = machineOf("orrinshaw-e27");
    const put = (id: string, at: number, net: string) => (p: Part) =>
      p.id === id ? ({ ...p, nets: p.nets.map((n, k) => (k === at ? net : n)) } as Part) : p;
    const [cord, start] = [partOf(machine, "cord-l1"), partOf(machine, "start-switch")];
    const swapped: Machine = {
      ...machine,
      parts: machine.parts.map(put("cord-l1", 0, item(start.nets, 1))).map(put("start-switch", 1, item(cord.nets, 0))),
    };
    await openJob(page, server.url, "turns but no heat", machine.id);
    await follow(page, new ModelAnswers(swapped, []), "Check what the wiring sheet doesn't show");
    await expect(next(page)).toContainText("wires against the wiring sheet");
    await expect(page.getByLabel("Record", { exact: true })).not.toContainText("Fitted");
    await next(page).getByRole("button", { name: "Wiring doesn't match the sheet" }).tap();
    await expect(next(page)).toContainText("Rewire to match the wiring sheet", { timeout: 20_000 });
    await expect(leader(page)).toContainText("Something not on the wiring sheet");
    await follow(page, new ModelAnswers(machine, []));
    await expect(page.getByLabel("Record", { exact: true })).toContainText("Fixed: wiring");
    await expect(page.getByLabel("Record", { exact: true })).not.toContainText("Fitted");
  });
});

const MOST_STEPS = 60;

/** Does what the card says and answers as a machine with this fault would, until it says this, or is closed. */
async function follow(page: Page, model: ModelAnswers, until?: string): Promise<void> {
  const card = next(page);
  const said: string[] = [];
  for (let i = 0; i < MOST_STEPS; i++) {
    const main = card.locator("button").first();
    // The card may be worked out anew just after it was read: it is taken once it has a button under a title that stayed.
    let title = "";
    await expect(async () => {
      await expect(card).toHaveAttribute("data-working", "false");
      title = await card.getByRole("heading").first().innerText();
      if (title !== "Make it safe") await expect(main).toBeVisible({ timeout: 1000 });
      await expect(card.getByRole("heading").first()).toHaveText(title, { timeout: 100 });
    }).toPass({ timeout: 30_000 });
    said.push(title);
    if (title === until) return;
    const label = title === "Make it safe" ? "" : await main.innerText();
    const answer = model.to(title);
    if (title === "Make it safe") await makeSafe(page);
    else if (title.startsWith("Read at the plug")) await readPlug(card);
    else if (label === "Enter reading") await read(page, card, main, answer);
    else if (label === "Go to the test run") await proveIt(page, main, model);
    else await (typeof answer === "string" ? card.getByRole("button", { name: answer, exact: true }) : main).tap();
    if (label === "Mark replaced" || label === "Mark done") model.putRight(title);
    if (label === "Close the job") return;
    await expect(card.getByRole("heading").first(), `after “${title}”: ${label}`).not.toHaveText(title, { timeout: 20_000 });
  }
  throw new Error(`not closed after ${MOST_STEPS} steps: ${said.slice(-12).join(" / ")}`);
}

/** Takes the power away, if it is not yet, and goes through the three steps, on the card or on their own bench: one touch for each fact. */
async function makeSafe(page: Page): Promise<void> {
  const cord = page.getByRole("button", { name: "Record cord out" }).first();
  if (await cord.isVisible()) await cord.tap();
  for (const step of ["Meter reads the source", "0 V on every pair", "Still reads the source"])
    await page.getByRole("region", { name: "Prove it dead" }).getByRole("button", { name: step }).tap();
}

/** Reads at the plug what a machine whose wires are on rightly reads there: the card says it first. */
async function readPlug(card: Locator): Promise<void> {
  const right = await card.getByRole("term").first().innerText();
  if (right === "OL") return card.getByRole("button", { name: "OL", exact: true }).tap();
  const times = right.includes("kΩ") ? 1e3 : 1;
  const ends = [...right.matchAll(/([\d.]+)( Ω to)?/g)].map(([, number, isOhms]) => Number(number) * (isOhms ? 1 : times));
  const [from = 0, to = from] = ends;
  const value = right.startsWith("under") ? from / 2 : (from + to) / 2;
  await card.getByRole("textbox", { name: /^At the plug/ }).fill(value.toFixed(2));
  await card.getByRole("button", { name: "Save" }).tap();
}

/** Takes the reading with the keys on the screen: no field is typed into. A check says its limit: “under 1 Ω”, “over 2 MΩ”. */
async function read(page: Page, card: Locator, take: Locator, answer: string | number | undefined): Promise<void> {
  const value = answer ?? (/under \d/i.test(await card.innerText()) ? 0.2 : "OL");
  await take.tap();
  const keys = page.getByRole("group", { name: "Keypad" });
  for (const key of typeof value === "number" ? keysFor(value) : ["OL"]) await keys.getByRole("button", { name: key, exact: true }).tap();
  const typed = await page.getByLabel("Reading line").inputValue();
  await expect(page.locator("form output"), `“${typed}”`).toContainText("✓");
  await page.getByRole("button", { name: "Enter", exact: true }).tap();
  await expect(page.getByLabel("Reading line")).toHaveValue("");
}

/** 4.6 Ω, 607 Ω, 1.1 kΩ, 2 MΩ, as keys. */
function keysFor(ohms: number): readonly string[] {
  const [key, times] = ohms >= 1e6 ? (["M", 1e6] as const) : ohms >= 1e3 ? (["k", 1e3] as const) : ([undefined, 1] as const);
  const shown = ohms / times;
  return [...(shown < 100 ? shown.toFixed(1) : String(Math.round(shown))), ...(key ? [key] : [])];
}

async function proveIt(page: Page, main: Locator, model: ModelAnswers): Promise<void> {
  await main.tap();
  const form = page.getByRole("form", { name: "Test run" });
  for (const row of await form.getByRole("group").all()) {
    const answer = model.to(await row.locator("legend").innerText());
    const seen = typeof answer === "string" && answer !== "Can't tell";
    await row.getByLabel(seen ? lower(answer) : "not seen", { exact: true }).tap();
  }
  const why = form.getByLabel(/Say why/);
  if ((await why.count()) > 0) await why.fill("it shows nothing without heat");
  await form.getByRole("button", { name: "Go to the test run" }).tap();
  await proven(page);
  await visit(page, "Watch it run");
}
