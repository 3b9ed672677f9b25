import { assemblyIdOf, jointId, piecesOf, repairOf, replaces } from "../model/machine/assembly";
import type { Machine } from "../model/machine/format";
import { PIECES, pieceId } from "../model/machine/pieces";
import { SIGHTS, UNTOLD } from "../model/sights/sights";
import type { Finding } from "../record/finding/finding";
import { codeAnswers } from "../record/finding/kinds/code";
import { PANEL_SETTINGS } from "../record/finding/kinds/setting";
import { ALL_PANELS, DRUM } from "../record/job/kinds/hands/panel";
import type { Body, Draft } from "../record/job/kinds/index";
import { normal } from "./hear/tokens";
import { valueSentence } from "./value-sentences";
import { entrySays } from "./words/entries";

/** The entry that the program itself says in these words; `undefined` for other words. */
export const ownSentence = (line: string, machine: Machine): Draft | undefined => {
  const said = asSaidNow(line.trim());
  return sentencesOf(machine).get(normal(said)) ?? quoted(said, machine) ?? valueSentence(said, machine);
};

/** Says how earlier versions said what the record says now: reports on paper and old records still have it. */
const FORMERLY: readonly (readonly [RegExp, string])[] = [
  [/^made safe: (cord out|breaker off), proved dead(?:, meter tried on the (.+) before and after)?$/i, "Proved dead: $1"],
  [/^(power off.*), not proven dead$/i, "$1, not proved dead"],
  [/^energised: the machine is live$/i, "Power on: the machine is LIVE"],
  [/^fitted: new (.+)$/i, "Replaced: $1"],
  [/^put right: (.+)$/i, "Fixed: $1"],
  [/^proof run: (.+)$/i, "Test run: $1"],
  [/^gas shut$/i, "Gas off"],
  [/^gas open$/i, "Gas on"],
  [/^water shut$/i, "Water off"],
  [/^water open$/i, "Water on"],
  [/^runs on with the door open$/i, "Keeps running with the door open"],
  [/^runs on$/i, "Runs the full cycle"],
  [/^stops by itself$/i, "Stops early"],
  [/^timer moves on$/i, "Timer advances"],
  [/^timer stands$/i, "Timer does not advance"],
  [/^polarity crossed$/i, "Polarity reversed"],
  [/\bhouse supply\b/i, "House power"],
  [/\bleg L([12]) missing\b/i, "L$1 leg dead"],
];
/** Words within a test run, which changed too. */
const FORMERLY_SEEN = [
  ["start unknown", "start not checked"],
  ["turning unknown", "turning not checked"],
  ["heat unknown", "heat not checked"],
  ["cycles unknown", "cycling not checked"],
  ["air unknown", "air not checked"],
] as const;

function asSaidNow(line: string): string {
  const old = FORMERLY.find(([pattern]) => pattern.test(line));
  const said = old ? line.replace(old[0], old[1]) : line;
  return said.toLowerCase().startsWith("test run: ") ? FORMERLY_SEEN.reduce((s, [was, is]) => s.replace(was, is), said) : said;
}

const known = new WeakMap<Machine, ReadonlyMap<string, Draft>>();

/** Every sentence without a number in it that the program can say of this machine, with its entry. */
function sentencesOf(machine: Machine): ReadonlyMap<string, Draft> {
  const before = known.get(machine);
  if (before) return before;
  const sentences = new Map<string, Draft>();
  for (const draft of [...acts(machine), ...findings(machine)]) {
    const text = normal(entrySays(machine, draft));
    // Short words may be said of something else as well: those are heard like any other line.
    if (text.includes(" ") && !sentences.has(text)) sentences.set(text, draft);
  }
  known.set(machine, sentences);
  return sentences;
}

function acts(machine: Machine): Draft[] {
  const pieces = piecesOf(machine).map(pieceId);
  const assemblies = [...new Set([...machine.parts.map(assemblyIdOf), ...machine.parts.map((p) => jointId(p.id)), ...pieces])];
  const plugs = [...new Set(machine.testPoints.flatMap((t) => /^([A-Z]+\d+)\.\d+$/.exec(t.net)?.[1] ?? []))];
  return [
    ...(["cord", "breaker"] as const).flatMap((how): Draft[] => [
      { kind: "made-safe", body: { how, proved: true } },
      { kind: "isolated", body: { how } },
      { kind: "isolated", body: { how, locked: true } },
    ]),
    { kind: "isolated", body: {} },
    { kind: "isolated", body: { locked: true } },
    { kind: "energised", body: {} },
    { kind: "gas-opened", body: {} },
    { kind: "wanted", body: {} },
    ...(["gas", "water"] as const).flatMap((of) =>
      (["shut", "open"] as const).map((state): Draft => ({ kind: "valve", body: { of, state } })),
    ),
    ...machine.parts.filter((p) => p.kind === "capacitor").map((p): Draft => ({ kind: "discharged", body: { part: p.id } })),
    ...[...new Set([...machine.panels.map((p) => p.id), DRUM])].flatMap((panel) =>
      (["off", "on"] as const).map((state): Draft => ({ kind: "panel", body: { panel, state } })),
    ),
    { kind: "panel", body: { panel: ALL_PANELS, state: "on" } },
    ...assemblies.flatMap((assembly): Draft[] => [
      { kind: "fitted", body: { assembly, action: replaces(repairOf(machine, assembly)) ? "replaced" : "put-right" } },
      { kind: "fitted", body: { assembly, action: replaces(repairOf(machine, assembly)) ? "put-right" : "replaced" } },
      { kind: "wanted", body: { assembly } },
    ]),
    ...[...machine.parts.filter((p) => p.nets.length > 0).map((p) => p.id), ...plugs].flatMap((of) =>
      (["off", "on"] as const).map((state): Draft => ({ kind: "wire", body: { of, state } })),
    ),
  ];
}

