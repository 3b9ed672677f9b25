import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { FontBytes } from "../../src/report/fonts";

const file = (name: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(name)));

/** The fonts that ship, as the browser is given them. */
export const fonts: FontBytes = {
  plain: file("@fontsource/barlow/files/barlow-latin-400-normal.woff"),
  bold: file("@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff"),
  signs: file("dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf"),
};
