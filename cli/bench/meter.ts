import type { CDPSession, Page } from "@playwright/test";
import { openJob, type, visit } from "../../tests/e2e/support/hidden-fault";
import { inBrowser } from "./browser";
import { print, quantile } from "./measure";

/** s for which the meter streams; YENNIC_METER_SECONDS for a shorter look. */
const SECONDS = Number(process.env.YENNIC_METER_SECONDS ?? 600);
const BASELINE_S = 20;
const LOOKS = 10;

/**
 * The simulated meter in a real browser, ten readings a second: how many came, were lost, came twice; how memory grows; how long frames and a touch
 * take, against the same page with the meter off.
 */
export async function streaming(): Promise<void> {
  await inBrowser(async (browser, server) => {
    const page = await browser.newPage();
    const session = await page.context().newCDPSession(page);
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await visit(page, "Meter");
    await page.locator('[data-part="element"]').click();
    await page.waitForTimeout(3000);
    const before = await lookedAt(page, BASELINE_S);
    await page.getByRole("button", { name: "Meter", exact: true }).click();
    await page.waitForTimeout(3000);
    const began = Date.now();
    const heaps = [await heap(session)];
    const during: Looked[] = [];
    for (let i = 0; i < LOOKS; i++) {
      during.push(await lookedAt(page, SECONDS / LOOKS));
      heaps.push(await heap(session));
    }
    const bar = page.locator("[data-received]");
    const count = async (what: string) => Number(await bar.getAttribute(`data-${what}`));
    const seconds = Math.round((Date.now() - began) / 1000) + 3;
    print({ name: "readings of the simulated meter, received", figure: await count("received"), unit: `in ${seconds} s` });
    print({ name: "readings lost", figure: await count("lost"), unit: "readings", target: 0 });
    print({ name: "readings that came twice", figure: await count("doubled"), unit: "readings", target: 0 });
    tellHeaps(heaps);
    tellResponses(before, during);
  });
}

function tellHeaps(heaps: readonly number[]): void {
  const [start = 0, first = 0] = heaps.map((h) => h / 1e6);
  const last = (heaps.at(-1) ?? 0) / 1e6;
  print({ name: "heap after the first tenth", figure: first, unit: "MB", baseline: { what: "at the start", figure: start } });
  print({ name: "heap at the end", figure: last, unit: "MB", baseline: { what: "after the first tenth", figure: first } });
}

function tellResponses(before: Looked, during: readonly Looked[]): void {
  const tell = (name: string, of: keyof Looked, q: number, target?: number) => {
    const sorted = (looks: readonly Looked[]) => looks.flatMap((l) => l[of]).sort((a, b) => a - b);
    const baseline = { what: "meter off", figure: quantile(sorted([before]), q) };
    print({ name, figure: quantile(sorted(during), q), unit: "ms", baseline, ...(target !== undefined && { target }) });
  };
  tell("a frame, p95", "frames", 0.95);
  tell("a frame, p99.9", "frames", 0.999);
  tell("from a touch to what it shows, p95", "touches", 0.95, 100);
}

interface Looked {
  /** ms between frames. */
  readonly frames: number[];
  /** ms from a click on a pane's name to that pane. */
  readonly touches: number[];
}

/** Counts frames, and goes to and fro between two panes, for so many seconds. */
const lookedAt = (page: Page, seconds: number): Promise<Looked> =>
  page.evaluate(async (seconds) => {
    const [frames, touches]: [number[], number[]] = [[], []];
    const until = performance.now() + seconds * 1000;
    let lastFrame = performance.now();
    const frame = (now: number) => {
      frames.push(now - lastFrame);
      lastFrame = now;
      if (now < until) requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    const pane = (name: string) => [...document.querySelectorAll("button")].find((b) => b.textContent === name);
    for (let i = 0; performance.now() < until; i++) {
      await new Promise((done) => setTimeout(done, 700));
      const at = performance.now();
      pane(i % 2 === 0 ? "Logger’s file" : "Sheet")?.click();
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      touches.push(performance.now() - at);
    }
    return { frames, touches };
  }, seconds);

/** Bytes in use once what is not needed is gone. */
async function heap(session: CDPSession): Promise<number> {
  await session.send("HeapProfiler.collectGarbage");
  return (await session.send("Runtime.getHeapUsage")).usedSize;
}
