import { canShow, type SightId, sightOf } from "../../../finding/sights";
import { type Machine, partOf } from "../../../machine/format";
import type { SightRow } from "../../lexicon/sights";
import type { Subject } from "../../lexicon/subjects";
import { type Candidate, type Clause, has, nounsOf, placesOf, sensesOf, subjectsOf, tagged } from "../clause";
import { isSight, sightSeen } from "../facts";
import { entry } from "../meaning";
import type { Chunk } from "../senses";

/** Sights whose time is kept: when it was seen, and how long it lasted. */
const TIMED: Readonly<Record<string, { readonly at?: true; readonly lasted?: true; readonly first?: "lasted" }>> = {
  glow: { at: true, lasted: true },
  dark: { at: true },
  flame: { at: true, lasted: true },
  warm: { at: true, lasted: true },
  hums: { lasted: true, first: "lasted" },
  trips: { at: true },
  stops: { at: true },
  keeps: { at: true },
};

/** What was seen, heard, felt or smelt of the machine as a whole. */
export function sights(clause: Clause): Candidate[] {
  const { chunks } = clause;
  if (chunks.some((c) => has(c, "elsewhere"))) return smellOfGas(clause);
  const found: Candidate[] = [];
  const under = subordinateIn(chunks);
  chunks.forEach((chunk, at) => {
    if (under.includes(at)) return;
    for (const { row, form } of sensesOf(chunk, "sight")) {
      const isProof = /\bdead$/.test(chunk.text) && clause.carried.tested;
      const read = isProof ? undefined : readRow(clause, row, at, form);
      if (read) found.push(read);
    }
  });
  return [...found, ...elliptic(clause), ...smellOfGas(clause)];
}

/** What a part is, as a thing that something is seen of. */
const SUBJECT_OF_KIND: Readonly<Record<string, Subject>> = {
  element: "element",
  igniter: "igniter",
  lamp: "lamp",
  motor: "motor",
  tank: "tank",
  belt: "belt",
};

/** Things that a chunk names, by its words or by the one part that it means. */
function thingsOf(chunk: Chunk | undefined, machine: Machine): readonly Subject[] {
  const said = subjectsOf(chunk);
  if (said.length > 0 || !chunk) return said;
  const kinds = new Set(sensesOf(chunk, "part").map((s) => partOf(machine, s.id).kind));
  const [kind] = kinds;
  const thing = kinds.size === 1 && kind !== undefined ? SUBJECT_OF_KIND[kind] : undefined;
  return thing === undefined ? [] : [thing];
}

const UNDER = /^(when|whenever|as soon as|once|while|every time|each time|the moment|the second|the instant|before)$/;

/** “trips as soon as it heats”: what follows only tells when. */
function subordinateIn(chunks: readonly Chunk[]): number[] {
  const from = chunks.findIndex((c, i) => i > 0 && UNDER.test(c.text));
  return from < 0 ? [] : placesOf(chunks, (_, i) => i > from);
}

