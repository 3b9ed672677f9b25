import { item } from "../../../model/array/at";
import { isWallPoint, type Machine, type Part, partOf } from "../../../model/machine/format";
import { windingsOf } from "../../../model/machine/metering";
import type { Examination } from "../../../model/machine/parts/definition";
import { kindOf } from "../../../model/machine/parts/index";
import { MENDED_PIECES, type MendedPiece } from "../../../model/machine/pieces";
import { readTerminal } from "../../../model/machine/wiring";
import { controlsSay, partName, pointSays, windingSays } from "../../../model/naming/names";
import { lower } from "../../../model/naming/text";
import { textInFahrenheit } from "../../../model/quantity/format";
import { sightOf } from "../../../model/sights/sights";
import { AIRWAY, airwayAnswers } from "../../../record/finding/airway";
import { controlsIn, wiringIn } from "../../../record/finding/circumstances";
import type { FindingOf, Question, QuestionOfKind } from "../../../record/finding/finding";
import { SUPPLY } from "../../../record/finding/kinds/amps";
import { CODE_ASKED, codeAnswers } from "../../../record/finding/kinds/code";

/** Holds what to do to find something out: an order, and how it is done. */
export interface TestWords {
  readonly title: string;
  readonly how: string;
}

export function testSays(machine: Machine, question: Question): TestWords {
  switch (question.kind) {
    case "sight": {
      const { question: title, how } = sightOf(question.place.sight);
      return { title, how };
    }
    case "code":
      return { title: CODE_ASKED.question, how: CODE_ASKED.how };
    case "look":
    case "verdict":
      return lookSays(partOf(machine, question.place.part));
    case "airway":
      return { title: AIRWAY[question.place.airway].name, how: AIRWAY[question.place.airway].how };
    case "spot":
      return pieceLookOf(question) ?? { title: "Look at it", how: "Burnt, loose, worn, out of place?" };
    case "setting":
      return { title: `What was the ${controlName(machine, question.place.control)} set to when you got there?`, how: "As you found it." };
    case "capacitance":
      return { title: `Measure the µF of the ${partName(machine, question.place.part)}`, how: "Discharge it. Wires off." };
    case "flow":
      return { title: "Find the airflow", how: "From hood speed, back pressure, or two temperatures." };
    case "input":
      return { title: "Clock the gas meter", how: "All other gas appliances off. Time one turn of the smallest dial." };
    case "airspeed":
      return { title: "Measure the air speed at the hood", how: "Vane in the middle of the opening, drum turning." };
    case "ohms":
      return ohmsSays(machine, question);
    case "volts":
      return voltsSays(machine, question);
    case "amps":
      return question.place.through === SUPPLY
        ? {
            title: "Measure the current of the whole machine",
            how: "Line splitter at the outlet, clamp around one leg, first minute on heat. No panels to pull.",
          }
        : {
            title: `Measure the current of the ${partName(machine, question.place.through)}`,
            how: "Clamp around one wire, running on heat.",
          };
    case "temperature":
      return "stream" in question.place
        ? TEMPERATURES[question.place.stream]
        : { title: `Take the temperature of the ${partName(machine, question.place.part)}`, how: "Probe on its face." };
    case "pressure":
      return PRESSURES[question.place.stream];
    case "series":
      return { title: `Log ${question.place.of}`, how: "Log until the heat has cycled off and on." };
  }
}

const TEMPERATURES = {
  exhaust: { title: "Read the peak exhaust temperature", how: "Thermometer in the exhaust. Empty, on heat, 15 min." },
  room: { title: "How warm is the room?", how: "Thermometer beside the machine, away from its exhaust." },
} as const;

const PRESSURES: Record<FindingOf<"pressure">["place"]["stream"], TestWords> = {
  duct: { title: "Measure the duct back pressure", how: "Gauge at the exhaust outlet, drum turning." },
  manifold: { title: "Measure the manifold pressure", how: "Gauge at the test port, burner lit. Gas work is for a licensed technician." },
  inlet: { title: "Measure the inlet gas pressure", how: "Gauge at the inlet port. Gas work is for a licensed technician." },
};

const LOOKS: Record<Examination["by"], (name: string) => string> = {
  look: (n) => `Look at the ${n}`,
  full: (n) => `Pull out the ${n}: is it full?`,
  "pull-out": (n) => `Pull out and look at ${n}`,
  "burnt-spots": (n) => `Check the ${n} for burnt spots`,
  capacitance: (n) => `Measure the µF of the ${n} against its label`,
  film: (n) => `Look at the ${n} for film`,
  warm: (n) => `Heat the ${n} to prove it opens`,
  "in-hand": (n) => `Warm the ${n} in your hand: its ohms must drop`,
  hot: (n) => `Heat the ${n} and read it again hot`,
  turn: (n) => `Does the ${n} turn freely?`,
};

