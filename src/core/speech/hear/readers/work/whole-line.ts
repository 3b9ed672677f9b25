import type { Machine } from "../../../../model/machine/format";
import { decimalIn } from "../../../../model/quantity/decimal";
import { PLUG_CHECKED, PLUG_LINE } from "../../../../record/job/closing/by-hand";
import type { Preference } from "../../../../record/job/preference";
import { WORDS } from "../../../lexicon/words";
import { nounsOf, wired } from "../../clause";
import { type Asked, type Command, entry, type Meaning } from "../../meaning";
import type { Chunk } from "../../senses";
import { normal } from "../../tokens";

const COMMANDS: readonly Command[] = ["undo", "close", "prove"];
const PHRASES = new Map(COMMANDS.flatMap((c) => [...phrases(WORDS[c])].map((p) => [p, c] as const)));
function phrases(list: string): ReadonlySet<string> {
  return new Set(list.split(",").map((p) => normal(p)));
}
/** Said before or after a command without changing it. */
const POLITE =
  /^(everything works|everything is fine|all works|i would like to|please can you|finished here|id like to|that works|never mind|my mistake|i want to|could you|runs fine|all right|done here|nevermind|all good|all fine|it works|finished|all done|actually|can you|you can|time to|perfect|alright|hang on|hold on|mistake|please|let us|whoops|right|sorry|great|works|wrong|okay|well|wait|lets|then|just|good|fine|nice|done|oops|argh|damn|now|and|hey|yes|ok|so|no|ah|oh|hm) /;
const TAIL = / (please|now|then|thanks|thank you|for me|again|ok|okay|here|today|instead|for now|up)$/;

/** A command is the whole line, in so many words: nothing that is said beside others is one. */
export function commandIn(line: string): Command | undefined {
  const sayings = line
    .split(/[,;.!]+/)
    .map((p) => p.trim())
    .filter((p) => p !== "");
  if (sayings.length < 2) return commandOf(line);
  const found = sayings.map((s) =>
    POLITE.test(`${normal(s)} `) && normal(`${normal(s)} `.replace(POLITE, "")) === "" ? "polite" : commandOf(s),
  );
  const commands = new Set<Command | undefined>(found.flatMap((f) => (f === "polite" ? [] : [f])));
  const [command] = commands;
  return commands.size === 1 && command !== undefined ? command : commandOf(line);
}

const UNDO =
  /^take (the last( one| entry| line| reading)?|that|it) (away|back|out|off)$|^(undo|delete|remove|cancel|scratch|strike|erase|wipe|drop|forget|ignore|take back|withdraw|retract|revert|kill|unsay)( that| it| this)?( reading| entry| line| note)?( (the |my )?last( one| entry| line| reading| note)?| one)?( back| again| out)?$/;

const CLOSE =
  /^(close|finish|end|complete|wrap|sign|book)( up| out| off| down)?( the| this| my)? (job|ticket|call|visit|order|work order|case|record)( up| out| off| down)?$/;

function commandOf(line: string): Command | undefined {
  let text = normal(line).replace(/\./g, "");
  for (let i = 0; i < 6; i++) {
    const found = PHRASES.get(text) ?? (UNDO.test(text) ? "undo" : CLOSE.test(text) ? "close" : undefined);
    if (found) return found;
    const shorter = text.replace(POLITE, "");
    text = shorter === text ? text.replace(TAIL, "") : shorter;
  }
  return PHRASES.get(text);
}

type Way = { readonly liveTests?: boolean } & Partial<Preference>;
const WAYS: readonly (readonly [RegExp, Way])[] = [
  [/^(look first|looking first)$/, { first: "look" }],
  [/^(meter first|metering first|measure first)$/, { first: "meter" }],
  [/^(either first|whichever is cheaper first|cheapest first)$/, { first: "either" }],
  [/^(fit sets|fit the set that ages together|fit the set|fit whole sets)$/, { parts: "set" }],
  [/^(single parts|fit only what failed|only what failed)$/, { parts: "single" }],
  [/^(trust coils|trust a cold coil|trust cold coils|trust the coils)$/, { coldCoil: "trust" }],
  [/^(doubt coils|doubt a cold coil|doubt cold coils|doubt the coils)$/, { coldCoil: "doubt" }],
  [/^(allow live( tests)?|live tests (allowed|ok|on)( on this job)?)$/, { liveTests: true }],
  [/^(forbid live( tests)?|no live( tests)?|dead tests only|live tests (forbidden|off))$/, { liveTests: false }],
];

/** Tells how the job is to be worked from here on. */
export function preferenceIn(line: string): Meaning | undefined {
  const sayings = line
    .split(/[;,]/)
    .map((s) => normal(s))
    .filter((s) => s !== "");
  const ways = sayings.map((s) => WAYS.find(([pattern]) => pattern.test(s))?.[1]);
  if (ways.length === 0 || ways.some((w) => w === undefined)) return undefined;
  return entry({ kind: "preference", body: Object.assign({}, ...ways) });
}

