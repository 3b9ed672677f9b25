import type { Client, Row } from "@libsql/client";
import type { Envelope } from "../../core/record/journal/envelope";
import { linkOf } from "./chain";
import { breath, type Head, sequencedOf } from "./read-journal";

/** Holds what an inspection of a journal came to. */
export type Verified =
  | { readonly ok: true; readonly entries: number; readonly head: Head; readonly journal: string }
  | { readonly ok: false; readonly seq: number; readonly id?: string; readonly why: string };

const CHUNK = 300;
const COLUMNS = "seq, id, stream_of, stream_id, at, by, kind, version, body, hash";

type Progress = (done: number, of: number) => void;

/**
 * Follows the chain of hashes over the journal from behind `after` to its end and names the first entry that does not fit.
 * Reads a database as it lies; writes nothing. Throws what SQLite throws when not even the journal's id can be read.
 */
export async function verifyJournal(
  client: Client,
  { after = 0, told = () => undefined }: { after?: number; told?: Progress } = {},
): Promise<Verified> {
  const journal = String((await client.execute("select value from about where name = 'journal'")).rows[0]?.value ?? "");
  const last = Number((await client.execute("select coalesce(max(seq), 0) as seq from entries")).rows[0]?.seq ?? 0);
  const begin = (await client.execute({ sql: "select seq, hash from entries where seq <= ? order by seq desc limit 1", args: [after] }))
    .rows[0];
  let head: Head = begin ? { seq: Number(begin.seq), hash: String(begin.hash) } : { seq: 0, hash: journal };
  let entries = 0;
  while (head.seq < last) {
    const rows = await rowsBehind(client, head.seq);
    if ("unread" in rows) return { ok: false, ...rows.unread };
    if (rows.all.length === 0)
      return { ok: false, seq: head.seq + 1, why: "it can't be found, although the journal goes on to a later one" };
    for (const row of rows.all) {
      const seq = Number(row.seq);
      const entry = entryOf(row);
      const id = String(row.id);
      if (!entry) return { ok: false, seq, id, why: "its content can't be read" };
      if (linkOf(head.hash, seq, entry) !== row.hash)
        return { ok: false, seq, id, why: "its hash does not follow from the entry before it and its own content" };
      head = { seq, hash: String(row.hash) };
      entries++;
    }
    told(head.seq, last);
    await breath();
  }
  return { ok: true, entries, head, journal };
}

type Read = { readonly all: readonly Row[] } | { readonly unread: { readonly seq: number; readonly why: string } };

async function rowsBehind(client: Client, seq: number): Promise<Read> {
  const read = (from: number, limit: number) =>
    client.execute({ sql: `select ${COLUMNS} from entries where seq > ? order by seq limit ?`, args: [from, limit] });
  try {
    return { all: (await read(seq, CHUNK)).rows };
  } catch {
    // A damaged page spoils the whole chunk: one by one, up to the entry that it holds.
    const all: Row[] = [];
    for (let from = seq; ; ) {
      try {
        const [row] = (await read(from, 1)).rows;
        if (!row) return { all };
        all.push(row);
        from = Number(row.seq);
      } catch (error) {
        if (all.length > 0) return { all };
        return { unread: { seq: from + 1, why: `it can't be read (${error instanceof Error ? error.message : String(error)})` } };
      }
    }
  }
}

function entryOf(row: Row): Envelope | undefined {
  try {
    return sequencedOf(row).entry;
  } catch {
    return undefined;
  }
}

/** Entries at the journal's end that are looked at whenever the program starts. */
const TAIL = 200;
/** A database file up to this size is looked through page by page at each start. */
const LOOKED_THROUGH_BYTES = 64_000_000;

/** Gives what is wrong with a database at first sight: a damaged page, or an end of the journal that does not fit. `undefined`: nothing. */
export async function quickCheck(client: Client, bytes: number): Promise<string | undefined> {
  if (bytes <= LOOKED_THROUGH_BYTES) {
    const said = String(Object.values((await client.execute("PRAGMA quick_check(1)")).rows[0] ?? {})[0] ?? "ok");
    if (said !== "ok") return `its file is damaged (${said})`;
  }
  const last = Number((await client.execute("select coalesce(max(seq), 0) as seq from entries")).rows[0]?.seq ?? 0);
  const verified = await verifyJournal(client, { after: Math.max(0, last - TAIL) });
  return verified.ok ? undefined : `entry ${verified.seq} of its journal does not fit: ${verified.why}`;
}
