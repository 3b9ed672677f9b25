import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { z } from "zod";
import { readMachine } from "../../model/machine/read";
import { canonicalJson, type KeptMachine, revisionOf } from "../../model/machine/revision";
import { checkFile, FILE_TYPES, fileHash, fileHashSchema, type KeptFile } from "../files/file";
import { type Envelope, readEnvelope } from "../journal/envelope";

/** One job with all that it stands on: its entries as they were written, the machine revisions and files that they name. */
interface Bundle {
  readonly job: string;
  readonly number?: number | undefined;
  readonly entries: readonly Envelope[];
  readonly machines: readonly KeptMachine[];
  readonly files: readonly KeptFile[];
}

const BUNDLE_FORMAT = 1;
/** The next job here gets the number after the highest: a number out of the blue would spoil all that follow. */
const MOST_NUMBER = 9_999_999;

/** The published format of `manifest.json`: what else is in the file, each with its size and SHA-256. */
export const manifestSchema = z
  .strictObject({
    format: z.literal(BUNDLE_FORMAT).describe("Version of this format."),
    job: z.uuid().describe("Id of the job."),
    number: z.number().int().min(1).max(MOST_NUMBER).optional().describe("Number that it has where it comes from; kept where it is free."),
    contents: z
      .array(
        z.strictObject({
          path: z
            .string()
            .regex(/^(entries\.jsonl|machines\/[\w.-]{1,140}\.json|files\/[0-9a-f]{64}\.(jpg|csv))$/)
            .describe("entries.jsonl, machines/ID--REVISION.json or files/SHA-256.jpg or .csv."),
          bytes: z.number().int().min(0).describe("Its size."),
          sha256: fileHashSchema,
        }),
      )
      .min(1)
      .max(5000)
      .describe("Everything else in the file."),
    sha256: fileHashSchema
      .optional()
      .describe("Of this manifest without this field, as canonical JSON (keys sorted); left out by files of the first programs."),
  })
  .describe("What a job that was taken out holds.");
type Manifest = z.infer<typeof manifestSchema>;

const hashOfManifest = (said: Omit<Manifest, "sha256">): string => fileHash(strToU8(canonicalJson(said)));

const EXTENSIONS = { "image/jpeg": "jpg", "text/csv": "csv" } as const;
/** The earliest time that a zip can say, in local time as it wants it: no clock goes into the file. */
const NO_TIME = new Date(1980, 0, 1);

const machinePath = ({ ref }: KeptMachine): string => `machines/${ref.id}--${ref.revision}.json`;

/** A job as a zip file. The same job gives the same bytes. */
export function packBundle({ job, number, entries, machines, files }: Bundle): Uint8Array {
  const contents: [string, Uint8Array][] = [
    ["entries.jsonl", strToU8(entries.map((e) => `${JSON.stringify(e)}\n`).join(""))],
    ...machines.map((m): [string, Uint8Array] => [machinePath(m), strToU8(canonicalJson(m.machine))]),
    ...files.map((f): [string, Uint8Array] => [`files/${f.hash}.${EXTENSIONS[f.type]}`, f.bytes]),
  ];
  contents.sort(([a], [b]) => (a < b ? -1 : 1));
  const said: Omit<Manifest, "sha256"> = {
    format: BUNDLE_FORMAT,
    job,
    ...(number !== undefined && { number }),
    contents: contents.map(([path, bytes]) => ({ path, bytes: bytes.length, sha256: fileHash(bytes) })),
  };
  const manifest: Manifest = { ...said, sha256: hashOfManifest(said) };
  const all: [string, Uint8Array][] = [["manifest.json", strToU8(`${JSON.stringify(manifest, null, 1)}\n`)], ...contents];
  // Pictures are packed already.
  return zipSync(Object.fromEntries(all.map(([path, bytes]) => [path, [bytes, { mtime: NO_TIME, level: path.endsWith(".jpg") ? 0 : 6 }]])));
}

export type BundleResult = { readonly ok: true; readonly bundle: Bundle } | { readonly ok: false; readonly problem: string };

const MOST_UNPACKED = 100_000_000;
const MOST_PARTS = 5001;

/** Reads a job's file and holds everything in it against the manifest: what is damaged, missing or more than was said is refused with its name. */
export function unpackBundle(zip: Uint8Array): BundleResult {
  try {
    return { ok: true, bundle: unpacked(zip) };
  } catch (error) {
    if (error instanceof BundleError) return { ok: false, problem: error.message };
    return {
      ok: false,
      problem: `it is no zip file that can be read (${error instanceof Error ? error.message : String(error)}); expected a job as Yennic gives it out`,
    };
  }
}

class BundleError extends Error {}
const amiss = (says: string): never => {
  throw new BundleError(says);
};

