import type { Draft, Measure, Reading, School, Sighting } from "../job/entry";
import type { Job } from "../job/fold";
import { allows, isWallPoint, safetyAfter } from "../job/safety";
import { answersOf, LOOKS, sightOf } from "../job/sights";
import { type Machine, partOf } from "../machine/schema";
import { unitRepair } from "../planning/repairs";
import { closedControls, controlsSay, windings } from "../planning/tests";
import { formatValue } from "../quantity/format";
import { parseQuantity } from "../quantity/parse";
import { takeSighting } from "./sighting-words";
import { type Named, normalise, takeName, type Vocabulary } from "./vocabulary";

/** How a typed line was understood: entries ready to be made, or why not. */
export type Understanding =
  | { readonly ok: true; readonly drafts: readonly Draft[]; readonly says: string }
  | { readonly ok: true; readonly command: "undo" | "close" | "prove"; readonly says: string }
  | { readonly ok: false; readonly message: string };

export interface Context {
  readonly machine: Machine;
  readonly vocabulary: Vocabulary;
  readonly job: Job;
  /** Control positions set on the sheet; those not named are as found. */
  readonly controls?: Readonly<Record<string, string>>;
}

const EXAMPLES = "“element OL”, “h3 h4 .3”, “turns, no heat”, “rear off”, “fitted element”";
const refuse = (message: string): Understanding => ({ ok: false, message });

/**
 * Understands a line as a technician would mutter it: sightings, readings, panels, parts fitted, power state.
 * Commas part several sayings. What the safety state forbids is refused here with what to do.
 */
export function understand(line: string, context: Context): Understanding {
  const sayings = line
    .split(/[,;]|\band\b/)
    .map((s) => s.trim())
    .filter((s) => s !== "");
  if (sayings.length === 0) return refuse(`Type what you see or read: ${EXAMPLES}`);
  const drafts: Draft[] = [];
  const says: string[] = [];
  let { job } = context;
  for (const saying of sayings) {
    const one = understandOne(saying, { ...context, job });
    if (!one.ok) return one;
    if ("command" in one) return sayings.length === 1 ? one : refuse(`“${saying}” must stand alone`);
    drafts.push(...one.drafts);
    says.push(one.says);
    job = { ...job, panelsOff: panelsAfter(job.panelsOff, one.drafts) };
  }
  let { safety } = context.job;
  for (const draft of drafts) {
    const verdict = allows(safety, draft, context.machine);
    if (!verdict.ok) return refuse(verdict.reason);
    safety = safetyAfter(safety, draft);
  }
  return { ok: true, drafts, says: says.join(" · ") };
}

/** “top off, console off”: the second panel comes after the first. */
function panelsAfter(off: readonly string[], drafts: readonly Draft[]): readonly string[] {
  return drafts.reduce((now, d) => {
    if (d.kind !== "panel") return now;
    return d.body.state === "off" ? now.concat(d.body.panel) : now.filter((p) => p !== d.body.panel);
  }, off);
}

function understandOne(saying: string, context: Context): Understanding {
  return (
    command(saying, context) ??
    fitting(saying, context) ??
    panelMove(saying, context) ??
    measured(saying) ??
    sighting(saying, context) ??
    reading(saying, context)
  );
}

function command(saying: string, { machine, job }: Context): Understanding | undefined {
  const text = normalise(saying);
  if (/^(undo|oops|take back)$/.test(text)) return { ok: true, command: "undo", says: "Take the last entry back" };
  if (/^(close|close job|done)$/.test(text)) return { ok: true, command: "close", says: "Close the job" };
  if (/^(prove|proof|prove it)$/.test(text)) return { ok: true, command: "prove", says: "Record the proof run" };
  const safe = /^(made safe|make safe|safe|dead|proved dead)( (cord|cord out|breaker|breaker off))?$/.exec(text);
  if (safe) {
    const how = safe[3]?.startsWith("breaker") ? "breaker" : "cord";
    return {
      ok: true,
      drafts: [{ kind: "made-safe", body: { how, proved: true } }],
      says: `Made safe: ${how === "cord" ? "cord out" : "breaker off"}, proved dead`,
    };
  }
  if (/^(energised|energise|live|power on|cord in|plugged in)$/.test(text))
    return { ok: true, drafts: [{ kind: "energised", body: {} }], says: "Energised: the machine is live" };
  const live = /^(allow|forbid|no) live( tests)?$/.exec(text);
  if (live) {
    const liveTests = live[1] === "allow";
    return {
      ok: true,
      drafts: [{ kind: "setting", body: { liveTests } }],
      says: liveTests ? "Live tests allowed on this job" : "Dead tests only",
    };
  }
  const school = schoolIn(text, job.school);
  if (school)
    return {
      ok: true,
      drafts: [{ kind: "setting", body: { liveTests: job.safety.liveTests, school } }],
      says: `From now on: ${text}`,
    };
  if (/^discharged?( the)?( motor| run)?( capacitor| cap)?$/.test(text)) {
    const part = machine.parts.find((p) => p.kind === "capacitor");
    if (!part) return refuse("This machine has no capacitor to discharge");
    return { ok: true, drafts: [{ kind: "discharged", body: { part: part.id } }], says: `Discharged: ${part.name.toLowerCase()}` };
  }
  return undefined;
}

