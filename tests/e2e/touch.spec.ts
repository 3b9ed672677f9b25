import { expect, type Locator, type Page, test } from "@playwright/test";
import { HEALTHY_RUN, next, openJob, proven, visit } from "./hidden-fault";
import { Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start("--empty"));
test.afterAll(() => server.remove());

/** What is wrong as the card calls it, the complaint, and what can be put right by a touch when it is found. */
interface HiddenFault {
  readonly machine: string;
  readonly words: string;
  readonly fault: string;
  /** Why it can't be played yet. */
  readonly open?: string;
}

/** Where the card does not foretell the fault, the test answers as a sound machine would: no machine is so, and the program doubts it, as it should. */
const NOT_FORETOLD = "its answers have to come from the circuit, as a machine with this fault would give them";

const FAULTS: readonly HiddenFault[] = [
  { machine: "orrinshaw-e27", words: "no heat but it spins, strong air at the hood", fault: "heating element open" },
  { machine: "orrinshaw-e27", words: "does not start, drum light is on", fault: "door switch does not close" },
  { machine: "kelvane-g14", words: "turns but no heat, no glow, strong air at the hood", fault: "igniter open" },
  { machine: "brisk-tolley-v45e", words: "no heat but it spins, strong air at the hood", fault: "heating element open" },
  { machine: "brisk-tolley-v45e", words: "motor runs, the clothes lie still", fault: "drum belt broken", open: NOT_FORETOLD },
  { machine: "kelvane-c7", words: "won't start, bowl full lamp is lit, code F5", fault: "water tank full", open: NOT_FORETOLD },
  { machine: "orrinshaw-e27-208", words: "no heat but it spins, strong air at the hood", fault: "heating element open" },
];

for (const viewport of [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
])
  test.describe(`at ${viewport.width}`, () => {
    test.use({ viewport, hasTouch: true });
    for (const hidden of FAULTS)
      test(`${hidden.machine}, ${hidden.fault}: by touch alone, following the card, to the close; and the last of it taken back`, async ({
        page,
      }) => {
        test.fixme(hidden.open !== undefined, hidden.open);
        test.setTimeout(260_000);
        await openJob(page, server.url, hidden.words, hidden.machine);
        await follow(page, hidden.fault);
        await expect(page.getByRole("heading", { name: "Nothing left to do" })).toBeVisible();
        await page
          .getByLabel("Record")
          .getByRole("button", { name: /^Take back: / })
          .first()
          .tap();
        await expect(next(page).getByRole("button", { name: "Close the job" })).toBeVisible({ timeout: 20_000 });
      });
  });

const MOST_STEPS = 100;

/** Does what the card says and answers as a machine with this fault would, until it says to close. */
async function follow(page: Page, fault: string): Promise<void> {
  const card = next(page);
  for (let i = 0; i < MOST_STEPS; i++) {
    await expect(card).toHaveAttribute("data-working", "false", { timeout: 20_000 });
    const title = await card.getByRole("heading").first().innerText();
    const [main] = await card.locator("button").all();
    if (!main) throw new Error(`nothing to press under “${title}”`);
    const label = await main.innerText();
    if (label === "Take reading") await read(page, card, main, fault);
    else if (label === "Record the run") await proveIt(page, main);
    else await (await answerOf(card, fault)).tap();
    if (label === "Close the job") return;
    await expect(card.getByRole("heading").first(), `after “${title}”: ${label}`).not.toHaveText(title, { timeout: 20_000 });
  }
  throw new Error(`not closed after ${MOST_STEPS} steps`);
}

/** What the card foretells of this fault, else of a machine as it should be. */
async function foretold(card: Locator, fault: string): Promise<string | undefined> {
  const rows = await card.locator("dl > div").all();
  const texts = await Promise.all(rows.map(async (r) => [await r.locator("dt").innerText(), (await r.innerText()).toLowerCase()] as const));
  const [label] = texts.find(([, all]) => all.includes(fault)) ?? texts.find(([, all]) => all.includes("as it should")) ?? [];
  return label?.replace(/\s*as it should\s*/, "").trim();
}

async function answerOf(card: Locator, fault: string): Promise<Locator> {
  const buttons = card.locator("button");
  const says = await foretold(card, fault);
  const told = says === undefined ? undefined : buttons.filter({ hasText: new RegExp(`^${says}$`, "i") });
  return told && (await told.count()) > 0 ? told.first() : buttons.first();
}

/** Takes the reading with the keys on the screen: no field is typed into. */
async function read(page: Page, card: Locator, take: Locator, fault: string): Promise<void> {
  // A check says its limit: “under 1 Ω”, “over 2 MΩ”.
  const says = (await foretold(card, fault)) ?? (/under \d/i.test(await card.innerText()) ? "0.2" : "OL");
  await take.tap();
  const keys = page.getByRole("group", { name: "Keys for the reading" });
  for (const key of keysFor(says)) await keys.getByRole("button", { name: key, exact: true }).tap();
  const typed = await page.getByLabel("Reading line").inputValue();
  await expect(page.locator("form output"), `“${typed}” for ${says}`).toContainText("✓");
  await page.getByRole("button", { name: "Enter", exact: true }).tap();
  await expect(page.getByLabel("Reading line")).toHaveValue("");
}

/** “0.9 to 4.6 Ω”, “607 Ω to 1.11 kΩ”, “over 2 MΩ”, “OL”: the keys of a value in the middle of it. */
function keysFor(says: string): readonly string[] {
  if (/OL/.test(says)) return ["OL"];
  const times: Record<string, number> = { k: 1e3, M: 1e6 };
  const ends = [...says.matchAll(/(\d+(?:\.\d+)?)\s*(?:(k|M)?Ω)?/g)].map((m) => ({
    number: Number(m[1]),
    unit: m[0].includes("Ω") ? (m[2] ?? "") : undefined,
  }));
  const unit = ends.at(-1)?.unit ?? "";
  const [low = 0, high = low] = ends.map((e) => e.number * (times[e.unit ?? unit] ?? 1));
  const value = /over/.test(says) ? low * 1.5 : /under/.test(says) ? low * 0.3 : Math.sqrt(Math.max(low, 0.1) * Math.max(high, 0.1));
  const key = value >= 1e6 ? "M" : value >= 1e3 ? "k" : undefined;
  const shown = value / (key ? (times[key] ?? 1) : 1);
  return [...(shown < 10 ? shown.toFixed(1) : String(Math.round(shown))), ...(key ? [key] : [])];
}

async function proveIt(page: Page, main: Locator): Promise<void> {
  await main.tap();
  const form = page.getByRole("form", { name: "The proof run" });
  for (const answer of HEALTHY_RUN) {
    const choice = form.getByLabel(answer, { exact: true });
    if ((await choice.count()) > 0) await choice.tap();
  }
  await form.getByRole("button", { name: "Record the run" }).tap();
  await proven(page);
  await visit(page, "Watch it run");
}
