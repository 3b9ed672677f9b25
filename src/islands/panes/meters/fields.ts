import { type Meter, type MeterRange, meterSchema } from "../../../core/model/instrument/meter";
import { decimalIn } from "../../../core/model/quantity/decimal";
import { parseQuantity } from "../../../core/model/quantity/parse";
import { UNIT_SYMBOL, type Unit } from "../../../core/model/quantity/quantity";

/** Holds what a meter's ranges may measure. */
export const METER_UNITS = ["ohm", "volt", "amp", "farad", "celsius"] as const satisfies readonly Unit[];

/** A range as it is typed. */
export interface RangeFields {
  readonly unit: (typeof METER_UNITS)[number];
  readonly upTo: string;
  readonly digitSize: string;
  readonly percentOfReading: string;
  readonly digits: string;
}

export interface MeterFields {
  readonly name: string;
  readonly ranges: readonly RangeFields[];
}

export const EMPTY_RANGE: RangeFields = { unit: "ohm", upTo: "", digitSize: "", percentOfReading: "", digits: "" };

export const fieldsOf = ({ name, ranges }: Meter): MeterFields => ({
  name,
  ranges: ranges.flatMap((r): RangeFields[] => {
    const unit = METER_UNITS.find((u) => u === r.unit);
    if (!unit) return [];
    return [
      {
        unit,
        upTo: exactly(r.upTo, unit),
        digitSize: exactly(r.digitSize, unit),
        percentOfReading: String(r.percentOfReading),
        digits: String(r.digits),
      },
    ];
  }),
});

/** An amount without any rounding, as it can be typed again: “0.001 V”, “40 kΩ”, “0.01 µF”. */
function exactly(value: number, unit: Unit): string {
  const [factor, prefix] = prefixFor(value, unit);
  return `${Number((value * factor).toPrecision(12))} ${prefix}${UNIT_SYMBOL[unit]}`;
}

function prefixFor(value: number, unit: Unit): readonly [factor: number, prefix: string] {
  if (unit === "farad") return [1e6, "µ"];
  if (unit !== "ohm" || value < 1e3) return [1, ""];
  return value < 1e6 ? [1e-3, "k"] : [1e-6, "M"];
}

/** Holds what is wrong with what was typed, by the name of its field. */
export type Amiss = Readonly<Record<string, string>>;

/** The meter that was typed, or what is wrong with it. */
export function meterFrom({
  name,
  ranges,
}: MeterFields): { readonly ok: true; readonly meter: Meter } | { readonly ok: false; readonly amiss: Amiss } {
  const amiss: Record<string, string> = {};
  const read = ranges.map((r, i): MeterRange => {
    const amount = (field: "upTo" | "digitSize"): number => {
      const parsed = parseQuantity(r[field], r.unit);
      if (parsed.ok && parsed.quantity.unit === r.unit && parsed.quantity.value > 0 && !parsed.quantity.overload)
        return Number(parsed.quantity.value.toPrecision(12));
      amiss[`ranges.${i}.${field}`] = `“${r[field]}” is not a value in ${UNIT_SYMBOL[r.unit]}. Enter it with its unit`;
      return 1;
    };
    const number = (field: "percentOfReading" | "digits", most: number): number => {
      const value = decimalIn(r[field]);
      if (value >= 0 && value <= most) return value;
      amiss[`ranges.${i}.${field}`] = `Enter a number from 0 to ${most}, not “${r[field]}”`;
      return 0;
    };
    return {
      unit: r.unit,
      upTo: amount("upTo"),
      digitSize: amount("digitSize"),
      percentOfReading: number("percentOfReading", 50),
      digits: number("digits", 200),
    };
  });
  if (name.trim() === "") amiss.name = "a name, by which you know it";
  if (ranges.length === 0) amiss.ranges = "at least one range";
  const meter = meterSchema.safeParse({ name, ranges: read });
  if (Object.keys(amiss).length === 0 && meter.success) return { ok: true, meter: meter.data };
  return { ok: false, amiss: Object.keys(amiss).length > 0 ? amiss : { name: meter.error?.issues[0]?.message ?? "can't be saved" } };
}
