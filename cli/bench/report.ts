import { readFileSync } from "node:fs";
import type { Browser, Page } from "@playwright/test";
import { fileHash } from "../../src/core/record/files/file";
import { TypedJob } from "../typed-job";
import { inBrowser, pageMemory } from "./browser";
import { ELECTRIC, print, quantile, READINGS } from "./measure";

const ENTRIES = 500;
const PHOTOS = 60;
const ROUNDS = 5;

/** The customer's page as PDF, of a job with 500 entries and 60 photos, made in a real browser; beside it the same job without photos. */
export async function reporting(): Promise<void> {
  await inBrowser(async (browser, server) => {
    const page = await browser.newPage();
    await page.goto(`${server.url}/settings`);
    const pictures = await Promise.all(Array.from({ length: PHOTOS }, (_, i) => pictureOf(page, i)));
    for (const bytes of pictures)
      await page.request.post(`${server.url}/api/files/${fileHash(bytes)}`, {
        data: Buffer.from(bytes),
        headers: { "content-type": "image/jpeg", origin: server.url },
      });
    const [bare, full] = [jobOf(ENTRIES, []), jobOf(ENTRIES, pictures.map(fileHash))];
    const without = await made(browser, server.url, bare);
    const withPhotos = await made(browser, server.url, full);
    const baseline = (figure: number) => ({ what: "the same without photos", figure });
    print({
      name: `report of ${ENTRIES} entries and ${PHOTOS} photos, median`,
      figure: quantile(withPhotos.ms, 0.5),
      unit: "ms",
      target: 5000,
      baseline: baseline(quantile(without.ms, 0.5)),
    });
    print({ name: "the slowest of them", figure: withPhotos.ms.at(-1) ?? 0, unit: "ms", target: 5000 });
    print({
      name: "size of the file",
      figure: withPhotos.bytes / 1e6,
      unit: "MB",
      baseline: { what: "its photos", figure: pictures.reduce((n, p) => n + p.length, 0) / 1e6 },
    });
    print({ name: "memory of the page's process at the end", figure: withPhotos.mb, unit: "MB", baseline: baseline(without.mb) });
    print({ name: "times that the progress was told", figure: withPhotos.steps, unit: "times" });
  });
}

/** A job of so many entries, those beyond its photos readings. */
function jobOf(entries: number, photos: readonly string[]): TypedJob {
  const job = new TypedJob(ELECTRIC, { by: "Bench", customer: "Bench", place: "Bench", start: Date.now() - 90_000_000, pace: 1000 });
  job.type("turns, starts, no heat", "air strong", "proved dead", "rear off");
  for (const file of photos) job.add({ kind: "photo", body: { file, of: "rear" } });
  for (let i = 0; job.entries.length < entries; i++) job.type(READINGS[i % READINGS.length] ?? "element 10.6");
  return job;
}

async function made(browser: Browser, url: string, job: TypedJob): Promise<{ ms: number[]; bytes: number; mb: number; steps: number }> {
  const page = await (await browser.newContext({ acceptDownloads: true })).newPage();
  for (let i = 0; i < job.entries.length; i += 100) {
    const answer = await page.request.post(`${url}/api/entries`, {
      data: { entries: job.entries.slice(i, i + 100) },
      headers: { origin: url },
    });
    if (!answer.ok()) throw new Error(`the bench's job is refused: ${(await answer.text()).slice(0, 200)}`);
  }
  await page.goto(`${url}/jobs/${job.job.id}/hand`);
  const button = page.getByRole("button", { name: "Customer PDF" });
  await button.waitFor();
  await page.getByText(`All ${job.entries.length}`).waitFor();
  const ms: number[] = [];
  let bytes = 0;
  await page.evaluate(() => {
    const seen = new Set<number>();
    Object.assign(globalThis, { seen });
    new MutationObserver(() => {
      const bar = document.querySelector("progress");
      if (bar) seen.add(bar.value);
    }).observe(document.body, { subtree: true, childList: true, attributes: true });
  });
  for (let i = 0; i < ROUNDS; i++) {
    const begun = performance.now();
    const saved = page.waitForEvent("download", { timeout: 60_000 });
    await button.click();
    const path = await (await saved).path();
    ms.push(performance.now() - begun);
    bytes = readFileSync(path).length;
  }
  const steps = await page.evaluate(() => (globalThis as unknown as { seen: Set<number> }).seen.size);
  const mb = await pageMemory(browser);
  await page.context().close();
  return { ms: ms.sort((a, b) => a - b), bytes, mb, steps };
}

/** A picture as the program keeps one: 1600 by 1200 points, unlike the others. */
const pictureOf = async (page: Page, number: number): Promise<Uint8Array> =>
  new Uint8Array(
    await page.evaluate(async (n) => {
      const canvas = new OffscreenCanvas(1600, 1200);
      const context = canvas.getContext("2d");
      if (!context) throw new Error("no canvas");
      for (let i = 0; i < 900; i++) {
        context.fillStyle = `hsl(${(i * 37 + n * 11) % 360} 60% ${20 + ((i * 13) % 60)}%)`;
        context.fillRect((i * 997 + n * 31) % 1600, (i * 613) % 1200, 20 + (i % 7) * 30, 60);
      }
      return [...new Uint8Array(await (await canvas.convertToBlob({ type: "image/jpeg", quality: 0.82 })).arrayBuffer())];
    }, number),
  );