function readRow(clause: Clause, row: SightRow, at: number, form: string | undefined): Candidate | undefined {
  const { chunks, machine } = clause;
  if (!isSight(row.sight) || !canBe(machine, row.sight)) return undefined;
  if (chunks[at]?.text === "still" && at !== chunks.length - 1) return undefined;
  // “the cut-off”: a thing, not what it does.
  const isThing = sensesOf(chunks[at], "part").length > 0 && (form === "plain" || /^(the|a|this|that)$/.test(chunks[at - 1]?.text ?? ""));
  if (isThing && !HELPS.test(chunks[at - 1]?.text ?? "") && !has(chunks[at - 1], "no", "notDone")) return undefined;
  // “knob stood between two programmes”: where it was left.
  if (
    row.sight === "advances" &&
    /^(stands|stood)$/.test(chunks[at]?.text ?? "") &&
    /^(between|on|at|in)$/.test(chunks[at + 1]?.text ?? "")
  )
    return undefined;
  // “empty the tank”: told to be done.
  if (row.sight === "tank" && at === 0 && /^(the|a|his|her|my|your)$/.test(chunks[1]?.text ?? "")) return undefined;
  // “main fuse blown”: how it is, not what it did.
  if (row.sight === "trips" && chunks[at]?.text === "blown") return undefined;
  // “the whole run”: a noun.
  if (
    (form === "plain" || form === "done") &&
    chunks[at]?.text !== "end" &&
    /^(the|a|an|whole|its|this|that|full|entire|every|each)$/.test(chunks[at - 1]?.text ?? "")
  )
    return undefined;
  // “nothing to order”.
  if (chunks[at]?.text === "nothing" && chunks.some((c, k) => k !== at && !c.loose && !c.filler && !isTelling(c))) return undefined;
  // “on the van”: a place.
  if (BEFORE_ONLY.test(chunks[at]?.text ?? "") && /^(the|a|my|his|her|this|our|its|their)$/.test(chunks[at + 1]?.text ?? ""))
    return undefined;
  // “takes two cycles to get towels dry”: what is still to come.
  if (
    row.sight === "damp" &&
    form !== "done" &&
    /^(to|before)$/.test(chunks.slice(Math.max(0, at - 4), at).findLast((c) => /^(to|before|is|are|comes?|gets)$/.test(c.text))?.text ?? "")
  )
    return undefined;
  const denied = denialOf(chunks, at);
  const said = denied.length > 0 ? row.no : row.yes;
  if (said === undefined) return undefined;
  const subject = subjectFor(clause, row, at, form);
  // “panel comes on, press start, nothing”: of the machine, not of what was spoken of before.
  if (subject !== "another" && subject?.carried && /^nothing/.test(chunks[at]?.text ?? "") && !row.bare) return undefined;
  if (subject === "another" || (subject === undefined && !row.bare)) return undefined;
  // “switched off”, without saying what: more likely something that was done.
  if (form === "done" && subject === undefined && denied.length === 0 && DOINGS.test(chunks[at]?.text ?? "")) return undefined;
  // A word that was put right, said of nothing: too little to go by.
  if (subject === undefined && chunks[at]?.slip && (chunks[at]?.text.length ?? 0) < 7) return undefined;
  if (subject !== undefined && subject.of === "flame" && machine.burner === undefined) return undefined;
  if (subject === undefined && denied.length === 0 && isWeak(clause, at, form)) return undefined;
  const lasting = row.sight === "keeps" && said === "yes" ? lastingOf(clause, at, subject?.of) : undefined;
  if (lasting) return lasting;
  const often = said === "no" && row.sight === "keeps" ? oftenIn(chunks) : [];
  const [sight, value] = often.length > 0 ? (["cycles", "short"] as const) : [row.sight, said];
  const times = timesFor(clause, sight, at, denied.length > 0 && value === "no");
  const covers = [
    at,
    ...denied,
    ...often,
    ...(sight === "airflow"
      ? chunks.flatMap((c, i) =>
          i !== at && !c.amount && (subjectsOf(c).includes("air") || has(c, "airspeed", "exhaust", "outlet")) ? [i] : [],
        )
      : []),
    ...times.covers,
  ];
  const shares = [
    ...(subject?.at !== undefined ? [subject.at] : []),
    ...tagged(chunks, "whenStarted", "running"),
    ...(row.sight === "damp" && said === "yes" ? placesOf(chunks, (c, i) => i > at && isOfClothes(c)) : []),
    ...subordinateIn(chunks),
    ...strengthOf(chunks, at),
  ];
  return {
    meanings: [
      entry(
        sightSeen(sight, value, {
          ...(times.at !== undefined && { at: times.at }),
          ...(times.lasted !== undefined && { lasted: times.lasted }),
        }),
      ),
    ],
    covers,
    shares,
    sure: (subject ? 1 : 0.9) - (subject?.carried ? 0.06 : 0),
    leaves: {
      lasted: times.spoken,
      subject: row.sight === "flame" || row.sight === "keeps" ? "flame" : (subject?.of ?? SUBJECT_OF[row.sight] ?? "machine"),
    },
  };
}

/** “lasts ten seconds”, of a flame or of heat: how long it was there. */
function lastingOf({ chunks }: Clause, at: number, of: Subject | undefined): Candidate | undefined {
  const timeAt = chunks.findIndex((c) => c.amount?.unit === "second");
  const lasted = chunks[timeAt]?.amount?.value;
  if (lasted === undefined || (of !== "flame" && of !== "heat")) return undefined;
  return { meanings: [entry(sightSeen(of === "flame" ? "flame" : "warm", "yes", { lasted }))], covers: [at, timeAt], sure: 0.95 };
}

