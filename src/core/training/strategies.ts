import { healthyReading } from "../diagnosis/likelihood";
import { type Bench, rank } from "../diagnosis/rank";
import type { Blocker } from "../job/closing";
import type { Job } from "../job/fold";
import { chargedCapacitor } from "../job/safety";
import { CODE, hasHood } from "../job/sights";
import type { Machine } from "../machine/schema";
import { propose } from "../planning/propose";
import { panelsToOpen, unitRepair } from "../planning/repairs";
import type { TestAction } from "../planning/tests";
import type { Move, Strategy, Table } from "./play";

const SAFE: Move = { kind: "entry", draft: { kind: "made-safe", body: { how: "cord", proved: true } }, minutes: 2 };
const LIVE: Move = { kind: "entry", draft: { kind: "energised", body: {} }, minutes: 1 };
const CLOSE: Move = { kind: "entry", draft: { kind: "closed", body: {} }, minutes: 1 };

/** Does what the program proposes, step by step. */
export const planner = (): Strategy => {
  return ({ bench, catalogue, job }) => {
    const ranking = rank(
      bench,
      job.evidence,
      job.fitted.map((f) => f.unit),
    );
    const proposal = propose(catalogue, job, ranking);
    if (!proposal) return { kind: "stop" };
    const { step } = proposal;
    switch (step.kind) {
      case "make-safe":
        return SAFE;
      case "discharge":
        return dischargeOf(step.part);
      case "energise":
        return LIVE;
      case "panel":
        return panelMove({ bench, catalogue, job }, step.panel, step.state);
      case "test":
        return { kind: "test", test: step.test };
      case "fit":
        return { kind: "fit", unit: step.unit };
      case "prove":
        return { kind: "prove" };
      case "close":
        return CLOSE;
      case "examine":
        return examine({ bench, catalogue, job }, step.blocker);
    }
  };
};

const dischargeOf = (part: string): Move => ({ kind: "entry", draft: { kind: "discharged", body: { part } }, minutes: 0.5 });

function panelMove({ bench }: Table, id: string, state: "off" | "on"): Move {
  const panel = bench.predictor.machine.panels.find((p) => p.id === id);
  return {
    kind: "entry",
    draft: { kind: "panel", body: { panel: id, state } },
    minutes: (state === "off" ? panel?.minutesOff : panel?.minutesOn) ?? 3,
  };
}

/** What looks into a cause: the air, the element to the cabinet, the part itself (a thermostat is warmed); what is found bad is put right. */
function examine(table: Table, blocker: Blocker): Move {
  const { job, bench, catalogue } = table;
  const cause = bench.predictor.machine.parts.find((p) => p.id === blocker.part);
  if (cause === undefined) return { kind: "leak-test" };
  const by = blocker.by ?? (blocker.code === "vent" ? "air" : "look");
  const id = { air: "airflow", cabinet: `cabinet ${cause.id}`, across: `part ${cause.id}.1.2`, look: `look ${cause.id}` }[by];
  const test = catalogue.tests.find((t) => t.id === id);
  const since = job.evidence
    .filter((e) => e.fitted.length === job.fitted.length)
    .flatMap((e) => (e.finding.kind === "sighting" ? [e.finding.sighting] : []));
  // Weak air in the proof is felt once more before the vent is cleared for it.
  const weak =
    job.blockers.some((b) => b.code === "vent") && (since.filter((s) => s.sight === "airflow").length > 1 || job.safety.power !== "live");
  const bad = by === "air" ? weak : since.findLast((s) => s.part === cause.id)?.value === "bad";
  // A reading that is bad twice is believed.
  const readBad =
    test?.kind === "reading" &&
    job.evidence.filter(
      (e) => e.fitted.length === job.fitted.length && isOf(test, e) && !healthyReading(bench.predictor, test.setup, e.finding),
    ).length > 1;
  if (bad || readBad || !test)
    return (cause.panel === null ? undefined : reach(table, [cause.panel], [cause.id])) ?? { kind: "fit", unit: cause.unit ?? cause.id };
  const before = test.needs === "dead" ? reach(table, test.panels, touchedBy(test)) : job.safety.power === "dead" ? LIVE : undefined;
  return before ?? { kind: "test", test };
}

const isOf = (test: Extract<TestAction, { kind: "reading" }>, { finding }: Job["evidence"][number]): boolean =>
  finding.kind === "reading" && finding.reading.between.join() === test.setup.between.join();