const lookSays = (part: Part): TestWords => ({
  title: LOOKS[kindOf(part).examined(part)?.by ?? "look"](lower(part.name)),
  how: kindOf(part).examined(part) ? textInFahrenheit(part.test) : "Charred, brown, cracked? Tug each wire.",
});

const controlName = (machine: Machine, id: string): string => lower(machine.controls.find((c) => c.id === id)?.name ?? id);

function ohmsSays(machine: Machine, { place, circumstances }: QuestionOfKind<"ohms">): TestWords {
  const [a, b] = place.between;
  const state = controlsSay(machine, controlsIn(circumstances));
  const [one, other] = [readTerminal(a), readTerminal(b)];
  if (one && other?.part === one.part) return acrossSays(partOf(machine, one.part), one.number, other.number, state);
  if (one && b === machine.cabinet)
    return {
      title: `Measure the ${partName(machine, one.part)} to the cabinet`,
      how: "Pull its wires first. Anything but OL is a fault.",
    };
  const wires = wiringIn(circumstances).length > 0 ? "wires off" : "wires on";
  return {
    title: `Measure ${pointName(machine, a)} to ${pointName(machine, b)}${state ? `, ${state}` : ""}`,
    how: `Unplugged, ${wires}.`,
  };
}

function acrossSays(part: Part, a: number, b: number, state: string): TestWords {
  const winding = windingsOf(part).find(({ terminals }) => terminals[0] === a && terminals[1] === b);
  const name = winding ? windingSays(part, winding) : lower(part.name);
  return {
    title: `Measure the ${name}, ${item(part.nets, a - 1)} to ${item(part.nets, b - 1)}`,
    how: `${part.kind === "conductor" ? "Unplugged" : "Pull its wires first"}${state ? `; ${state}` : ""}.`,
  };
}

const voltsSays = (machine: Machine, { place }: QuestionOfKind<"volts">): TestWords => ({
  title: `Read volts, ${pointName(machine, place.between[0])} to ${pointName(machine, place.between[1])}`,
  how: place.between.every((p) => isWallPoint(machine, p))
    ? "At the outlet; one hand, insulated probes."
    : "Running on heat; one hand, insulated probes.",
});

function pointName(machine: Machine, net: string): string {
  const point = machine.testPoints.find((t) => t.net === net);
  if (point) return pointSays(point);
  const at = readTerminal(net);
  return at ? partName(machine, at.part) : net;
}

const PIECE_LOOKS: Readonly<
  Record<MendedPiece, { readonly title: string; readonly how: string; readonly good: string; readonly bad: string }>
> = {
  drum: {
    title: "Turn the drum by hand",
    how: "One full turn: no scrape, nothing holds it.",
    good: "turns freely",
    bad: "drags or is jammed",
  },
  blower: {
    title: "Turn the blower wheel on its shaft",
    how: "It must be tight, whole and free of lint.",
    good: "tight",
    bad: "loose, broken or full of lint",
  },
  idler: { title: "Turn the idler by hand", how: "It must turn freely and spring back.", good: "turns freely", bad: "stuck or worn" },
  wiring: {
    title: "Hold the wires against the wiring sheet",
    how: "Each on its terminal. None swapped, jumpered or chafed by an earlier repair.",
    good: "matches the sheet",
    bad: "doesn't match the sheet",
  },
  burner: {
    title: "Have gas pressure and orifice checked",
    how: "Manifold pressure against the nameplate, orifice and tube clear. By a licensed technician.",
    good: "OK",
    bad: "low or blocked",
  },
};

/** Tells how a piece that no circuit shows is looked at; `undefined` for a joint or a point. */
function pieceLookOf({ place }: QuestionOfKind<"spot">) {
  const piece = "piece" in place ? MENDED_PIECES.find((p) => p === place.piece) : undefined;
  return piece && PIECE_LOOKS[piece];
}

/** An answer as it stands on a button, and in the list of what may come out. */
export function answerSays(machine: Machine, question: Question, value: string): string {
  switch (question.kind) {
    case "look":
      return `looks ${value}`;
    case "airway":
      return airwayAnswers(question.place.airway)[value] ?? value;
    case "spot": {
      const look = pieceLookOf(question);
      return look ? (value === "bad" ? look.bad : look.good) : `looks ${value}`;
    }
    case "verdict":
    case "setting":
      return value;
    case "code":
      return codeAnswers(machine).find((a) => a.value === value)?.says ?? `code ${value}`;
    case "sight":
      return sightOf(question.place.sight).answers.find((a) => a.value === value)?.says ?? value;
    case "ohms":
    case "volts":
    case "amps":
    case "temperature":
    case "pressure":
    case "airspeed":
    case "flow":
    case "input":
    case "capacitance":
    case "series":
      return value;
  }
}
