import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Browser, chromium } from "@playwright/test";
import config from "../../playwright.config";
import { Server } from "../../tests/e2e/server";
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
