import { type Candidate, type Clause, has, placesOf, tagged } from "../../clause";
import { sightSeen } from "../../facts";
import { entry } from "../../meaning";

/** A smell of gas is never overheard, however it is put; only “no smell of gas” is none. */
export function smellOfGas({ chunks }: Clause): Candidate[] {
  const smells = tagged(chunks, "smells");
  const gas = placesOf(chunks, (c) => c.text === "gas" || c.text === "propane" || c.text.startsWith("gas "));
  const whole = placesOf(chunks, (c) => /\bgas\b/.test(c.text) && /smell|stink|stench|odou?r|whiff|reek/.test(c.text));
  const covers = whole.length > 0 ? whole : smells.length > 0 && gas.length > 0 ? [...smells, ...gas] : [];
  if (covers.length === 0) return [];
  const first = Math.min(...covers);
  const denied = placesOf(chunks, (c, i) => has(c, "no") && i < Math.max(...covers) && i >= first - 4);
  return [{ meanings: [entry(sightSeen("smell", denied.length > 0 ? "none" : "gas"))], covers: [...covers, ...denied], sure: 1.2 }];
}
