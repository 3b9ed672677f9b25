import { voltsBetween } from "../../circuit/solve";
import { NO_FAULTS } from "../fault";
import type { Machine, PartOf } from "../format";
import { operate, startScript } from "../run/operate";
import type { Frame } from "../run/timeline";
import type { MachineProblem, Reason, Work } from "./problem";

/** Long enough for the heat to go off and on. */
const RUN_S = 1800;
/** Less heat than this is none. */
const HEATS_W = 20;
/** Below this share of its rated volts a part is fed wrongly. */
const FED_SHARE = 0.8;

/** Runs the healthy machine of a file and says what does not work: such a file is well-formed and still wrong. */
export function workingProblems(machine: Machine): MachineProblem[] {
  const { frames } = operate(machine, NO_FAULTS, startScript(machine, RUN_S));
  const problem = (works: Work, path: (string | number)[], because?: Reason): MachineProblem[] => [
    { code: "does-not-work", path, works, ...(because && { because }) },
  ];
  const last = frames.at(-1);
  const starts = frames.some((f) => f.condition.atSpeed.has(machine.drum.motor));
  const heats = frames.some((f) => f.heatW > HEATS_W);
  const code = frames.findLast((f) => f.code !== null)?.code;
  return [
    ...(last?.condition.breakerTripped ? problem("holds-breaker", ["parts"]) : []),
    ...(starts ? [] : problem("starts", ["parts"], whyNot(frames, startParts(machine)))),
    ...(heats
      ? weakHeat(machine, frames).flatMap((r) => problem("heats", ["parts"], r))
      : problem("heats", ["parts"], whyNot(frames, heatParts(machine)))),
    ...(heats && !cycles(frames) ? problem("cycles", ["thermal"]) : []),
    ...(code ? problem("shows-no-code", ["parts"], { code: "code-shown", shown: code }) : []),
    ...(machine.timer && !frames.some((f) => f.timed) ? problem("advances", ["timer"]) : []),
  ];
}

function cycles(frames: readonly Frame[]): boolean {
  const on = frames.map((f) => f.heatW > HEATS_W);
  return on.some((now, i) => !now && on.slice(0, i).includes(true) && on.slice(i).includes(true));
}

type Fed = PartOf<"element"> | PartOf<"motor"> | PartOf<"igniter">;
const heatParts = (machine: Machine): Fed[] => machine.parts.filter((p) => p.kind === "element" || p.kind === "igniter");
const startParts = (machine: Machine): Fed[] => machine.parts.filter((p) => p.kind === "motor" && p.id === machine.drum.motor) as Fed[];

/** The most volts that stood across a part's first two terminals. */
const mostVolts = (part: Fed, frames: readonly Frame[]): number =>
  Math.max(...frames.map((f) => Math.abs(voltsBetween(f.point, part.nets[0], part.nets[1]))));

const ratedVolts = (part: Fed): number | undefined => ("volts" in part ? part.volts : undefined);

function whyNot(frames: readonly Frame[], parts: readonly Fed[]): Reason | undefined {
  const [part] = parts;
  if (!part) return undefined;
  const found = mostVolts(part, frames);
  const rated = ratedVolts(part);
  if (found < 1) return { code: "no-path", part: part.id };
  return rated === undefined ? undefined : { code: "volts", part: part.id, rated, found };
}

/** Elements that get some heat out of far too few volts. A supply with fewer volts than the rating (208 for 240) is none of it. */
function weakHeat(machine: Machine, frames: readonly Frame[]): Reason[] {
  return machine.parts.flatMap((part): Reason[] => {
    if (part.kind !== "element") return [];
    const found = mostVolts(part, frames);
    return found < FED_SHARE * part.volts ? [{ code: "volts", part: part.id, rated: part.volts, found }] : [];
  });
}