/** The schools of section 6 of the trade notes, as one would name them. */
function schoolIn(text: string, now: School): School | undefined {
  const words: Record<string, Partial<School>> = {
    "look first": { first: "look" },
    "meter first": { first: "meter" },
    "either first": { first: "either" },
    "fit sets": { parts: "set" },
    "single parts": { parts: "single" },
    "trust coils": { coldCoil: "trust" },
    "doubt coils": { coldCoil: "doubt" },
  };
  const change = words[text];
  return change && { ...now, ...change };
}

/** “exhaust 61 C”, “back pressure 0.6 inwc”. */
function measured(saying: string): Understanding | undefined {
  const match = /^(?:(exhaust)(?: peak| temperature| temp)?|(back ?pressure|duct pressure))\s+(.+)$/i.exec(saying.trim());
  if (!match) return undefined;
  const what: Measure["what"] = match[1] ? "exhaust-peak" : "back-pressure";
  const unit = what === "exhaust-peak" ? "celsius" : "pascal";
  const parsed = parseQuantity(match[3] as string, unit);
  if (!parsed.ok) return refuse(parsed.message);
  if (parsed.quantity.unit !== unit || parsed.quantity.overload)
    return refuse(`“${match[3]}” is no ${unit === "celsius" ? "temperature: write 61 C or 142 F" : "pressure: write 150 Pa or 0.6 inwc"}`);
  const body: Measure = { what, value: parsed.quantity.value };
  return { ok: true, drafts: [{ kind: "measure", body }], says: measureSays(body) };
}

export function measureSays({ what, value }: Measure): string {
  return what === "exhaust-peak"
    ? `Exhaust at its hottest: ${formatValue(value, "celsius")}`
    : `Back pressure: ${formatValue(value, "pascal")}`;
}

function fitting(saying: string, { machine, vocabulary }: Context): Understanding | undefined {
  const match = /^(fitted|fit|replaced|replace|new|cleared|clear|cleaned|reset|put right|remade|set) (.+)$/i.exec(saying.trim());
  if (!match) return undefined;
  const [, verb, rest] = match as unknown as [string, string, string];
  const joint = /^(joint|wire|terminal)s?( at| of)?( the)? (.+)$/i.exec(rest);
  const name = takeName(vocabulary, normalise((joint?.[4] ?? rest).replace(/^the /i, "")).split(" "))?.named;
  if (name?.kind !== "part")
    return refuse(
      `“${rest}” is not a part of this machine; try ${machine.parts
        .slice(8, 12)
        .map((p) => p.label.toLowerCase())
        .join(", ")}…`,
    );
  const part = partOf(machine, name.id);
  const repair = unitRepair(machine, joint || /^remade$/i.test(verb) ? `joint.${part.id}` : (part.unit ?? part.id));
  return {
    ok: true,
    drafts: [{ kind: "fitted", body: { unit: repair.id, action: repair.replaces ? "replaced" : "put-right" } }],
    says: repair.replaces ? `Fitted: new ${repair.name.toLowerCase()}` : `Put right: ${repair.name.toLowerCase()}`,
  };
}

function panelMove(saying: string, { machine, vocabulary, job }: Context): Understanding | undefined {
  const match = /^(.+?)(?: panel)? (off|on|back|back on|open|shut|closed)$/i.exec(saying.trim());
  if (!match) return undefined;
  const [, name, word] = match as unknown as [string, string, string];
  const named =
    vocabulary.words.get(normalise(name).replace(/ /g, "")) ?? vocabulary.words.get(`${normalise(name).replace(/ /g, "")}panel`);
  const panel = machine.panels.find((p) => p.id === (named?.kind === "panel" ? named.id : normalise(name).replace(/ /g, "-")));
  if (!panel) return undefined;
  const state = /off|open/i.test(word) ? "off" : "on";
  if (state === "off") {
    const before = panel.behind.find((id) => !job.panelsOff.includes(id));
    if (before)
      return refuse(`The ${panel.name} is held by the ${machine.panels.find((p) => p.id === before)?.name ?? before}: take that off first`);
  } else {
    const behind = machine.panels.find((p) => p.behind.includes(panel.id) && job.panelsOff.includes(p.id));
    if (behind) return refuse(`The ${behind.name} must go back before the ${panel.name}`);
  }
  return {
    ok: true,
    drafts: [{ kind: "panel", body: { panel: panel.id, state } }],
    says: `${capital(panel.name)} ${state === "off" ? "off" : "back on"}`,
  };
}