/** The step that is needed before hands or probes touch something behind these panels on a dead machine; undefined when it can be done now. */
function reach(table: Table, panels: readonly (string | null)[], touched: readonly string[] = []): Move | undefined {
  const { job, bench } = table;
  const { machine } = bench.predictor;
  if (job.safety.power !== "dead") return SAFE;
  const [next] = panelsToOpen(machine, panels, job.panelsOff);
  if (next !== undefined) return panelMove(table, next, "off");
  const charged = chargedCapacitor(machine, touched, job.safety);
  return charged === undefined ? undefined : dischargeOf(charged);
}

const touchedBy = (test: TestAction): readonly string[] =>
  test.kind === "reading" ? [...test.setup.between, ...test.setup.wiresOff] : test.part === undefined ? [] : [`${test.part}.1`];

/** Shared end of both fixed strategies: causes examined, panels back, power, proof; then closed, or (undefined) on with the search. */
function wrapUp(table: Table): Move | undefined {
  const { job } = table;
  const cause = job.blockers.find((b) => b.code === "cause" || b.code === "leak");
  const kind = table.bench.predictor.machine.parts.find((p) => p.id === cause?.part)?.kind;
  // A thermostat may show in the proof that it opens, and the air can only be felt with the machine closed and on.
  const felt = kind === "duct" && hasHood(table.bench.predictor.machine);
  const later = (kind === "thermostat" && !job.proof) || (felt && (job.safety.power !== "live" || job.panelsOff.length > 0));
  if (cause && !later) return examine(table, cause);
  if (job.panelsOff.length > 0) return job.safety.power === "live" ? SAFE : panelMove(table, job.panelsOff.at(-1) as string, "on");
  if (job.safety.power !== "live") return LIVE;
  if (!job.proof) return { kind: "prove" };
  if (job.proof.starts !== "yes" || job.proof.turns !== "yes" || job.proof.warm !== "yes") return undefined;
  const open = job.blockers[0];
  return open ? examine(table, open) : CLOSE;
}

/**
 * The fixed order: watch it, look at supply and setting, feel the air, make it safe; then every part of the branch in
 * question (motor branch when it does not turn, heat branch when it does), panel by panel from the supply down, each with
 * its wires off. What reads wrong twice is fitted and proven; when that was not it, the order goes on. A fault code is
 * believed first. When every part reads as it should, the same places are read with the wires on, for a bad joint.
 */
export const fixedOrder = (): Strategy => {
  let queue: TestAction[] | undefined;
  let fitting: string | undefined;
  let pending: TestAction | undefined;
  let repaired = false;
  let branch: readonly TestAction[] = [];
  let lastResort: string[] | undefined;
  let joints = false;
  let again: TestAction | undefined;
  let wiresOn = false;
  const step: Strategy = (table) => {
    const { job, catalogue, bench } = table;
    if (fitting) {
      const unit = fitting;
      const repair = unitRepair(bench.predictor.machine, unit);
      const first = repair.panel !== null || repair.replaces ? reach(table, [repair.panel], partsOf(bench, unit)) : undefined;
      if (first) return first;
      fitting = undefined;
      repaired = !joints;
      return { kind: "fit", unit };
    }
    if (repaired) {
      const move = wrapUp(table);
      if (move) return move;
      repaired = false;
    }
    for (const id of WATCHED) {
      const test = catalogue.tests.find((t) => t.id === id);
      if (test && !queue && !seen(job, id)) return { kind: "test", test };
    }
    if (!queue) {
      queue = branchInOrder(table);
      branch = queue.filter((t) => t.id.startsWith("part "));
    }
    while (queue.length > 0) {
      const test = queue[0] as TestAction;
      const last = job.evidence.at(-1);
      const bad =
        test.kind === "reading"
          ? !healthyReading(bench.predictor, test.setup, last?.finding)
          : last?.finding.kind === "sighting" && isBad(last.finding.sighting.value);
      if (pending === test) {
        pending = undefined;
        // What reads bad is read once more before a part is fitted for it.
        if (bad && test.kind === "reading" && again !== test) {
          again = test;
          continue;
        }
        queue.shift();
        if (bad && test.part !== undefined) {
          fitting = wiresOn ? `joint.${test.part}` : unitOfPart(table, test.part);
          return step(table);
        }
        continue;
      }
      const before =
        test.needs === "dead"
          ? reach(table, test.panels, touchedBy(test))
          : test.needs === "running" && job.safety.power === "dead"
            ? LIVE
            : undefined;
      if (before) return before;
      pending = test;
      return { kind: "test", test };
    }
    // Every part reads as it should with its wires off: then the same places with the wires on, for a joint that does not.
    if (!wiresOn) {
      wiresOn = true;
      queue = branch.flatMap((t) => acrossWithWires(table, t.part as string));
      return step(table);
    }
    // Nothing read wrong at all: back to the supply, then what cold ohms can't clear is fitted, the most often failing first,
    // then every joint of the branch is remade, then the rest.
    lastResort ??= [
      ...new Set([
        "supply",
        ...unclearUnits(table),
        ...branch.map((t) => `joint.${t.part}`),
        ...branch.map((t) => unitOfPart(table, t.part as string)),
      ]),
    ];
    const unit = lastResort.shift();
    if (unit === undefined) return { kind: "stop" };
    fitting = unit;
    joints = unit.startsWith("joint.") && (lastResort[0]?.startsWith("joint.") ?? false);
    return step(table);
  };
  return step;
};