/** “two cycles to get towels dry”. */
const isOfClothes = (chunk: Chunk): boolean =>
  subjectsOf(chunk).includes("clothes") || sensesOf(chunk, "sight").some((s) => s.row.sight === "damp");

/** “every couple of minutes”. */
const oftenIn = (chunks: readonly Chunk[]): number[] => [
  ...tagged(chunks, "often"),
  ...chunks.flatMap((c, i) => (c.amount?.unit === "second" && timeWord(chunks, i) === "every" ? [i, i - 1] : [])),
];

const HELPS = /^(will|does|do|did|can|must|should|to|would)$/;

/** “go”, “run”, “cycle”: without a subject they are said of anything. They count where a helping verb goes before, or nothing else is said. */
function isWeak({ chunks }: Clause, at: number, form: string | undefined): boolean {
  const chunk = chunks[at];
  if (!chunk) return false;
  if ((!chunk.common && form !== "plain") || chunk.size > 1) return false;
  const isNoun = sensesOf(chunk, "sight").some((s) => s.form === undefined) && !chunk.common;
  if (isNoun || HELPS.test(chunks[at - 1]?.text ?? "")) return false;
  const others = chunks.some((c, i) => i !== at && !c.common && !c.loose && !c.filler && !(c.amount?.unit === "second") && !isTelling(c));
  return others;
}
const isTelling = (chunk: Chunk): boolean =>
  sensesOf(chunk, "sight").length > 0 || has(chunk, "no", "notDone", "whenStarted", "running", "aside", "since", "often");

const DOINGS = /^(switched|turned|shut|cut|powered|opened|closed|dropped|pulled|killed|fired)/;

/** What a sighting leaves in mind: “glows, goes out”. */
const SUBJECT_OF: Readonly<Record<string, Subject>> = {
  glow: "igniter",
  flame: "flame",
  warm: "heat",
  turns: "drum",
  motor: "motor",
  hums: "machine",
  airflow: "air",
  dark: "igniter",
  lamp: "lamp",
  display: "display",
  pump: "pump",
  tank: "tank",
  advances: "timer",
  damp: "clothes",
};

/** Asked of some machines only, and said of any: an element glows too, and a board's cycle does not go on. */
const SAID_OF_ANY: readonly SightId[] = ["glow", "advances", "airflow", "smell", "leak"];

const canBe = (machine: Machine, sight: SightId): boolean => SAID_OF_ANY.includes(sight) || canShow(machine, sightOf(sight));

/** A “not” that belongs to the words here: before them with no other telling word between, or right behind at the end: “heat no”. */
function denialOf(chunks: readonly Chunk[], at: number): number[] {
  if (has(chunks[at], "no", "notDone")) return [];
  for (let i = at - 1; i >= 0; i--) {
    const chunk = chunks[i];
    if (has(chunk, "no", "notDone")) return [i];
    if (chunk && tells(chunk) && !isSubjectOnly(chunk)) break;
  }
  const next = chunks[at + 1];
  const isLast = chunks.slice(at + 2).every((c) => c.filler && !c.amount);
  return next && has(next, "no") && isLast && (next.text === "no" || next.text === "none" || next.text === "absent") ? [at + 1] : [];
}

const tells = (chunk: Chunk): boolean => !chunk.loose && sensesOf(chunk, "sight").length > 0;
/** “no heat from the motor”: a subject in between does not end a denial. */
const isSubjectOnly = (chunk: Chunk): boolean => subjectsOf(chunk).length > 0;

interface Spoken {
  readonly of: Subject;
  readonly at?: number;
  readonly carried?: true;
}

