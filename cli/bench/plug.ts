import { judgePlug, type PlugCheck, type PlugRead, plugCheck } from "../../src/core/model/access/plug/check";
import type { PlugReading } from "../../src/core/model/access/plug/foreseen";
import { toldApart } from "../../src/core/model/access/plug/likelihood";
import { item } from "../../src/core/model/array/at";
import { type Branch, resistancesOf } from "../../src/core/model/circuit/resistances";
import type { Machine } from "../../src/core/model/machine/format";
import { deadMachine } from "../../src/core/model/machine/network";
import { deadCondition } from "../../src/core/model/machine/run/at-rest";
import { terminalName, type WiringEdit } from "../../src/core/model/machine/wiring";
import { randomFrom } from "../../src/core/practice/random";
import { MACHINES } from "../../src/machines";
import { print, quantile } from "./measure";

const JOBS = 300;
const MOST_PARTS = 3;
/** A meter off by at most this share, its leads by at most so many ohms. */
const METER = 0.01;
const LEADS = 0.4;

/** Jobs with one mistake in the wires that were touched, and jobs with none: what the plug check finds, names, and cries wolf about. */
export function plugging(): void {
  for (const machine of MACHINES) {
    const random = randomFrom(41);
    const tally = { visible: 0, found: 0, first: 0, alone: 0, right: 0, false: 0, unsure: 0, most: 0 };
    const ms: number[] = [];
    while (tally.visible < JOBS) {
      const touched = someTerminals(machine, random);
      const begun = performance.now();
      const check = plugCheck(machine, touched, machine.spares);
      ms.push(performance.now() - begun);
      tally.most = Math.max(tally.most, check.steps.length);
      if (check.seen.length === 0) continue;
      tally.visible++;
      const truth = item(check.seen, Math.floor(random() * check.seen.length));
      const wrong = judgePlug(machine, touched, takeAll(machine, check, [truth.edit], random), machine.spares);
      if (wrong.verdict !== "right") tally.found++;
      const best = wrong.mistakes[0]?.mistake;
      if (wrong.verdict !== "right" && best?.id === truth.id) tally.alone++;
      if (wrong.verdict !== "right" && best && isAlike(check, best.id, truth.id)) tally.first++;
      const good = judgePlug(machine, touched, takeAll(machine, check, [], random), machine.spares);
      tally.right++;
      if (good.verdict === "wrong") tally.false++;
      if (good.verdict === "unclear") tally.unsure++;
    }
    const share = (n: number): number => Number((n / tally.visible).toFixed(3));
    print({ name: `plug, ${machine.id}: found, of ${JOBS} mistakes that can be seen`, figure: share(tally.found), unit: "share" });
    print({
      name: `plug, ${machine.id}: found and named first, or with those it can't be told from`,
      figure: share(tally.first),
      unit: "share",
    });
    print({ name: `plug, ${machine.id}: found and named first of all, alone`, figure: share(tally.alone), unit: "share" });
    print({ name: `plug, ${machine.id}: false alarms in ${tally.right} rightly wired`, figure: tally.false, unit: "jobs" });
    print({ name: `plug, ${machine.id}: unclear in ${tally.right} rightly wired`, figure: tally.unsure, unit: "jobs" });
    print({ name: `plug, ${machine.id}: readings proposed at most`, figure: tally.most, unit: "readings" });
    print({ name: `plug, ${machine.id}: to propose them, median`, figure: Math.round(quantile(ms, 0.5)), unit: "ms" });
  }
}

/** No reading that is proposed tells the one mistake from the other. */
function isAlike({ seen, steps }: PlugCheck, one: string, two: string): boolean {
  const column = (id: string) => {
    const i = seen.findIndex((m) => m.id === id);
    return steps.map((s) => s.under[i]);
  };
  return one === two || !toldApart(column(one), column(two));
}

function someTerminals(machine: Machine, random: () => number): string[] {
  const wired = machine.parts.filter((p) => p.nets.length > 0 && p.kind !== "conductor");
  const parts = Array.from({ length: 1 + Math.floor(random() * MOST_PARTS) }, () => item(wired, Math.floor(random() * wired.length)));
  return [...new Set(parts.flatMap((p) => p.nets.map((_, i) => terminalName(p.id, i + 1))))];
}

function takeAll(machine: Machine, { steps }: PlugCheck, edits: readonly WiringEdit[], random: () => number): PlugRead[] {
  const factor = new Map(machine.parts.map((p) => [p.id, 1 + ("tolerance" in p ? p.tolerance : 0) * (2 * random() - 1)]));
  const gain = 1 + METER * (2 * random() - 1);
  const leads = LEADS * random();
  return steps.map((step) => ({
    between: step.between,
    controls: step.controls,
    ohms: takeOne(machine, step, edits, factor, gain, leads + 0.1 * random()),
  }));
}

function takeOne(
  machine: Machine,
  { between, controls }: PlugReading,
  edits: readonly WiringEdit[],
  factor: ReadonlyMap<string, number>,
  gain: number,
  leads: number,
): number | null {
  const nets = new Map<string, number>();
  const numberOf = (net: string): number => {
    const known = nets.get(net) ?? nets.size;
    nets.set(net, known);
    return known;
  };
  const branches = deadMachine(machine, deadCondition(machine, controls), edits).healthy.flatMap((c): Branch[] =>
    c.kind === "resistor" ? [{ a: numberOf(c.a), b: numberOf(c.b), ohms: c.ohms * (factor.get(item(c.id.split("/"), 0)) ?? 1) }] : [],
  );
  const [a, b] = between.map(numberOf);
  const { ohms, size } = resistancesOf(nets.size, branches);
  const between1 = ohms[(a ?? 0) * size + (b ?? 0)] ?? Infinity;
  return between1 > 2e6 ? null : Number((between1 * gain + leads).toPrecision(4));
}
