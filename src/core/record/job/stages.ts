import { isWallPoint } from "../../model/machine/format";
import type { Finding } from "../finding/finding";
import { leftOff } from "./closing/left-off";
import { isProven } from "./closing/proven";
import type { JobState } from "./state";

/** The visit, in the order of the work. */
export const STAGES = ["intake", "safe", "watch", "air", "open", "meter", "fit", "close", "prove", "hand"] as const;
export type Stage = (typeof STAGES)[number];
export const STAGE_NAMES: Record<Stage, string> = {
  intake: "Intake",
  safe: "Make safe",
  watch: "Watch it run",
  air: "Supply & air",
  open: "Open up",
  meter: "Meter",
  fit: "Fit",
  close: "Close up",
  prove: "Prove",
  hand: "Hand over",
};

export const isStage = (word: string): word is Stage => (STAGES as readonly string[]).includes(word);

/** Stages of which something is on record. */
export function stagesDone(state: JobState): Stage[] {
  return STAGES.filter((stage) => isDone(stage, state));
}

function isDone(stage: Stage, state: JobState): boolean {
  switch (stage) {
    case "intake":
      return state.complaint !== undefined && state.machineRef !== undefined;
    case "safe":
      return state.everSafe;
    case "watch":
      return found(state, (f) => f.kind === "code" || (f.kind === "sight" && f.place.sight !== "airflow"));
    case "air":
      return found(state, (f) => (f.kind === "sight" && f.place.sight === "airflow") || isAtWall(f, state));
    case "open":
      return state.everOpen;
    case "meter":
      return found(state, (f) => (f.kind === "ohms" || f.kind === "volts") && !isAtWall(f, state));
    case "fit":
      return state.fitted.length > 0;
    case "close":
      return state.fitted.length > 0 && !isOpen(state);
    case "prove":
      return isProven(state);
    case "hand":
      return state.closed;
  }
}

/** True where a technician found something like this. */
const found = ({ evidence }: JobState, isOne: (finding: Finding) => boolean): boolean =>
  evidence.some((e) => e.source === "technician" && isOne(e.finding));

const isAtWall = (finding: Finding, { machine }: JobState): boolean =>
  (finding.kind === "ohms" || finding.kind === "volts") &&
  machine !== undefined &&
  finding.place.between.every((p) => isWallPoint(machine, p));

type Opened = Pick<JobState, "panelsOff" | "cameOff" | "leads" | "recounts">;

/** Something is off, or was left to be settled. */
const isOpen = (state: Opened): boolean => state.panelsOff.length > 0 || leftOff(state).length > 0;

/** Where the work stands, going by what is done; earlier stages may have been skipped. */
export function presentStage(done: readonly Stage[], state: Opened): Stage {
  const open = isOpen(state);
  if (done.includes("hand")) return "hand";
  if (done.includes("prove")) return open ? "close" : "hand";
  if (done.includes("fit")) return open ? "close" : "prove";
  if (done.includes("meter") || done.includes("open") || done.includes("safe")) return "meter";
  if (done.includes("watch")) return done.includes("air") ? "safe" : "air";
  return done.includes("intake") ? "watch" : "intake";
}
