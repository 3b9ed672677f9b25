import { expect, type Page, test } from "@playwright/test";
import { alive, places } from "./support/before-alive";
import { Server } from "./support/server";
import { bothWays, type Press } from "./support/ways";

const server = new Server();
test.beforeAll(() => server.start("--empty"));
test.afterAll(() => server.remove());

/** Days go by until it comes. Now and then it is a wrong or a dead one, which goes back. */
async function putBy(page: Page, press: Press, code: string): Promise<void> {
  const right = page.getByRole("button", { name: "Mark correct, put in stock" });
  for (let day = 0; day < 30; day++) {
    if (await right.isVisible()) {
      const box = await page.getByText(/^The box says/).innerText();
      const isDead = box.includes("reads open");
      if (box.includes(code) && !isDead) return press(page, "Mark correct, put in stock");
      await press(page, isDead ? "Mark defective" : "Mark wrong part");
      await press(page, "Send it back");
      await expect(right).toHaveCount(0);
    }
    await press(page, "Simulated supplier: a day passes");
    await page.waitForTimeout(400);
  }
  throw new Error(`${code} never came`);
}

bothWays((way, press) => {
  test(`pieces are counted, short of their minimum, ordered, moved; what does not come out is said, ${way}`, async ({ page, browser }) => {
    await page.goto(`${server.url}/stock`);
    const code = way === "by keys" ? "QF-1149" : "QF-1163";
    await page.getByLabel("Find a part").fill(code);
    const item = page.getByRole("row", { name: new RegExp(code) });
    await press(page, new RegExp(`${code}$`));
    await page.getByLabel("Counted in van 1").fill("1");
    await page.keyboard.press("Enter");
    await expect(item.getByRole("cell").first()).toHaveText("1");
    await page.getByLabel("At least in van 1").fill("3");
    await page.keyboard.press("Enter");
    const short = page.getByRole("region", { name: "Under the minimum" });
    await expect(short).toContainText("1 of 3 in van 1");
    await press(page, "Order 2");
    await expect(short).toContainText("2 on the way");
    await press(page, /^One to van 2$/);
    await press(page, /^One to van 2$/);
    await expect(page.getByLabel("Counts that don't match")).toContainText(
      /1 more of .* was taken from van 1 than was known to lie there: count them/,
    );
    await page.getByLabel("Counted in van 1").fill("0");
    await page.keyboard.press("Enter");
    await expect(page.getByLabel("Counts that don't match")).toHaveCount(0);
    await putBy(page, press, code);
    await expect(item.getByRole("cell").first()).toHaveText("2");
    const told = page.waitForResponse(/\/api\/stock/);
    await page.reload();
    await told;
    await alive(page);
    const deaf = await browser.newContext({ javaScriptEnabled: false, viewport: page.viewportSize() });
    const still = await deaf.newPage();
    await still.goto(page.url());
    expect(await places(page, "main button"), "no button moves as the page comes alive").toEqual(await places(still, "main button"));
    await deaf.close();
    await page.getByLabel("Find a part").fill(code);
    await expect(item.getByRole("cell").first()).toHaveText("2");
  });

  test(`a part of one's own and the shop's own terms: refused with why while they are wrong, kept when they are right, ${way}`, async ({
    page,
  }) => {
    await page.goto(`${server.url}/stock`);
    const own = way === "by keys" ? "OWN-1" : "OWN-2";
    await press(page, "A part of your own…");
    await page.getByLabel("Its code").fill("?");
    await page.getByLabel("What it is").fill("Idler, made here");
    await page.getByLabel("Price to the customer, tax not in").fill("12,50");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("hyphens, not “?”");
    await page.getByLabel("Its code").fill(own.toLowerCase());
    await page.keyboard.press("Enter");
    await expect(page.getByRole("row", { name: new RegExp(own) })).toContainText("$12.50");
    await press(page, "Enter yours");
    await page.getByLabel("Labor, an hour").fill("ninety");
    await press(page, "Save terms");
    await expect(page.getByRole("alert")).toContainText("Labor, an hour is “ninety”; expected an amount such as 78.00");
    await page.getByLabel("Labor, an hour").fill("90");
    await press(page, "Save terms");
    await expect(page.getByRole("region", { name: "Terms" })).toContainText("$90.00 an hour");
  });
});
