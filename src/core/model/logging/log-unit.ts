import { unitWritten } from "../quantity/parse";

/** A unit of a measurement, with what makes SI of it. */
export type LogUnit = NonNullable<ReturnType<typeof unitWritten>>;

/** As it stands beside a value. `undefined` for what is none, or is a time. */
export function unitBeside(text: string): LogUnit | undefined {
  const written = unitWritten(text);
  return written?.unit === "second" ? undefined : written;
}

/** The unit in the head of a column: “Value (kΩ)”, “Reading [°C]”. */
export function unitInHead(head: string): LogUnit | undefined {
  const inside = /[([]([^)\]]{1,20})[)\]]\s*$/.exec(head)?.[1];
  return inside === undefined ? undefined : unitBeside(inside);
}