const PLUG_CHECKED_SAID = /^(?:the )?plug check (?:is |was )?(?:done|made|passed|ok|okay|good|right|fine)$/i;
const PLUG_SKIPPED = /^(?:skip|skipped|skipping|left out|no|without) (?:the )?plug check[,:;]? (?:because |as )?(?<why>.+)$/i;

/** The check at the plug: made, or left out with its reason. */
export function plugCheckIn(line: string): Meaning | undefined {
  if (PLUG_CHECKED_SAID.test(line.trim())) return entry(PLUG_CHECKED);
  const why = PLUG_SKIPPED.exec(line.trim())?.groups?.why;
  return why === undefined ? undefined : entry({ kind: "tick", body: { ...PLUG_LINE, state: "not-done", why } });
}

const LEADS =
  /^(?:the )?(?:meter )?(?:leads?|probes?|tips)(?: (?:are|were|read|reads|shorted|zeroed|together|touched|measure|measures|at|is|of))* (\d+(?:[.,]\d+)?|[.,]\d+) ?(?:ohms?|Ω|r)?$|^(?:zero|zeroed|short|shorted|nulled?) (?:the )?(?:meter )?(?:leads?|probes?|tips)(?: (?:at|read|reads|to|is|are))* (\d+(?:[.,]\d+)?|[.,]\d+) ?(?:ohms?|Ω|r)?$/i;
const MOST_LEAD_OHMS = 10;

/** Gives what the meter's leads read when they are shorted. */
export function leadsIn(line: string): Meaning | undefined {
  const found = LEADS.exec(line.trim().replace(/:/g, "").replace(/\s+/g, " "));
  const ohms = decimalIn(found?.[1] ?? found?.[2] ?? "");
  if (!found || !(ohms <= MOST_LEAD_OHMS)) return undefined;
  return entry({ kind: "meter", body: { leadOhms: ohms } });
}

const QUESTIONS: readonly (readonly [Exclude<Asked["ask"], "expect" | "read" | "where">, RegExp])[] = [
  [
    "safe",
    /\b(safe|can i|can it|can this|may i|may it|could i|could it|should i|should it|do i dare|dare i|ok to|okay to|allowed)\b.*\b(energi[sz]e|plug|power|switch|turn|live|run|on|start|touch|measure|go in|in there|close)\b|\bis (it|the machine|this) (safe|dead|live)\b|\bis the power off\b|\bsafe to\b|\bam i safe\b/,
  ],
  [
    "parts",
    /\b(which|what) (new )?(parts?|spares?)\b|\bwhat (do|should|must|will) (i|we) (need to )?(bring|order|get|buy|fit|take with)\b|\bparts (list|needed|to order|do i need)\b|\bwhat (has|needs) to be (ordered|fitted|replaced)\b|\bwhich (one )?(do|should) i (order|fit|bring)\b|\blist (the )?parts\b|\bwhat to order\b|\bwhat is on order\b|\bwhat needs ordering\b|\bwhich \w+( \w+)? (do|should|must|shall) (i|we) (order|need|fit|buy|bring)\b|\bdo i need any parts\b/,
  ],
  [
    "cost",
    /\bhow much\b|\bwhat (does|will|would|is|s) (it|this|that|the) ?(all )?(job |repair )?(cost|price|come to)|\bcosts?\b|\bprice\b|\bhow long (will|does|would|is|till|until|to|have|more|left|for)?\b(?!.*\bglow|.*\bburn)|\bhow many (minutes|hours)\b|\bworth (it|repairing|fixing|the repair)\b|\bexpensive\b|\bhow long\b|\bestimate\b|\bquote\b|\bhow many minutes\b/,
  ],
  ["why", /^(and |but |so )?(why|how come|what for|what is the reason|reason|explain|because of what)\b|\bwhy\b/],
  [
    "off",
    /\bwhat (is|s|have i|have we|did i|do i have) (still )?(taken )?(off|open|out|removed|undone|disconnected)\b|\bwhats (still )?(off|open|out)\b|\bwhich (panels|wires|screws)\b|\b(anything|something) (still )?(off|open|out|disconnected|undone|unscrewed)\b/,
  ],
  [
    "stage",
    /\bwhere (am i|are we|do i stand|do we stand|was i|were we|is the job|does the job stand|did i stop)\b|\bwhat (are we|am i) at\b|\bwhat stage\b|\bwhich stage\b|\bstatus\b|\bhow far\b|\bprogress\b|\bhow does (it|the job) stand\b|\bhow is (it|the job) going\b|\bstage\b|\bwhat step am i\b/,
  ],
  [
    "left",
    /\b(what|which|anything|who)\b.*\b(left|remain|remains|remaining|suspects?|still (be|in question|possible|open|wrong)|possible|ruled out|could (it|still) be|can (it|still) be|else)\b|\bwhat is wrong\b|\bwhats wrong\b|\bsuspects?\b|\bwhat (could|can|might) (it |this |that )?(still )?be\b|\bcandidates\b|\bwhat is it\b|\bwhats it\b|\bwhat do you think\b|\bmost likely\b|\bwhat failed\b|\bwhat broke\b|\bwhat is the fault\b|\bwhich part is (bad|it|broken|faulty)\b|\bwhat is in question\b/,
  ],
  [
    "next",
    /^(and |so |ok )*now$|\bnext\b|\bwhat (now|then|do i do|should i|shall i|to|must i|do i (test|check|measure|try))\b|\bwhats? (now|up)\b|\bnow what\b|\bso what\b|\bwhere (do|should) i (start|begin|go|look|measure)\b|\bwhat do you (suggest|propose|want|recommend|advise)\b|\bhow (do i|to) (go on|continue|proceed)\b|\bgo on\b|\bwhat should be (done|tested|checked)\b|\bsuggestion\b|\badvice\b|\bguide me\b|\bwhat would you\b|\bwhich test\b|\bwhat test\b/,
  ],
];

