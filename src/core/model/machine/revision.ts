import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import { z } from "zod";
import type { Machine } from "./format";

/** Of records made before revisions were kept: the first revision that is known of the machine. */
export const FIRST_KNOWN = "first-known";

/** A machine as it stood when something was recorded on it. */
export const machineRefSchema = z.strictObject({
  id: z
    .string()
    .regex(/^[a-zA-Z][\w.-]{0,59}$/)
    .describe("The machine's id."),
  revision: z
    .string()
    .regex(/^([0-9a-f]{16}|first-known)$/, "16 hexadecimal digits")
    .describe("Hash of its file's content, or first-known for records that were made before revisions were kept."),
});
export type MachineRef = z.infer<typeof machineRefSchema>;

const HEX_DIGITS = 16;

/** Names the content of a machine file: equal content, equal name; whatever changes, another. SHA-256 over its JSON with sorted keys. */
export function revisionOf(machine: Machine): string {
  return bytesToHex(sha256(utf8ToBytes(canonicalJson(machine)))).slice(0, HEX_DIGITS);
}

export const refOf = (machine: Machine): MachineRef => ({ id: machine.id, revision: revisionOf(machine) });

/** JSON in which the order of keys does not matter. Fields that are undefined are left out, as in JSON. */
export function canonicalJson(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonicalJson).join(",")}]`;
  if (typeof value !== "object" || value === null) return JSON.stringify(value) ?? "null";
  const fields = Object.entries(value).filter(([, v]) => v !== undefined);
  return `{${fields
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`)
    .join(",")}}`;
}

/** A machine in one of its revisions. */
export interface KeptMachine {
  readonly ref: MachineRef;
  readonly machine: Machine;
}

/** Finds a machine in the revision that a record names; `undefined` when that revision is not kept here. */
export type FindMachine = (ref: MachineRef) => Machine | undefined;

/** Finds among machines given oldest first. */
export function findAmong(machines: readonly KeptMachine[]): FindMachine {
  return ({ id, revision }) => machines.find((m) => m.ref.id === id && (revision === FIRST_KNOWN || m.ref.revision === revision))?.machine;
}