/** Units with faults that leave a cold reading across the part as it should be, by how often they fail (the file's base rates). */
function unclearUnits(table: Table): string[] {
  const { bench, catalogue, job } = table;
  const { machine } = bench.predictor;
  const runs = lastSight(job, "starts") === "yes";
  const weights = new Map<string, number>();
  for (const part of machine.parts) {
    if (part.kind === "duct" || part.kind === "setting" || part.kind === "supply" || part.kind === "belt") continue;
    const test = catalogue.tests.find((t) => t.kind === "reading" && t.id.startsWith(`part ${part.id}.`));
    for (const f of part.faults) {
      const fault = { part: part.id, mode: f.mode, at: f.at, severity: f.severity };
      const shares = bench.predictor.sightShares([fault], false);
      // It would have to explain what was seen: no start, or a start without heat.
      if ((shares.starts?.yes ?? 0) > 0.5 !== runs) continue;
      const value = test?.kind === "reading" ? bench.predictor.reading([fault], test.setup).mean : undefined;
      const looksGood =
        test?.kind !== "reading" ||
        healthyReading(bench.predictor, test.setup, {
          kind: "reading",
          reading: {
            unit: "ohm",
            between: [...test.setup.between] as [string, string],
            value: Number.isFinite(value) ? (value as number) : null,
            wiresOff: [...test.setup.wiresOff],
            controls: {},
          },
        });
      const unit = part.unit ?? part.id;
      if (looksGood) weights.set(unit, (weights.get(unit) ?? 0) + f.weight.value);
    }
  }
  return [...weights].sort((x, y) => y[1] - x[1]).map(([unit]) => unit);
}

/** The part's two nets with every wire on, where both can be probed. */
function acrossWithWires({ bench, catalogue }: Table, id: string): TestAction[] {
  const part = bench.predictor.machine.parts.find((p) => p.id === id);
  const [a, b] = part?.nets ?? [];
  const test = catalogue.tests.find((t) => t.id === `pair ${a} ${b} ` || t.id === `pair ${b} ${a} `);
  return test ? [{ ...test, part: id } as TestAction] : [];
}

/** What is watched before anything is opened; the code and the display only on machines that have them. */
const WATCHED = ["starts", "warm", "display", CODE];
const isBad = (value: string): boolean => ["bad", "no", "weak", "none"].includes(value);
const lastSight = (job: Job, sight: string): string | undefined => {
  const e = job.evidence.findLast((x) => x.source === "technician" && x.finding.kind === "sighting" && x.finding.sighting.sight === sight);
  return e?.finding.kind === "sighting" ? e.finding.sighting.value : undefined;
};
const seen = (job: Job, sight: string): boolean => lastSight(job, sight) !== undefined;

const partsOf = ({ predictor }: Bench, unit: string): string[] =>
  predictor.machine.parts.filter((p) => (p.unit ?? p.id) === unit).map((p) => p.id);
const unitOfPart = ({ bench }: Table, part: string): string => bench.predictor.machine.parts.find((p) => p.id === part)?.unit ?? part;

