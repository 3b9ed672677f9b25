import Papa from "papaparse";
import { judgeInJob } from "../diagnosis/judge-in-job";
import { wiringIn } from "../finding/circumstances";
import { type Finding, findingKind } from "../finding/finding";
import type { Job, RecordLine } from "../job/fold";
import type { Judgement } from "../judging/judge";
import { isMetered } from "../judging/limits";
import type { Machine } from "../machine/format";
import { placeSays } from "../naming/names";
import { UNIT_SYMBOL, type Unit } from "../quantity/quantity";
import { entrySays } from "./entries";
import { judgementSays, limitsSay, VERDICT_SAYS } from "./judgements";

/** One reading of a job as a line of a table. */
export interface ReadingRow {
  readonly entry: string;
  /** ISO 8601. */
  readonly at: string;
  readonly by: string;
  readonly place: string;
  /** As the record says it. */
  readonly says: string;
  /** SI, °C for temperature; `null` for OL. */
  readonly value: number | null;
  readonly unit: string;
  readonly power: string;
  readonly wires: "off" | "on" | "";
  /** Which meter, where it was named. */
  readonly meter: string;
  /** Ω of the meter's leads; empty while nobody shorted them. */
  readonly leads: number | "";
  readonly verdict: string;
  readonly healthy: string;
  /** The numbers that made the verdict. */
  readonly because: string;
  /** The judgement itself, to be drawn; not part of what is taken out. */
  readonly judgement: Judgement | undefined;
  readonly taken: "counts" | "taken back" | "does not count";
}

const STATUS: Record<Exclude<RecordLine["status"], "unreadable">, ReadingRow["taken"]> = {
  counts: "counts",
  retracted: "taken back",
  refused: "does not count",
};

/** Every reading of a job, in the order of the record. */
export function readingsOf(machine: Machine, job: Pick<Job, "record" | "meters" | "evidence">): ReadingRow[] {
  return job.record.flatMap((line): ReadingRow[] => {
    if (line.status === "unreadable" || line.entry.kind !== "finding") return [];
    const { entry } = line;
    const read = measured(entry.body);
    if (!read) return [];
    // What does not count may name what this machine does not have.
    const isHere = findingKind(entry.body).unknownName(entry.body, machine) === undefined;
    const judgement = isHere && isMetered(entry.body) ? judgeInJob(machine, job, entry.body) : undefined;
    return [
      {
        entry: entry.id,
        at: entry.at,
        by: entry.by,
        place: placeOf(machine, entry.body),
        says: entrySays(machine, entry),
        value: read.value,
        unit: UNIT_SYMBOL[read.unit],
        power: entry.body.circumstances.power ?? "unknown",
        wires: entry.body.kind !== "ohms" ? "" : wiringIn(entry.body.circumstances).length > 0 ? "off" : "on",
        meter: entry.body.meter?.name ?? "",
        leads: entry.body.meter?.leadOhms ?? "",
        verdict: judgement ? VERDICT_SAYS[judgement.verdict] : "",
        healthy: judgement ? limitsSay(judgement.limits) : "",
        because: judgement ? judgementSays(judgement) : "",
        judgement,
        taken: STATUS[line.status],
      },
    ];
  });
}

function measured({ result }: Finding): { readonly value: number | null; readonly unit: Unit } | undefined {
  if (result.is === "OL") return { value: null, unit: "ohm" };
  return result.is === "value" ? { value: result.value, unit: result.unit } : undefined;
}

function placeOf(machine: Machine, finding: Finding): string {
  if (finding.kind === "ohms" || finding.kind === "volts") return placeSays(machine, finding.place.between);
  return Object.values(finding.place).join(" ");
}

const COLUMNS = [
  "at",
  "by",
  "place",
  "value",
  "unit",
  "power",
  "wires",
  "meter",
  "leads",
  "verdict",
  "healthy",
  "because",
  "taken",
  "entry",
] as const;

const told = ({ judgement: _, ...row }: ReadingRow) => ({ ...row, value: row.value ?? "OL" });

/** As CSV (RFC 4180), a line a reading; what a spreadsheet would take for a formula is kept from being one. */
export const readingsCsv = (rows: readonly ReadingRow[]): string =>
  `${Papa.unparse(rows.map(told), { columns: [...COLUMNS], escapeFormulae: true, newline: "\n" })}\n`;

/** As JSON, with the words of the record. */
export const readingsJson = (rows: readonly ReadingRow[]): string => `${JSON.stringify({ readings: rows.map(told) }, null, 1)}\n`;

/** As text to be pasted into a message, a line a reading. */
export const readingsText = (rows: readonly ReadingRow[]): string =>
  rows
    .map((r) =>
      [
        `${r.at.slice(0, 16).replace("T", " ")} ${r.says}`,
        r.verdict && `${r.verdict} (healthy ${r.healthy})`,
        r.taken === "counts" ? "" : r.taken,
      ]
        .filter((s) => s !== "")
        .join(" · "),
    )
    .join("\n");