function sighting(saying: string, { machine, vocabulary }: Context): Understanding | undefined {
  const seen = takeSighting(saying) ?? looked(saying, machine, vocabulary);
  if (!seen) return undefined;
  return { ok: true, drafts: [{ kind: "sighting", body: seen }], says: sightingSays(machine, seen) };
}

/** “belt broken”, “vent clean”, “element good”. */
function looked(saying: string, machine: Machine, vocabulary: Vocabulary): Sighting | undefined {
  const tokens = normalise(saying).split(" ");
  const name = takeName(vocabulary, tokens);
  const rest = tokens
    .slice(name?.used ?? 0)
    .filter((t) => !["looks", "is", "the"].includes(t))
    .join(" ");
  if (name?.named.kind !== "part") return undefined;
  const good = /^(good|ok|okay|fine|clean|clear|whole|intact|right|sound)$/.test(rest);
  const bad = /^(bad|broken|burnt|charred|choked|blocked|dirty|wrong|cracked|sagged|loose|seized|tripped|off)$/.test(rest);
  if (!good && !bad) return undefined;
  partOf(machine, name.named.id);
  return { sight: LOOKS, value: good ? "good" : "bad", part: name.named.id };
}

export function sightingSays(machine: Machine, s: Sighting): string {
  if (s.sight === LOOKS) return `${machine.parts.find((p) => p.id === s.part)?.name ?? s.part} looks ${s.value}`;
  if (s.value === "unknown") return `${sightOf(s.sight)?.name ?? s.sight}: can't tell`;
  const said = capital(answersOf(machine, s.sight).find((a) => a.value === s.value)?.says ?? `${s.sight} ${s.value}`);
  return s.after === undefined ? said : `${said} after ${formatValue(s.after, "second")}`;
}

function reading(saying: string, context: Context): Understanding {
  const { vocabulary } = context;
  const { rest, wiresOn } = takeWiresOn(saying);
  const tokens = rest.trim().split(/\s+/);
  const amountAt = firstAmount(tokens);
  const words = normalise(tokens.slice(0, amountAt).join(" "))
    .split(" ")
    .filter((t) => t !== "" && !["to", "the", "at", "across", "between"].includes(t));
  const names: Named[] = [];
  for (let i = 0; i < words.length; ) {
    const found = takeName(vocabulary, words.slice(i));
    if (!found) {
      const guess = closest(words[i] as string, vocabulary);
      return refuse(`I don't know “${words[i]}” on this machine${guess ? `; did you mean ${guess}?` : `. Try ${EXAMPLES}`}`);
    }
    names.push(found.named);
    i += found.used;
  }
  if (names.length === 0) return refuse(`Say what it was measured on: “element ${saying}”, “h3 h4 ${saying}”`);
  if (amountAt === tokens.length)
    return refuse(
      `And what did it read? For example “${rest} 0.3” or “${rest} OL”${names.length === 1 ? `, or how it looks: “${rest} good”` : ""}`,
    );
  return readingOf(names, tokens.slice(amountAt).join(" "), wiresOn, context);
}

function takeWiresOn(saying: string): { rest: string; wiresOn: boolean } {
  const match = /\s*\(?\b(wires?|leads?) (on|off)\b\)?/i.exec(saying);
  return match ? { rest: saying.replace(match[0], " "), wiresOn: match[2]?.toLowerCase() === "on" } : { rest: saying, wiresOn: false };
}

/** Index of the first token from which the rest reads as an amount; `tokens.length` when there is none. */
function firstAmount(tokens: readonly string[]): number {
  for (let i = 1; i < tokens.length; i++) if (/^[-+.,]?\d|^(ol|o\.l\.?|open|∞)$/i.test(tokens[i] as string)) return i;
  return /^[-+.,]?\d|^(ol|o\.l\.?)$/i.test(tokens[0] ?? "") ? 0 : tokens.length;
}

