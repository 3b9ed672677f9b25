import { expect, type Page, test } from "@playwright/test";

/** A button reached and pressed. */
export type Press = (page: Page, name: string | RegExp) => Promise<void>;

/** The same job by keyboard alone at a desk's size, and by touch alone at a phone's. */
export function bothWays(run: (way: string, press: Press) => void): void {
  test.describe("by keys", () => {
    test.use({ viewport: { width: 1280, height: 800 } });
    run("by keys", async (page, name) => {
      const button = page.getByRole("button", { name }).first();
      // Before the page has come alive it can't be focused.
      await expect(button).not.toHaveAttribute("inert");
      await button.focus();
      await page.keyboard.press("Enter");
    });
  });
  test.describe("by touch", () => {
    test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
    run("by touch", (page, name) => page.getByRole("button", { name }).first().tap());
  });
}
