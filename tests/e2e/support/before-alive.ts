import { expect, type Page } from "@playwright/test";

/** Waits until all that can be touched is heard. What is touched before has tests of its own (survival). */
export const alive = (page: Page): Promise<void> => expect(page.locator("[inert]")).toHaveCount(0);

/** Where these stand: what moves under a finger loses its touch. */
export const places = (page: Page, these: string): Promise<string[]> =>
  page.locator(these).evaluateAll((all) =>
    all.map((one) => {
      const { x, y, width } = one.getBoundingClientRect();
      return [one.textContent, ...[x, y, width].map(Math.round)].join(" ");
    }),
  );