/** Of what it is said: the nearest subject before, else the nearest after, else what was spoken of. */
function subjectFor(clause: Clause, row: SightRow, at: number, form: string | undefined): Spoken | "another" | undefined {
  const { chunks, carried } = clause;
  const fits = (chunk: Chunk | undefined) => thingsOf(chunk, clause.machine).find((s) => row.of.includes(s));
  // “lights”, said as a verb, is not also what lights.
  const own = form === undefined ? fits(chunks[at]) : undefined;
  let foreign = false;
  for (let i = at - 1; i >= 0; i--) {
    const found = fits(chunks[i]);
    if (found) return { of: found, at: i };
    if (isForeign(clause, i, row)) {
      foreign = true;
      break;
    }
    if (chunks[i] && tells(chunks[i] as Chunk) && !isSubjectOnly(chunks[i] as Chunk) && !chunks[i]?.common) break;
  }
  if (!foreign && !BEFORE_ONLY.test(chunks[at]?.text ?? ""))
    for (let i = at + 1; i < chunks.length; i++) {
      const found = fits(chunks[i]);
      if (found && (i === at + 1 || chunks.slice(at + 1, i).every((c) => c.filler || c.loose || has(c, "no")))) return { of: found, at: i };
      if (isForeign(clause, i, row) && !row.bare) return undefined;
      if (!chunks[i]?.filler && !chunks[i]?.loose) break;
    }
  if (foreign) return own ? { of: own } : "another";
  if (own) return { of: own };
  // “fire”, after the igniter: a thing of its own.
  if (subjectsOf(chunks[at]).length > 0) return row.bare ? undefined : "another";
  if (carried.subject && row.of.includes(carried.subject)) return { of: carried.subject, carried: true };
  return undefined;
}

/** “on the panel”: what follows these is a place, not what is on. */
const BEFORE_ONLY = /^(on|off|out|in|up|down|there|back|over)$/;

/** Something else is spoken of: a subject that these words are not said of, or a part. */
function isForeign({ chunks, machine }: Clause, at: number, row: SightRow): boolean {
  const chunk = chunks[at];
  if (!chunk || chunk.loose) return false;
  // “power comes and goes”: what the house gives.
  if (has(chunk, "powerNoun") && subjectsOf(chunk).length === 0 && row.sight !== "trips") return true;
  // “meter works”.
  if (/\b(meter|tester)$/.test(chunk.text)) return true;
  const subjects = thingsOf(chunk, machine);
  if (subjects.length > 0) return !subjects.some((s) => row.of.includes(s));
  return nounsOf([chunk], machine).some((n) => n.parts.length > 0 && n.parts.every((p) => partOf(machine, p).kind !== "duct"));
}

const STRENGTH = /^(very|really|just|only|still|again|quite|barely|hardly|properly|at all|anymore|any more|ever|always)$/;
const strengthOf = (chunks: readonly Chunk[], at: number): number[] =>
  [at - 1, at + 1].filter((i) => STRENGTH.test(chunks[i]?.text ?? "") && !has(chunks[i], "no"));

/** Times beside a sighting: “after”, “at”, “in” say when; “for” says how long; a verb with a bare time lasts, a noun was seen then. */
function timesFor(
  { chunks, carried }: Clause,
  sight: string,
  at: number,
  isAbsent: boolean,
): { at?: number; lasted?: number; spoken?: number; covers: number[] } {
  const rule = TIMED[sight];
  const out: { at?: number; lasted?: number; spoken?: number; covers: number[] } = { covers: [] };
  chunks.forEach((chunk, i) => {
    if (chunk.amount?.unit !== "second") return;
    // A time belongs to the nearest telling word before it.
    const owner = nearestTelling(chunks, i);
    if (owner !== undefined && owner !== at) return;
    const how = timeWord(chunks, i);
    if (how !== "every") out.covers.push(i);
    if (!rule && how !== "every") out.spoken = chunk.amount.value;
    if (!rule || isAbsent || how === "every") return;
    const lasts = rule.first === "lasted" || how === "for" || (how === "bare" && isVerb(chunks[at]));
    if (lasts && rule.lasted) out.lasted = chunk.amount.value;
    else if (!lasts && rule.at) out.at = chunk.amount.value;
    else if (lasts && rule.at && !rule.lasted) out.at = chunk.amount.value;
  });
  // “goes for two minutes, then shuts down”: it ended when it had lasted so long.
  if (rule?.at && out.at === undefined && out.lasted === undefined && ENDS.includes(sight) && carried.lasted !== undefined && !isAbsent)
    out.at = carried.lasted;
  return out;
}

const ENDS: readonly string[] = ["stops", "keeps", "dark", "trips"];

