import { millisecondsInDay } from "date-fns/constants";
import { decimalIn } from "../quantity/decimal";
/** Says how a log tells its time. One log tells it in one way. */
export type TimeKind = "seconds" | "clock" | "date";

export interface LogTime {
  readonly kind: TimeKind;
  /** s, from any beginning. */
  readonly seconds: number;
}

const CLOCK = String.raw`(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,6}))?)?(?: ?([AaPp])\.?[Mm]\.?)?`;
const ZONE = String.raw`(?: ?(?:Z|[-+]\d{2}:?\d{2}))?`;
const CLOCK_ALONE = new RegExp(`^${CLOCK}$`);
const ISO = new RegExp(String.raw`^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})[T ]+${CLOCK}${ZONE}$`);
const DAY_FIRST = new RegExp(String.raw`^(\d{1,2})\.(\d{1,2})\.(\d{4})[T ]+${CLOCK}${ZONE}$`);
const MONTH_FIRST = new RegExp(String.raw`^(\d{1,2})/(\d{1,2})/(\d{4})[T ]+${CLOCK}${ZONE}$`);
const NUMBER = /^[-+]?\d+(?:[.,]\d+)?$/;

/** Reads a time as loggers write it: ISO 8601, a date with a clock, a clock alone, or a number. `undefined`: none of these. */
export function readTime(cell: string, perUnit: number): LogTime | undefined {
  if (NUMBER.test(cell)) return { kind: "seconds", seconds: decimalIn(cell) * perUnit };
  const alone = CLOCK_ALONE.exec(cell);
  if (alone) return timed("clock", 0, alone.slice(1));
  const iso = ISO.exec(cell);
  if (iso) return timed("date", day(iso[1], iso[2], iso[3]), iso.slice(4));
  const dotted = DAY_FIRST.exec(cell);
  if (dotted) return timed("date", day(dotted[3], dotted[2], dotted[1]), dotted.slice(4));
  const slashed = MONTH_FIRST.exec(cell);
  return slashed ? timed("date", day(slashed[3], slashed[1], slashed[2]), slashed.slice(4)) : undefined;
}

type Digits = string | undefined;

/** Days since 1970 of a date; NaN for one that no calendar has. */
function day(year: Digits, month: Digits, date: Digits): number {
  const [y, m, d] = [Number(year), Number(month), Number(date)];
  const at = new Date(Date.UTC(y, m - 1, d));
  return at.getUTCMonth() === m - 1 && at.getUTCDate() === d ? at.getTime() / millisecondsInDay : Number.NaN;
}

function timed(kind: TimeKind, days: number, [hours, minutes, seconds, fraction, half]: readonly Digits[]): LogTime | undefined {
  const [h, m, s] = [Number(hours), Number(minutes), Number(seconds ?? 0)];
  const evening = half === undefined ? h : (h % 12) + (half.toLowerCase() === "p" ? 12 : 0);
  if (Number.isNaN(days) || m > 59 || s > 60 || (kind === "date" && evening > 23)) return undefined;
  return { kind, seconds: days * 86_400 + evening * 3600 + m * 60 + s + Number(`0.${fraction ?? 0}`) };
}
