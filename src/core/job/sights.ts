import type { Machine } from "../machine/schema";

/** What a person can see, hear or feel of a running machine. */
export interface Sight {
  readonly id: string;
  /** Short label, as a row heading. */
  readonly name: string;
  readonly question: string;
  /** Answers in the order offered; the first is what a healthy machine gives. */
  readonly answers: readonly { readonly value: string; readonly says: string }[];
  /** What to do to see it. */
  readonly how: string;
  readonly minutes: number;
  /** P(a technician's answer is wrong), est. */
  readonly errorRate: number;
  /** Seen only on machines with a gas burner. */
  readonly burner?: true;
  /** Needs a quarter of an hour of running. */
  readonly long?: true;
  /** Seen only on machines with a board, a clockwork timer, a vent to the outside. */
  readonly needs?: "board" | "timer" | "hood";
  /** False for a check that must be made and tells nothing of the fault. */
  readonly tells?: false;
}

/** The code on a board's display: its answers are the machine's own codes. */
export const CODE = "code";

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
  },
  {
    id: "turns",
    name: "Turns",
    question: "Does the drum turn?",
    answers: yesNo("drum turns", "drum does not turn"),
    how: "Start it and listen or look at the drum.",
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
    minutes: 1,
    errorRate: 0.05,
  },
  {
    id: "warm",
    name: "Warm air",
    question: "Is the air warm after two minutes?",
    answers: yesNo("warm air", "no warm air"),
    how: "Run a heat cycle for two minutes, feel the air at the hood.",
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
    how: "Let it run empty for a quarter of an hour, thermometer in the exhaust.",
    minutes: 12,
    errorRate: 0.06,
    long: true,
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
  },
  {
    id: "glow",
    name: "Igniter glows",
    question: "Does the igniter glow?",
    answers: yesNo("igniter glows", "no glow"),
    how: "Sight hole, heat cycle just started: wait a minute.",
    minutes: 1.5,
    errorRate: 0.02,
    burner: true,
  },
  {
    id: "dark",
    name: "Goes dark",
    question: "Does the igniter go dark again after a minute?",
    answers: yesNo("igniter goes dark", "igniter stays bright"),
    how: "Sight hole: time from the glow to dark.",
    minutes: 1.5,
    errorRate: 0.03,
    burner: true,
  },
  {
    id: "flame",
    name: "Flame",
    question: "Is there a flame in the first two minutes?",
    answers: yesNo("flame", "no flame"),
    how: "Sight hole: as the igniter goes dark the flame should stand.",
    minutes: 1.5,
    errorRate: 0.02,
    burner: true,
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
    burner: true,
    tells: false,
  },
  {
    id: "trips",
    name: "Breaker",
    question: "Does it trip the breaker?",
    answers: [
      { value: "no", says: "breaker holds" },
      { value: "yes", says: "trips the breaker" },
    ],
    how: "Look at the breaker after the start.",
    minutes: 1,
    errorRate: 0.02,
  },
  {
    id: "lamp",
    name: "Drum lamp",
    question: "Does the drum lamp light with the door open?",
    answers: yesNo("lamp lights", "lamp stays dark"),
    how: "Plugged in, open the door.",
    minutes: 0.5,
    errorRate: 0.02,
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
  },
  {
    id: CODE,
    name: "Fault code",
    question: "Does it show a fault code?",
    answers: [{ value: "none", says: "no code" }],
    how: "Try to run it for some minutes, then read the display.",
    minutes: 5,
    errorRate: 0.02,
    long: true,
    needs: "board",
  },
] as const satisfies readonly Sight[];

/** “Looks”: a part inspected by eye. */
export const LOOKS = "looks";

export const SIGHT_IDS = [
  "starts",
  "turns",
  "hums",
  "warm",
  "cycles",
  "keeps",
  "glow",
  "dark",
  "flame",
  "leak",
  "trips",
  "lamp",
  "airflow",
  "stops",
  "advances",
  "display",
  CODE,
  LOOKS,
] as const;

/** Sights that a machine can show. */
export const sightsFor = (machine: Machine): readonly Sight[] => (SIGHTS as readonly Sight[]).filter((s) => canShow(machine, s));

function canShow(machine: Machine, sight: Sight): boolean {
  if (sight.burner && machine.burner === undefined) return false;
  if (sight.id === "lamp" && machine.watch.lamp === null) return false;
  switch (sight.needs) {
    case "board":
      return machine.parts.some((p) => p.kind === "board");
    case "timer":
      return machine.timer !== undefined;
    case "hood":
      return hasHood(machine);
    default:
      return true;
  }
}

/** A vented machine blows outside; a condenser keeps its air. */
export const hasHood = (machine: Machine): boolean => machine.thermal.recirculates === 0;

/** The answers to a sight on this machine, the healthy one first. Empty for a sight that is not known. */
export function answersOf(machine: Machine, id: string): Sight["answers"] {
  const answers: Sight["answers"] = sightOf(id)?.answers ?? [];
  if (id !== CODE) return answers;
  const codes = machine.parts.flatMap((p) => (p.kind === "board" ? p.codes : []));
  return [...answers, ...codes.map((c) => ({ value: c.code, says: `code ${c.code}: ${c.says}` }))];
}

export const isLong = (sight: string): boolean => sightOf(sight)?.long ?? false;

export const sightOf = (id: string): Sight | undefined => SIGHTS.find((s) => s.id === id);
