import { partOf } from "../../../../model/machine/format";
import type { Draft } from "../../../../record/job/kinds/index";
import { type Candidate, type Clause, has, isDone, type NounPhrase, nounsOf, placesOf, sensesOf, tagged, wired } from "../../clause";
import { entry, type Meaning, oneOf } from "../../meaning";

/** Panels and the drum, wires and plugs: what came off and what went back. */
export const opening = (clause: Clause): Candidate[] => [...panels(clause), ...together(clause), ...wires(clause)];

const panelDraft = (panel: string, state: "off" | "on"): Draft => ({ kind: "panel", body: { panel, state } });

function panels(clause: Clause): Candidate[] {
  const { chunks, machine, carried } = clause;
  const nouns = nounsOf(chunks, machine).filter((n) => n.panel !== undefined && !isRatherPart(clause, n));
  const isNamed = (at: number) => nouns.some((n) => n.at === at);
  const off = placesOf(chunks, (c, i) => !isNamed(i) && isDone(c, "takeOff"));
  const on = placesOf(chunks, (c, i) => !isNamed(i) && isDone(c, "putOn") && !/^(in|up|on the floor)$/.test(c.text));
  const names = nouns.length > 0 ? nouns.map((n) => n.panel ?? "") : carriedPanels(clause, off, on);
  if (names.length === 0 || (off.length === 0 && on.length === 0)) return [];
  // Leads and wires have their own saying; a part that is named is what was moved.
  if (tagged(chunks, "leads").length > 0 || partsBeside(clause, nouns).length > 0) return [];
  const state = stateOf(
    chunks.map((c) => c.text),
    off,
    on,
  );
  if (state === undefined) return [];
  return [
    {
      meanings: [...new Set(names)].map((p): Meaning => entry(panelDraft(p, state))),
      covers: [
        ...nouns.map((n) => n.at),
        ...off,
        ...on,
        ...placesOf(
          chunks,
          (c) => /panel|cover|plate|sheet/.test(c.text) || /^(tied|clips|took|taken|got|put)$/.test(c.text) || has(c, "outlet"),
        ),
      ],
      sure: 1,
      act: true,
      leaves: { panels: names, ...(carried.parts && { parts: carried.parts }) },
    },
  ];
}

/** “back”, “on”, “in place” outweigh “off”, “up”, “open”, unless something was taken off. */
function stateOf(texts: readonly string[], off: readonly number[], on: readonly number[]): "off" | "on" | undefined {
  if (on.length === 0) return "off";
  if (off.length === 0) return "on";
  const back = on.some((i) =>
    /back|again|refit|reinstall|remount|close|shut|screw|in place|reattach|refast|clip|snap|fasten|replaced|home/.test(texts[i] ?? ""),
  );
  const taken = off.some((i) =>
    /^(off|is off|are off|now off|out)$|took|taken|remov|lift|pull|lean|tilt|hing|unscrew|detach|pop|unclip|rais|drop|prop|strip|came|undid|undone|swung|slid|flip|aside|tipped/.test(
      texts[i] ?? "",
    ),
  );
  // “hinged back”, “leaned back against the wall”: one chunk, which is taken off.
  if (taken && back)
    return on.every((i) => off.includes(i))
      ? "off"
      : on.some((i) => /back on|back in|on again|refit|in place|reinstall|closed|screwed/.test(texts[i] ?? ""))
        ? "on"
        : "off";
  return taken
    ? "off"
    : back
      ? "on"
      : on.some((i) => texts[i] === "on" || texts[i] === "is on") && !off.some((i) => /open/.test(texts[i] ?? ""))
        ? "on"
        : "off";
}

/** “back in place”, after the side cover was spoken of. */
const carriedPanels = ({ chunks, carried }: Clause, off: readonly number[], on: readonly number[]): readonly string[] =>
  carried.panels &&
  chunks.every((c, i) => off.includes(i) || on.includes(i) || c.filler || c.loose) &&
  on.some((i) => /back|refit|put|again/.test(chunks[i]?.text ?? ""))
    ? carried.panels
    : [];

/** “drum” is seen to turn, “back” is an adverb, “panel” is the display: panels only beside what is done to panels. */
function isRatherPart({ chunks }: Clause, { at }: NounPhrase): boolean {
  const chunk = chunks[at];
  if (!chunk) return true;
  if (chunk.text === "back" || chunk.text === "side")
    return (
      !(at === 0 || /^(the|whole|his|its)$/.test(chunks[at - 1]?.text ?? "")) ||
      (chunk.text === "back" && /^(on|in|together|in place|under)/.test(chunks[at + 1]?.text ?? ""))
    );
  return false;
}

