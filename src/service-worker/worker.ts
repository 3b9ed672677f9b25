import { clientsClaim } from "workbox-core";
import { cleanupOutdatedCaches, matchPrecache, type PrecacheEntry, precacheAndRoute } from "workbox-precaching";
import { registerRoute } from "workbox-routing";

declare const skipWaiting: () => Promise<void>;
/** Written in by the build: every script, style, font and picture, and the shell. */
declare const PRECACHED: PrecacheEntry[];
/** Addresses of the tables of predictions, and the name of this build. */
declare const TABLES: readonly string[];
declare const BUILD: string;

/** A page that takes longer comes from this device. */
const PATIENCE_MS = 4000;

precacheAndRoute(PRECACHED);
cleanupOutdatedCaches();
void skipWaiting();
clientsClaim();

const KEPT_TABLES = "predictions ";
const tables = () => caches.open(`${KEPT_TABLES}${BUILD}`);

/** A table as this device holds it, else as the server has it, which is saved. */
async function table(request: Request | string): Promise<Response> {
  const cache = await tables();
  const kept = await cache.match(request);
  if (kept) return kept;
  const told = await fetch(request);
  if (told.ok) await cache.put(request, told.clone());
  return told;
}

registerRoute(
  ({ url }) => TABLES.includes(url.pathname),
  ({ request }) => table(request),
);

// They may still be in the making: what is missing is fetched when it is used.
addEventListener("activate", () => {
  void (async () => {
    for (const name of await caches.keys()) if (name.startsWith(KEPT_TABLES) && !name.endsWith(BUILD)) await caches.delete(name);
    for (const address of TABLES) await table(address).catch(() => undefined);
  })();
});

/** A page comes from our server; where that does not answer, or somebody else does, the shell opens it from what this device holds. */
registerRoute(
  ({ request }) => request.mode === "navigate",
  async ({ request }) => {
    const told = await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) }).catch(() => undefined);
    if (told && (told.type === "opaqueredirect" || (told.headers.get("x-served-by") === "yennic" && told.status < 500))) return told;
    return (await matchPrecache("/shell")) ?? told ?? Response.error();
  },
);