function unpacked(zip: Uint8Array): Bundle {
  let size = 0;
  let parts = 0;
  const raw = unzipSync(zip, {
    // A small file can claim to be endless: what it says of itself is counted before anything is unpacked.
    filter: ({ originalSize, name }) => {
      size += originalSize;
      parts += 1;
      if (size > MOST_UNPACKED || parts > MOST_PARTS) amiss(`it unpacks to more than ${MOST_UNPACKED / 1e6} MB or ${MOST_PARTS} parts`);
      return !name.endsWith("/");
    },
  });
  const manifest = manifestOf(raw["manifest.json"]);
  const said = new Map(manifest.contents.map((c) => [c.path, c]));
  for (const name of Object.keys(raw))
    if (name !== "manifest.json" && !said.has(name)) amiss(`“${name.slice(0, 100)}” is not in its manifest`);
  for (const { path, bytes, sha256 } of manifest.contents) {
    const content = raw[path];
    if (!content) return amiss(`“${path}” is missing`);
    if (content.length !== bytes || fileHash(content) !== sha256) amiss(`“${path}” is damaged: it is not what the manifest says`);
  }
  const contents = manifest.contents.map(({ path }) => [path, raw[path] ?? new Uint8Array()] as const);
  return {
    job: manifest.job,
    ...(manifest.number !== undefined && { number: manifest.number }),
    entries: entriesOf(raw["entries.jsonl"], manifest.job),
    machines: contents.filter(([path]) => path.startsWith("machines/")).map(([path, bytes]) => machineOf(path, bytes)),
    files: contents.filter(([path]) => path.startsWith("files/")).map(([path, bytes]) => fileOf(path, bytes)),
  };
}

function manifestOf(bytes: Uint8Array | undefined): Manifest {
  if (!bytes) return amiss("it has no manifest.json; expected a job as Yennic gives it out");
  const parsed = manifestSchema.safeParse(jsonOf("manifest.json", bytes));
  if (parsed.success) {
    const { sha256, ...said } = parsed.data;
    // A zip's own sums are not looked at by what unpacks it here.
    return sha256 === undefined || sha256 === hashOfManifest(said)
      ? parsed.data
      : amiss("manifest.json is damaged: it is not what it says of itself");
  }
  const [issue] = parsed.error.issues;
  return amiss(`manifest.json, ${issue?.path.join(".") || "whole"}: ${issue?.message}`);
}

function entriesOf(bytes: Uint8Array | undefined, job: string): Envelope[] {
  if (!bytes) return amiss("“entries.jsonl” is missing");
  return strFromU8(bytes)
    .split("\n")
    .filter((line) => line !== "")
    .map((line, i) => {
      const read = readEnvelope(jsonOf(`entries.jsonl, line ${i + 1}`, line));
      if (!read.ok) return amiss(`entries.jsonl, line ${i + 1}: ${read.error.issues[0]?.message}`);
      const { stream } = read.envelope;
      return stream.of === "job" && stream.id === job ? read.envelope : amiss(`entries.jsonl, line ${i + 1}: it is of another job`);
    });
}

function machineOf(path: string, bytes: Uint8Array): KeptMachine {
  const read = readMachine(jsonOf(path, bytes));
  if (!read.ok) return amiss(`“${path}” is no machine that can be read`);
  const ref = { id: read.machine.id, revision: revisionOf(read.machine) };
  const kept = { ref, machine: read.machine };
  return machinePath(kept) === path ? kept : amiss(`“${path}” is not the revision that its name says`);
}

function fileOf(path: string, bytes: Uint8Array): KeptFile {
  const [hash = "", extension] = path.slice("files/".length).split(".");
  const type = FILE_TYPES.find((t) => EXTENSIONS[t] === extension) ?? FILE_TYPES[0];
  const checked = checkFile({ hash, type, bytes });
  return "message" in checked ? amiss(`“${path}”: ${checked.message}`) : checked;
}

function jsonOf(what: string, text: Uint8Array | string): unknown {
  try {
    return JSON.parse(typeof text === "string" ? text : strFromU8(text));
  } catch {
    return amiss(`${what} is not JSON`);
  }
}

/** Names of files that entries speak of: pictures, and logs. */
export function filesNamed(entries: readonly Envelope[]): string[] {
  const names = new Set<string>();
  const look = (value: unknown): void => {
    if (typeof value !== "object" || value === null) return;
    for (const [key, v] of Object.entries(value)) {
      if ((key === "file" || key === "log") && typeof v === "string" && fileHashSchema.safeParse(v).success) names.add(v);
      else look(v);
    }
  };
  for (const e of entries) look(e.body);
  return [...names];
}
