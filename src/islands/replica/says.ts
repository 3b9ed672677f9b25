import type { NotThere } from "./send";

/** Why what waits is not there yet. */
export function notThereSays({ why, status }: NotThere): string {
  switch (why) {
    case "no-answer":
      return "the server can't be reached";
    case "not-ours":
      return `another program answered instead of the server${status ? ` (${status})` : ""}: a sign-in page, a proxy?`;
    case "failed":
      return `the server can't take entries now (${status})`;
    case "key":
      return "the server wants the access key of this browser: open /key";
    case "too-large":
      return "the server says that it is too large";
  }
}

/** Why this browser can't keep what is entered. */
export function storageSays(error: unknown): string {
  if (!(error instanceof Error)) return "this browser can't store anything";
  if (error.name === "QuotaExceededError") return "this browser's storage is full";
  return `this browser can't store anything (${error.name}${error.message ? `: ${error.message.slice(0, 80)}` : ""})`;
}
