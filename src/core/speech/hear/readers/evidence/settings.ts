import type { Machine } from "../../../../model/machine/format";
import { type Candidate, type Clause, has, placesOf, sensesOf } from "../../clause";
import { settingOf } from "../../facts";
import { entry } from "../../meaning";
import type { Chunk } from "../../senses";

const PANEL_CONTROLS: readonly string[] = ["lock", "delay"];
/** Words that say that it was set just now, by who speaks. */
const SET_NOW =
  /^(set|turned|switched|put|moved|changed|dialled|dialed|selected|chose|chosen|took|released|unlocked|cancelled|canceled|started)\b/;

/** Tells how a control stands: “cycle knob was at air only”, “turned it to timed dry”, “panel lock is active”. */
export function settings(clause: Clause): Candidate[] {
  const { chunks, machine } = clause;
  const found: Candidate[] = [];
  const whole = wholeStates(chunks, machine);
  chunks.forEach((chunk, at) => {
    const controls = sensesOf(chunk, "control").map((s) => s.id);
    if (controls.length === 0) return;
    chunks.forEach((other, p) => {
      if (p === at) return;
      const positions = [
        ...sensesOf(other, "position").map((x) => ({ id: x.id })),
        ...sensesOf(other, "state").flatMap((x) => (controls.includes(x.control) ? [{ id: x.position }] : [])),
      ];
      for (const { id: position } of positions) {
        const control = controls.find((c) => stands(machine, c, position) && isMeant(chunk, c, chunks, at, p, position));
        if (control !== undefined) found.push(candidate(chunks, control, position, [at, p]));
      }
    });
  });
  if (found.length + whole.length > 0) return [...found, ...whole];
  const chosen = heatChosen(chunks, machine);
  return chosen.length > 0 ? chosen : asFound(chunks, machine);
}

/** “low heat was selected”: of the heat selector, without its name. */
function heatChosen(chunks: readonly Chunk[], machine: Machine): Candidate[] {
  const chosen = placesOf(chunks, (c) => /^(selected|chosen|set|was set|was selected)$/.test(c.text));
  const [first] = chunks.flatMap((c, at) =>
    /\bheat$/.test(c.text) ? sensesOf(c, "position").flatMap(({ id }) => (id === "low" || id === "high" ? [{ at, id }] : [])) : [],
  );
  if (!first || chosen.length === 0 || !stands(machine, "heat", first.id)) return [];
  return [candidate(chunks, "heat", first.id, [first.at, ...chosen])];
}

/** “was on fluff”: of the cycle, without its name. */
function asFound(chunks: readonly Chunk[], machine: Machine): Candidate[] {
  const was = chunks.findIndex((c) => /^(was|found|left|stood|it was|had it|had|set|set at|set to|set on)$/.test(c.text));
  const control = machine.controls.find((c) => c.id === "timer" || c.id === "cycle")?.id;
  const isAt = /^set (at|to|on)$/.test(chunks[was]?.text ?? "") || /^(on|at|in|to|set to|set at)$/.test(chunks[was + 1]?.text ?? "");
  if (was < 0 || control === undefined || !isAt) return [];
  return chunks.flatMap((c, i) =>
    i > was && sensesOf(c, "position").some((p) => p.id === "air-only" && stands(machine, control, p.id))
      ? [candidate(chunks, control, "air-only", [was, was + 1, i])]
      : [],
  );
}

/** “it” is the knob only where it is turned somewhere; on and off alone belong to what can be only that. */
function isMeant(chunk: Chunk, control: string, chunks: readonly Chunk[], at: number, p: number, position: string): boolean {
  if (PANEL_CONTROLS.includes(control)) return position === "on" || position === "off";
  if (p < at && !/^(on|at|to)$/.test(chunks[at - 1]?.text ?? "") && p !== at - 1) return false;
  const vague = /^(it|machine|panel|cycle|heat|temperature)$/.test(chunk.text);
  const between = chunks.slice(Math.min(at, p) + 1, Math.max(at, p));
  if (between.some((c) => c.unknown || c.amount)) return false;
  const told =
    chunks.some(
      (c) =>
        SET_NOW.test(c.text) ||
        /\b(at|on|to)$/.test(c.text) ||
        c.text === "was" ||
        c.text === "found" ||
        c.text === "left" ||
        c.text === "selected",
    ) || between.length > 0;
  if (position === "off" || position === "on") return !vague && told && control !== "heat";
  if (vague)
    return (
      chunks.some((c) => SET_NOW.test(c.text)) || between.some((c) => /^(at|on|to|in|set|set to|set at)$/.test(c.text) || has(c, "fit"))
    );
  return true;
}

const stands = (machine: Machine, control: string, position: string): boolean =>
  PANEL_CONTROLS.includes(control)
    ? position === "on" || position === "off"
    : machine.controls.some((c) => c.id === control && !isMoved(c.id) && c.positions.some((p) => p.id === position));

/** Moved by the machine, the door or the belt, not set. */
const isMoved = (id: string): boolean => ["door", "belt", "float", "start"].includes(id);

/** “selector on low”, “timer off”: the control and its position in one phrase. */
function wholeStates(chunks: readonly Chunk[], machine: Machine): Candidate[] {
  return chunks.flatMap((chunk, at) =>
    sensesOf(chunk, "state").flatMap(({ control, position }) =>
      !isMoved(control) && stands(machine, control, position) && chunk.size >= 2 && /timer|knob|selector|heat|dial|cycle/.test(chunk.text)
        ? [candidate(chunks, control, position, [at])]
        : [],
    ),
  );
}

function candidate(chunks: readonly Chunk[], control: string, position: string, covers: readonly number[]): Candidate {
  const set = chunks.flatMap((c, i) =>
    SET_NOW.test(c.text) || /^(found|was|is|stood|standing|left|selected|chosen)$/.test(c.text) ? [i] : [],
  );
  const now = set.some((i) => SET_NOW.test(chunks[i]?.text ?? "")) && !chunks.some((c) => /^(was|were|found|had|left)$/.test(c.text));
  return { meanings: [entry(settingOf(control, position, now))], covers: [...covers, ...set], sure: 1 };
}