/** Asking for what a part should read, or has read. */
const EXPECTS =
  /\b(what|how (much|many))\b.*\b(should|supposed|must|ought|normal|healthy|good|expect|expected|rated|nominal|would|right value|spec|specification|does a good|is right)\b|\b(expected|normal|nominal|healthy|rated|right) (reading|value|resistance|ohms|volts)\b|\bspec (of|for)\b|\bwhat (is|are) (the )?(ohms|resistance|value|rating|spec)\b|\bhow many ohms\b|\bwhat ohms\b|\bwhat do(es)? (i|a|an|the) .*(expect|have|read)\b|\bwhat reading\b|\b(expected|nominal|normal|rated) (for|at|on|across|of)\b/;
const READ =
  /\bwhat did\b.*\b(read|show|measure|say|give|have)\b|\bwhat was\b.*\b(reading|value|at)?\b|\bdid i (measure|test|check|read)\b|\blast reading\b|\bhave i (measured|tested|checked|read)\b/;

const WHERE = /^(and |so |ok |but )?(wheres|where (is|are|do i find|would i find|can i find|sits|does))\b|\bwhere (the|its) .* (is|sits)\b/;

/** A question that the line asks, if it asks one. */
export function questionIn(line: string, chunks: readonly Chunk[], machine: Machine): Meaning | undefined {
  // As it was typed, and as its words were spelt right.
  const texts = [line, chunks.map((c) => c.text).join(" ")].map((t) => normal(t.replace(/\bwhat'?s\b/gi, "what is")));
  const is = (pattern: RegExp) => texts.some((t) => pattern.test(t));
  const isAsked = /\?\s*$/.test(line) || is(ASKS);
  if (!isAsked) return undefined;
  const question = (asked: Asked): Meaning => ({ is: "question", asked });
  const part = nounsOf(chunks, machine)
    .map((n) => ({ ...n, parts: wired(machine, n.parts) }))
    .find((n) => n.parts.length > 0)?.parts[0];
  if (part !== undefined && is(READ) && !is(/\bshould\b/)) return question({ ask: "read", part });
  const bodily = nounsOf(chunks, machine).find((n) => n.parts.length > 0)?.parts[0];
  if (bodily !== undefined && is(WHERE)) return question({ ask: "where", part: bodily });
  if (part !== undefined && is(EXPECTS) && !is(/\b(next|cost|price)\b/)) return question({ ask: "expect", part });
  for (const [ask, pattern] of QUESTIONS) if (is(pattern)) return question({ ask });
  return undefined;
}

/** “hums ?”, “glow: can't tell”: somebody looked, and could not tell. */
export function untoldIn(line: string): string | undefined {
  const found = /^(.{2,24}?)(?:\s+\?|[:,]?\s+(?:can'?t tell|cannot tell|could not tell|couldn'?t tell|unknown|not sure))$/i.exec(
    line.trim(),
  );
  return found && normal(found[1] ?? "").split(" ").length <= 3 ? found[1] : undefined;
}

const ASKS =
  /^(and |so |ok |okay |but |please |now |well )*(is it worth|can it|can this|can the|may it|could it|should it|what|whats|why|where|wheres|which|how|when|who|should i|shall i|can i|may i|could i|do i|did i|am i|are we|is it safe|is the machine|is it dead|is it live|is the power|have i|tell me|show me|give me|list|explain|next( one| step| test| please| thing)*$|status|suspects|remaining|now$|price|cost|stage|parts list|parts needed|expected|advice|suggestion|help|safe to|now what|so what|spec|normal reading|nominal|any suspects|anything else|anything left|guide me|estimate|quote|ok to|okay to|where)\b/;
