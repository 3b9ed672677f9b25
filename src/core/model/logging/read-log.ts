import { item } from "../array/at";
import { decimalIn } from "../quantity/decimal";
import { UNIT_SYMBOL, type Unit } from "../quantity/quantity";
import { cellsOf, type Separators, separatorsOf } from "./cells";
import { type LogTime, readTime, type TimeKind } from "./log-time";
import { type LogUnit, unitBeside, unitInHead } from "./log-unit";

/** A log of one quantity, as a logging meter exports it. */
export interface MeterLog {
  /** `undefined` when the file does not say. */
  readonly unit: Unit | undefined;
  /** s, from the first reading on. */
  readonly seconds: Float64Array;
  /** SI, °C for temperature; Infinity where the meter showed OL. */
  readonly values: Float64Array;
  readonly refused: readonly RefusedLine[];
}

/** A line that should be a reading and is skipped. Lines count from 1, as an editor shows them. */
export interface RefusedLine {
  readonly line: number;
  readonly why: string;
}

/** Which cell of a line is what. */
interface Columns {
  readonly time: number;
  readonly value: number;
  readonly unit: number | undefined;
  /** s of one unit of the time column. */
  readonly perUnit: number;
  readonly headUnit: LogUnit | undefined;
}

interface Line {
  readonly number: number;
  readonly cells: readonly string[];
}

/** Lines by which a file is judged. */
const SAMPLE = 400;
/** A clock that falls by more than this has passed midnight, s. */
const HALF_A_DAY = 43_200;

/**
 * Reads a log. Blank lines, comments (`#`) and what a meter writes of itself before its readings say nothing; every other line is a reading or is
 * refused, with why. Throws SyntaxError for a text that has no reading at all.
 */
export function readLog(text: string): MeterLog {
  const all = text.replace(/^\uFEFF/, "").split(/\r\n|\n|\r/);
  const kept = all.flatMap((line, i) => (line.trim() === "" || line.trimStart().startsWith("#") ? [] : [{ number: i + 1, line }]));
  const separators = separatorsOf(kept.slice(0, SAMPLE).map((k) => k.line));
  const lines = kept.map(({ number, line }): Line => ({ number, cells: cellsOf(line, separators.cell) }));
  const head = lines.slice(0, SAMPLE).findIndex((l) => headOf(l.cells) !== undefined);
  const columns = head >= 0 ? headOf(item(lines, head).cells) : inferred(lines, separators);
  if (!columns) throw new SyntaxError("has no reading in it; expected lines with a time and a value, such as “0.5,12.4 Ω”");
  const body = head >= 0 ? lines.slice(head + 1) : lines.filter((l) => !isAboutMeter(l, columns, separators));
  const log = new Readings(columns, separators, body).log();
  if (log.values.length === 0) throw new SyntaxError(`has no reading in it: ${log.refused[0]?.why ?? "no line with a time and a value"}`);
  return log;
}