const partsBeside = ({ chunks, machine }: Clause, panels: readonly NounPhrase[]): NounPhrase[] =>
  nounsOf(chunks, machine).filter(
    (n) =>
      n.parts.length > 0 &&
      !panels.some((p) => p.at === n.at) &&
      !has(chunks[n.at], "cabinet", "machineItself", "outlet") &&
      !n.parts.some((p) => partOf(machine, p).kind === "supply"),
  );

/** Every panel is back. */
function together({ chunks }: Clause): Candidate[] {
  const whole = placesOf(chunks, (c) => isDone(c, "together"));
  return whole.length > 0
    ? [
        {
          meanings: [entry(panelDraft("all", "on"))],
          covers: [...whole, ...tagged(chunks, "everything", "machineItself", "putOn").filter((i) => !nounPanel(chunks[i]))],
          sure: 1.05,
          act: true,
        },
      ]
    : [];
}
const nounPanel = (chunk: Clause["chunks"][number] | undefined): boolean => sensesOf(chunk, "panel").length > 0;

/** Wires of a part, or a plug by its name. */
function wires(clause: Clause): Candidate[] {
  const { chunks, machine } = clause;
  const plugs = chunks.flatMap((c, i) => sensesOf(c, "plug").map((s) => ({ at: i, id: s.id })));
  const leads = tagged(chunks, "leads").filter((i) => !has(chunks[i], "oneEnd") || /wire|lead|plug/.test(chunks[i]?.text ?? ""));
  const off = placesOf(
    chunks,
    (c, i) =>
      !plugs.some((p) => p.at === i) &&
      (isDone(c, "disconnect") || (has(c, "wiresOff") && /wire|lead|disconnected|unplugged/.test(c.text))) &&
      !has(c, "reconnect"),
  );
  const on = placesOf(
    chunks,
    (c, i) => !plugs.some((p) => p.at === i) && (isDone(c, "reconnect") || (has(c, "wiresOn") && /back|reconnect/.test(c.text))),
  );
  const spoken =
    leads.length > 0 ||
    plugs.length > 0 ||
    [...off, ...on].some((i) => /disconnect|unplug|unhook|unwire|unclip|reconnect|plug|hook|connect|wire|lead/.test(chunks[i]?.text ?? ""));
  if (!spoken || (off.length === 0 && on.length === 0)) return [];
  if (chunks.some((c) => c.amount && c.amount.unit !== "second") || tagged(chunks, "open").some((i) => !has(chunks[i], "takeOff")))
    return [];
  const state =
    on.length > 0 && (off.length === 0 || on.some((i) => /back|again|reconnect|plugged in/.test(chunks[i]?.text ?? ""))) ? "on" : "off";
  const covers = [
    ...leads,
    ...off,
    ...on,
    ...tagged(chunks, "terminal"),
    ...placesOf(chunks, (c) => /^(all|both|three|two|four|from|board|took|taken|got|slid|slipped|pulled)$/.test(c.text)),
  ];
  if (plugs.length > 0)
    return [
      {
        meanings: plugs.map((p): Meaning => entry({ kind: "wire", body: { of: p.id, state } })),
        covers: [...covers, ...plugs.map((p) => p.at), ...boardWords(clause)],
        sure: 1.05,
        act: true,
      },
    ];
  const nouns = nounsOf(chunks, machine).filter((n) => wired(machine, n.parts).length > 0 && !has(chunks[n.at], "machineItself"));
  const kept = nouns.filter(
    (n, i) =>
      !nouns.some(
        (m, j) =>
          j !== i &&
          m.parts.some((p) => n.parts.includes(p)) &&
          (m.parts.length < n.parts.length || (m.parts.length === n.parts.length && j < i)),
      ),
  );
  if (kept.length === 0) return [];
  const wireOf = (of: string): Draft => ({ kind: "wire", body: { of, state } });
  const meanings = kept.flatMap((n) => oneOf(wired(machine, n.parts).map((id) => ({ differs: id, draft: wireOf(id) }))) ?? []);
  return [{ meanings, covers: [...covers, ...nouns.map((n) => n.at)], sure: 1, act: true, leaves: { parts: kept.at(-1)?.parts ?? [] } }];
}

const boardWords = ({ chunks, machine }: Clause): number[] =>
  nounsOf(chunks, machine)
    .filter((n) => n.parts.length > 0)
    .map((n) => n.at);
