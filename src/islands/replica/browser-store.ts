/** The browser's small stores, which may be forbidden or full: then nothing is kept, and nothing breaks. */
type Which = "localStorage" | "sessionStorage";

export function readSmall(which: Which, key: string): string | undefined {
  try {
    return window[which].getItem(key) ?? undefined;
  } catch {
    return undefined;
  }
}

/** `undefined` removes it. */
export function writeSmall(which: Which, key: string, value: string | undefined): void {
  try {
    if (value === undefined) window[which].removeItem(key);
    else window[which].setItem(key, value);
  } catch {
    // Only a convenience is lost.
  }
}
