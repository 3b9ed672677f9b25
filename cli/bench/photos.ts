import type { Page } from "@playwright/test";
import { openJob, type, visit } from "../../tests/e2e/support/hidden-fault";
import { inBrowser, pageMemory } from "./browser";
import { print, quantile } from "./measure";

/** Photos of one job; YENNIC_PHOTOS for fewer. */
const PHOTOS = Number(process.env.YENNIC_PHOTOS ?? 200);
const WIDE = 4000;
const HIGH = 3000;

/** Photos of 12 million points each in one job, in a real browser: the server is killed half way; how memory and frames are, and whether all are there. */
export async function photographing(): Promise<void> {
  await inBrowser(async (browser, server) => {
    const page = await browser.newPage();
    await openJob(page, server.url, "turns but no heat");
    await type(page, "proved dead");
    await visit(page, "Open up");
    await page.waitForTimeout(2000);
    const [emptyMB, emptyFrames] = [await pageMemory(browser), await scrolled(page)];
    const times: number[] = [];
    for (let i = 0; i < PHOTOS; i++) {
      if (i === Math.floor(PHOTOS / 2)) await server.kill();
      if (i === Math.floor(PHOTOS / 2) + 5) await server.start("--empty");
      times.push(await takeOne(page, i));
    }
    const [fullMB, fullFrames] = [await pageMemory(browser), await scrolled(page)];
    const job = page.url().split("/").at(-2) ?? "";
    const there = await kept(page, server.url, job);
    print({ name: `photos of ${(WIDE * HIGH) / 1e6} MP taken, server killed half way`, figure: PHOTOS, unit: "photos" });
    print({ name: "photos that the server has in the end", figure: there, unit: "photos", target: PHOTOS });
    print({
      name: "from a picture to its place in the record, median",
      figure: Math.round(
        quantile(
          times.toSorted((a, b) => a - b),
          0.5,
        ),
      ),
      unit: "ms",
    });
    print({
      name: "memory of the page",
      figure: Math.round(fullMB),
      unit: "MB",
      baseline: { what: "without photos", figure: Math.round(emptyMB) },
    });
    print({
      name: "a frame while the photos are gone through, p95",
      figure: quantile(fullFrames, 0.95),
      unit: "ms",
      baseline: { what: "without photos", figure: quantile(emptyFrames, 0.95) },
    });
  });
}

/** Makes a picture unlike the others, hands it to the program as a camera would, and waits until it stands in the record; ms. */
const takeOne = (page: Page, number: number): Promise<number> =>
  page.evaluate(
    async ({ number, wide, high }) => {
      const canvas = new OffscreenCanvas(wide, high);
      const context = canvas.getContext("2d");
      if (!context) throw new Error("no canvas");
      for (let i = 0; i < 400; i++) {
        context.fillStyle = `hsl(${(i * 37 + number * 11) % 360} 60% ${20 + ((i * 13) % 60)}%)`;
        context.fillRect((i * 997 + number * 31) % wide, (i * 613) % high, 300 + (i % 7) * 90, 200);
      }
      const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: 0.9 });
      const picked = new DataTransfer();
      picked.items.add(new File([blob], `photo ${number}.jpg`, { type: "image/jpeg" }));
      const input = document.querySelector<HTMLInputElement>('input[type="file"][multiple]');
      if (!input) throw new Error("no place for a photo");
      const taken = () => document.querySelectorAll('section[aria-label="Photos"] canvas').length;
      const before = taken();
      const begun = performance.now();
      input.files = picked.files;
      input.dispatchEvent(new Event("change", { bubbles: true }));
      while (taken() === before) await new Promise((done) => setTimeout(done, 20));
      return performance.now() - begun;
    },
    { number, wide: WIDE, high: HIGH },
  );

/** Goes through all photos, from the first to the last; ms between frames. */
const scrolled = (page: Page): Promise<number[]> =>
  page.evaluate(async () => {
    const strip = document.querySelector('section[aria-label="Photos"] ol');
    const frames: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 180; i++) {
      await new Promise((done) => requestAnimationFrame(done));
      if (strip) strip.scrollLeft = (strip.scrollWidth * i) / 180;
      const now = performance.now();
      frames.push(now - last);
      last = now;
    }
    return frames.sort((a, b) => a - b);
  });

const WAIT_MS = 180_000;

/** Gives how many of the job's photos the server has, once it has had time to get them all. */
async function kept(page: Page, url: string, job: string): Promise<number> {
  for (const until = Date.now() + WAIT_MS; ; await page.waitForTimeout(2000)) {
    const text = await page.request.get(`${url}/api/jobs/${job}`).then((r) => r.text());
    const named = new Set(text.match(/[0-9a-f]{64}(?=","of")/g) ?? []);
    let there = 0;
    for (const hash of named) if ((await page.request.head(`${url}/api/files/${hash}`)).ok()) there++;
    if (there >= PHOTOS || Date.now() > until) return there;
  }
}
