import { isWallPoint, type Machine, partOf, returnRail } from "../../../../model/machine/format";
import { SUPPLY } from "../../../../record/finding/kinds/amps";
import type { Draft } from "../../../../record/job/kinds/index";
import type { Amount } from "../../amounts";
import { type Candidate, type Clause, has, type NounPhrase, placesOf, tagged, wired } from "../../clause";
import { ampsThrough, farads, type Ohms, ohmsAcross, ohmsBetween, ohmsToCabinet, voltsAcross, voltsBetween } from "../../facts";
import { type Choice, entry, oneOf } from "../../meaning";
import { nominalOhms } from "../../nominal";
import { isHouseVolts } from "../energy/mains";
import { type Qualified, qualifiersIn } from "../work/qualified";
import { pointsIn } from "./points";
import { type Group, inRange, type Said } from "./values";

/** A value of the meter, with the names beside it and the chunks that it accounts for so far. */
interface Metered {
  readonly clause: Clause;
  readonly group: Group;
  readonly nouns: readonly NounPhrase[];
  readonly covers: readonly number[];
  /** V of the insulation tester, where one was used. */
  readonly testVolts?: number;
}

// Currents, capacitors

/** A current: through the part that is named or was spoken of, else through the whole machine. */
export function ampReading({ clause, group, nouns, covers }: Metered): Candidate | undefined {
  const { chunks, machine, carried } = clause;
  const amps = group.said.amount?.value ?? 0;
  const draws = tagged(chunks, "draws").filter((i) => inRange(group, i) || chunks.length < 9);
  const whole = tagged(chunks, "machineItself").filter((i) => inRange(group, i));
  const running = placesOf(chunks, (c) => /^(heat|heating|on heat|running)$/.test(c.text));
  const drawn = (ids: readonly string[], at: readonly number[]): Candidate | undefined => {
    const meaning = oneOf(ids.map((id) => ({ differs: id, draft: ampsThrough(id, amps) })));
    return meaning && { meanings: [meaning], covers: [...covers, ...draws, ...at, ...running], sure: 1, leaves: { parts: ids } };
  };
  const [noun] = nouns.map((n) => ({ ...n, parts: wired(machine, n.parts) })).filter((n) => n.parts.length > 0);
  if (noun) return drawn(noun.parts, [noun.at]);
  const supply = nouns.filter((n) => n.parts.includes(machine.supply.part));
  if (supply.length > 0 || whole.length > 0 || carried.parts?.length !== 1) return drawn([SUPPLY], [...whole, ...supply.map((n) => n.at)]);
  return drawn(carried.parts, []);
}

/** A capacitance: the machine's only capacitor's. */
export function faradReading({ clause: { machine }, group, nouns, covers }: Metered): Candidate | undefined {
  const id = machine.parts.find((p) => p.kind === "capacitor")?.id;
  if (id === undefined || !group.said.amount) return undefined;
  return {
    meanings: [entry(farads(id, group.said.amount.value))],
    covers: [...covers, ...nouns.filter((n) => n.parts.includes(id)).map((n) => n.at)],
    sure: 1,
  };
}

// Ohms and volts

/** A value with what is told beside it. */
interface Value {
  readonly said: Said;
  readonly qualified: Qualified;
  /** From the part to the cabinet. */
  readonly toCabinet: boolean;
}

/** Ohms or volts: between two points, from a point to earth or neutral, of the part that is named, or of the one that was spoken of. */
export function ohmsOrVolts({ clause, group, nouns, covers, testVolts }: Metered): Candidate | undefined {
  const { chunks, machine } = clause;
  const { said } = group;
  const within = (at: readonly number[]) => at.filter((i) => inRange(group, i));
  const cabinet = within(tagged(chunks, "cabinet")).filter((i) => !nouns.some((n) => n.at === i && isPartItself(machine, n)));
  const ground = [...cabinet, ...within(tagged(chunks, "insulation"))];
  const qualified = { ...qualifiersIn(clause, group), ...(testVolts !== undefined && { testVolts }) };
  const value = { said, qualified, toCabinet: ground.length > 0 };
  const all = [...covers, ...qualified.covers];
  const points = pointsIn(chunks, machine, (i) => inRange(group, i));
  const ends = endsOf(machine, points.nets, cabinet.length > 0, isVolts(machine, points.nets, said));
  if (ends) {
    const names = points.nets.length > 1 ? nouns.map((n) => n.at) : cabinet;
    return betweenPoints(machine, ends, value, [...all, ...points.covers, ...names]);
  }
  const parts = nouns
    .filter((n) => !points.covers.includes(n.at) && !isEarth(clause, n, cabinet, nouns))
    .map((n) => ({ ...n, parts: wired(machine, n.parts) }))
    .filter((n) => n.parts.length > 0);
  const noun = nearest(parts, said.at);
  if (!noun) {
    const isOther = nouns.some((n) => (n.parts.length > 0 && !cabinet.includes(n.at)) || n.piece !== undefined) || points.nets.length > 0;
    return isOther ? undefined : ofCarried(clause, value, [...all, ...ground]);
  }
  const isSame = (n: NounPhrase) => samePart(n.parts, noun.parts);
  const others = parts.filter((n) => !isSame(n));
  // “board to element 230 V”: from one part to another is no reading of either.
  if (others.some((n) => n.at < said.at && isFromTo(chunks, n.at, noun.at))) return undefined;
  // “element and limit open”: each of them.
  if (others.length > 0 && said.word !== undefined) return ofEach(machine, [noun, ...others], value, [...all, ...ground]);
  const names = nouns.filter(isSame).map((n) => n.at);
  return ofPart(machine, noun, value, [...all, ...names, ...ground, ...within(tagged(chunks, "oneEnd", "terminal"))]);
}

