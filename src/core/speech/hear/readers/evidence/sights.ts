import type { Machine } from "../../../../model/machine/format";
import { canShow, type SightId, sightOf } from "../../../../model/sights/sights";
import type { SightRow } from "../../../lexicon/sights";
import type { Subject } from "../../../lexicon/subjects";
import { type Candidate, type Clause, has, placesOf, sensesOf, subjectsOf, tagged } from "../../clause";
import { isSight, sightSeen } from "../../facts";
import { entry } from "../../meaning";
import type { Chunk } from "../../senses";
import { smellOfGas } from "../energy/gas-smell";
import { isMeantOtherwise, isTooLittle, type Telling } from "./not-seen";
import { denialOf, type Spoken, subjectFor } from "./sight-subject";
import { lastingOf, oftenIn, timesFor } from "./sight-times";

/** Gives what was seen, heard, felt or smelt of the machine as a whole. */
export function sights(clause: Clause): Candidate[] {
  const { chunks } = clause;
  if (chunks.some((c) => has(c, "elsewhere"))) return smellOfGas(clause);
  const found: Candidate[] = [];
  const under = subordinateIn(chunks);
  chunks.forEach((chunk, at) => {
    if (under.includes(at)) return;
    // “dead”, after a test: a proof.
    if (/\bdead$/.test(chunk.text) && clause.carried.tested) return;
    for (const { row, form } of sensesOf(chunk, "sight")) {
      const read = readRow(clause, { row, at, form });
      if (read) found.push(read);
    }
  });
  return [...found, ...elliptic(clause), ...smellOfGas(clause)];
}

const UNDER = /^(when|whenever|as soon as|once|while|every time|each time|the moment|the second|the instant|before)$/;

/** “trips as soon as it heats”: what follows only tells when. */
function subordinateIn(chunks: readonly Chunk[]): number[] {
  const from = chunks.findIndex((c, i) => i > 0 && UNDER.test(c.text));
  return from < 0 ? [] : placesOf(chunks, (_, i) => i > from);
}

function readRow(clause: Clause, telling: Telling): Candidate | undefined {
  const { chunks, machine } = clause;
  const { row, at, form } = telling;
  if (!isSight(row.sight) || !canBe(machine, row.sight) || isMeantOtherwise(telling, chunks)) return undefined;
  const denied = denialOf(chunks, at);
  const said = denied.length > 0 ? row.no : row.yes;
  if (said === undefined) return undefined;
  const subject = subjectFor(clause, row, at, form);
  if (subject === "another" || isTooLittle(telling, clause, subject, denied.length > 0)) return undefined;
  const lasting = row.sight === "keeps" && said === "yes" ? lastingOf(clause, at, subject?.of) : undefined;
  if (lasting) return lasting;
  const often = said === "no" && row.sight === "keeps" ? oftenIn(chunks) : [];
  const [sight, value] = often.length > 0 ? (["cycles", "short"] as const) : [row.sight, said];
  const { covers, spoken, ...times } = timesFor(clause, sight, at, denied.length > 0 && value === "no");
  return {
    meanings: [entry(sightSeen(sight, value, times))],
    covers: [at, ...denied, ...often, ...(sight === "airflow" ? airBeside(chunks, at) : []), ...covers],
    shares: [
      ...(subject?.at !== undefined ? [subject.at] : []),
      ...tagged(chunks, "whenStarted", "running"),
      ...(row.sight === "damp" && said === "yes" ? placesOf(chunks, (c, i) => i > at && isOfClothes(c)) : []),
      ...subordinateIn(chunks),
      ...strengthOf(chunks, at),
    ],
    sure: (subject ? 1 : 0.9) - (subject?.carried ? 0.06 : 0),
    leaves: { lasted: spoken, subject: leftInMind(row, subject) },
  };
}

const leftInMind = ({ sight }: SightRow, subject: Spoken | undefined): Subject =>
  sight === "flame" || sight === "keeps" ? "flame" : (subject?.of ?? SUBJECT_OF[sight] ?? "machine");

/** “strong draught at the hood”: other words of the air. */
const airBeside = (chunks: readonly Chunk[], at: number): number[] =>
  placesOf(chunks, (c, i) => i !== at && !c.amount && (subjectsOf(c).includes("air") || has(c, "airspeed", "exhaust", "outlet")));

/** “two cycles to get towels dry”. */
const isOfClothes = (chunk: Chunk): boolean =>
  subjectsOf(chunk).includes("clothes") || sensesOf(chunk, "sight").some((s) => s.row.sight === "damp");

const STRENGTH = /^(very|really|just|only|still|again|quite|barely|hardly|properly|at all|anymore|any more|ever|always)$/;
const strengthOf = (chunks: readonly Chunk[], at: number): number[] =>
  [at - 1, at + 1].filter((i) => STRENGTH.test(chunks[i]?.text ?? "") && !has(chunks[i], "no"));

/** Holds what a sighting leaves in mind: “glows, goes out”. */
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

/** Holds what each thing is seen to do, where only that it does or does not is said: “motor runs, drum doesn't”. */
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
