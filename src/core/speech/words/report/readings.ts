import type { Machine } from "../../../model/machine/format";
import { placeSays } from "../../../model/naming/names";
import { UNIT_SYMBOL, type Unit } from "../../../model/quantity/quantity";
import { judgeInJob } from "../../../reason/diagnosis/judge-in-job";
import type { Judgement } from "../../../reason/judging/judge";
import { wiringIn } from "../../../record/finding/circumstances";
import { type Finding, findingKind } from "../../../record/finding/finding";
import { isMetered } from "../../../record/finding/metered";
import { asFinding } from "../../../record/finding/new-part";
import type { Job, RecordLine } from "../../../record/job/fold";
import { judgementSays, limitsSay, VERDICT_SAYS } from "../bench/judgements";
import { entrySays } from "../entries";
import { csvOf } from "./csv";

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
  readonly taken: "counts" | "voided" | "does not count";
}

const STATUS: Record<Exclude<RecordLine["status"], "unreadable">, ReadingRow["taken"]> = {
  counts: "counts",
  retracted: "voided",
  refused: "does not count",
};

/** Every reading of a job, in the order of the record; those of new parts on the bench too. */
export function readingsOf(machine: Machine, job: Pick<Job, "record" | "meters" | "evidence">): ReadingRow[] {
  return job.record.flatMap((line): ReadingRow[] => {
    if (line.status === "unreadable") return [];
    const { entry } = line;
    const isNew = entry.kind === "new-part";
    const finding = isNew ? asFinding(entry.body) : entry.kind === "finding" ? entry.body : undefined;
    const read = finding && measured(finding);
    if (!finding || !read) return [];
    // Whatever does not count may name what this machine does not have.
    const isHere = findingKind(finding).unknownName(finding, machine) === undefined;
    const judgement = isHere && isMetered(finding) ? judgeInJob(machine, job, finding) : undefined;
    const { power = "unknown" } = finding.circumstances;
    return [
      {
        entry: entry.id,
        at: entry.at,
        by: entry.by,
        place: `${isNew ? "New, on the bench: " : ""}${placeOf(machine, finding)}`,
        says: entrySays(machine, entry),
        value: read.value,
        unit: UNIT_SYMBOL[read.unit],
        power: isNew ? "" : power,
        wires: isNew || finding.kind !== "ohms" ? "" : wiringIn(finding.circumstances).length > 0 ? "off" : "on",
        meter: finding.meter?.name ?? "",
        leads: finding.meter?.leadOhms ?? "",
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

/** As CSV, a line a reading. */
export const readingsCsv = (rows: readonly ReadingRow[]): string =>
  csvOf(
    COLUMNS,
    rows.map(told).map((row) => COLUMNS.map((c) => row[c] ?? "")),
  );

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
