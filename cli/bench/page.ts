import { readFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { type Browser, devices, type Page } from "@playwright/test";
import { projectRoot } from "../../src/server/database";
import { openFresh } from "../../tests/e2e/support/hidden-fault";
import type { Server } from "../../tests/e2e/support/server";
import { makeTables, tablesFolder } from "../tables";
import { inBrowser } from "./browser";
import { LARGEST, print, quantile } from "./measure";

const ROUNDS = 5;
/** A phone's processor against this machine's. */
const SLOWER = 4;
const PHONE = { width: 390, height: 844 };

interface Opening {
  /** ms from the navigation's start until the card says what is next. */
  readonly proposed: number;
  /** ms from then until the page hears what is touched. */
  readonly alive: number;
  /** kB of script, gzipped, that were asked for until the card said so, and until the page heard. */
  readonly before: number;
  readonly inAll: number;
}

/** A job's page on a cold browser: the script until the first proposal, and how soon that is there, at full speed and on a slow phone. */
export async function jobPage(): Promise<void> {
  await makeTables(tablesFolder(), () => undefined);
  await inBrowser(async (browser, server) => {
    const first = await opened(browser, await openFresh(server.url, "turns, no heat", LARGEST.id), 1);
    const again = await rounds(browser, server, 1);
    const slow = await rounds(browser, server, SLOWER);
    const p50 = (of: readonly Opening[], figure: keyof Opening) =>
      quantile(
        of.map((o) => o[figure]).sort((a, b) => a - b),
        0.5,
      );
    const whole = { what: "all script until the page hears", figure: p50(again, "inAll") };
    print({ name: "script until the first proposal, gzip", figure: p50(again, "before"), unit: "kB", target: 260, baseline: whole });
    print({ name: "first opening of a job, to the first proposal", figure: first.proposed, unit: "ms" });
    print({ name: "first opening of a job, from the proposal until the page hears", figure: first.alive, unit: "ms", target: 300 });
    const full = (figure: keyof Opening) => ({ what: "the same at full speed", figure: p50(again, figure) });
    print({
      name: `first proposal, ${SLOWER}x slower, 390x844, p50`,
      figure: p50(slow, "proposed"),
      unit: "ms",
      target: 2500,
      baseline: full("proposed"),
    });
    print({
      name: `until the page hears, ${SLOWER}x slower, 390x844, p50`,
      figure: p50(slow, "proposed") + p50(slow, "alive"),
      unit: "ms",
      baseline: { what: "the same at full speed", figure: p50(again, "proposed") + p50(again, "alive") },
    });
  });
}

async function rounds(browser: Browser, server: Server, slower: number): Promise<Opening[]> {
  const openings: Opening[] = [];
  for (let i = 0; i < ROUNDS; i++)
    openings.push(await opened(browser, await openFresh(server.url, `turns, no heat ${i}`, LARGEST.id), slower));
  return openings;
}

/** Opens an address on a browser that has nothing of this program yet. */
async function opened(browser: Browser, address: string, slower: number): Promise<Opening> {
  const context = await browser.newContext({ serviceWorkers: "block", ...(slower > 1 && { ...devices["Pixel 5"], viewport: PHONE }) });
  try {
    const page = await context.newPage();
    if (slower > 1) await (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate: slower });
    const scripts: { readonly at: number; readonly size: number }[] = [];
    page.on("request", (r) => r.url().endsWith(".js") && scripts.push({ at: Date.now(), size: sizeOf(r.url()) }));
    await page.addInitScript(watchCard);
    await page.goto(address);
    const { proposed, alive } = await told(page);
    const sum = (until: number) => scripts.filter((s) => s.at <= until).reduce((kb, s) => kb + s.size, 0);
    return { proposed: proposed.after, alive: alive.after - proposed.after, before: sum(proposed.at), inAll: sum(alive.at) };
  } finally {
    await context.close();
  }
}

interface Moment {
  /** ms since the navigation began. */
  readonly after: number;
  /** By the clock. */
  readonly at: number;
}
type Watched = { proposed?: Moment; alive?: Moment };

const told = async (page: Page): Promise<Required<Watched>> => {
  const handle = await page.waitForFunction(() => {
    const { watched } = globalThis as { watched?: Watched };
    return watched?.alive && watched;
  });
  return (await handle.jsonValue()) as Required<Watched>;
};

/** Runs in the page: notes when the card says what is next, and when its buttons can be touched. */
function watchCard(): void {
  const watched: Watched = {};
  Object.assign(globalThis, { watched });
  const look = () => {
    const now: Moment = { after: performance.now(), at: Date.now() };
    const card = document.querySelector('section[aria-label="Next"][data-working="false"]');
    if (card) watched.proposed ??= now;
    if (card?.querySelector("button:not([inert])")) watched.alive ??= now;
    if (!watched.alive) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

const sizeOf = (url: string): number => gzipSync(readFileSync(join(projectRoot(), "dist/client", new URL(url).pathname))).length / 1000;
