import { hasHood, type Machine } from "../machine/format";
import {
  advances,
  airAtHood,
  damp,
  displayLit,
  flame,
  glows,
  goesDark,
  heatCycles,
  hot,
  hums,
  keepsHeating,
  lamp,
  notInTheRun,
  type Share,
  starts,
  stopsEarly,
  tankFull,
  trips,
  turns,
  warm,
} from "./run";

/** Holds what a person can see, hear or feel of a machine that runs, or should. */
export interface Sight {
  readonly id: string;
  /** Short label, as a row heading. */
  readonly name: string;
  readonly question: string;
  /** Answers in the order offered; the first is what a good machine gives. */
  readonly answers: readonly Answer[];
  /** Holds what to do to see it. */
  readonly how: string;
  /** Holds what a run of the model shows of it. */
  readonly share: Share;
  readonly minutes: number;
  /** P(a technician's answer is wrong), est. */
  readonly errorRate: number;
  /** Needs a quarter of an hour of running. */
  readonly long?: true;
  /** Its answer “yes” is timed: seconds after the start. */
  readonly timed?: true;
  /** Seen only on machines with a gas burner, a clockwork timer, a drum lamp, a vent to the outside, a board, a tank. */
  readonly needs?: "burner" | "timer" | "lamp" | "hood" | "board" | "tank";
  /** False for a check that must be made and tells nothing of the fault. */
  readonly tells?: false;
  /** Taken when somebody tells it, and never asked for: it tells little that is not asked elsewhere. */
  readonly volunteered?: true;
}

export interface Answer {
  readonly value: string;
  readonly says: string;
}

/** An answer of somebody who looked and could not tell. It weighs nothing, and is an answer. */
export const UNTOLD = "unknown";

const yesNo = (yes: string, no: string) => [
  { value: "yes", says: yes },
  { value: "no", says: no },
];

