import type { Page } from "@playwright/test";
import { inBrowser } from "./browser";
import { print, quantile } from "./measure";

const ROUNDS = 60;
/** Nobody types faster than this; three pages on one machine need some of it to work out their suspects. */
const PAUSE_MS = 600;

/**
 * In a real browser: from Enter to the entry on the browser's disk, to the badge of another tab, and to that of another
 * device. Times are read off the pages' own clocks, which are this machine's.
 */
export async function live(): Promise<void> {
  await inBrowser(async (browser, server) => {
    const [here, there] = [await browser.newContext(), await browser.newContext()];
    const mine = await here.newPage();
    await mine.goto(`${server.url}/jobs/new`);
    await mine.getByLabel("Complaint").fill("turns, no heat");
    await mine.getByLabel("Machine, from the nameplate").selectOption({ index: 1 });
    await mine.getByLabel("Address", { exact: true }).fill("Testing quay 1");
    await mine.getByLabel("Customer", { exact: true }).fill("Mr Probatum");
    await mine.getByRole("button", { name: "Create job" }).click();
    await mine.waitForURL(/\/jobs\/[0-9a-f-]{36}\/[a-z]+$/);
    const [tab, device] = [await here.newPage(), await there.newPage()];
    for (const page of [tab, device]) await page.goto(mine.url());
    for (const page of [mine, tab, device]) {
      await page.locator("[data-suspect]").first().waitFor();
      await page.evaluate(watch);
    }
    const kept: number[] = [];
    const onTab: number[] = [];
    const onDevice: number[] = [];
    for (let i = -3; i < ROUNDS; i++) {
      const word = i % 2 === 0 ? "live" : "proved dead";
      await mine.waitForTimeout(PAUSE_MS);
      await mine.bringToFront();
      await mine.getByLabel("Reading line").fill(word);
      await mine.getByLabel("Reading line").press("Enter");
      const shows = word === "live" ? "LIVE" : "DEAD|NOT PROVED";
      const entered = await latest(mine, "entered");
      const seen = {
        kept: await latest(mine, "kept"),
        tab: await changed(tab, shows, entered),
        device: await changed(device, shows, entered),
      };
      if (i < 0) continue;
      kept.push(seen.kept - entered);
      onTab.push(seen.tab - entered);
      onDevice.push(seen.device - entered);
    }
    const tell = (name: string, times: number[], target: number) => {
      times.sort((a, b) => a - b);
      print({ name: `${name}, p50`, figure: quantile(times, 0.5), unit: "ms" });
      print({ name: `${name}, p95`, figure: quantile(times, 0.95), unit: "ms", target });
    };
    tell("from Enter to the entry safe in the browser", kept, 20);
    tell("from Enter to another tab", onTab, 300);
    tell("from Enter to another device", onDevice, 1500);
  });
}

interface Watched {
  readonly enter: number;
  readonly badges: { at: number; text: string }[];
}

/** Notes when Enter is pressed and whenever the energy badge says something else, in milliseconds since 1970. */
function watch(): void {
  const badges: Watched["badges"] = [];
  const box = window as unknown as { watched: { enter: number; badges: Watched["badges"] } };
  box.watched = { enter: 0, badges };
  const now = () => performance.timeOrigin + performance.now();
  const pressed = ({ key }: KeyboardEvent) => {
    if (key === "Enter") box.watched.enter = now();
  };
  addEventListener("keydown", pressed, true);
  const look = () => {
    const text = document.querySelector('[aria-label="Energy state"]')?.textContent ?? "";
    if (badges.at(-1)?.text !== text) badges.push({ at: now(), text });
  };
  new MutationObserver(look).observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
  look();
}

/** When Enter was pressed last, or what came of it was kept. */
async function latest(page: Page, what: "entered" | "kept"): Promise<number> {
  const handle = await page.waitForFunction((what) => {
    const { enter } = (window as unknown as { watched: { enter: number } }).watched;
    if (what === "entered") return enter || undefined;
    const kept = performance.getEntriesByName("yennic kept").at(-1);
    const at = kept ? performance.timeOrigin + kept.startTime : 0;
    return at >= enter ? at : undefined;
  }, what);
  return (await handle.jsonValue()) ?? 0;
}

async function changed(page: Page, shows: string, after: number): Promise<number> {
  const handle = await page.waitForFunction(
    ([shows, after]) =>
      (window as unknown as { watched: { badges: { at: number; text: string }[] } }).watched.badges.find(
        (b) => b.at >= (after as number) && new RegExp(shows as string).test(b.text),
      )?.at,
    [shows, after] as const,
    { polling: 20 },
  );
  return (await handle.jsonValue()) ?? 0;
}
