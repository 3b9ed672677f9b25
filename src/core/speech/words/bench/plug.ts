import { groupAlike } from "../../../model/access/plug/alike";
import type { PlugCheck, PlugStep, PlugVerdict } from "../../../model/access/plug/check";
import type { Foreseen, PlugReading } from "../../../model/access/plug/foreseen";
import { band } from "../../../model/access/plug/likelihood";
import type { Mistake } from "../../../model/access/plug/mistake";
import { item } from "../../../model/array/at";
import { COLOURS } from "../../../model/machine/cabinet";
import { handControls, type Machine } from "../../../model/machine/format";
import type { ControlPositions } from "../../../model/machine/run/condition";
import { readTerminal } from "../../../model/machine/wiring";
import { controlsSay } from "../../../model/naming/names";
import { capital, lower } from "../../../model/naming/text";
import { formatValue } from "../../../model/quantity/format";
import { leadName } from "../../../record/job/hands/lead-found";

/** A pin by what is on the plug: “pin L1”, “the earth pin”. */
export const pinName = (machine: Machine, net: string): string =>
  (machine.testPoints.find((t) => t.net === net)?.name ?? net).replace(/^plug /, "");

/** Where it is read: “pin L1 to pin N, door open”. */
export function plugPlaceSays(machine: Machine, { between, controls }: PlugReading): string {
  const so = controlsSay(machine, controls);
  return `${pinName(machine, between[0])} to ${pinName(machine, between[1])}${so && `, ${so}`}`;
}

/** Gives what was read. Ω; `null`: OL. */
export const ohmsSay = (ohms: number | null): string => (ohms === null ? "OL" : formatValue(ohms, "ohm"));

/** Where the controls stand, all of them: “Timer timed dry, door shut, start released”. What no hand moves is left out. */
export function plugControlsSay(machine: Machine, controls: ControlPositions): string {
  const told = handControls(machine).map(
    (c) => `${lower(c.name)} ${c.positions.find((p) => p.id === (controls[c.id] ?? c.rest))?.name ?? ""}`,
  );
  return capital(told.join(", "));
}

/** The end of a wire: “grey GY, H1 of the timer”. */
function wireName(machine: Machine, at: string): string {
  const lead = machine.leads.find((l) => l.at === at);
  return lead ? `${COLOURS[lead.colour]} ${lead.colour} of ${leadName(machine, at)}` : `the wire of ${leadName(machine, at)}`;
}

/** The same in two words, for the head of a column: “GY H1”. */
function wireTag(machine: Machine, at: string): string {
  const lead = machine.leads.find((l) => l.at === at);
  return lead ? `${lead.colour} ${lead.mark}` : at;
}

/** A mistake in a few words. */
function mistakeTag(machine: Machine, { edit }: Mistake): string {
  switch (edit.edit) {
    case "off":
      return `${wireTag(machine, edit.at)} off`;
    case "cabinet":
      return `${wireTag(machine, edit.at)} pinched`;
    case "spare":
      return `${wireTag(machine, edit.at)} on the spare`;
    case "poor":
      return `${wireTag(machine, edit.at)} poor, about ${edit.ohms} Ω`;
    case "swapped":
      return `${wireTag(machine, edit.at)} and ${wireTag(machine, edit.with)} swapped`;
    default:
      return "otherwise";
  }
}

/** A mistake in a sentence. */
export function mistakeSays(machine: Machine, { edit }: Mistake): string {
  switch (edit.edit) {
    case "off":
      return `${wireName(machine, edit.at)} is off`;
    case "cabinet":
      return `${wireName(machine, edit.at)} is pinched to the cabinet`;
    case "spare":
      return `${wireName(machine, edit.at)} is on the spare terminal ${readTerminal(edit.to)?.number ?? ""}`;
    case "poor":
      return `${wireName(machine, edit.at)} is not home, or its terminal is loose: about ${edit.ohms} Ω`;
    case "swapped":
      return `${wireName(machine, edit.at)} and ${wireName(machine, edit.with)} are swapped`;
    default:
      return "wiring doesn't match the sheet";
  }
}

const LOOK: { readonly [E in Mistake["edit"]["edit"]]?: string } = {
  off: "Tug it gently: it holds.",
  swapped: "Colors match the photo.",
  spare: "The spare terminal is empty.",
  cabinet: "No wire under an edge.",
};