export const SIGHTS = [
  {
    id: "starts",
    name: "Starts",
    question: "Does it start?",
    answers: yesNo("starts", "does not start"),
    how: "Door shut, heat cycle, press start.",
    share: starts,
    minutes: 1,
    errorRate: 0.01,
  },
  {
    id: "turns",
    name: "Turns",
    question: "Does the drum turn?",
    answers: yesNo("drum turns", "drum does not turn"),
    how: "Start it and listen or look at the drum.",
    share: turns,
    minutes: 1,
    errorRate: 0.02,
  },
  {
    id: "hums",
    name: "Hums",
    question: "Does the motor hum without turning?",
    answers: [
      { value: "no", says: "no hum" },
      { value: "yes", says: "hums, does not turn" },
    ],
    how: "Hold start and listen.",
    share: hums,
    minutes: 1,
    errorRate: 0.05,
  },
  {
    id: "warm",
    name: "Warm air",
    question: "Is the air warm after two minutes?",
    answers: yesNo("warm air", "no warm air"),
    how: "Run a heat cycle 2 min, feel the air at the hood.",
    share: warm,
    minutes: 3,
    errorRate: 0.03,
  },
  {
    id: "cycles",
    name: "Heat cycles",
    question: "Does the heat switch off and on, with the exhaust within limits?",
    answers: [
      { value: "yes", says: "heat cycles normally" },
      { value: "short", says: "heat cuts out early" },
      { value: "no", says: "heat never switches off" },
    ],
    how: "Run it empty 15 min, thermometer in the exhaust.",
    share: heatCycles,
    minutes: 12,
    errorRate: 0.06,
    long: true,
  },
  {
    id: "keeps",
    name: "Keeps heating",
    question: "Does it keep heating for 15 min?",
    answers: yesNo("keeps heating", "loses its heat after a while"),
    how: "Run it on heat. Look or feel again after 10 min or more.",
    share: keepsHeating,
    minutes: 12,
    errorRate: 0.04,
    long: true,
  },
  {
    id: "glow",
    name: "Igniter glows",
    question: "Does the igniter glow?",
    answers: yesNo("igniter glows", "no glow"),
    how: "Sight hole, heat cycle just started. Wait a minute.",
    share: glows,
    minutes: 1.5,
    errorRate: 0.02,
    needs: "burner",
    timed: true,
  },
  {
    id: "dark",
    name: "Goes dark",
    question: "Does the igniter go dark again after a minute?",
    answers: yesNo("igniter goes dark", "igniter stays bright"),
    how: "Sight hole: time from glow to dark.",
    share: goesDark,
    minutes: 1.5,
    errorRate: 0.03,
    needs: "burner",
    timed: true,
  },
  {
    id: "flame",
    name: "Flame",
    question: "Is there a flame in the first two minutes?",
    answers: yesNo("flame", "no flame"),
    how: "Watch the sight hole: the flame should light as the igniter goes dark.",
    share: flame,
    minutes: 1.5,
    errorRate: 0.02,
    needs: "burner",
    timed: true,
  },
  {
    id: "leak",
    name: "Leak test",
    question: "Soap solution on every gas joint: any bubbles?",
    answers: [
      { value: "tight", says: "gas joints tight, no bubbles" },
      { value: "bubbles", says: "bubbles at a gas joint" },
    ],
    how: "Gas on, soap solution on every joint you opened. Bubbles: gas off, then fix it.",
    share: notInTheRun,
    minutes: 4,
    errorRate: 0.02,
    needs: "burner",
    tells: false,
  },
  {
    id: "smell",
    name: "Smell of gas",
    question: "Does it smell of gas?",
    answers: [
      { value: "none", says: "no smell of gas" },
      { value: "gas", says: "smell of gas" },
    ],
    how: "Sniff before you touch a switch. Smell gas? No switches, no flame. Get everyone out. Call the gas company from outside.",
    share: notInTheRun,
    minutes: 0.5,
    errorRate: 0.02,
    needs: "burner",
    tells: false,
  },
  {
    id: "polarity",
    name: "Polarity",
    question: "Is the outlet wired right: hot, neutral and ground each in its own slot?",
    answers: [
      { value: "right", says: "polarity right" },
      { value: "crossed", says: "polarity reversed" },
    ],
    how: "Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician.",
    share: notInTheRun,
    minutes: 2,
    errorRate: 0.02,
    tells: false,
  },
  {
    id: "door-stops",
    name: "Open door stops it",
    question: "Does it stop when the door is opened?",
    answers: yesNo("stops when the door is opened", "keeps running with the door open"),
    how: "While it runs, open the door: drum and heat must stop. They must not restart when you shut it.",
    share: notInTheRun,
    minutes: 0.5,
    errorRate: 0.01,
    tells: false,
  },
  {
    id: "trips",
    name: "Trips breaker",
    question: "Does it trip the breaker?",
    answers: [
      { value: "no", says: "breaker holds" },
      { value: "yes", says: "trips the breaker" },
    ],
    how: "Look at the breaker after the start.",
    share: trips,
    minutes: 1,
    errorRate: 0.02,
  },
  {
    id: "lamp",
    name: "Drum lamp",
    question: "Does the drum lamp light with the door open?",
    answers: yesNo("lamp lights", "lamp stays dark"),
    how: "Plugged in, open the door.",
    share: lamp,
    minutes: 0.5,
    errorRate: 0.02,
    needs: "lamp",
  },
  {
    id: "airflow",
    name: "Airflow at the hood",
    question: "How strong is the airflow at the outside hood?",
    answers: [
      { value: "strong", says: "air strong" },
      { value: "weak", says: "air weak" },
      { value: "none", says: "no air" },
    ],
    how: "Drum turning: hold a hand at the hood. Count the louvers that stay shut.",
    share: airAtHood,
    minutes: 4,
    errorRate: 0.06,
    needs: "hood",
  },
  {
    id: "stops",
    name: "Stops early",
    question: "Does it stop early?",
    answers: [
      { value: "no", says: "runs the full cycle" },
      { value: "yes", says: "stops early" },
    ],
    how: "Let it run 15 min.",
    share: stopsEarly,
    minutes: 12,
    errorRate: 0.03,
    long: true,
  },
  {
    id: "advances",
    name: "Timer advances",
    question: "Does the timer advance?",
    answers: yesNo("timer advances", "timer does not advance"),
    how: "Mark the knob, look again after 10 min. Or listen to its motor.",
    share: advances,
    minutes: 2,
    errorRate: 0.04,
    needs: "timer",
  },
  {
    id: "display",
    name: "Display",
    question: "Does the display light?",
    answers: yesNo("display lights", "display dark"),
    how: "Plugged in, door shut, cycle chosen.",
    share: displayLit,
    minutes: 0.5,
    errorRate: 0.01,
    needs: "board",
  },
  {
    id: "motor",
    name: "Motor",
    question: "Is the motor heard to run?",
    answers: yesNo("motor runs", "motor does not run"),
    how: "Start it and listen.",
    share: starts,
    minutes: 1,
    errorRate: 0.03,
    volunteered: true,
  },
  {
    id: "damp",
    name: "Dryness",
    question: "Is the load still damp after a full cycle?",
    answers: [
      { value: "no", says: "load comes out dry" },
      { value: "yes", says: "load still damp" },
    ],
    how: "A full cycle with a normal load.",
    share: damp,
    minutes: 60,
    errorRate: 0.06,
    long: true,
    volunteered: true,
  },
  {
    id: "hot",
    name: "Too hot",
    question: "Does it get too hot, or scorch?",
    answers: [
      { value: "no", says: "not too hot" },
      { value: "yes", says: "gets too hot" },
    ],
    how: "A full cycle, thermometer in the exhaust.",
    share: hot,
    minutes: 12,
    errorRate: 0.06,
    long: true,
    volunteered: true,
  },
  {
    id: "clicks",
    name: "Click",
    question: "Does a relay or a valve click?",
    answers: yesNo("a click is heard", "no click is heard"),
    how: "Start it and listen at the board, or at the burner.",
    share: notInTheRun,
    minutes: 1,
    errorRate: 0.08,
    volunteered: true,
  },
  {
    id: "noise",
    name: "Noise",
    question: "Does it squeal, thump or grind?",
    answers: [
      { value: "no", says: "no noise" },
      { value: "yes", says: "makes a noise" },
    ],
    how: "Start it and listen.",
    share: notInTheRun,
    minutes: 1,
    errorRate: 0.05,
    volunteered: true,
  },
  {
    id: "burning",
    name: "Smell of burning",
    question: "Does it smell of burning?",
    answers: [
      { value: "no", says: "no smell of burning" },
      { value: "yes", says: "smell of burning" },
    ],
    how: "Smell at the drum, at the back and at the board.",
    share: notInTheRun,
    minutes: 0.5,
    errorRate: 0.05,
    volunteered: true,
  },
  {
    id: "doorlight",
    name: "Door shown open",
    question: "Does the panel show the door as open?",
    answers: [
      { value: "no", says: "door light is off" },
      { value: "yes", says: "panel shows the door as open" },
    ],
    how: "Door shut, look at the panel.",
    share: notInTheRun,
    minutes: 0.5,
    errorRate: 0.02,
    needs: "board",
    volunteered: true,
  },
  {
    id: "pump",
    name: "Pump",
    question: "Does the drain pump run?",
    answers: yesNo("pump runs", "pump does not run"),
    how: "Listen at the tank while it runs.",
    share: notInTheRun,
    minutes: 1,
    errorRate: 0.04,
    needs: "tank",
    volunteered: true,
  },
  {
    id: "tank",
    name: "Water tank",
    question: "Is the tank full, or shown as full?",
    answers: [
      { value: "empty", says: "tank is not full" },
      { value: "full", says: "tank full, or shown as full" },
    ],
    how: "Pull it out and look; look at its lamp.",
    share: tankFull,
    minutes: 0.5,
    errorRate: 0.02,
    needs: "tank",
    volunteered: true,
  },
] as const satisfies readonly Sight[];

