import { DAY_WORDS } from "../../record/job/day-meant";
import { entry, type Heard, type Meaning } from "./meaning";

/** True where what is needed is ordered, and when it comes, as the line says of it anywhere. `again` hears what is left of the line without that. */
export function withOrder(line: string, heard: Heard, again: (bare: string) => Heard): Heard {
  const ordered = /\bordered\b/i.test(line) && !/\b(be|not|n't|gets?|getting) ordered\b/i.test(line);
  const due = DAY_WORDS.exec(line)?.[1]?.toLowerCase();
  if (!ordered && due === undefined) return heard;
  const told = { ...(ordered && { ordered: true as const }), ...(due !== undefined && { due }) };
  const meanings = heard.meanings.map((m) => (isWanted(m) ? entry({ kind: "wanted", body: { ...m.draft.body, ...told } }) : m));
  // That it is ordered, and the day, are told with it: they are no rest that is kept besides.
  const bare = line
    .replace(DAY_WORDS, " ")
    .replace(/[,;]\s*ordered\b/i, " ")
    .replace(/[\s,;]+$/, "");
  const isAllOrder = meanings.length > 0 && meanings.every(isWanted);
  const rest = heard.rest && !(isAllOrder && bare.length < line.length && !again(bare).rest);
  return { ...heard, meanings, rest };
}

type EntryMeaning = Extract<Meaning, { is: "entry" }>;
type WantedMeaning = EntryMeaning & { readonly draft: Extract<EntryMeaning["draft"], { kind: "wanted" }> };

const isWanted = (m: Meaning): m is WantedMeaning => m.is === "entry" && m.draft.kind === "wanted";
