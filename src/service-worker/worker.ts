import { clientsClaim } from "workbox-core";
import { cleanupOutdatedCaches, matchPrecache, type PrecacheEntry, precacheAndRoute } from "workbox-precaching";
import { registerRoute } from "workbox-routing";

declare const skipWaiting: () => Promise<void>;
/** Written in by the build: every script, style, font and picture, and the shell. */
declare const PRECACHED: PrecacheEntry[];

/** A page that takes longer comes from this device. */
const PATIENCE_MS = 4000;

precacheAndRoute(PRECACHED);
cleanupOutdatedCaches();
void skipWaiting();
clientsClaim();

/** A page comes from our server; where that does not answer, or somebody else does, the shell opens it from what this device holds. */
registerRoute(
  ({ request }) => request.mode === "navigate",
  async ({ request }) => {
    const told = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) }).catch(() => undefined);
    if (told && (told.type === "opaqueredirect" || (told.headers.get("x-served-by") === "yennic" && told.status < 500))) return told;
    return (await matchPrecache("/shell")) ?? told ?? Response.error();
  },
);
