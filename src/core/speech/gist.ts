import { type Machine, maybePartOf } from "../model/machine/format";
import { closedControls } from "../model/machine/metering";
import { restControls } from "../model/machine/run/at-rest";
import { readTerminal } from "../model/machine/wiring";
import type { Finding } from "../record/finding/finding";
import type { Draft } from "../record/job/kinds/index";
import type { Asked, Meaning } from "./hear/meaning";

/**
 * One fact in one canonical line, for programs: VERB [PLACE] [VALUE] [QUALIFIER...], ids as in the machine file, values in SI (°C).
 * It is made from the entry itself, so that what is printed is what would be recorded.
 */
export function gistOf(meaning: Meaning, machine: Machine): string {
  switch (meaning.is) {
    case "entry":
      return entryGist(meaning.draft, machine);
    case "command":
      return meaning.command;
    case "question":
      return `ask ${askGist(meaning.asked)}`;
    case "doubt":
      return `unclear ${meaning.choices.map((c) => c.differs).join("|")}`;
  }
}

const askGist = (asked: Asked): string => ("part" in asked ? `${asked.ask} ${asked.part}` : asked.ask);

function entryGist({ kind, body }: Draft, machine: Machine): string {
  switch (kind) {
    case "finding":
      return findingGist(body, machine);
    case "made-safe":
      return "power dead";
    case "isolated":
      return body.locked ? "power locked" : "power off";
    case "energised":
      return "power live";
    case "valve":
      return `${body.of} ${body.state}`;
    case "discharged":
      return `discharged ${body.part}`;
    case "fitted":
      return `${body.action === "replaced" ? "fitted" : "putright"} ${body.assembly}`;
    case "wanted":
      return body.assembly === undefined ? "waiting" : `order ${body.assembly}`;
    case "panel":
      return `panel ${body.panel} ${body.state}`;
    case "wire":
      return `wire ${body.of} ${body.state}`;
    case "leak-test":
      return `leak ${body.tight ? "tight" : "bubbles"}`;
    case "closed":
      return "close";
    case "retract":
      return "undo";
    case "proof":
      return "prove";
    case "used":
    case "left-over":
    case "age":
    case "agreed":
    case "declined":
    case "visit":
    case "conclusion":
    case "handed-over":
    case "gas-opened":
    case "burner":
    case "converted":
    case "duct":
    case "preference":
    case "meter":
    case "opened":
    case "cleaned":
    case "photo":
    case "pins":
    case "own-step":
    case "lead":
    case "cup":
    case "recount":
    case "tick":
    case "plug-reading":
    case "differs":
    case "lies":
    case "new-part":
    case "watched":
    case "cooled":
    case "particulars":
    case "machine":
    case "complaint":
    case "note":
    case "not-done":
      return "note";
  }
}

function findingGist(f: Finding, machine: Machine): string {
  switch (f.kind) {
    case "sight":
      return sightGist(f.place.sight, f.result.value, f.circumstances);
    case "code":
      return `code ${f.result.value}`;
    case "look":
      return `look ${f.place.part} ${f.result.value}`;
    case "verdict":
      return `judged ${f.place.part}${f.place.to ? ">cab" : ""} ${f.result.value}`;
    case "airway":
      return `look ${f.place.airway} ${f.result.value}`;
    case "spot":
      return `look ${"joint" in f.place ? `joint.${f.place.joint}` : "point" in f.place ? f.place.point : f.place.piece} ${f.result.value}`;
    case "setting":
      return `set ${f.place.control} ${f.result.value}`;
    case "ohms":
      return ohmsGist(f, machine);
    case "volts":
      return `volts ${placeGist(f.place.between, machine)} ${digits(f.result.value)}`;
    case "amps":
      return `amps ${f.place.through} ${digits(f.result.value)}`;
    case "capacitance":
      return `farads ${f.place.part} ${digits(f.result.value)}`;
    case "temperature":
      return `temp ${"stream" in f.place ? f.place.stream : f.place.part} ${digits(f.result.value)}`;
    case "pressure":
      return `pressure ${f.place.stream} ${digits(f.result.value)}`;
    case "airspeed":
      return `airspeed ${f.place.stream} ${digits(f.result.value)}`;
    case "flow":
      return `flow ${digits(f.result.value)}`;
    case "input":
      return `input ${digits(f.result.value)}`;
    case "series":
      return "note";
  }
}

function sightGist(sight: string, value: string, { secondsIntoRun: at, lastedSeconds: lasted }: Finding["circumstances"]): string {
  if (sight === "leak") return `leak ${value}`;
  if (sight === "smell") return value === "gas" ? "smell gas" : "sight smell none";
  if (sight === "burning") return `sight smell ${value === "yes" ? "burnt" : "none"}`;
  return `sight ${sight} ${value}${at === undefined ? "" : ` @${digits(at)}`}${lasted === undefined ? "" : ` +${digits(lasted)}`}`;
}

function ohmsGist({ place, result, circumstances }: Extract<Finding, { kind: "ohms" }>, machine: Machine): string {
  const at = placeGist(place.between, machine);
  const isPart = !at.includes("-") || maybePartOf(machine, at.split(/[.>]/)[0] ?? "") !== undefined;
  const wired = isPart && !at.includes(">") && (circumstances.wiring ?? []).length === 0;
  const { partC, partHot } = circumstances;
  return [
    `ohms${wired ? "~" : ""} ${at} ${result.is === "OL" ? "OL" : digits(result.value)}`,
    ...(partC === undefined ? [] : [`@${digits(partC)}C`]),
    ...(partHot ? ["@hot"] : []),
    ...controlsGist(place.between, circumstances.controls ?? {}, machine),
  ].join(" ");
}

/** Controls that do not stand where the reading is normally taken. */
function controlsGist(between: readonly string[], controls: Readonly<Record<string, string>>, machine: Machine): string[] {
  const id = readTerminal(between[0] ?? "")?.part;
  const part = id === undefined ? undefined : maybePartOf(machine, id);
  const normal = part ? closedControls(machine, part) : restControls(machine);
  return Object.entries(controls).flatMap(([c, p]) => (normal[c] === p ? [] : [`[${c}=${p}]`]));
}

function placeGist(between: readonly [string, string], machine: Machine): string {
  const [a, b] = [readTerminal(between[0]), readTerminal(between[1])];
  if (a && b && a.part === b.part) {
    const isStart = maybePartOf(machine, a.part)?.kind === "motor" && (a.number === 3 || b.number === 3);
    return isStart ? `${a.part}.start` : a.part;
  }
  if (a && between[1] === machine.cabinet) return `${a.part}>cab`;
  if (b && between[0] === machine.cabinet) return `${b.part}>cab`;
  return `${between[0]}-${between[1]}`;
}

const digits = (x: number): string => {
  const rounded = Number(x.toPrecision(4));
  return Math.abs(rounded) < 1e-3 && rounded !== 0 ? rounded.toExponential() : String(rounded);
};
