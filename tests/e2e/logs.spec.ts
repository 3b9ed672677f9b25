import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { formatValue } from "../../src/core/model/quantity/format";
import type { Unit } from "../../src/core/model/quantity/quantity";
import { oracle } from "../paths";
import { ofTurn } from "../turns";
import { openJob, visit } from "./support/hidden-fault";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

const FOLDER = oracle("logs");
const FILES = readdirSync(FOLDER).filter((f) => f.endsWith(".csv"));
const UNITS: Record<string, Unit> = {
  ohm: "ohm",
  volt: "volt",
  ampere: "amp",
  celsius: "celsius",
  farad: "farad",
  pascal: "pascal",
  watt: "watt",
};

interface Expected {
  readonly unit: string | null;
  readonly rows: number;
  readonly refused: readonly number[];
  readonly overload: number;
  readonly mean: number;
}

const pane = (page: Page) => page.getByRole("region", { name: "Logger’s file" });
const choose = (page: Page, file: string | { name: string; mimeType: string; buffer: Buffer }) =>
  pane(page).getByLabel("A logger’s file", { exact: true }).setInputFiles(file);

test("files of a logging meter are read on the page as they should be", async ({ page }) => {
  await openJob(page, server.url, "turns but no heat");
  await visit(page, "Meter");
  await page.getByRole("button", { name: "Logger’s file" }).click();
  expect(FILES.length).toBeGreaterThan(20);
  for (const name of ofTurn(FILES, 4)) {
    const expected: Expected = JSON.parse(readFileSync(join(FOLDER, name.replace(".csv", ".expect.json")), "utf8"));
    await choose(page, join(FOLDER, name));
    const log = pane(page).getByRole("article", { name });
    await expect(log, name).toContainText(`${expected.rows} readings`);
    const unit = expected.unit === null ? undefined : UNITS[expected.unit];
    if (unit && expected.overload < expected.rows) await expect(log, name).toContainText(`mean ${formatValue(expected.mean, unit)}`);
    if (expected.overload > 0)
      await expect(log, name).toContainText(expected.overload === expected.rows ? "all OL" : `OL ${expected.overload} times`);
    const refused = await log.locator("li").allTextContents();
    expect(
      refused.map((r) => Number(/^line (\d+): \S/.exec(r)?.[1])),
      name,
    ).toEqual([...expected.refused]);
  }
});

bothWays((way, press) => {
  test(`a logger's file is kept by its content with its summary, and opened again after a reload, ${way}`, async ({ page }) => {
    await openJob(page, server.url, "turns but no heat");
    await visit(page, "Meter");
    await press(page, "Logger’s file");
    const csv = `Time (s),Exhaust (°C)\n${Array.from({ length: 60 }, (_, i) => `${i * 10},${(21 + 40 * (1 - Math.exp(-i / 12))).toFixed(1)}`).join("\n")}\nlogging stopped,\n`;
    await choose(page, { name: "exhaust.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
    await expect(pane(page)).toContainText("60 readings over 9.8 min: 70 °F to 141 °F");
    await expect(pane(page)).toContainText("line 62:");
    await press(page, "Save log");
    await expect(page.getByLabel("Record", { exact: true })).toContainText("Log of the exhaust: 70 °F to 141 °F over 9.8 min");
    await page.reload();
    await press(page, "Logger’s file");
    await press(page, /^Open again: Log of the exhaust/);
    await expect(pane(page)).toContainText("60 readings over 9.8 min");
    const kept = async () => {
      const job = await (await page.request.get(page.url().replace(/\/jobs\/([^/]+)\/.*/, "/api/jobs/$1"))).text();
      return (await page.request.get(`${server.url}/api/files/${job.match(/[0-9a-f]{64}/)?.[0]}`)).text();
    };
    await expect.poll(kept).toBe(csv);
  });
});

test("a file without a reading, and one that is too large, are refused by name and reason", async ({ page }) => {
  await openJob(page, server.url, "turns but no heat");
  await visit(page, "Meter");
  await page.getByRole("button", { name: "Logger’s file" }).click();
  await choose(page, { name: "letter.txt", mimeType: "text/plain", buffer: Buffer.from("Dear customer,\nthank you.\n") });
  await expect(pane(page).getByRole("alert")).toContainText("letter.txt has no reading in it; expected lines with a time and a value");
  await choose(page, { name: "years.csv", mimeType: "text/csv", buffer: Buffer.alloc(8_000_001, "1") });
  await expect(pane(page).getByRole("alert")).toContainText("years.csv is 9 MB large; expected at most 8 MB");
});
