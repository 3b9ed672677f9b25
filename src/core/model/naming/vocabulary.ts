import { isWallPoint, type Machine, type Part } from "../machine/format";
import { windingsOf } from "../machine/metering";
import { windingSays } from "./names";

/** Something with a name on this machine that a line can speak of. */
type Named =
  | { readonly kind: "part"; readonly id: string; readonly name: string }
  | { readonly kind: "point"; readonly id: string; readonly name: string }
  | { readonly kind: "panel"; readonly id: string; readonly name: string };

export interface Vocabulary {
  /** Names as offered for completion. */
  readonly offers: readonly { readonly text: string; readonly named: Named }[];
}

/** The names of a machine as they are offered while somebody types: parts by their labels, windings, test points, panels. */
export function vocabularyOf(machine: Machine): Vocabulary {
  const parts = machine.parts.flatMap((part) => [
    { text: part.label.toLowerCase(), named: { kind: "part", id: part.id, name: part.name } as const },
    ...motorWindings(part),
  ]);
  const points = machine.testPoints.map((t) => ({
    text: isWallPoint(machine, t.net) ? (t.aliases[0] ?? t.id.toLowerCase()) : t.id.toLowerCase(),
    named: { kind: "point", id: t.net, name: t.id } as const,
  }));
  const panels = machine.panels.map((p) => ({ text: p.name, named: { kind: "panel", id: p.id, name: p.name } as const }));
  return { offers: [...parts, ...points, ...panels] };
}

function motorWindings(part: Part): { text: string; named: Named }[] {
  if (part.kind !== "motor") return [];
  return windingsOf(part).map((w) => ({ text: `${w.is} winding`, named: { kind: "part", id: part.id, name: windingSays(part, w) } }));
}
