/** A muttered line with the sets of facts that may come out, each in one canonical line. */
export interface Accepted {
  readonly stage: string;
  readonly machine: string;
  readonly line: string;
  readonly any: readonly (readonly string[])[];
}

interface Answer {
  readonly status: string;
  readonly gists: readonly string[];
  readonly guesses: readonly (readonly string[])[];
}

/** Words with numbers to three digits, a pair of points in one order, what is meant when nothing is said left out. */
function plain(gist: string): string {
  const words = gist.split(" ").filter((w) => w !== "@cold" && w !== "[stopped]");
  if (words[0] === "unclear") return `unclear ${(words[1] ?? "").split("|").sort().join("|")}`;
  return words
    .map((w) => {
      const pair = /^([A-Z][A-Z0-9.]*)-([A-Z][A-Z0-9.]*)$/.exec(w);
      if (pair) return [pair[1], pair[2]].sort().join("-");
      const number = /^([@+]?)([-+]?[\d.]+(?:e[-+]?\d+)?)(C?)$/i.exec(w);
      return number && words[0] !== "code" ? `${number[1]}${Number(Number(number[2]).toPrecision(2))}${number[3]}` : w;
    })
    .join(" ");
}

const SILENT = ["note", "unclear", "ask"];
const facts = (gists: readonly string[]): string[] => {
  const all = gists.map(plain);
  const others = all.filter((g) => g !== "note");
  return (others.length > 0 ? others : all.slice(0, 1)).sort();
};
const isSame = (a: readonly string[], b: readonly string[]): boolean => a.join(";") === b.join(";");
const untimed = (gist: string): string => (gist.startsWith("sight ") ? gist.replace(/ [@+]\S+/g, "") : gist);

/** right: one of the accepted sets; asked: kept or asked about, with an accepted set among the guesses; wrong: something recorded that nobody said. */
export function judge({ status, gists, guesses }: Answer, any: readonly (readonly string[])[]): "right" | "asked" | "wrong" | "missed" {
  const sets = any.map(facts);
  const got = facts(gists);
  if (status !== "understood") {
    const wantsDoubt = sets.some((s) => s.some((g) => g.startsWith("unclear")));
    if (status === "unclear" && wantsDoubt) return "right";
    if (status === "note" && sets.some((s) => isSame(s, ["note"]))) return "right";
    return guesses.some((g) => sets.some((s) => isSame(facts(g), s))) ? "asked" : "missed";
  }
  if (sets.some((s) => isSame(got, s) || (s[0]?.startsWith("ask") && got[0]?.startsWith(s[0])))) return "right";
  const recorded = got.filter((g) => !SILENT.includes(g.split(" ")[0] ?? ""));
  return sets.some((s) => recorded.every((g) => s.includes(g) || s.map(untimed).includes(g))) ? "missed" : "wrong";
}
