import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { chmodSync, existsSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/**
 * The key that opens a server which listens beyond this machine. It lies in the data folder, readable by its owner alone;
 * a browser that has shown it once carries a cookie made from it, and a new key ends all cookies.
 */
const fileIn = (folder: string): string => join(folder, "access-key");

const COOKIE = "yennic-key";

/** Makes a new key and writes it down. */
export function renewKey(folder: string): string {
  const key = randomBytes(24).toString("base64url");
  writeFileSync(fileIn(folder), `${key}\n`, { mode: 0o600 });
  chmodSync(fileIn(folder), 0o600);
  kept.delete(folder);
  return key;
}

/** The key of a data folder; `undefined` before there is one. */
export const keyOf = (folder: string): string | undefined => (existsSync(fileIn(folder)) ? read(folder).key : undefined);

const kept = new Map<string, { readonly at: number; readonly key: string }>();

/** The file is looked at each time, so that a renewed key counts without a restart. */
function read(folder: string): { readonly key: string } {
  const at = statSync(fileIn(folder)).mtimeMs;
  const known = kept.get(folder);
  if (known?.at === at) return known;
  const fresh = { at, key: readFileSync(fileIn(folder), "utf8").trim() };
  kept.set(folder, fresh);
  return fresh;
}

const digest = (text: string): Buffer => createHmac("sha256", "yennic access").update(text).digest();
const isSame = (a: string, b: string): boolean => timingSafeEqual(digest(a), digest(b));

const tokenOf = (key: string): string => createHmac("sha256", key).update("cookie").digest("base64url");

/** True where these are the words of the key. */
export function isKey(folder: string, words: string): boolean {
  const key = keyOf(folder);
  return key !== undefined && isSame(words.trim(), key);
}

/** `Set-Cookie` for a browser that has shown the key: for this site alone, out of reach of scripts; `secure`: over TLS alone. */
export function cookieFor(folder: string, secure: boolean): string {
  const key = keyOf(folder);
  if (key === undefined) throw new Error("there is no access key");
  return `${COOKIE}=${tokenOf(key)}; Path=/; Max-Age=31536000; HttpOnly; SameSite=Strict${secure ? "; Secure" : ""}`;
}

/** True where a request's `Cookie` header holds the cookie of the present key. */
export function holdsKey(folder: string, header: string | undefined): boolean {
  const key = keyOf(folder);
  const cookies = (header ?? "").split(/;\s*/).filter((c) => c.startsWith(`${COOKIE}=`));
  return key !== undefined && cookies.some((c) => isSame(c.slice(COOKIE.length + 1), tokenOf(key)));
}
