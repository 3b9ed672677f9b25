import type { Page } from "@playwright/test";

/** A picture as a camera makes it, drawn by the page's own browser. */
export const jpegOf = async (page: Page, width: number, height: number): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate(
      async ([w, h]) => {
        const canvas = new OffscreenCanvas(w ?? 0, h ?? 0);
        const context = canvas.getContext("2d");
        if (context) {
          context.fillStyle = "#d8d4c8";
          context.fillRect(0, 0, w ?? 0, h ?? 0);
          context.fillStyle = "#17222c";
          context.fillRect(100, 100, 400, 300);
        }
        return [...new Uint8Array(await (await canvas.convertToBlob({ type: "image/jpeg" })).arrayBuffer())];
      },
      [width, height],
    ),
  );
