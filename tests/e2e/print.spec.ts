import { expect, type Page, test } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { openJob, type, visit } from "./support/hidden-fault";
import { jpegOf } from "./support/picture";
import { sharedServer } from "./support/shared-server";

const server = sharedServer();

// A browser without a window never ends its own printing, and prints nothing for us meanwhile: that it is asked is counted.
test.beforeEach(({ page }) =>
  page.addInitScript(() => {
    window.print = () => Object.assign(globalThis, { asked: ((globalThis as { asked?: number }).asked ?? 0) + 1 });
  }),
);

interface Word {
  readonly text: string;
  readonly left: number;
  readonly right: number;
  readonly baseline: number;
  readonly height: number;
}

/** The pages as the browser prints them, read back by a program of its own. */
async function printed(
  page: Page,
  format: "A4" | "Letter",
): Promise<{ readonly words: Word[][]; readonly text: string; readonly width: number }> {
  await page.waitForFunction(() => (globalThis as { asked?: number }).asked);
  const bytes = await page.pdf({ format, preferCSSPageSize: false });
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const words: Word[][] = [];
  let width = 0;
  for (let n = 1; n <= pdf.numPages; n++) {
    const sheet = await pdf.getPage(n);
    width = sheet.getViewport({ scale: 1 }).width;
    const { items } = await sheet.getTextContent();
    words.push(
      items.flatMap((i) =>
        "str" in i && i.str.trim() !== ""
          ? [{ text: i.str, left: i.transform[4], right: i.transform[4] + i.width, baseline: i.transform[5], height: i.height }]
          : [],
      ),
    );
  }
  return {
    words,
    text: words
      .flat()
      .map((w) => w.text)
      .join(" ")
      .replace(/\s+/g, " "),
    width,
  };
}

/** Nothing runs off the paper, and no words stand on each other. */
function expectTidy({ words, width }: Awaited<ReturnType<typeof printed>>): void {
  for (const sheet of words)
    for (const [i, w] of sheet.entries()) {
      expect(w.left).toBeGreaterThanOrEqual(0);
      expect(w.right).toBeLessThanOrEqual(width);
      for (const v of sheet.slice(i + 1)) {
        const together = Math.min(w.right, v.right) - Math.max(w.left, v.left) > 1;
        if (together)
          expect([w.text, v.text, Math.abs(w.baseline - v.baseline) > 0.6 * Math.min(w.height, v.height)]).toEqual([w.text, v.text, true]);
      }
    }
}

test("a machine that stands open gets one page: not to be used, why, what is off, where it lies, what it waits for", async ({ page }) => {
  await openJob(page, server.url, "no start");
  await type(page, "proved dead");
  await type(page, "top off");
  await type(page, "front off");
  await visit(page, "Open up");
  await page.getByRole("button", { name: "Where the parts are…" }).click();
  await page.getByLabel("What", { exact: true }).fill("front and its cup");
  await page.getByLabel("Where it is").fill("behind the machine");
  await page.getByLabel("Who has it").fill("Mrs Probatum");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Removed parts")).toContainText("Mrs Probatum has it");
  await type(page, "need a blower fuse");
  await visit(page, "Open up");
  await page.getByRole("button", { name: "Print DO NOT USE sign" }).click();
  for (const format of ["A4", "Letter"] as const) {
    const paper = await printed(page, format);
    expect(paper.words.length).toBe(1);
    for (const says of [
      "DO NOT USE",
      "This dryer is taken apart. Do not plug it in",
      "Panels are off: live and moving parts are exposed",
      "Blower thermal fuse",
      "Front",
      "Top",
      "4 screws, hex 8, 16 mm",
      "Front and its cup: behind the machine (Mrs Probatum)",
      "Testing quay 1",
    ])
      expect(paper.text).toContain(says);
    expect(paper.text).not.toContain("Reading line");
    expect(paper.text).not.toContain("Take off");
    expectTidy(paper);
  }

  // The next day somebody opens the job again.
  await page.clock.setSystemTime(Date.now() + 14 * 3_600_000);
  await page.reload();
  const left = page.getByRole("region", { name: "Left open" });
  await expect(left).toContainText("Not proved dead anymore");
  await expect(left).toContainText("Off: top, front.");
  await expect(left).toContainText("Front and its cup: behind the machine · Mrs Probatum has it");
  await expect(left).toContainText("Waiting on: blower thermal fuse");
  await left.getByRole("button", { name: "Continue" }).click();
  await expect(left).toHaveCount(0);
});