/** Looks first, then the parts of the branch in question with their wires off: what a fault code names, then panel by panel from the supply down. */
function branchInOrder({ bench, catalogue, job }: Table): TestAction[] {
  const { machine } = bench.predictor;
  const runs = lastSight(job, "starts") === "yes";
  const kinds = new Map(machine.parts.map((p) => [p.id, p.kind]));
  const heats = (id: string) => ["element", "igniter", "coil", "thermistor", "radiant-sensor"].includes(kinds.get(id) ?? "");
  const starts = (id: string) => ["motor", "board", "switch"].includes(kinds.get(id) ?? "");
  const rails = new Set(machine.sheet.rails.map((r) => r.net));
  const rows = machine.sheet.rows.filter((r) => {
    const ids = r.parts.flat();
    if (runs) return ids.some(heats) || (ids.some((i) => kinds.get(i) === "thermostat") && !ids.some((i) => kinds.get(i) === "motor"));
    return (
      ids.some((i) => kinds.get(i) === "motor" || kinds.get(i) === "board" || isPump(machine, i)) ||
      (!rails.has(r.from) && ids.every(starts))
    );
  });
  const supply = machine.parts.filter((p) => p.kind === "conductor" && p.faults.length > 0).map((p) => p.id);
  const parts = [...new Set([...supply, ...rows.flatMap((r) => r.parts.flat())])];
  const inBranch = catalogue.tests.filter(
    (t) => t.kind === "reading" && t.id.startsWith("part ") && t.part !== undefined && parts.includes(t.part),
  );
  inBranch.sort((a, b) => parts.indexOf(a.part as string) - parts.indexOf(b.part as string));
  const panels = [...new Set(inBranch.map((t) => t.panels[0] ?? ""))];
  const named = codedParts(machine, lastSight(job, CODE));
  const order = (t: TestAction) => (named.includes(t.part as string) ? -1 : panels.indexOf(t.panels[0] ?? ""));
  inBranch.sort((a, b) => order(a) - order(b));
  const looked = runs ? ["duct", "gas-supply"] : ["tank", "belt"];
  const ids = machine.parts.filter((p) => ["setting", "supply", ...looked].includes(p.kind)).map((p) => `look ${p.id}`);
  const byOtherMeans = machine.parts.filter((p) => !runs && (p.kind === "capacitor" || isPump(machine, p.id))).map((p) => `look ${p.id}`);
  const looks = [...ids, ...(runs ? ["airflow"] : [])].flatMap((id) => catalogue.tests.find((t) => t.id === id) ?? []);
  const air = looks.map((t) => (t.id === "airflow" ? { ...t, part: machine.parts.find((p) => p.kind === "duct")?.id } : t)) as TestAction[];
  // A capacitor and a pump are judged by other means than ohms, when the work has come to their panel.
  const judged = byOtherMeans.flatMap((id) => catalogue.tests.find((t) => t.id === id) ?? []);
  const rest = [...inBranch];
  for (const j of judged) {
    const at = rest.findLastIndex((t) => t.panels[0] === j.panels[0]);
    rest.splice(at + 1, 0, j);
  }
  return [...air, ...rest];
}

const isPump = (machine: Machine, id: string): boolean =>
  machine.parts.some((p) => p.id === id && p.kind === "resistor" && p.role === "pump");

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

/** Fits the part that most often fails with such a complaint, proves, and goes on to the next most frequent. */
export const usualPart = (): Strategy => {
  let order: string[][] | undefined;
  let current: string[] = [];
  let repaired = false;
  const step: Strategy = (table) => {
    const { bench, job } = table;
    const { machine } = bench.predictor;
    for (const id of ["starts", "warm"]) {
      const test = table.catalogue.tests.find((t) => t.id === id);
      if (test && !order && !seen(job, id)) return { kind: "test", test };
    }
    order ??= [...groupShares(table)].sort((a, b) => b.share - a.share).map((g) => [...g.units]);
    const todo = current.find((u) => !job.fitted.some((f) => f.unit === u));
    if (todo !== undefined) {
      const repair = unitRepair(machine, todo);
      const first = repair.panel !== null || repair.replaces ? reach(table, [repair.panel], partsOf(bench, todo)) : undefined;
      if (first) return first;
      repaired = true;
      return { kind: "fit", unit: todo };
    }
    if (repaired) {
      const move = wrapUp(table);
      if (move) return move;
      repaired = false;
    }
    const next = order.shift();
    if (!next) return { kind: "stop" };
    current = next;
    return step(table);
  };
  return step;
};

function groupShares({ bench, job }: Table): Iterable<{ units: readonly string[]; share: number }> {
  const groups = new Map<string, { units: readonly string[]; share: number }>();
  for (const s of rank(bench, job.evidence).suspects) {
    if (s.hypothesis.units.length === 0 || s.hypothesis.kind === "pair") continue;
    const key = s.hypothesis.units.join("+");
    const group = groups.get(key) ?? { units: s.hypothesis.units, share: 0 };
    group.share += s.probability;
    groups.set(key, group);
  }
  return groups.values();
}
