import { type Machine, type PartKind, partOf } from "../../model/machine/format";
import type { TestAction } from "../../reason/planning/tests/tests";
import type { Job } from "../../record/job/fold";
import { lastSight } from "./moves";
import type { Situation } from "./situation";

const HEATS: readonly PartKind[] = ["element", "igniter", "coil", "thermistor", "radiant-sensor"];
const STARTS: readonly PartKind[] = ["motor", "board", "switch"];

/** It runs, so that the heat branch is in question and not the motor's. */
const runs = (job: Job): boolean => lastSight(job, "starts") === "yes";

/** Looks first, then the parts of the branch in question with their wires off: what a fault code names, then panel by panel from the supply down. */
export function branchInOrder(situation: Situation): TestAction[] {
  const { machine } = situation.suspects.predictor;
  const rest = metered(situation);
  // A capacitor and a pump are judged by other means than ohms, when the work has come to their panel.
  for (const look of judgedByLooks(situation)) {
    const at = rest.findLastIndex((t) => t.panels[0] === look.panels[0]);
    rest.splice(at + 1, 0, look);
  }
  const duct = machine.parts.find((p) => p.kind === "duct")?.id;
  const looks = lookedAtFirst(situation).map((t) => (t.id === "airflow" && duct !== undefined ? { ...t, part: duct } : t));
  return [...looks, ...rest];
}

const byId = ({ catalogue }: Situation, ids: readonly string[]): TestAction[] =>
  ids.flatMap((id) => catalogue.tests.find((t) => t.id === id) ?? []);

function lookedAtFirst(situation: Situation): TestAction[] {
  const kinds: PartKind[] = [
    "setting",
    "supply",
    ...(runs(situation.job) ? (["duct", "gas-supply"] as const) : (["tank", "belt"] as const)),
  ];
  const looks = situation.suspects.predictor.machine.parts.filter((p) => kinds.includes(p.kind)).map((p) => `look ${p.id}`);
  return byId(situation, [...looks, ...(runs(situation.job) ? ["airflow"] : [])]);
}

function judgedByLooks(situation: Situation): TestAction[] {
  const { machine } = situation.suspects.predictor;
  if (runs(situation.job)) return [];
  return byId(
    situation,
    machine.parts.filter((p) => p.kind === "capacitor" || isPump(machine, p.id)).map((p) => `look ${p.id}`),
  );
}

const isPump = (machine: Machine, id: string): boolean => {
  const part = partOf(machine, id);
  return part.kind === "resistor" && part.role === "pump";
};

/** The readings across the parts of the branch, in the order in which they are made. */
function metered({ suspects, catalogue, job }: Situation): TestAction[] {
  const { machine } = suspects.predictor;
  const parts = partsInQuestion(machine, runs(job));
  const placeOf = (t: TestAction) => parts.indexOf(t.part ?? "");
  const inBranch = catalogue.tests.filter((t) => t.id.startsWith("part ") && placeOf(t) >= 0).sort((a, b) => placeOf(a) - placeOf(b));
  const panels = [...new Set(inBranch.map((t) => t.panels[0] ?? ""))];
  const named = codedParts(machine, lastSight(job, "code"));
  const order = (t: TestAction) => (named.includes(t.part ?? "") ? -1 : panels.indexOf(t.panels[0] ?? ""));
  return inBranch.sort((a, b) => order(a) - order(b));
}

/** The cord, then the parts of the rows that heat, or that make it start. */
function partsInQuestion(machine: Machine, runs: boolean): string[] {
  const supply = machine.parts.filter((p) => p.kind === "conductor" && p.faults.length > 0).map((p) => p.id);
  const rows = machine.sheet.rows.filter((r) => (runs ? isHeatRow(machine, r.parts.flat()) : isStartRow(machine, r)));
  return [...new Set([...supply, ...rows.flatMap((r) => r.parts.flat())])];
}

function isHeatRow(machine: Machine, ids: readonly string[]): boolean {
  const kinds = ids.map((id) => partOf(machine, id).kind);
  return kinds.some((k) => HEATS.includes(k)) || (kinds.includes("thermostat") && !kinds.includes("motor"));
}

function isStartRow(machine: Machine, { from, parts }: Machine["sheet"]["rows"][number]): boolean {
  const ids = parts.flat();
  const kinds = ids.map((id) => partOf(machine, id).kind);
  const fromRail = machine.sheet.rails.some((r) => r.net === from);
  return (
    kinds.includes("motor") ||
    kinds.includes("board") ||
    ids.some((id) => isPump(machine, id)) ||
    (!fromRail && kinds.every((k) => STARTS.includes(k)))
  );
}

/** The parts that a code speaks of: the thermistor, or what stands between the pins of a sense. */
function codedParts(machine: Machine, code: string | undefined): string[] {
  return machine.parts.flatMap((board) => {
    if (board.kind !== "board") return [];
    const found = board.codes.find((c) => c.code === code);
    if (found?.when === "sensor-open" || found?.when === "sensor-short") return [board.sensor.part];
    const nets = board.senses.find((s) => found?.when === "not-made" && s.id === found.sense)?.nets;
    return nets ? machine.parts.filter((p) => p.nets.some((n) => nets.includes(n))).map((p) => p.id) : [];
  });
}

/** The part's two nets with every wire on, where both can be probed. */
export function acrossWithWires({ suspects, catalogue }: Situation, id: string): TestAction[] {
  const [a, b] = partOf(suspects.predictor.machine, id).nets;
  const test = catalogue.tests.find((t) => t.id === `pair ${a} ${b}` || t.id === `pair ${b} ${a}`);
  return test ? [{ ...test, part: id }] : [];
}