test("tags for wires: a large number, terminal, colour with its letters, and a code", async ({ page }) => {
  await openJob(page, server.url, "turns, no heat");
  await type(page, "proved dead");
  await visit(page, "Open up");
  await page.getByText(/^To reach:/).click();
  await page.getByRole("button", { name: "Cycling", exact: true }).click();
  await page.getByRole("button", { name: "Print wire tags" }).click();
  const paper = await printed(page, "A4");
  expect(paper.words.length).toBe(1);
  for (const says of ["H1 · pink PK", "H2 · grey GY", "B1 · brown BN", "TBN · white WH", "Cycling thermostat", "Bias heater"])
    expect(paper.text).toContain(says);
  expect(Math.max(...paper.words.flat().map((w) => w.height))).toBeGreaterThan(30);
  await expect(page.getByRole("img", { name: "1: PK on H1, Cycling thermostat", includeHidden: true })).toHaveCount(1);
  expectTidy(paper);
});

test("the report of a gas job on paper: what was read before and after against its limits, the leak test with who made it, what is open", async ({
  page,
}) => {
  await openJob(page, server.url, "turns, no heat, no glow", "kelvane-g14");
  await type(page, "proved dead");
  await type(page, "lower front off");
  await type(page, "igniter OL");
  await type(page, "fitted igniter");
  await type(page, "igniter 190");
  await visit(page, "Fit");
  await page.getByRole("button", { name: "Burner", exact: true }).click();
  await page.getByRole("button", { name: "Joints" }).click();
  await page.getByRole("button", { name: "Opened: union at the valve" }).click();
  await page.getByRole("button", { name: "union at the valve: tight" }).click();
  await expect(page.getByLabel("Record", { exact: true })).toContainText("Leak test, union at the valve: tight");
  await visit(page, "Hand over");
  await page.getByRole("button", { name: "Print the report" }).click();
  for (const format of ["A4", "Letter"] as const) {
    const paper = await printed(page, format);
    for (const says of [
      "Repair not finished. Please do not use your dryer.",
      "Kelvane G14",
      "For Mr Probatum, Testing quay 1",
      "“turns, no heat, no glow”",
      "✗ OL",
      "✓ 190 Ω",
      "Replaced: igniter",
      "Leak test, union at the valve: tight (soap solution, Tess Trier)",
      "not done yet",
      "If you ever smell gas",
      "Customer",
    ])
      expect(paper.text).toContain(says);
    expect(paper.text).not.toContain("Reading line");
    expectTidy(paper);
  }
});

test("labels are pinned to a photo, which stays with its part", async ({ page }) => {
  await openJob(page, server.url, "turns, no heat");
  await type(page, "proved dead");
  await visit(page, "Open up");
  const picture = await jpegOf(page, 1200, 900);
  await page.locator('input[type="file"][multiple]').setInputFiles({ name: "wires.jpg", mimeType: "image/jpeg", buffer: picture });
  const photos = page.getByRole("region", { name: "Photos" });
  await photos.getByRole("button", { name: /^Photo of/ }).click();
  const board = photos.getByRole("figure");
  await board.getByRole("button", { name: /pin a label$/ }).click({ position: { x: 60, y: 40 } });
  await board.getByLabel("What is there").fill("red RD on H1");
  await page.keyboard.press("Enter");
  await expect(board.getByRole("listitem")).toContainText("red RD on H1");
  await expect(page.getByLabel("Record", { exact: true })).toContainText("Labels on a photo: red RD on H1");
  await page.reload();
  await photos.getByRole("button", { name: /^Photo of/ }).click();
  await expect(board).toContainText("red RD on H1");
});