function readingOf(names: readonly Named[], said: string, wiresOn: boolean, context: Context): Understanding {
  const { machine, job } = context;
  const place = placeOf(names, wiresOn, context);
  if ("message" in place) return refuse(place.message);
  const [amount, own] = said.split("@").map((x) => x.trim()) as [string, string?];
  const warmth = own === undefined ? undefined : parseQuantity(own, "celsius");
  if (warmth && !warmth.ok) return refuse(warmth.message);
  const energised = job.safety.power === "live" || place.between.every((p) => isWallPoint(machine, p));
  const expected = names.length === 2 && place.wiresOff.length === 0 && energised ? "volt" : "ohm";
  const parsed = parseQuantity(/^open$/i.test(amount) ? "OL" : amount, expected);
  if (!parsed.ok) return refuse(parsed.message);
  const { quantity } = parsed;
  if (quantity.unit !== "ohm" && quantity.unit !== "volt")
    return refuse(`“${amount}” is in ${quantity.unit}s; between two points expected ohms or volts`);
  const body: Reading = {
    between: place.between,
    unit: quantity.unit,
    value: quantity.overload ? null : quantity.value,
    wiresOff: quantity.unit === "ohm" ? place.wiresOff : [],
    controls: { ...place.controls, ...context.controls },
    ...(warmth && { atC: warmth.quantity.value }),
  };
  return { ok: true, drafts: [{ kind: "reading", body }], says: readingSays(machine, body) };
}

type Place = { between: [string, string]; wiresOff: string[]; controls: Readonly<Record<string, string>> } | { message: string };

function placeOf(names: readonly Named[], wiresOn: boolean, { machine }: Context): Place {
  const [first, second, third] = names as [Named, Named?, Named?];
  if (third || first.kind === "panel" || second?.kind === "panel")
    return { message: "A reading is between two points, or across one part" };
  if (first.kind === "part" && !second) {
    const part = partOf(machine, first.id);
    const terminals = first.terminals ?? windings(part)[0]?.terminals;
    if (!terminals)
      return {
        message: `The ${part.name.toLowerCase()} has no terminals to measure; say how it looks: “${part.label.toLowerCase()} good”`,
      };
    return {
      between: [`${part.id}.${terminals[0]}`, `${part.id}.${terminals[1]}`],
      wiresOff: wiresOn ? [] : [part.id],
      controls: closedControls(machine, part),
    };
  }
  if (!second) return { message: `${first.name} to what? Name the second point: “${first.name.toLowerCase()} tbn …”` };
  const end = (n: Named): string => (n.kind === "part" ? `${n.id}.1` : n.id);
  const parts = [first, second].flatMap((n) => (n.kind === "part" ? [n.id] : []));
  if (end(first) === end(second)) return { message: "Both probes are on the same point" };
  return { between: [end(first), end(second)], wiresOff: wiresOn ? [] : parts, controls: {} };
}

/** “Thermal cut-off, wires off: OL”; “TB1 to TB2: 238 V”. */
export function readingSays(machine: Machine, r: Reading): string {
  const value = r.value === null ? "OL" : formatValue(r.value, r.unit);
  const state = controlsSay(machine, r.controls);
  const wires = r.unit === "volt" ? "" : r.wiresOff.length > 0 ? ", wires off" : ", wires on";
  const warmth = r.atC === undefined ? "" : ` at ${formatValue(r.atC, "celsius")}`;
  return `${placeSays(machine, r.between)}${wires}${state ? `, ${state}` : ""}: ${value}${warmth}`;
}

export function placeSays(machine: Machine, between: readonly [string, string]): string {
  const [a, b] = between.map((p) => /^([a-z][a-z0-9-]*)\.(\d)$/.exec(p)) as [RegExpExecArray | null, RegExpExecArray | null];
  const name = (p: string) => (p === machine.cabinet ? "cabinet" : p);
  if (a && b && a[1] === b[1]) {
    const part = partOf(machine, a[1] as string);
    return part.kind === "motor" ? `${part.name}, ${b[2] === "3" ? "start" : "main"} winding` : part.name;
  }
  const say = (match: RegExpExecArray | null, p: string) => (match ? partOf(machine, match[1] as string).name : name(p));
  return `${say(a, between[0])} to ${lowerUnlessNet(say(b, between[1]))}`;
}

const lowerUnlessNet = (s: string): string => (/^[A-Z0-9.]+$/.test(s) ? s : s.charAt(0).toLowerCase() + s.slice(1));
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** The known name that is nearest in spelling, to suggest; none when all are far. */
function closest(word: string, vocabulary: Vocabulary): string | undefined {
  let best: { text: string; distance: number } | undefined;
  for (const { text } of vocabulary.offers) {
    const distance = editDistance(word, normalise(text));
    if (!best || distance < best.distance) best = { text, distance };
  }
  return best && best.distance <= Math.max(1, word.length / 3) ? best.text : undefined;
}

/** Insertions, deletions and replacements between two words (Wagner & Fischer 1974). */
function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const swap = (row[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1);
      next.push(Math.min(swap, (row[j] as number) + 1, (next[j - 1] as number) + 1));
    }
    row = next;
  }
  return row[b.length] as number;
}
