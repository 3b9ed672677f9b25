/** Fonts as bytes, as they ship: what text is set in, and one for signs that those lack. */
export interface FontBytes {
  readonly plain: Uint8Array;
  readonly bold: Uint8Array;
  readonly signs: Uint8Array;
}

export type FontName = "plain" | "bold" | "signs";
