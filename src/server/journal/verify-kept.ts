import type { Client, Row } from "@libsql/client";
import { readMachine } from "../../core/model/machine/read";
import { type FindMachine, findAmong, type KeptMachine, revisionOf } from "../../core/model/machine/revision";
import { fileHash } from "../../core/record/files/file";
import { type Kept, readKept } from "../../core/record/job/entry";
import { foldOn, startFold } from "../../core/record/job/fold";
import { rowOfFold } from "./folds";
import { breath, sequencedOf } from "./read-journal";

/** Pictures and logs that are read at once. */
const FILES = 20;

/**
 * Looks through what a database holds beside its journal: every picture and log against the hash that is its name, every machine revision
 * against its own, every row of the list against what its entries come to. Gives what does not fit first; `undefined`: all fits. Writes nothing.
 */
export async function keptProblem(client: Client): Promise<string | undefined> {
  return (await fileProblem(client)) ?? (await machineProblem(client)) ?? (await rowProblem(client));
}

const textOf = (row: Row, name: string): string => String(row[name]);

async function fileProblem(client: Client): Promise<string | undefined> {
  for (let after = ""; ; ) {
    const { rows } = await client.execute({
      sql: "select hash, bytes from files where hash > ? order by hash limit ?",
      args: [after, FILES],
    });
    const wrong = rows.find((r) => fileHash(new Uint8Array(r.bytes as ArrayBuffer)) !== r.hash);
    if (wrong) return `the file ${textOf(wrong, "hash")} is not what its name says`;
    const last = rows.at(-1);
    if (!last) return undefined;
    after = textOf(last, "hash");
    await breath();
  }
}

const machineRows = async (client: Client) =>
  (await client.execute("select machine, revision, body from machine_revisions order by seq")).rows;

async function machineProblem(client: Client): Promise<string | undefined> {
  for (const row of await machineRows(client)) {
    const [machine, revision] = [textOf(row, "machine"), textOf(row, "revision")];
    const body = parsed(textOf(row, "body"));
    if (body === undefined || revisionOf(body as never) !== revision)
      return `machine ${machine} is not the revision ${revision} that it is kept as`;
  }
  return undefined;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Columns of the list that mean the same in every version of the program, each with what it is in a row as it is worked out. */
const COLUMNS = {
  closed: "closed",
  customer: "customer",
  place: "place",
  machine: "machine",
  serial: "serial",
  complaint: "complaint",
  power: "power",
  openedAt: "opened_at",
} as const;

async function rowProblem(client: Client): Promise<string | undefined> {
  const find = await finder(client);
  const listed = (await client.execute("select * from jobs order by number")).rows;
  const begun = (await client.execute("select distinct stream_id as id from entries where stream_of = 'job'")).rows.map((r) =>
    textOf(r, "id"),
  );
  const inList = new Set(listed.map((r) => r.id));
  const missing = begun.find((id) => !inList.has(id));
  if (missing !== undefined) return `job ${missing} is not in the list`;
  for (const row of listed) {
    const entries = await entriesOf(client, textOf(row, "id"));
    const said = `job ${row.number}`;
    if (entries.length === 0) return `${said} is in the list and has no entry`;
    const now = rowOfFold(foldOn(startFold(textOf(row, "id"), find), entries), []);
    const wrong = Object.entries(COLUMNS).find(([key, column]) => {
      const [is, should] = [row[column], now[key as keyof typeof COLUMNS]];
      return typeof should === "boolean" ? Boolean(is) !== should : (is ?? null) !== should;
    });
    if (wrong) return `${said}: its ${wrong[1]} in the list is not what its entries say`;
    await breath();
  }
  return undefined;
}

async function entriesOf(client: Client, job: string): Promise<Kept[]> {
  const { rows } = await client.execute({
    sql: "select * from entries where stream_of = 'job' and stream_id = ? order by seq",
    args: [job],
  });
  return rows.map((r) => readKept(sequencedOf(r).entry));
}

async function finder(client: Client): Promise<FindMachine> {
  const kept = (await machineRows(client)).flatMap((row): KeptMachine[] => {
    const read = readMachine(parsed(textOf(row, "body")));
    return read.ok ? [{ ref: { id: textOf(row, "machine"), revision: textOf(row, "revision") }, machine: read.machine }] : [];
  });
  return findAmong(kept);
}
