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
}

const FAULTS: readonly HiddenFault[] = [
  { machine: "orrinshaw-e27", words: "no heat but it spins, strong air at the hood", fault: "heating element open" },
  { machine: "orrinshaw-e27", words: "does not start, drum light is on", fault: "door switch does not close" },
  { machine: "kelvane-g14", words: "turns but no heat, no glow, strong air at the hood", fault: "igniter open" },
  { machine: "brisk-tolley-v45e", words: "motor runs, the clothes lie still", fault: "drum belt broken" },
  { machine: "kelvane-c7", words: "won't start, bowl full lamp is lit, code F5", fault: "water tank full" },
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
        test.setTimeout(150_000);
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

const MOST_STEPS = 60;

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
    await expect(card, `after “${title}”: ${label}`).not.toContainText(title, { timeout: 20_000 });
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
  await expect(page.locator("form output")).toContainText("✓");
  await page.getByRole("button", { name: "Enter", exact: true }).tap();
  await expect(page.getByLabel("Reading line")).toHaveValue("");
}

/** “0.9 to 4.6 Ω”, “about 5.60 kΩ”, “OL”: the keys of the first value. */
function keysFor(says: string): readonly string[] {
  if (/OL/.test(says)) return ["OL"];
  const number = /\d+(\.\d+)?/.exec(says)?.[0] ?? "0";
  return [...number, ...(/kΩ/.test(says) ? ["k"] : /MΩ/.test(says) ? ["M"] : [])];
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
