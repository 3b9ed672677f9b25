import { chmodSync, mkdirSync } from "node:fs";
import { BadInput } from "./bad-input";
import { ownFolder } from "./lock";

const SAYS: Record<string, string> = {
  EACCES: "this user may not write there",
  EPERM: "this user may not write there",
  EROFS: "it is read-only",
  ENOSPC: "its disk is full",
  ENOENT: "the folder above it is not there or can't be written",
  ENOTDIR: "it is not a folder",
  EEXIST: "it is not a folder",
};

/** Makes the data folder this process's own, for its user alone. Throws {@link BadInput} where that can't be. */
export function ownedFolder(folder: string): string {
  process.umask(0o077);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    chmodSync(folder, 0o700);
    ownFolder(folder);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? "";
    if (!(code in SAYS)) throw error;
    throw new BadInput(`the data folder ${folder} can't be used: ${SAYS[code]} (${code}). Mend that, or name another in YENNIC_DATA`);
  }
  return folder;
}
