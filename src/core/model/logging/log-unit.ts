import { unitWritten } from "../quantity/parse";

/** A unit of a measurement, with what makes SI of it. */
export type LogUnit = NonNullable<ReturnType<typeof unitWritten>>;

/** As it stands beside a value. `undefined` for what is none, or is a time. */
export function unitBeside(text: string): LogUnit | undefined {
  // By itself, a capital K is no kilo of anything: it is how a thermometer writes kelvin.
  const written = unitWritten(text.trim() === "K" ? "kelvin" : text);
  return written?.unit === "second" ? undefined : written;
}

/** The unit in the head of a column: “Value (kΩ)”, “Reading [°C]”, “Pressure, kPa”, “Temp °F”, “mV”. */
export function unitInHead(head: string): LogUnit | undefined {
  const inside = /[([]([^)\]]{1,20})[)\]]\s*$/.exec(head)?.[1] ?? /(?:[,:/_]\s*|\s(?=[°%µμ]))(\S.{0,9})$/.exec(head)?.[1] ?? head;
  return unitBeside(inside);
}