const LOOKED = ["good", "bad", UNTOLD] as const;

function findings(machine: Machine): Draft[] {
  const answers: Omit<Extract<Finding, { result: { is: "answer" } }>, "circumstances">[] = [];
  const add = (f: unknown) => answers.push(f as (typeof answers)[number]);
  const answered = (kind: Finding["kind"], place: unknown, values: readonly string[]) => {
    for (const value of values) add({ kind, place, result: { is: "answer", value } });
  };
  for (const sight of SIGHTS) answered("sight", { sight: sight.id }, [...sight.answers.map((a) => a.value), UNTOLD]);
  answered("code", { on: "display" }, [...codeAnswers(machine).map((a) => a.value), UNTOLD]);
  for (const { id } of machine.parts) {
    answered("look", { part: id }, LOOKED);
    answered("verdict", { part: id }, LOOKED);
    answered("verdict", { part: id, to: "cabinet" }, ["good", "bad"]);
    answered("spot", { joint: id }, LOOKED);
  }
  for (const piece of Object.keys(PIECES)) answered("spot", { piece }, LOOKED);
  for (const { net } of machine.testPoints) answered("spot", { point: net }, LOOKED);
  for (const { id, positions } of machine.controls)
    for (const now of [{}, { now: true }])
      answered(
        "setting",
        { control: id, ...now },
        positions.map((p) => p.id),
      );
  for (const control of Object.keys(PANEL_SETTINGS))
    for (const now of [{}, { now: true }]) answered("setting", { control, ...now }, ["on", "off"]);
  return answers.map((a) => ({ kind: "finding", body: { ...a, circumstances: {} } as Finding }));
}

/** Sentences with somebody's own words, or values of a form, in them. */
function quoted(line: string, machine: Machine): Draft | undefined {
  const text = line.trim();
  const words = /^(Note|Since when|What was before|Complaint): “(.+)”$/s.exec(text);
  if (words) {
    const [, what, said = ""] = words;
    if (what === "Complaint") return { kind: "complaint", body: { words: said, findings: [] } };
    return {
      kind: "note",
      body: {
        words: said,
        ...(what === "Since when" && { about: "onset" as const }),
        ...(what === "What was before" && { about: "history" as const }),
      },
    };
  }
  const run = /^Test run: (.+?)(?: \(not seen because: (.+)\))?$/is.exec(text);
  const proof = run && proofIn((run[1] ?? "").split(", "));
  if (proof) return { kind: "proof", body: { ...proof, ...(run[2] !== undefined && { whyUnseen: run[2] }) } };
  const notDone = /^Not done: (.+) \((.+)\)$/s.exec(text);
  if (notDone) return { kind: "not-done", body: { check: (notDone[1] ?? "").replaceAll(" ", "-"), why: notDone[2] ?? "" } };
  const joint = /^Gas joint opened: (.+)$/s.exec(text);
  if (joint) return { kind: "gas-opened", body: { note: joint[1] } };
  const code = /^Code ([A-Z0-9-]{1,6})$/.exec(text);
  if (code && machine.parts.some((p) => p.kind === "board"))
    return {
      kind: "finding",
      body: { kind: "code", place: { on: "display" }, result: { is: "answer", value: code[1] ?? "" }, circumstances: {} },
    };
  return undefined;
}

const RUN: Readonly<Record<string, Partial<Body<"proof">>>> = {
  starts: { starts: "yes" },
  "does not start": { starts: "no" },
  "start not checked": { starts: "unknown" },
  turns: { turns: "yes" },
  "does not turn": { turns: "no" },
  "turning not checked": { turns: "unknown" },
  heats: { warm: "yes" },
  "no heat": { warm: "no" },
  "heat not checked": { warm: "unknown" },
  "cycles yes": { cycles: "yes" },
  "cycles short": { cycles: "short" },
  "cycles no": { cycles: "no" },
  "cycling not checked": { cycles: "unknown" },
  "air strong": { airflow: "strong" },
  "air weak": { airflow: "weak" },
  "air none": { airflow: "none" },
  "air not checked": { airflow: "unknown" },
};

/** Gives what a proof run showed, row by row; `undefined` for other words. */
function proofIn(rows: readonly string[]): Body<"proof"> | undefined {
  const said = rows.map((r) => RUN[r.trim().toLowerCase()]);
  const body: Partial<Body<"proof">> = Object.assign({}, ...said);
  const { starts, turns, warm, cycles } = body;
  if (said.some((r) => r === undefined) || !starts || !turns || !warm || !cycles) return undefined;
  return { ...body, starts, turns, warm, cycles };
}