export type SightId = (typeof SIGHTS)[number]["id"];
export const SIGHT_IDS = SIGHTS.map((s) => s.id) as [SightId, ...SightId[]];

/** Sights that a machine can show. */
type KnownSight = Sight & { readonly id: SightId };
const KNOWN: readonly KnownSight[] = SIGHTS;

export const sightsFor = (machine: Machine): readonly KnownSight[] => KNOWN.filter((s) => canShow(machine, s));

/** Those of them that are asked for while the fault is sought. */
export const askedSights = (machine: Machine): readonly KnownSight[] =>
  sightsFor(machine).filter((s) => s.tells !== false && !s.volunteered);

export function canShow(machine: Machine, { needs }: Sight): boolean {
  switch (needs) {
    case undefined:
      return true;
    case "burner":
      return machine.burner !== undefined;
    case "lamp":
      return machine.lamp !== null;
    case "timer":
      return machine.timer !== undefined;
    case "hood":
      return hasHood(machine);
    case "board":
    case "tank":
      return machine.parts.some((p) => p.kind === needs);
  }
}

/** Throws RangeError for what is no sight. */
export function sightOf(id: SightId): KnownSight {
  const found = KNOWN.find((s) => s.id === id);
  if (!found) throw new RangeError(`“${id}” is not a sight; expected ${SIGHT_IDS.join(", ")}`);
  return found;
}
