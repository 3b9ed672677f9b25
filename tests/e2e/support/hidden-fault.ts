import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { v7 } from "uuid";
import { ohmNetwork, ohmsBetween } from "../../../src/core/model/circuit/ohms";
import { type Fault, FaultSet } from "../../../src/core/model/machine/fault";
import type { Machine } from "../../../src/core/model/machine/format";
import { networkOf, probeNode } from "../../../src/core/model/machine/network";
import { parseMachine } from "../../../src/core/model/machine/read";
import { refOf } from "../../../src/core/model/machine/revision";
import { deadCondition } from "../../../src/core/model/machine/run/at-rest";
import { wiringUnder } from "../../../src/core/model/machine/wiring";
import { stamp } from "../../../src/core/record/job/entry";
import { foldJob } from "../../../src/core/record/job/fold";
import { complaintIn } from "../../../src/core/speech/complaint";
import { newJob } from "../../../src/core/speech/new-job";
import { understand } from "../../../src/core/speech/understand";
import { machineFile } from "../../paths";
import { alive } from "./before-alive";

/** A shipped machine, read as the program reads it. */
export const machineOf = (id: string): Machine => parseMachine(JSON.parse(readFileSync(machineFile(id), "utf8")));

export const E27: Machine = machineOf("orrinshaw-e27");
const deadJob = { ...foldJob("job", [], () => E27), machine: E27, safety: { power: "dead", liveTests: false, discharged: [] } } as const;

/** Gives what an ohm-meter shows on a machine with these faults at the place that `words` name: the reading comes from the circuit, not from the test. */
export function meter(faults: readonly Fault[], words: string): string {
  const understood = understand(`${words} 12 ohm`, { machine: E27, job: deadJob });
  const draft = understood.is === "entries" ? understood.drafts[0] : undefined;
  if (draft?.kind !== "finding" || draft.body.kind !== "ohms") throw new Error(words);
  const { place, circumstances } = draft.body;
  const set = new FaultSet(faults);
  const wiring = wiringUnder(E27, set, circumstances.wiring ?? []);
  const network = ohmNetwork(networkOf(E27, deadCondition(E27, circumstances.controls), set, wiring).components);
  const ohms = ohmsBetween(network, probeNode(E27, place.between[0], wiring), probeNode(E27, place.between[1], wiring));
  return Number.isFinite(ohms) ? (ohms + 0.1).toFixed(1) : "OL";
}

const WHO = { customer: "Mr Probatum", place: "Testing quay 1" };
const BY = "Tess Trier";

/** A new id whose last signs, on which hangs what is simulated for a job, are the same in each run of a test. */
const jobId = (words: string): string =>
  v7({
    random: createHash("sha256")
      .update([...test.info().titlePath, words].join())
      .digest()
      .subarray(0, 16),
  });

/** Gives the server a job as another device would; returns its address. */
export async function openFresh(url: string, words: string, machineId: string, job: string = v7()): Promise<string> {
  const machine = machineOf(machineId);
  const drafts = newJob({ ...WHO, words, liveTests: false }, refOf(machine), complaintIn(words, machine));
  const entries = drafts.map((draft) => stamp(job, draft, { id: v7(), at: new Date().toISOString(), by: BY }));
  const headers = { origin: url, "content-type": "application/json" };
  const send = () => fetch(`${url}/api/entries`, { method: "POST", body: JSON.stringify({ entries }), headers });
  // A connection that was kept may be closed at the other end just now; the same entries count once.
  const told = await send().catch(send);
  if (!told.ok) throw new Error(await told.text());
  return `${url}/jobs/${job}`;
}

/** Opens a job that the server has from another device, and goes to it: quicker than by the form, with the very same entries. */
export async function openJob(page: Page, url: string, words: string, id: string = E27.id): Promise<void> {
  const address = await openFresh(url, words, id, jobId(words));
  await page.addInitScript((by) => localStorage.setItem("yennic.technician", localStorage.getItem("yennic.technician") ?? by), BY);
  await page.goto(address);
  await alive(page);
}

