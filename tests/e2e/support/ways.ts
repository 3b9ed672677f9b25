import { expect, type Page, test, type ViewportSize } from "@playwright/test";
import { isTurn } from "../../turns";

/** A button reached and pressed. */
export type Press = (page: Page, name: string | RegExp) => Promise<void>;

/** The same job by keyboard alone at a desk's size, and by touch alone at a phone's: the two take turns. */
export function bothWays(run: (way: string, press: Press) => void): void {
  test.describe("by keys", () => {
    inTurn(0);
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
    inTurn(1);
    test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
    run("by touch", (page, name) => page.getByRole("button", { name }).first().tap());
  });
}

/** At a desk's size and at a phone's, in turn. */
export function bothSizes(run: (viewport: ViewportSize) => void): void {
  for (const [turn, viewport] of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ].entries())
    test.describe(`at ${viewport.width}`, () => {
      inTurn(turn);
      test.use({ viewport, hasTouch: viewport.width < 500 });
      run(viewport);
    });
}

/** One of two ways in each run, the other one in the next: by the seed of the run, which is printed. YENNIC_WAYS=both goes both. */
function inTurn(turn: number): void {
  test.beforeEach(() => {
    const { title } = test.info();
    const name = title.replace(/,? by (keys|touch)$/, "");
    test.skip(!isTurn([...name].reduce((all, c) => all + c.charCodeAt(0), turn)), "it is the other way’s turn");
  });
}
