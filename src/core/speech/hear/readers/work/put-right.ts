import { assemblyIdOf, repairOf, replaces } from "../../../../model/machine/assembly";
import { type Part, partOf } from "../../../../model/machine/format";
import type { Draft } from "../../../../record/job/kinds/index";
import { type Candidate, type Clause, has, isDone, type NounPhrase, nounsOf, placesOf, tagged } from "../../clause";
import { entry, findingIn } from "../../meaning";

/** Cleaned, emptied, reset, set right: what is not replaced. */
export const putRight = (clause: Clause): Candidate[] => [
  ...ducts(clause),
  ...tanks(clause),
  ...cleaned(clause),
  ...breakers(clause),
  ...supplyAgain(clause),
  ...remedied(clause),
  ...limits(clause),
  ...belts(clause),
];

export const putRightDraft = (assembly: string): Draft => ({ kind: "fitted", body: { assembly, action: "put-right" } });

/** The first of these names is put right, where something was done to it. */
function done({ machine }: Clause, [noun]: readonly NounPhrase[], verbs: readonly number[], covers: readonly number[]): Candidate[] {
  const id = noun?.parts[0];
  if (id === undefined || verbs.length === 0) return [];
  return [
    {
      meanings: [entry(putRightDraft(assemblyIdOf(partOf(machine, id))))],
      covers: [...verbs, ...covers],
      sure: 1,
      act: true,
      leaves: { parts: noun?.parts ?? [] },
    },
  ];
}

/** Names of parts of these kinds, with those parts only. */
const named = ({ chunks, machine }: Clause, ...kinds: readonly Part["kind"][]): NounPhrase[] =>
  nounsOf(chunks, machine)
    .map((n) => ({ ...n, parts: n.parts.filter((p) => kinds.includes(partOf(machine, p).kind)) }))
    .filter((n) => n.parts.length > 0);

const placesIn = (nouns: readonly NounPhrase[]): number[] => nouns.map((n) => n.at);

const TAKEN = /^(pulled|took|taken|removed|got|fished|dug|scraped|scooped|picked|shovelled|sucked|drew)\b/;
const TAKEN_OUT =
  /^(pulled|took|taken|removed|got|fished|dug|scraped|scooped|vacuumed|pulled out|taken out|took out|cleared out|out|out of|picked|shovelled|sucked|blew)$/;
const OUT_OF = /^(out|out of|from|off|lots|handful|bag|bucket|load|pile)$|\bout$/;

/** “cleaned the vent”, “pulled a sock out of the duct”. */
function ducts(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const nouns = named(clause, "duct");
  const lint = placesOf(chunks, (c) => /lint|fluff|dust|nest|sock|hair|debris/.test(c.text) || has(c, "eyeBad"));
  const through = placesOf(chunks, (c) => /^(out|hood|outside|down|through)$/.test(c.text));
  const cleaned = placesOf(chunks, (c) => isDone(c, "clean"));
  const taken = placesOf(chunks, (c) => TAKEN_OUT.test(c.text) || isDone(c, "takeOff", "clean"));
  const isTaken = chunks.some((c) => TAKEN.test(c.text)) && chunks.some((c) => OUT_OF.test(c.text));
  const last = nouns.at(-1)?.at ?? -1;
  const before = placesOf(chunks, (c, i) => i <= last && !has(c, "no", "notDone", "maybe", "future", "person"));
  return [
    ...done(clause, nouns, cleaned, [...placesIn(nouns), ...lint, ...tagged(chunks, "outlet"), ...through]),
    ...(isTaken ? done(clause, nouns, taken, before) : []),
  ];
}

/** “cleaned the moisture bars”. */
const cleaned = (clause: Clause): Candidate[] => {
  const nouns = named(clause, "moisture-bars", "switch").filter((n) => n.parts.length === 1);
  return done(
    clause,
    nouns,
    placesOf(clause.chunks, (c) => isDone(c, "clean")),
    placesIn(nouns),
  );
};

function tanks(clause: Clause): Candidate[] {
  const nouns = named(clause, "tank");
  return done(
    clause,
    nouns,
    placesOf(clause.chunks, (c) => isDone(c, "empty")),
    placesIn(nouns),
  );
}

function breakers(clause: Clause): Candidate[] {
  const nouns = named(clause, "supply");
  const reset = placesOf(clause.chunks, (c) => isDone(c, "reset") && !/back (in|on)$/.test(c.text));
  return done(clause, nouns, reset, [...placesIn(nouns), ...tagged(clause.chunks, "bad", "live")]);
}

/** A limit or a motor's protector with a button. */
function limits(clause: Clause): Candidate[] {
  const nouns = named(clause, "thermostat", "motor", "fuse").filter((n) => n.parts.length === 1);
  const reset = placesOf(clause.chunks, (c) => isDone(c, "reset") && /reset|push|press/.test(c.text));
  return done(clause, nouns, reset, placesIn(nouns));
}

function belts(clause: Clause): Candidate[] {
  const nouns = named(clause, "belt");
  const back = placesOf(clause.chunks, (c) => isDone(c, "putRight", "putOn") && /back|refit|reseat|again/.test(c.text));
  return done(clause, nouns, back, [...placesIn(nouns), ...tagged(clause.chunks, "cabinet")]);
}

/** “put right the supply”: whatever is set right rather than replaced. */
function remedied({ chunks, machine }: Clause): Candidate[] {
  const verbs = placesOf(chunks, (c) => isDone(c, "putRight") && /^put right|^set right|^sorted out|^corrected|^fixed/.test(c.text));
  const nouns = nounsOf(chunks, machine).filter(
    (n) => n.parts.length === 1 && !replaces(repairOf(machine, assemblyIdOf(partOf(machine, n.parts[0] ?? "")))),
  );
  const [noun] = nouns;
  if (verbs.length === 0 || !noun) return [];
  return [
    {
      meanings: [entry(putRightDraft(assemblyIdOf(partOf(machine, noun.parts[0] ?? ""))))],
      covers: [...verbs, ...nouns.map((n) => n.at)],
      sure: 1,
      act: true,
    },
  ];
}

/** “breaker had tripped, switched it back on”: the supply is put right by it. */
function supplyAgain({ chunks, machine, carried }: Clause): Candidate[] {
  const on = placesOf(chunks, (c) => isDone(c, "reset") && /back on|reset|back in/.test(c.text));
  const last = findingIn(carried.last);
  const tripped = (last?.kind === "verdict" || last?.kind === "look") && last.place.part === machine.supply.part;
  const own = placesOf(chunks, (c) => /^(switched|turned|put|flipped|pushed)$/.test(c.text));
  const back = placesOf(chunks, (c) => /^(back on|on again|back in|back|on)$/.test(c.text));
  if (!tripped || (on.length === 0 && (own.length === 0 || back.length === 0))) return [];
  return [{ meanings: [entry(putRightDraft(machine.supply.part))], covers: [...on, ...own, ...back], sure: 1, act: true }];
}