const TIME_HEAD = /^(date[ /&-]*time|timestamp|time|elapsed|date|clock|t)\b ?(?:[([]([^)\]]*)[)\]])?\s*$/i;
const COUNT_HEAD = /^(no\.?|nr\.?|#|n|index|id|sample|row|count)$/i;
const UNIT_HEAD = /^units?$/i;
const PER_UNIT: Readonly<Record<string, number>> = { ms: 1e-3, s: 1, sec: 1, seconds: 1, min: 60, minutes: 60, h: 3600, hours: 3600 };

/** The columns that a head names; `undefined` for a line that is none. */
function headOf(cells: readonly string[]): Columns | undefined {
  const time = cells.findIndex((c) => TIME_HEAD.test(c));
  if (time < 0 || cells.length < 2) return undefined;
  const value = cells.findIndex((c, i) => i !== time && c !== "" && !COUNT_HEAD.test(c) && !UNIT_HEAD.test(c));
  if (value < 0) return undefined;
  const unit = cells.findIndex((c) => UNIT_HEAD.test(c));
  const written = TIME_HEAD.exec(item(cells, time))?.[2]?.toLowerCase() ?? "s";
  return {
    time,
    value,
    unit: unit < 0 ? undefined : unit,
    perUnit: PER_UNIT[written] ?? 1,
    headUnit: unitInHead(item(cells, value)),
  };
}

/** Without a head: a time and then a value, a count before them where all lines begin with one. */
function inferred(lines: readonly Line[], separators: Separators): Columns | undefined {
  const sample = lines.slice(0, SAMPLE);
  const made = [0, 1].map((time): Columns => ({ time, value: time + 1, unit: undefined, perUnit: 1, headUnit: undefined }));
  const readable = made.map((c) => sample.filter((l) => isReading(l, c, separators)).length) as [number, number];
  if (readable[0] === 0 && readable[1] === 0) return undefined;
  return made[readable[1] > readable[0] ? 1 : 0];
}

function isReading({ cells }: Line, columns: Columns, separators: Separators): boolean {
  const time = readTime(cells[columns.time] ?? "", 1);
  return time !== undefined && readValue(cells, columns, separators) !== undefined;
}

/** Gives what a meter writes of itself where no head stands before the readings: a word, and no reading after it. */
const isAboutMeter = (line: Line, columns: Columns, separators: Separators): boolean =>
  readTime(line.cells[columns.time] ?? "", 1) === undefined &&
  /^[\p{L} ]+$/u.test(line.cells[columns.time] ?? "") &&
  readValue(line.cells, columns, separators) === undefined;

interface ReadValue {
  readonly value: number;
  /** As written beside the number; `undefined` where nothing is. */
  readonly unit: LogUnit | undefined;
}

const OVERLOAD = /^[-+]?(0?\.?o\.?l\.?|o\.l\.?|0l|ovld|over(load|range|flow)?|∞|inf(inity)?|1\s*\.)$/i;

const DIGITS = String.raw`(?<digits>[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][-+]?\d{1,3})?)`;
/** “1.5 mA”, and as some write it “mA 1.5”. */
const AMOUNT = new RegExp(String.raw`^${DIGITS}\s*(?<unit>.*)$`);
const UNIT_FIRST = new RegExp(String.raw`^(?<unit>[^\d\s.,+-].{0,11}?)\s+${DIGITS}$`);

function readValue(cells: readonly string[], { value, unit }: Columns, { decimal }: Separators): ReadValue | undefined {
  const cell = cells[value] ?? "";
  const beside = unit === undefined ? undefined : unitBeside(cells[unit] ?? "");
  const overload = /^(\S+)(?:\s+(\S.*))?$/.exec(cell);
  if (overload && OVERLOAD.test(overload[1] ?? "")) return { value: Infinity, unit: overload[2] ? unitBeside(overload[2]) : beside };
  const number = AMOUNT.exec(cell) ?? UNIT_FIRST.exec(cell);
  if (!number?.groups) return undefined;
  const { digits = "", unit: written = "" } = number.groups;
  if (digits.includes(decimal === "." ? "," : ".")) return undefined;
  const read = decimalIn(digits);
  const own = written === "" ? beside : unitBeside(written);
  if (!Number.isFinite(read) || (written !== "" && !own)) return undefined;
  return { value: read, unit: own };
}

/** Readings of a log as they are taken, line by line. */
class Readings {
  private readonly seconds: number[] = [];
  private readonly values: number[] = [];
  private readonly refused: RefusedLine[] = [];
  private unit: Unit | undefined;
  private kind: TimeKind | undefined;
  private days = 0;

  constructor(
    private readonly columns: Columns,
    private readonly separators: Separators,
    private readonly lines: readonly Line[],
  ) {
    this.unit = columns.headUnit?.unit;
  }

  log(): MeterLog {
    for (const line of this.lines) {
      const why = this.take(line);
      if (why !== undefined) this.refused.push({ line: line.number, why });
    }
    const [first = 0] = this.seconds;
    return {
      unit: this.unit,
      seconds: Float64Array.from(this.seconds, (s) => s - first),
      values: Float64Array.from(this.values),
      refused: this.refused,
    };
  }

  /** Takes a line, or says why not. */
  private take({ cells }: Line): string | undefined {
    const { columns } = this;
    const written = cells[columns.time] ?? "";
    const time = readTime(written, columns.perUnit);
    if (!time) return `“${shown(written)}” is no time`;
    const kind = this.kind ?? time.kind;
    if (time.kind !== kind) return `“${shown(written)}” is a different time format from the lines before`;
    const read = readValue(cells, columns, this.separators);
    if (!read) return `“${shown(cells[columns.value] ?? "")}” is no value`;
    const as = read.unit ?? columns.headUnit;
    if (as && this.unit && as.unit !== this.unit) return `is in ${UNIT_SYMBOL[as.unit]}, the lines before in ${UNIT_SYMBOL[this.unit]}`;
    const seconds = this.onwards(time);
    if (seconds === undefined) return `“${shown(written)}” lies before the line above`;
    this.kind = kind;
    this.unit ??= as?.unit;
    this.seconds.push(seconds);
    this.values.push(Number.isFinite(read.value) ? (as?.toSi(read.value) ?? read.value) : Infinity);
    return undefined;
  }

  /** A time goes on; a clock may pass midnight. */
  private onwards({ kind, seconds }: LogTime): number | undefined {
    const last = this.seconds.at(-1);
    const at = seconds + this.days * 86_400;
    if (last === undefined || at >= last) return at;
    if (kind !== "clock" || last - at < HALF_A_DAY) return undefined;
    this.days += 1;
    return at + 86_400;
  }
}

/** Of what was written, enough to find it. */
const shown = (text: string): string => (text.length > 24 ? `${text.slice(0, 24)}…` : text);
