import { readSmall, writeSmall } from "../../replica/browser-store";

const KEY = "yennic.lines";
const LENGTH = 60;

/** Lines entered on this device, the last first. */
export function history(): string[] {
  try {
    const lines: unknown = JSON.parse(readSmall("localStorage", KEY) ?? "[]");
    return Array.isArray(lines) ? lines.filter((l) => typeof l === "string") : [];
  } catch {
    return [];
  }
}

export function remember(line: string): void {
  const lines = [line, ...history().filter((l) => l !== line)].slice(0, LENGTH);
  writeSmall("localStorage", KEY, JSON.stringify(lines));
}
