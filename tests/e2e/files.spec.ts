import { expect, type Page, test } from "@playwright/test";
import { openJob, visit } from "./support/hidden-fault";
import { jpegOf } from "./support/picture";
import { sharedServer } from "./support/shared-server";
import { bothWays } from "./support/ways";

const server = sharedServer();

/** A picture as a camera makes it: a JPEG with a place in it, which must not be kept. */
async function cameraPicture(page: Page): Promise<Buffer> {
  const plain = await jpegOf(page, 2400, 1200);
  const comment = Buffer.from("GPS 12.3456 N 65.4321 W");
  const segment = Buffer.concat([Buffer.from([0xff, 0xfe, 0, comment.length + 2]), comment]);
  return Buffer.concat([plain.subarray(0, 2), segment, plain.subarray(2)]);
}

const plate = (page: Page) => page.getByRole("button", { name: /^Nameplate, photo 1/ }).getByRole("img");

bothWays((way, press) => {
  test(`the plate is photographed, kept small and without the place, seen again on another device, ${way}`, async ({ page, browser }) => {
    await openJob(page, server.url, "turns but no heat");
    await visit(page, "Intake");
    const picture = await cameraPicture(page);
    const chooser = page.waitForEvent("filechooser");
    await press(page, "Photograph the nameplate");
    await (await chooser).setFiles({ name: "plate.jpg", mimeType: "image/jpeg", buffer: picture });
    await expect(plate(page)).toBeVisible();
    await expect(page.getByLabel("Record", { exact: true })).toContainText("Photo of the plate");
    const other = await (await browser.newContext()).newPage();
    await expect(async () => {
      await other.goto(page.url());
      await expect(plate(other)).toBeVisible({ timeout: 3000 });
    }).toPass();
    expect(await plate(other).evaluate((img: HTMLImageElement) => [img.naturalWidth, img.naturalHeight])).toEqual([1600, 800]);
    const job = await (await page.request.get(page.url().replace(/\/jobs\/([^/]+)\/.*/, "/api/jobs/$1"))).text();
    const kept = await (await page.request.get(`${server.url}/api/files/${job.match(/[0-9a-f]{64}/)?.[0]}`)).body();
    expect(kept.includes("GPS")).toBe(false);
    await other.context().close();
  });
});

test("what is no picture is refused, and the record does not change", async ({ page }) => {
  await openJob(page, server.url, "turns but no heat");
  await visit(page, "Intake");
  await page
    .getByLabel("Photograph the nameplate")
    .setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("not a picture") });
  await expect(page.getByRole("alert")).toContainText("notes.jpg is not a picture this browser can read");
  await expect(page.getByLabel("Record", { exact: true })).not.toContainText("Photo");
});

test("a photo taken while the server is away is sent once it is back", async ({ page }) => {
  await openJob(page, server.url, "turns but no heat");
  await visit(page, "Intake");
  const picture = await cameraPicture(page);
  await server.kill();
  await page.getByLabel("Photograph the nameplate").setInputFiles({ name: "plate.jpg", mimeType: "image/jpeg", buffer: picture });
  await expect(plate(page)).toBeVisible();
  await server.start("--empty");
  await expect
    .poll(
      async () => {
        const job = await page.request.get(page.url().replace(/\/jobs\/([^/]+)\/.*/, "/api/jobs/$1")).then(
          (r) => r.text(),
          () => "",
        );
        const file = job.match(/[0-9a-f]{64}/)?.[0];
        return file ? (await page.request.get(`${server.url}/api/files/${file}`)).status() : 0;
      },
      { timeout: 60_000 },
    )
    .toBe(200);
});

test("the server takes no file that is not what it says it is", async ({ request }) => {
  const send = async (hash: string, type: string, data: string | Buffer) => {
    const answer = await request.post(`${server.url}/api/files/${hash}`, { headers: { "content-type": type }, data });
    return `${answer.status()} ${(await answer.json()).error.message}`;
  };
  expect(await send("0".repeat(64), "text/csv", "1,2\n")).toMatch(/^400 the file’s content is [0-9a-f]{64}, not 0{64}/);
  expect(await send("0".repeat(64), "text/html", "<script>")).toBe("415 a file of type “text/html”; expected image/jpeg or text/csv");
  expect(await send("0".repeat(64), "text/csv", Buffer.alloc(8_000_001, "1"))).toMatch(/^413 the body is larger than 8 MB/);
  expect((await request.get(`${server.url}/api/files/${"0".repeat(64)}`)).status()).toBe(404);
});
