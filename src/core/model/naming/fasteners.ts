import type { Fastener } from "../machine/cabinet";

const PLURAL: Readonly<Record<Fastener["is"], string>> = {
  screw: "screws",
  nut: "nuts",
  bolt: "bolts",
  clip: "clips",
  hook: "hooks",
  tab: "tabs",
  pin: "pins",
  tie: "ties",
};

/** “2 screws, cross 2, 25 mm, outer corners”. */
export function fastenerSays(f: Fastener): string {
  const size = f.lengthMm === undefined ? undefined : `${f.lengthMm} mm`;
  const told = [f.head, size, f.thread, f.finish, f.where].filter((x) => x !== undefined);
  return [`${f.count} ${f.count === 1 ? f.is : PLURAL[f.is]}`, ...told].join(", ");
}

/** Several kinds, one after the other; empty where there are none. */
export const fastenersSay = (list: readonly Fastener[]): string => list.map(fastenerSays).join("; ");

/** Gives how many are put by: what stays on the machine or on what came off is not counted. */
export const countOf = (list: readonly Fastener[]): number => list.filter((f) => !f.stays).reduce((sum, f) => sum + f.count, 0);
