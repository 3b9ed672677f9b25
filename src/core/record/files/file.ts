import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { z } from "zod";

/** Names a file by its content: SHA-256 in hexadecimal. */
export const fileHashSchema = z
  .string()
  .regex(/^[0-9a-f]{64}$/, "a SHA-256 in hexadecimal")
  .describe("SHA-256 of the file.");

/** Holds what is kept: pictures as the browser made them anew, and logs as a meter wrote them. */
export const FILE_TYPES = ["image/jpeg", "text/csv"] as const;
export type FileType = (typeof FILE_TYPES)[number];

export const MOST_FILE_BYTES = 8_000_000;

export interface KeptFile {
  readonly hash: string;
  readonly type: FileType;
  readonly bytes: Uint8Array;
}

export const fileHash = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

const JPEG_BEGINS = [0xff, 0xd8, 0xff];

/** A file as it came in: nothing of it is known to be true. */
interface GivenFile {
  readonly hash: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

interface FileProblem {
  readonly field: "hash" | "type" | "body";
  readonly message: string;
}

/** A file looked at: it is what its name says, of a type that is kept, within the limit; or why it is not. */
export function checkFile({ hash, type, bytes }: GivenFile): KeptFile | FileProblem {
  const known = FILE_TYPES.find((t) => t === type);
  if (!known) return { field: "type", message: `a file of type “${type.slice(0, 60)}”; expected ${FILE_TYPES.join(" or ")}` };
  return hashProblem(hash, bytes) ?? contentProblem(known, bytes) ?? { hash, type: known, bytes };
}

function contentProblem(type: FileType, bytes: Uint8Array): FileProblem | undefined {
  const problem = (message: string): FileProblem => ({ field: "body", message });
  if (bytes.length === 0) return problem("the file is empty");
  if (bytes.length > MOST_FILE_BYTES) return problem(`the file is ${bytes.length} bytes long; expected at most ${MOST_FILE_BYTES}`);
  if (type === "image/jpeg" && JPEG_BEGINS.some((b, i) => bytes[i] !== b)) return problem("the file is no JPEG picture");
  return type === "text/csv" && bytes.includes(0) ? problem("the file holds zero bytes; expected text") : undefined;
}

function hashProblem(hash: string, bytes: Uint8Array): FileProblem | undefined {
  const problem = (message: string): FileProblem => ({ field: "hash", message });
  if (!fileHashSchema.safeParse(hash).success) return problem(`“${hash.slice(0, 80)}” is not a SHA-256 in hexadecimal`);
  const is = fileHash(bytes);
  return is === hash ? undefined : problem(`the file’s content is ${is}, not ${hash}`);
}
