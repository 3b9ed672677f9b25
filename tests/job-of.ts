import { type Prepared, prepared, preparedSingles } from "../cli/tables";
import { TypedJob } from "../cli/typed-job";
import type { Machine } from "../src/core/model/machine/format";
import { partOff } from "../src/core/model/machine/wiring";
import type { SightId } from "../src/core/model/sights/sights";
import type { SuspectSet } from "../src/core/reason/diagnosis/suspect-set";
import type { TestCatalogue } from "../src/core/reason/planning/tests/catalogue";
import type { Finding } from "../src/core/record/finding/finding";
import { sightFinding } from "../src/core/record/finding/kinds/sight";
import { PLUG_CHECKED } from "../src/core/record/job/closing/by-hand";
import type { Job } from "../src/core/record/job/fold";
import type { Draft } from "../src/core/record/job/kinds/index";
import { findMachine } from "../src/machines";

/** A shipped machine by its id. */
export function shipped(id: string): Machine {
  const machine = findMachine(id);
  if (!machine) throw new RangeError(`no machine “${id}” ships`);
  return machine;
}

/** The job that comes of typing these lines (or making these entries) on a machine. */
export function jobOf(machine: Machine, lines: readonly (string | Draft)[]): Job {
  const typed = new TypedJob(machine);
  for (const line of lines) {
    if (typeof line === "string") typed.type(line);
    else typed.add(line);
  }
  return typed.job;
}

const made = new Map<string, Prepared>();

function preparedOnce(machine: Machine, pairs: boolean): Prepared {
  const key = `${machine.id} ${pairs}`;
  const known = made.get(key) ?? (pairs ? prepared(machine) : preparedSingles(machine));
  made.set(key, known);
  return known;
}

/** One set of suspects a machine for all tests: what it remembers is the same for all. Without pairs, which take the longest, unless asked. */
export const suspectsFor = (machine: Machine, pairs = false): SuspectSet => preparedOnce(machine, pairs).suspects;

/** The tests of such a set, what they may show being worked out once. */
export function catalogueOf(suspects: SuspectSet): TestCatalogue {
  const known = [...made.values()].find((p) => p.suspects === suspects);
  if (!known) throw new Error("this set is not from suspectsFor");
  return known.catalogue;
}

export const found = (finding: Finding): Draft => ({ kind: "finding", body: finding });
export const saw = (sight: SightId, value: string): Draft => found(sightFinding(sight, value));

/** Ohms between two places; `null` for OL. Wires of `off` are off. */
export const ohms = (between: [string, string], value: number | null, ...off: string[]): Draft =>
  found({
    kind: "ohms",
    place: { between },
    result: value === null ? { is: "OL" } : { is: "value", value, unit: "ohm" },
    circumstances: off.length > 0 ? { wiring: off.map(partOff) } : {},
  });
/** Ohms across a part, its wires off. */
export const across = (part: string, value: number | null): Draft => ohms([`${part}.1`, `${part}.2`], value, part);

/** A dead E27 is opened, its element found open and renewed, the new one measured, and the panel put back. */
export const elementRenewed = (): (string | Draft)[] => [
  SAFE,
  "rear off",
  across("element", null),
  fitted("element"),
  across("element", 10.8),
  PLUG_CHECKED,
  "rear on",
];

export const SAFE: Draft = { kind: "made-safe", body: { how: "cord", proved: true } };
export const LIVE: Draft = { kind: "energised", body: {} };
export const PROOF: Draft = { kind: "proof", body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong" } };
export const CLOSED: Draft = { kind: "closed", body: {} };
export const fitted = (assembly: string, action: "replaced" | "put-right" = "replaced"): Draft => ({
  kind: "fitted",
  body: { assembly, action },
});
export const panel = (id: string, state: "off" | "on"): Draft => ({ kind: "panel", body: { panel: id, state } });
