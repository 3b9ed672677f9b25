import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { TypedJob } from "../../cli/typed-job";
import type { Machine } from "../../src/core/model/machine/format";
import { parseMachine } from "../../src/core/model/machine/read";
import { partOff } from "../../src/core/model/machine/wiring";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { ROOT } from "../paths";
import { isTurn } from "../turns";
import { sharedServer } from "./support/shared-server";

const folder = resolve(ROOT, "src/machines");
const MACHINES: readonly Machine[] = readdirSync(folder)
  .filter((f) => f.endsWith(".machine.json"))
  .map((f) => parseMachine(JSON.parse(readFileSync(resolve(folder, f), "utf8")), f));

const PROOF: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong" } };
const across = (part: string, value: number | null): Draft => ({
  kind: "finding",
  body: {
    kind: "ohms",
    place: { between: [`${part}.1`, `${part}.2`] },
    result: value === null ? { is: "OL" } : { is: "value", value, unit: "ohm" },
    circumstances: { wiring: [partOff(part)] },
  },
});

const server = sharedServer();

const COMPLAINT: Draft = { kind: "complaint", body: { words: "turns, no heat", findings: [] } };

/** Three moments of a job: all in question; half read, something found bad; renewed, proven. */
function moments(machine: Machine): Record<string, readonly (string | Draft)[]> {
  const capacitors = machine.parts.filter((p) => p.kind === "capacitor").map((p): Draft => ({ kind: "discharged", body: { part: p.id } }));
  const [first] = machine.parts.filter((p) => p.kind === "element" || p.kind === "coil");
  const fuses = machine.parts.filter((p) => p.kind === "fuse" || p.kind === "thermostat");
  const middle = [
    COMPLAINT,
    "starts, turns, no heat",
    "proved dead",
    ...capacitors,
    ...fuses.map((p) => across(p.id, 0.2)),
    across(first?.id ?? "", null),
  ];
  const assembly = first?.assembly ?? first?.id ?? "";
  const end = [...middle, { kind: "fitted", body: { assembly, action: "replaced" } } as Draft, "energised", PROOF];
  return { start: [COMPLAINT], middle, end };
}

async function made(machine: Machine, lines: readonly (string | Draft)[]): Promise<string> {
  const job = new TypedJob(machine, { by: "Technician", customer: "Test", place: machine.id, start: Date.now() - 60_000, pace: 1 });
  for (const line of lines) typeof line === "string" ? job.type(line) : job.add(line);
  const posted = await fetch(`${server.url}/api/entries`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ entries: job.entries }),
  });
  expect(posted.status, await posted.text()).toBe(200);
  return job.entries[0]?.stream.id ?? "";
}

/** Everything on the sheet that another thing may not lie on: pairs that do. */
const overlaps = (page: Page) =>
  page.evaluate(() => {
    const boxes = [...document.querySelectorAll("[data-box]")].map((e) => {
      const { left, right, top, bottom } = e.getBoundingClientRect();
      return {
        says: `${e.getAttribute("data-box")} ${e.textContent || e.closest("[data-part]")?.getAttribute("data-part") || ""}`,
        left,
        right,
        top,
        bottom,
      };
    });
    const apart = 1;
    return boxes.flatMap((a, i) =>
      boxes
        .slice(i + 1)
        .filter(
          (b) =>
            Math.min(a.right, b.right) - Math.max(a.left, b.left) > apart && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > apart,
        )
        .map((b) => `${a.says} on ${b.says}`),
    );
  });

const boxOf = (page: Page, what: string) => page.locator(what).evaluate((e) => e.getBoundingClientRect().toJSON() as DOMRect);

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

for (const [n, machine] of MACHINES.entries()) {
  test(`${machine.id}: nothing on the sheet lies on anything else, at any moment, size and scheme; every branch is seen`, async ({
    page,
  }) => {
    test.skip(!isTurn(n, 3), "it is the other machines’ turn");
    for (const [i, [moment, lines]] of Object.entries(moments(machine)).entries()) {
      const job = await made(machine, lines);
      // Loaded at one size, then made the other: by turns, so that each is loaded and each is come to.
      const sizes = i % 2 === 0 ? [DESK, PHONE] : [PHONE, DESK];
      await page.setViewportSize(sizes[0] ?? DESK);
      await page.goto(`${server.url}/jobs/${job}/meter`);
      for (const size of sizes) {
        await page.setViewportSize(size);
        await expect(page.locator("[data-suspect]").first()).toBeVisible();
        await expect(page.getByRole("region", { name: "Next" })).toHaveAttribute("data-working", "false", { timeout: 30_000 });
        for (const colorScheme of ["light", "dark"] as const) {
          await page.emulateMedia({ colorScheme });
          const where = `${moment} ${size.width} ${colorScheme}`;
          await expect.poll(() => overlaps(page), where).toEqual([]);
          await expect(page.locator("[data-branch]"), where).toHaveCount(machine.sheet.rows.length);
          if (size.width < 1000) continue;
          // The sheet is drawn for the room that it finds: it settles once that stands.
          const over = async () =>
            (await boxOf(page, 'svg[aria-label="Wiring sheet"]')).bottom - (await boxOf(page, '[aria-label="Record"]')).top;
          await expect.poll(over, where).toBeLessThanOrEqual(0);
          expect((await boxOf(page, '[aria-label="Record"]')).bottom, where).toBeLessThanOrEqual(size.height);
        }
      }
    }
  });
}

test("a branch out of question is folded, and opens and folds at a touch; new parts, measured and inferred are told apart", async ({
  page,
}) => {
  const e27 = MACHINES.find((m) => m.id === "orrinshaw-e27");
  if (!e27) throw new Error("it ships");
  await page.goto(`${server.url}/jobs/${await made(e27, moments(e27).end ?? [])}/meter`);
  const lamp = page.locator('[data-branch="Lamp"]');
  const name = lamp.getByRole("button", { name: /^Lamp/ }).first();
  const before = await lamp.getAttribute("data-thin");
  await name.click();
  await expect(lamp).not.toHaveAttribute("data-thin", before ?? "");
  await name.press("Enter");
  await expect(lamp).toHaveAttribute("data-thin", before ?? "");
  await page.locator('[data-branch="Heat"]').getByRole("button", { name: /^Heat/ }).first().waitFor();
  if ((await page.locator('[data-branch="Heat"]').getAttribute("data-thin")) === "true")
    await page.locator('[data-branch="Heat"]').getByRole("button", { name: /^Heat/ }).first().click();
  const element = page.locator('[data-part="element"]');
  await expect(element).toContainText("new");
  await expect(element.locator('[data-box="note"]')).not.toHaveText("OL");
  await expect(page.locator('[data-part="cut-off"]')).toContainText("tested good");
  await expect(page.locator('[data-part="speed-contact"], [data-part="heat-contact"]').first()).toContainText("inferred good");
});
