/** Holds what a number can be; outside of it, it is refused where it is typed. */
export interface Range {
  readonly least: number;
  readonly most: number;
  readonly unit: string;
  readonly because: string;
}

/** Why a value can't be: what was given, what is expected, why. `undefined`: it can. */
export function refusedIn({ least, most, unit, because }: Range, value: number): string | undefined {
  if (Number.isFinite(value) && value >= least && value <= most) return undefined;
  const u = unit === "" ? "" : ` ${unit}`;
  return `${Number.isFinite(value) ? `${Number(value.toPrecision(6))}${u}` : "That"} can’t be: expected ${least} to ${most}${u}; ${because}.`;
}