/** Holds what the plug can't show, a line each; joints that may be poor come together. */
export function unseenSays(machine: Machine, unseen: readonly Mistake[]): string[] {
  const poor = [...new Set(unseen.flatMap(({ edit }) => (edit.edit === "poor" ? [wireTag(machine, edit.at)] : [])))];
  return [
    ...unseen.flatMap((m) => (m.edit.edit === "poor" ? [] : [`${capital(mistakeSays(machine, m))}? ${LOOK[m.edit.edit] ?? ""}`])),
    ...(poor.length > 0 ? [`A poor joint, 1 to 50 Ω, at ${poor.join(", ")}? Tug each wire: none moves.`] : []),
  ];
}

/** Gives what is read: a value, or a range where good parts spread. */
export function foreseenSays(foreseen: Foreseen): string {
  if (!foreseen) return "OL";
  const [low, high] = band(foreseen);
  if (high < 1) return `under ${formatValue(high, "ohm")}`;
  const [from, to] = [formatValue(low, "ohm"), formatValue(high, "ohm")];
  const unit = to.split(" ")[1];
  return from.endsWith(` ${unit}`) ? `${from.split(" ")[0]} to ${to}` : `${from} to ${to}`;
}

/** Gives what a reading may be, and what it would mean; right first, then each other reading with the mistakes that give it. */
export function plugOutcomes(machine: Machine, { seen }: PlugCheck, step: PlugStep): { readonly reads: string; readonly means: string }[] {
  const cases = [step.right, ...step.under];
  return groupAlike(cases.map((c) => [c])).map((members) => {
    const reads = foreseenSays(item(cases, item(members, 0)));
    if (members[0] === 0) return { reads, means: members.length === 1 ? "wired right" : "wired right, or a mistake this can't show" };
    const [first, second, ...more] = members.map((i) => mistakeTag(machine, item(seen, i - 1)));
    const named = second === undefined ? [first] : [first, second, ...(more.length > 0 ? [`${more.length} more`] : [])];
    return { reads, means: named.join("; or ") };
  });
}

/** Mistakes that give the same readings, as one column of a table. */
interface PlugColumn {
  readonly says: string;
  /** Holds what is foreseen, in the order of the steps. */
  readonly foreseen: readonly Foreseen[];
  /** The readings so far rule it out. */
  readonly out: boolean;
}

/** Less likely than this together, mistakes are ruled out. */
const RULED_OUT = 0.005;

/** The mistakes that show, those that give the same readings together, the likeliest first, so many at most. */
export function plugColumns(
  machine: Machine,
  { seen, steps }: PlugCheck,
  { mistakes }: PlugVerdict,
  isRead: boolean,
  most: number,
): PlugColumn[] {
  const share = new Map(mistakes.map((m) => [m.mistake.id, m.share]));
  const cases = seen.map((_, i) => steps.map((s) => item(s.under, i)));
  return groupAlike(cases)
    .map((members) => ({ members, share: members.reduce((sum, i) => sum + (share.get(item(seen, i).id) ?? 0), 0) }))
    .sort((a, b) => b.share - a.share)
    .slice(0, most)
    .map(({ members, share: together }) => {
      const first = item(members, 0);
      const alike = members.length > 1 ? `, or ${members.length - 1} alike` : "";
      return {
        says: `${mistakeTag(machine, item(seen, first))}${alike}`,
        foreseen: item(cases, first),
        out: isRead && together < RULED_OUT,
      };
    });
}

/** Tells how it stands while readings are still to be taken. */
export const plugSoFar = (left: number): string => `Good so far. ${left} ${left === 1 ? "reading" : "readings"} left.`;

/** Gives what the readings say, and what to do. Mistakes that the plug can’t tell from each other come together. */
export function plugFindings(
  machine: Machine,
  { verdict, mistakes, unlike }: PlugVerdict,
): { readonly title: string; readonly todo: string } {
  if (verdict === "right") return { title: "Plug check passed", todo: "Check the wires it can't see, below. Then reassemble." };
  if (unlike)
    return { title: "No known mistake gives these readings", todo: "Read again. Then compare every wire you touched with its photo." };
  const [best] = mistakes;
  if (!best || verdict === "unclear") return { title: "Not clear yet", todo: "Read again, both probes firm on the pins." };
  const alike = mistakes.filter((m) => m.share > best.share * ALIKE).slice(0, MOST_NAMED);
  return {
    title: `Most likely: ${alike.map((m) => mistakeSays(machine, m.mistake)).join("; or ")}`,
    todo: "Fix it, then meter again before power.",
  };
}

/** As likely as the likeliest, nearly: they are named together, so many at most. */
const ALIKE = 0.9;
const MOST_NAMED = 3;