function nearestTelling(chunks: readonly Chunk[], at: number): number | undefined {
  for (let i = at - 1; i >= 0; i--) if (sensesOf(chunks[i], "sight").length > 0 && !chunks[i]?.loose) return i;
  for (let i = at + 1; i < chunks.length; i++) if (sensesOf(chunks[i], "sight").length > 0 && !chunks[i]?.loose) return i;
  return undefined;
}

/** How a time is said: by the word before it. */
function timeWord(chunks: readonly Chunk[], at: number): "at" | "for" | "every" | "bare" {
  for (let i = at - 1; i >= Math.max(0, at - 3); i--) {
    const text = chunks[i]?.text ?? "";
    if (/^every$|each$/.test(text)) return "every";
    if (/^(after|at|in|within|past|by|until)$/.test(text) || /\b(after|at|in)$/.test(text)) return "at";
    if (/^(for|lasts|lasting|some|about|around|roughly|only|just)$/.test(text) || /\bfor$/.test(text))
      return text === "about" || text === "around" || text === "roughly" || text === "some" || text === "only" || text === "just"
        ? before(chunks, i)
        : "for";
    if (!chunks[i]?.filler) break;
  }
  const next = chunks[at + 1]?.text ?? "";
  return /^(in|later|into|after)/.test(next) ? "at" : "bare";
}
const before = (chunks: readonly Chunk[], at: number): "at" | "for" | "bare" => {
  const text = chunks[at - 1]?.text ?? "";
  return /^(after|at|in|within)$/.test(text) ? "at" : /^for$/.test(text) ? "for" : "bare";
};

const isVerb = (chunk: Chunk | undefined): boolean =>
  chunk?.senses.some((s) => s.is === "sight" && (s.form === "third" || s.form === "done")) ?? false;

/** What each thing is seen to do, where only that it does or does not is said: “motor runs, drum doesn't”. */
const DOES: Partial<Record<Subject, string>> = {
  drum: "turns",
  motor: "motor",
  heat: "warm",
  flame: "flame",
  igniter: "glow",
  lamp: "lamp",
  display: "display",
  pump: "pump",
  clothes: "turns",
  air: "warm",
};

function elliptic({ chunks, machine, carried }: Clause): Candidate[] {
  const answered = chunks.length === 2 && /^(yes|no)$/.test(chunks[1]?.text ?? "");
  if (!carried.subject && !answered) return [];
  const [subject, ...others] = chunks.flatMap((c, i) =>
    subjectsOf(c)
      .filter((s) => DOES[s] !== undefined)
      .slice(0, 1)
      .map((of) => ({ of, i })),
  );
  const no = tagged(chunks, "no", "notDone");
  const does = placesOf(chunks, (c) => /^(does|is|too|also|did|yes)$/.test(c.text));
  const sight = subject && DOES[subject.of];
  if (!subject || others.length > 0 || sight === undefined || !isSight(sight) || !canBe(machine, sight)) return [];
  const rest = chunks.every((c, i) => i === subject.i || no.includes(i) || does.includes(i) || c.filler || c.loose);
  if (!rest || (no.length === 0 && does.length === 0)) return [];
  return [
    {
      meanings: [entry(sightSeen(sight, no.length > 0 ? "no" : "yes"))],
      covers: [subject.i, ...no, ...does],
      sure: 0.9,
      leaves: { subject: subject.of },
    },
  ];
}

/** A smell of gas is never overheard, however it is put; only “no smell of gas” is none. */
function smellOfGas({ chunks }: Clause): Candidate[] {
  const smells = tagged(chunks, "smells");
  const gas = placesOf(chunks, (c) => c.text === "gas" || c.text === "propane" || c.text.startsWith("gas "));
  const whole = placesOf(chunks, (c) => /\bgas\b/.test(c.text) && /smell|stink|stench|odou?r|whiff|reek/.test(c.text));
  const covers = whole.length > 0 ? whole : smells.length > 0 && gas.length > 0 ? [...smells, ...gas] : [];
  if (covers.length === 0) return [];
  const first = Math.min(...covers);
  const denied = placesOf(chunks, (c, i) => has(c, "no") && i < Math.max(...covers) && i >= first - 4);
  return [{ meanings: [entry(sightSeen("smell", denied.length > 0 ? "none" : "gas"))], covers: [...covers, ...denied], sure: 1.2 }];
}
