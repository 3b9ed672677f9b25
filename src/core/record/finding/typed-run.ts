import { HAPPENED, HAPPENINGS, type Happening, type WatchedEvent } from "./watched";

/** A run as it is typed afterwards, or what of it can't be read. */
type TypedRun = { readonly ok: true; readonly events: readonly WatchedEvent[] } | { readonly ok: false; readonly why: string };

/** Longer names first: “flame out” is not “flame”. */
const NAMES: readonly (readonly [string, Happening])[] = HAPPENINGS.map((h): readonly [string, Happening] => [HAPPENED[h], h]).sort(
  (a, b) => b[0].length - a[0].length,
);
const ALSO: Readonly<Record<string, Happening>> = {
  glows: "glow",
  out: "flame-out",
  lights: "flame",
  warm: "warm",
  turns: "turns",
  stops: "stops",
};
const LONGEST_S = 36_000;

/** “glow 32, dark 75, flame 1:16”: what happened and when, s or minutes:seconds after start, with commas between. */
export function typedRun(text: string): TypedRun {
  const events: WatchedEvent[] = [];
  for (const piece of text.split(/[,;\n]/).map((p) => p.trim().toLowerCase())) {
    if (piece === "") continue;
    const read = /^(.*?)\s*(?:at\s*)?(\d+):(\d{2})$|^(.*?)\s*(?:at\s*)?(\d+(?:\.\d+)?)\s*s?$/.exec(piece);
    if (!read) return { ok: false, why: `“${piece}” has no time; expected such as “glow 32” or “flame 1:16”` };
    const name = (read[1] ?? read[4] ?? "").trim();
    const at = read[2] === undefined ? Number(read[5]) : Number(read[2]) * 60 + Number(read[3]);
    const what = NAMES.find(([n]) => n === name)?.[1] ?? ALSO[name];
    if (!what) return { ok: false, why: `“${name}” is nothing that happens in a run; expected ${NAMES.map(([n]) => n).join(", ")}` };
    if (at > LONGEST_S) return { ok: false, why: `${at} s is longer than any run; expected seconds or minutes:seconds after start` };
    events.push({ at, what });
  }
  if (events.length === 0) return { ok: false, why: "nothing is typed yet; expected such as “glow 32, dark 75, flame 1:16”" };
  return { ok: true, events: events.sort((a, b) => a.at - b.at) };
}
