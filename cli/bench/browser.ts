import { mkdtempSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Browser, chromium } from "@playwright/test";
import config from "../../playwright.config";
import { Server } from "../../tests/e2e/support/server";
import { buildIfNeeded } from "../build";

/** Work in a real browser, on a server of its own with no job; both are gone afterwards, whatever happens. */
export async function inBrowser(work: (browser: Browser, server: Server) => Promise<void>): Promise<void> {
  buildIfNeeded();
  const server = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  const browser = await chromium.launch(config.use?.launchOptions);
  try {
    await server.start("--empty");
    await work(browser, server);
  } finally {
    await browser.close();
    await server.remove();
  }
}

/** Resident memory of the largest page process, MB. */
export async function pageMemory(browser: Browser): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  const sizes = processInfo
    .filter((p) => p.type === "renderer")
    .map((p) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${p.id}/status`, "utf8"))?.[1] ?? 0) / 1024);
  await session.detach();
  return Math.max(...sizes);
}