/** With its unit; or a bare number that mains can have, at a pin of the plug or in the wall. */
const isVolts = (machine: Machine, [net]: readonly string[], { amount }: Said): boolean =>
  amount?.unit === "volt" ||
  (amount !== undefined &&
    net !== undefined &&
    (pinsOf(machine).includes(net) || isWallPoint(machine, net)) &&
    amount.value > 0 &&
    isMainsVolts(amount, false));

/** “ground”, where it names a part of this machine that is no conductor. */
const isPartItself = (machine: Machine, { parts }: NounPhrase): boolean =>
  parts.length > 0 && parts.every((id) => partOf(machine, id).kind !== "conductor");

/**
 * “earth” is both the cord's conductor and the cabinet: the cabinet is meant beside another part, and after “to” where a part was spoken of
 * before.
 */
const isEarth = ({ chunks, carried }: Clause, noun: NounPhrase, cabinet: readonly number[], nouns: readonly NounPhrase[]): boolean =>
  cabinet.includes(noun.at) &&
  (nouns.some((n) => n.at !== noun.at && n.parts.length > 0) || ((carried.parts?.length ?? 0) > 0 && chunks[noun.at - 1]?.text === "to"));

const isFromTo = (chunks: Clause["chunks"], a: number, b: number): boolean =>
  chunks.slice(Math.min(a, b) + 1, Math.max(a, b)).some((c) => c.text === "to");

const samePart = (a: readonly string[], b: readonly string[]): boolean => a.some((x) => b.includes(x));

/** The name that a value is of: the first before it, else the first behind; one that says more exactly which it is goes before. */
function nearest(nouns: readonly NounPhrase[], at: number): NounPhrase | undefined {
  const before = nouns.filter((n) => n.at < at);
  const named = before.length > 0 ? before : nouns;
  const [first] = named;
  if (!first) return undefined;
  // “thermistor at the blower”: the first is what is meant, unless a later one says which it is.
  const same = named.filter((n) => samePart(n.parts, first.parts));
  const isNarrowed = same.some((n) => n.parts.length < first.parts.length);
  return isNarrowed ? (same.find((n) => n.parts.length === 1) ?? first) : first;
}

/** A value without a name: “OL once hot”, after the part was named. Words that say more are not passed over for a mere word of the meter. */
function ofCarried({ chunks, machine, carried }: Clause, value: Value, covers: readonly number[]): Candidate | undefined {
  const { parts = [], terminals } = carried;
  const isAlone = chunks.every((c, i) => covers.includes(i) || c.filler || c.loose || has(c, "no", "byMeter"));
  const isAcross = chunks.some((c) => c.text === "across") && parts.length === 1;
  if (value.said.amount ? value.said.amount.unit === "volt" && !isAcross : !isAlone) return undefined;
  return ofPart(machine, { parts, ...(terminals && { terminals }) }, value, covers);
}

function ofEach(machine: Machine, nouns: readonly NounPhrase[], value: Value, covers: readonly number[]): Candidate {
  const each = nouns.flatMap((n) => ofPart(machine, n, value, [n.at]) ?? []);
  return { meanings: each.flatMap((c) => c.meanings), covers: [...covers, ...each.flatMap((c) => c.covers)], sure: 0.9 };
}

/** A value of one part; of a name that more parts bear, it asks which. */
function ofPart(
  machine: Machine,
  { parts: ids, terminals }: Pick<NounPhrase, "parts" | "terminals">,
  { said, qualified, toCabinet }: Value,
  covers: readonly number[],
): Candidate | undefined {
  const parts = wired(machine, ids);
  const volts = said.amount?.unit === "volt" ? said.amount.value : undefined;
  // From a part to earth there are ohms; which end of it has the volts is not said.
  if (volts !== undefined && toCabinet) return undefined;
  const ohmsOf = (id: string) =>
    ohmsSaid(said, toCabinet, Math.max(...parts.map((p) => nominalOhms(partOf(machine, p)) ?? 0))).map((value) => ({
      value,
      draft: toCabinet ? ohmsToCabinet(machine, id, { ...qualified, value }) : ohmsAcross(machine, id, { ...qualified, value }, terminals),
    }));
  const choices = parts.flatMap((id) =>
    (volts === undefined ? ohmsOf(id) : [{ value: volts, draft: voltsAcross(machine, id, volts, terminals) }]).flatMap(
      ({ value, draft }) => (draft ? [{ differs: parts.length > 1 ? id : String(value), draft }] : []),
    ),
  );
  const meaning = oneOf([...(toCabinet ? [] : asVolts(machine, parts, said, terminals)), ...choices]);
  return meaning && { meanings: [meaning], covers, sure: 1, leaves: { parts, ...(terminals && { terminals }) } };
}