/** Opens a job by its form, and waits until the server has it: another device may go to its address at once. */
export async function openByForm(page: Page, url: string, words: string, machine: string = E27.id): Promise<void> {
  await page.goto(`${url}/jobs/new`);
  await page.getByLabel("Complaint").fill(words);
  await page.getByLabel("Machine, from the nameplate").selectOption(machine);
  await page.getByLabel("Address", { exact: true }).fill(WHO.place);
  await page.getByLabel("Customer", { exact: true }).fill(WHO.customer);
  await page.getByLabel("Technician", { exact: true }).fill(BY);
  // They come with the machine and may move the button: a click whose press and release are not on one thing is none.
  await page
    .getByRole("list", { name: "Symptoms picked up" })
    .waitFor({ timeout: 3000 })
    .catch(() => undefined);
  await page.getByRole("button", { name: "Create job" }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}\/[a-z]+$/);
  const address = `/api/jobs/${page.url().split("/").at(-2)}`;
  await page.waitForFunction((a) => fetch(a).then((r) => r.ok), address);
}

/** Types into the reading line as a technician does, and waits until it stands in the record. */
export async function type(page: Page, line: string): Promise<void> {
  const input = page.getByLabel("Reading line");
  await input.fill(line);
  await expect(page.locator("form output")).toContainText("✓");
  await input.press("Enter");
  await expect(input).toHaveValue("");
}

/** The card of what is next. */
export const next = (page: Page) => page.getByRole("region", { name: "Next" });

export const leader = (page: Page) => page.locator("[data-suspect]").first();

/** Goes to a bench by its name. */
export async function visit(page: Page, bench: string): Promise<void> {
  const link = page.getByRole("navigation", { name: "Benches" }).getByRole("link", { name: new RegExp(bench) });
  await link.click();
  await expect(link).toHaveAttribute("aria-current", "page");
  await alive(page);
}

/** Whoever leads the suspects, as one of the benches that reason shows it. */
export async function leads(page: Page, sentence: string | RegExp, atLeast: number): Promise<void> {
  if (!(await leader(page).isVisible())) await visit(page, "Meter");
  await expect(leader(page)).toContainText(sentence);
  await expect.poll(async () => Number(/(\d+)%/.exec((await leader(page).textContent()) ?? "")?.[1] ?? 0)).toBeGreaterThanOrEqual(atLeast);
}

export const HEALTHY_RUN = ["starts", "drum turns", "warm air", "heat cycles normally", "air strong"];

export async function prove(page: Page, answers = HEALTHY_RUN): Promise<void> {
  await type(page, "energised");
  await page.getByLabel("Reading line").fill("prove");
  await page.getByLabel("Reading line").press("Enter");
  const form = page.getByRole("form", { name: "Test run" });
  for (const answer of answers) await form.getByLabel(answer, { exact: true }).check();
  await form.getByRole("button", { name: "Go to the test run" }).click();
  await proven(page);
}

/** The run stands in the record. */
export const proven = (page: Page): Promise<void> =>
  expect(
    page
      .getByLabel("Record", { exact: true })
      .getByText(/^Test run/)
      .first(),
  ).toBeVisible();

/** The closing stands in the record. */
export const closed = (page: Page): Promise<void> =>
  expect(
    page
      .getByLabel("Record", { exact: true })
      .getByText(/^Job closed/)
      .first(),
  ).toBeVisible();

export async function close(page: Page): Promise<void> {
  await next(page).getByRole("button", { name: "Close the job" }).click();
  await closed(page);
  await expect(page.getByText("not sent yet")).toHaveCount(0);
}

/** Tells the customer each thing that the card has, one after the other. */
export async function sayAll(page: Page): Promise<void> {
  await expect(next(page)).toContainText("left to tell");
  const said = next(page).getByRole("button", { name: "Mark told" });
  for (let i = 0; i < 20 && (await said.isVisible()); i++) {
    const says = await next(page).textContent();
    await said.click();
    await expect(next(page)).not.toHaveText(says ?? "");
  }
}
