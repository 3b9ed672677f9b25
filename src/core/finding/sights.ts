import { hasHood, type Machine } from "../machine/format";

/** What a person can see, hear or feel of a machine that runs, or should. */
export interface Sight {
  readonly id: string;
  /** Short label, as a row heading. */
  readonly name: string;
  readonly question: string;
  /** Answers in the order offered; the first is what a healthy machine gives. */
  readonly answers: readonly Answer[];
  /** What to do to see it. */
  readonly how: string;
  readonly minutes: number;
  /** P(a technician's answer is wrong), est. */
  readonly errorRate: number;
  /** Needs a quarter of an hour of running. */
  readonly long?: true;
  /** Its answer “yes” is timed: seconds after the start. */
  readonly timed?: true;
  /** Seen only on machines with a gas burner, a clockwork timer, a drum lamp, a vent to the outside, a board. */
  readonly needs?: "burner" | "timer" | "lamp" | "hood" | "board";
  /** False for a check that must be made and tells nothing of the fault. */
  readonly tells?: false;
  /** What it is called when it is muttered, each with its answer; the first that fits the whole saying wins. */
  readonly sayings: readonly (readonly [RegExp, string])[];
}

export interface Answer {
  readonly value: string;
  readonly says: string;
}

/** An answer of somebody who looked and could not tell. It weighs nothing, and is an answer. */
export const UNTOLD = "unknown";
/** How it is typed, as a pattern over a normalised saying. */
export const UNTOLD_TYPED = "(?:\\?|unknown|can t tell|cannot tell|not sure)";

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
    minutes: 1,
    errorRate: 0.01,
    sayings: [
      [/^(starts|start yes|starts yes|it starts|starts ok|runs|runs ok)$/, "yes"],
      [
        /^(no start|does not start|doesn t start|won t start|wont start|starts no|start no|dead machine|nothing happens|will not start|completely dead)$/,
        "no",
      ],
    ],
  },
  {
    id: "turns",
    name: "Turns",
    question: "Does the drum turn?",
    answers: yesNo("drum turns", "drum does not turn"),
    how: "Start it and listen or look at the drum.",
    minutes: 1,
    errorRate: 0.02,
    sayings: [
      [/^(turns|turns yes|drum turns|spins|tumbles|drum turns yes)$/, "yes"],
      [/^(turns no|drum does not turn|does not turn|doesn t turn|no turn|not turning|won t turn|drum still|drum turns no)$/, "no"],
    ],
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
    minutes: 1,
    errorRate: 0.05,
    sayings: [
      [/^(hums|hum|hum yes|hums yes|buzzes|motor hums|just hums)$/, "yes"],
      [/^(no hum|hum no|hums no|silent|quiet)$/, "no"],
    ],
  },
  {
    id: "warm",
    name: "Warm air",
    question: "Is the air warm after two minutes?",
    answers: yesNo("warm air", "no warm air"),
    how: "Run a heat cycle for two minutes, feel the air at the hood.",
    minutes: 3,
    errorRate: 0.03,
    sayings: [
      [/^(warm|warm yes|warm air|heats|heat yes|heat|gets warm|hot|heat ok|warm air yes)$/, "yes"],
      [
        /^(no heat|heat no|not warm|warm no|no warm air|cold|cold air|does not heat|doesn t heat|won t heat|not heating|clothes stay wet|warm air no)$/,
        "no",
      ],
    ],
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
    how: "Let it run empty for a quarter of an hour, thermometer in the exhaust.",
    minutes: 12,
    errorRate: 0.06,
    long: true,
    sayings: [
      [/^(cycles|cycles yes|heat cycles|cycles ok)$/, "yes"],
      [/^(cycles short|short heat|heat cuts out|cuts out early|short cycling|limit cycles)$/, "short"],
      [/^(cycles no|never stops heating|scorches|too hot|overheats)$/, "no"],
    ],
  },
  {
    id: "keeps",
    name: "Keeps heating",
    question: "Does it go on heating for a quarter of an hour?",
    answers: yesNo("keeps heating", "loses its heat after a while"),
    how: "Let it run on heat; look or feel again after ten minutes and more.",
    minutes: 12,
    errorRate: 0.04,
    long: true,
    sayings: [
      [/^(keeps heating|keeps yes|heat stays|stays lit)$/, "yes"],
      [/^(loses heat|heats at first|warm at first|keeps no|heat stops|goes out|flame goes out|quits heating|stops heating)$/, "no"],
    ],
  },
  {
    id: "glow",
    name: "Igniter glows",
    question: "Does the igniter glow?",
    answers: yesNo("igniter glows", "no glow"),
    how: "Sight hole, heat cycle just started: wait a minute.",
    minutes: 1.5,
    errorRate: 0.02,
    needs: "burner",
    timed: true,
    sayings: [
      [/^(glow|glows|glow yes|igniter glows|it glows)$/, "yes"],
      [/^(no glow|glow no|igniter dark|does not glow)$/, "no"],
    ],
  },
  {
    id: "dark",
    name: "Goes dark",
    question: "Does the igniter go dark again after a minute?",
    answers: yesNo("igniter goes dark", "igniter stays bright"),
    how: "Sight hole: time from the glow to dark.",
    minutes: 1.5,
    errorRate: 0.03,
    needs: "burner",
    timed: true,
    sayings: [
      [/^(dark|goes dark|dark yes|igniter goes dark|glow goes out)$/, "yes"],
      [/^(stays bright|dark no|never goes dark|glow stays|keeps glowing)$/, "no"],
    ],
  },
  {
    id: "flame",
    name: "Flame",
    question: "Is there a flame in the first two minutes?",
    answers: yesNo("flame", "no flame"),
    how: "Sight hole: as the igniter goes dark the flame should stand.",
    minutes: 1.5,
    errorRate: 0.02,
    needs: "burner",
    timed: true,
    sayings: [
      [/^(flame|flame yes|burns|lights|it lights)$/, "yes"],
      [/^(no flame|flame no|does not light|no fire)$/, "no"],
    ],
  },
  {
    id: "leak",
    name: "Leak test",
    question: "Soap solution on every gas joint: any bubbles?",
    answers: [
      { value: "tight", says: "gas joints tight, no bubbles" },
      { value: "bubbles", says: "bubbles at a gas joint" },
    ],
    how: "Gas on, soap solution on every joint that was disturbed. Bubbles: shut off and put it right.",
    minutes: 4,
    errorRate: 0.02,
    needs: "burner",
    tells: false,
    sayings: [
      [/^(no bubbles|tight|leak test ok|leak test passed|no leak|gas tight)$/, "tight"],
      [/^(bubbles|leaks|gas leak)$/, "bubbles"],
    ],
  },
  {
    id: "smell",
    name: "Smell of gas",
    question: "Does it smell of gas?",
    answers: [
      { value: "none", says: "no smell of gas" },
      { value: "gas", says: "smell of gas" },
    ],
    how: "Before anything is switched. If it does: gas shut, windows open, no switches, out, call the supplier.",
    minutes: 0.5,
    errorRate: 0.02,
    needs: "burner",
    tells: false,
    sayings: [
      [/^(no smell( of gas)?|no gas smell|does not smell of gas)$/, "none"],
      [/^(smell of gas|gas smell|smells? (of|like) gas|i smell gas|it smells of gas|smelt gas)$/, "gas"],
    ],
  },
  {
    id: "polarity",
    name: "Polarity",
    question: "Is the outlet wired the right way round: live, neutral and earth where they belong?",
    answers: [
      { value: "right", says: "polarity right" },
      { value: "crossed", says: "polarity crossed" },
    ],
    how: "Tester in the outlet, or volts from each hole to earth: neutral next to none. House wiring is for an electrician.",
    minutes: 2,
    errorRate: 0.02,
    tells: false,
    sayings: [
      [/^(polarity|polarity (right|ok|good|correct)|outlet (right|ok|wired right))$/, "right"],
      [
        /^(polarity (wrong|crossed|reversed|swapped|bad)|(reversed|crossed|wrong) polarity|outlet (crossed|reversed|wired wrong))$/,
        "crossed",
      ],
    ],
  },
  {
    id: "door-stops",
    name: "Open door stops it",
    question: "Does it stop when the door is opened?",
    answers: yesNo("stops when the door is opened", "runs on with the door open"),
    how: "Running, open the door: drum and heat must stop at once, and not start again by themselves when it is shut.",
    minutes: 0.5,
    errorRate: 0.01,
    tells: false,
    sayings: [
      [/^(door stops( it)?|stops with (the )?door( open)?|(opening )?the door stops it|open door stops it)$/, "yes"],
      [/^(runs (on )?with (the )?door open|door does not stop it|door doesn t stop it|turns with (the )?door open)$/, "no"],
    ],
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
    minutes: 1,
    errorRate: 0.02,
    sayings: [
      [/^(trips|trips yes|trips breaker|trips the breaker|breaker trips)$/, "yes"],
      [/^(trips no|no trip|breaker holds|does not trip)$/, "no"],
    ],
  },
  {
    id: "lamp",
    name: "Drum lamp",
    question: "Does the drum lamp light with the door open?",
    answers: yesNo("lamp lights", "lamp stays dark"),
    how: "Plugged in, open the door.",
    minutes: 0.5,
    errorRate: 0.02,
    needs: "lamp",
    sayings: [
      [/^(lamp|lamp yes|lamp on|lamp lights|light on|light yes)$/, "yes"],
      [/^(no lamp|lamp no|lamp off|lamp dark|no light|light off|light no)$/, "no"],
    ],
  },
  {
    id: "airflow",
    name: "Air at the hood",
    question: "How strong is the air at the outside hood?",
    answers: [
      { value: "strong", says: "air strong" },
      { value: "weak", says: "air weak" },
      { value: "none", says: "no air" },
    ],
    how: "With the drum turning, hold a hand at the hood; count the louvres that stand shut.",
    minutes: 4,
    errorRate: 0.06,
    needs: "hood",
    sayings: [
      [/^(air strong|strong air|airflow strong|air good|good air|air ok)$/, "strong"],
      [/^(air weak|weak air|airflow weak|poor air|air poor|little air)$/, "weak"],
      [/^(no air|air none|airflow none|air no)$/, "none"],
    ],
  },
  {
    id: "stops",
    name: "Stops early",
    question: "Does it stop by itself before its time?",
    answers: [
      { value: "no", says: "runs on" },
      { value: "yes", says: "stops by itself" },
    ],
    how: "Let it run for a quarter of an hour.",
    minutes: 12,
    errorRate: 0.03,
    long: true,
    sayings: [
      [/^(stops|stops early|stops by itself|shuts off|stops yes|cuts out)$/, "yes"],
      [/^(runs on|keeps running|stops no|does not stop)$/, "no"],
    ],
  },
  {
    id: "advances",
    name: "Timer advances",
    question: "Does the timer move on?",
    answers: yesNo("timer moves on", "timer stands"),
    how: "Mark the knob, look again after ten minutes of running; or listen to its motor.",
    minutes: 2,
    errorRate: 0.04,
    needs: "timer",
    sayings: [
      [/^(timer moves|timer advances|timer moves on|advances|advances yes)$/, "yes"],
      [/^(timer stands|timer stuck|timer does not move|timer does not advance|advances no)$/, "no"],
    ],
  },
  {
    id: "display",
    name: "Display",
    question: "Does the display light?",
    answers: yesNo("display lights", "display dark"),
    how: "Plugged in, door shut, cycle chosen.",
    minutes: 0.5,
    errorRate: 0.01,
    needs: "board",
    sayings: [
      [/^(display|display yes|display on|display lights|display lit)$/, "yes"],
      [/^(no display|display no|display off|display dark)$/, "no"],
    ],
  },
] as const satisfies readonly Sight[];

export type SightId = (typeof SIGHTS)[number]["id"];
export const SIGHT_IDS = SIGHTS.map((s) => s.id) as [SightId, ...SightId[]];

/** Sights that a machine can show. */
export type KnownSight = Sight & { readonly id: SightId };
const KNOWN: readonly KnownSight[] = SIGHTS;

export const sightsFor = (machine: Machine): readonly KnownSight[] => KNOWN.filter((s) => canShow(machine, s));

function canShow(machine: Machine, { needs }: Sight): boolean {
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
      return machine.parts.some((p) => p.kind === "board");
  }
}

/** Throws RangeError for what is no sight. */
export function sightOf(id: SightId): KnownSight {
  const found = KNOWN.find((s) => s.id === id);
  if (!found) throw new RangeError(`“${id}” is not a sight; expected ${SIGHT_IDS.join(", ")}`);
  return found;
}