/** “239 on the element”: ohms would be absurd, volts are what is there. */
function asVolts(machine: Machine, [only, ...others]: readonly string[], said: Said, terminals?: readonly [number, number]): Choice[] {
  if (only === undefined || others.length > 0 || !said.amount || !couldBeVolts(machine, only, said)) return [];
  const draft = voltsAcross(machine, only, said.amount.value, terminals);
  return draft ? [{ differs: `${said.amount.value}V`, draft }] : [];
}

/** A bare number far from the part's own ohms and near to what the house gives. */
function couldBeVolts(machine: Machine, id: string, { amount }: Said): boolean {
  const nominal = nominalOhms(partOf(machine, id)) ?? 0;
  return amount?.unit === "none" && nominal > 0 && amount.value >= FAR_OFF * nominal && isHouseVolts(machine, amount.value);
}
/** So many times its ohms a part of this kind can't have and still be spoken of by a bare number (est.). */
const FAR_OFF = 5;

/**
 * Gives what a value may be in ohms, `nominal` being the part's own or 0: a bare one that is absurd for the part may have lost its prefix; a bare
 * 1 may be an open line.
 */
function ohmsSaid({ amount, word }: Said, toCabinet: boolean, nominal: number): readonly Ohms[] {
  if (!amount) return [word ?? "OL"];
  const { value, unit, or } = amount;
  if (unit === "milli") return toCabinet ? [value * 1e6, value * 1e-3] : [value * 1e-3, value * 1e6];
  if (or !== undefined) return [value, or];
  if (unit !== "none") return [value];
  if (value === 1) return [1, "OL"];
  const isAbsurd = nominal >= 500 && value < nominal / 50 && value * 1000 > nominal / 12 && value * 1000 < nominal * 12;
  return isAbsurd && !toCabinet ? [value, value * 1000] : [value];
}

/** The two points of a reading; one alone is read against earth where that is said, else against the neutral beside it. */
function endsOf(machine: Machine, nets: readonly string[], toEarth: boolean, isVolts: boolean): readonly [string, string] | undefined {
  const [one, two] = nets;
  if (one === undefined) return undefined;
  const other = two ?? (toEarth ? earthBeside(machine, one, isVolts) : isVolts ? neutralBeside(machine, one) : undefined);
  return other === undefined || other === one ? undefined : [one, other];
}

/** Volts where mains meet, ohms elsewhere, unless the unit says which. */
function betweenPoints(
  machine: Machine,
  between: readonly [string, string],
  { said, qualified }: Value,
  covers: readonly number[],
): Candidate | undefined {
  const pins = pinsOf(machine);
  const isWall = (p: string) => isWallPoint(machine, p);
  const isMains = between.every((p) => pins.includes(p) || isWall(p));
  const { amount } = said;
  if (amount?.unit === "volt" || (amount && isMains && isMainsVolts(amount, between.every(isWall))))
    return { meanings: [entry(voltsBetween(between, amount.value))], covers, sure: 1 };
  if (isMains && between.some(isWall) && !amount) return undefined;
  const choices = ohmsSaid(said, false, 0).map((value): { differs: string; draft: Draft } => ({
    differs: String(value),
    draft: ohmsBetween(between, { ...qualified, value }),
  }));
  const meaning = oneOf(choices);
  return meaning && { meanings: [meaning], covers, sure: 1 };
}

/** No house has more between two holes, V; between pins of a plug less is more likely ohms (est.). */
const MOST_MAINS_V = 420;
const LEAST_MAINS_V = 60;

/** A bare number is volts in the wall; at the plug's pins only one that mains can have. */
const isMainsVolts = ({ value, unit }: Amount, inWall: boolean): boolean =>
  unit === "none" && (inWall || value <= 0 || (value >= LEAST_MAINS_V && value <= MOST_MAINS_V));

const pinsOf = ({ supply }: Machine): string[] => [...supply.legs, supply.neutral, supply.ground].map((s) => s.pin);

/** The outlet's earth beside its holes, the plug's for volts, else bare metal. */
function earthBeside(machine: Machine, point: string, isVolts: boolean): string {
  const { ground } = machine.supply;
  if (isWallPoint(machine, point)) return ground.wall;
  return isVolts && pinsOf(machine).includes(point) ? ground.pin : machine.cabinet;
}

/** The neutral on the same side of the plug; behind the block, the block's own. */
function neutralBeside(machine: Machine, point: string): string | undefined {
  const { neutral, legs } = machine.supply;
  if (legs.some((l) => l.wall === point)) return neutral.wall;
  if (legs.some((l) => l.pin === point)) return neutral.pin;
  if (/^TB\d$/.test(point) && machine.testPoints.some((t) => t.net === "TBN")) return "TBN";
  return legs.length === 1 ? returnRail(machine) : undefined;
}
