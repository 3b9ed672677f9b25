import type { Foreseen } from "./foreseen";
import { toldApart } from "./likelihood";

/** Numbers of cases by what is foreseen of each, those that no reading tells from each other together, in the order in which they first come. */
export function groupAlike(cases: readonly (readonly Foreseen[])[]): number[][] {
  const groups: { readonly like: readonly Foreseen[]; readonly members: number[] }[] = [];
  for (const [i, foreseen] of cases.entries()) {
    const known = groups.find((g) => !toldApart(g.like, foreseen));
    if (known) known.members.push(i);
    else groups.push({ like: foreseen, members: [i] });
  }
  return groups.map((g) => g.members);
}
