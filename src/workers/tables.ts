import { type Table, withTable } from "../core/reason/planning/tests/table";
import { bytesOfTable, tableOfBytes } from "../core/reason/planning/tests/table-bytes";

/** The name of this program’s file tells it from others: what an older one worked out may be wrong by now. */
const KEPT_BY_ANY = "tables ";
const KEPT = `${KEPT_BY_ANY}${location.pathname}`;
/** Tables of machines that did not ship: so many are kept on this device. */
const MOST_KEPT = 12;

const addressOf = (revision: string): string => `/tables/${revision}.table`;
const caching = (): boolean => "caches" in globalThis;

/** The suspects and tests of a revision by its table: made with the build, or here before. `undefined`: there is none that this program can use; then all is worked out anew. */
export async function recalled(revision: string): Promise<ReturnType<typeof withTable>> {
  try {
    const address = addressOf(revision);
    const kept = caching() ? await (await caches.open(KEPT)).match(address) : undefined;
    const told = kept ?? (await fetch(address));
    if (!told.ok || !told.body) return undefined;
    const plain = told.body.pipeThrough(new DecompressionStream("gzip"));
    return withTable(tableOfBytes(await new Response(plain).arrayBuffer()));
  } catch {
    return undefined;
  }
}

/** Keeps a table that was made here for the next time. A device that keeps nothing makes it again. */
export async function keepTable(revision: string, table: Table): Promise<void> {
  if (!caching()) return;
  try {
    const cache = await caches.open(KEPT);
    const packed = new Blob([new Uint8Array(bytesOfTable(table))]).stream().pipeThrough(new CompressionStream("gzip"));
    await cache.put(addressOf(revision), new Response(packed));
    for (const name of await caches.keys()) if (name.startsWith(KEPT_BY_ANY) && name !== KEPT) await caches.delete(name);
    for (const old of (await cache.keys()).slice(0, -MOST_KEPT)) await cache.delete(old);
  } catch {
    return;
  }
}
