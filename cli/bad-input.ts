import { readFileSync } from "node:fs";

/** Something the user gave can't be used; the message names the file, line or path. Ends the program with status 2. */
export class BadInput extends Error {}

export const readText = (file: string): string => readBytes(file).toString("utf8");

export function readBytes(file: string): Buffer {
  try {
    return readFileSync(file);
  } catch (error) {
    throw new BadInput(`${file}: can't be read (${(error as NodeJS.ErrnoException).code ?? "unknown"})`);
  }
}

export function readJson(file: string): unknown {
  const text = readText(file);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new BadInput(`${file}: not JSON: ${(error as Error).message}`);
  }
}

/** Runs `work` on a named file; a syntax or range error becomes bad input with that name. */
export function onFile<T>(file: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof SyntaxError || error instanceof RangeError) throw new BadInput(`${file}: ${error.message}`);
    throw error;
  }
}
