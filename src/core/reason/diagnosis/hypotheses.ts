import { item } from "../../model/array/at";
import { assemblyIdOf, remedyOf } from "../../model/machine/assembly";
import {
  type Fault,
  faultKey,
  faultsId,
  isJoint,
  JOINT_HOT,
  JOINT_INTERMITTENT,
  JOINT_OPEN,
  JOINT_PINCHED,
  JOINT_POOR,
  JOINT_SWAPPED,
} from "../../model/machine/fault";
import { type Machine, partOf } from "../../model/machine/format";
import { generalFaults } from "../../model/machine/general-faults";
import { POOR_OHMS, SEVERITIES, severitiesIn, unlistedFaults } from "../../model/machine/severity";

/** One complete explanation: the faults that are present together, each with its severity. No faults: nothing is wrong. */
export interface Hypothesis {
  /** Fault keys with severities, joined with `+`; empty for “nothing wrong”. */
  readonly id: string;
  /** The same without the severities: hypotheses that differ only in how far something has drifted are one suspect. */
  readonly suspect: string;
  readonly kind: "nothing" | "single" | "joint" | "cause" | "pair";
  readonly faults: readonly Fault[];
  /** Prior probability; all hypotheses of a machine add up to 1. An estimate from the machine file's weights. */
  readonly prior: number;
  /** Why the damage follows from the cause, as the machine file says it; for a cause with its damage. */
  readonly because?: string;
  /** Assemblies to fit or put right, sorted. */
  readonly assemblies: readonly string[];
}

const NOTHING_WRONG_WEIGHT = 2;
/** Says how often a bad joint still conducts, against one that is open (est.). */
const POOR_WEIGHT = 0.6;
/** Says how often a wire has rubbed through on the cabinet, against a joint that is open, for each net (est.). */
const PINCHED_WEIGHT = 0.25;
/** Says how often a joint parts only when it is hot, against one that is open; and how often two wires of one part were swapped by an earlier repair, for each part, in the weights of the file (est.). */
const HOT_WEIGHT = 0.12;
const SWAPPED_WEIGHT = 0.25;
/** Says how often a joint is intermittent, against one that is open for good (est.). */
const INTERMITTENT_WEIGHT = 0.1;
/** Says how often a part is off in a way that its file does not list, against those that it lists; and at least, in the weights of the file (est.). */
const UNLISTED_SHARE = 0.12;
const LEAST_UNLISTED = 0.1;
/** Share of machines with two faults that have nothing to do with each other (est.). */
const PAIRS_SHARE = 0.03;
/** A pair is a suspect when it is at least this likely among all faults taken twice, and among the likeliest so many. */
const PAIR_THRESHOLD = 4e-7;
const MOST_PAIRS = 1300;
/** Least share that a cause keeps of its weight for itself, however often it damages something. */
const LEAST_ALONE = 0.02;

const suspectId = (faults: readonly Fault[]): string => faults.map(faultKey).join("+");

interface Weighted {
  readonly kind: Hypothesis["kind"];
  readonly faults: readonly Fault[];
  readonly weight: number;
  readonly because?: string;
}

/** Every single fault at each severity, every bad joint, every cause with its damage, likely pairs, and nothing wrong. */
export function hypothesesOf(machine: Machine, { pairs: withPairs = true } = {}): Hypothesis[] {
  const singles = singleFaults(machine);
  const weighted: Weighted[] = [
    { kind: "nothing", faults: [], weight: NOTHING_WRONG_WEIGHT },
    ...singles.flatMap((s) => severally(s)),
    ...causesWithDamage(machine, singles),
    ...joints(machine),
    ...pinched(machine),
    ...swapped(machine),
    ...machine.parts.flatMap((p) => [...unlisted(p), ...general(machine, p)]),
  ];
  const sum = weighted.reduce((total, w) => total + w.weight, 0);
  const known = new Set(weighted.map((w) => unordered(w.faults)));
  const pairs = (withPairs ? pairsOf(machine, singles, sum) : []).filter((p) => !known.has(unordered(p.faults)));
  const pairSum = pairs.reduce((total, w) => total + w.weight, 0);
  const all = [
    ...weighted.map((w) => ({ ...w, prior: (w.weight / sum) * (pairSum > 0 ? 1 - PAIRS_SHARE : 1) })),
    ...pairs.map((w) => ({ ...w, prior: (w.weight / pairSum) * PAIRS_SHARE })),
  ];
  return all.map((w) => hypothesisOf(machine, w, w.prior));
}

function hypothesisOf(machine: Machine, { kind, faults, because }: Weighted, prior: number): Hypothesis {
  return {
    id: faultsId(faults),
    suspect: suspectId(faults),
    kind,
    faults,
    prior,
    ...(because !== undefined && { because }),
    assemblies: [...new Set(faults.map((f) => remedyOf(machine, f)))].sort(),
  };
}

const unordered = (faults: readonly Fault[]): string => faults.map(faultKey).sort().join("+");

interface Single {
  readonly fault: Fault;
  readonly range: readonly [number, number] | undefined;
  /** Holds what is left to it alone after the cases in which it damages something else. */
  readonly alone: number;
  readonly weight: number;
}

function singleFaults(machine: Machine): Single[] {
  return machine.parts.flatMap((part) =>
    part.faults.map((f): Single => {
      const damages = machine.causes.filter((c) => c.cause.part === part.id && c.cause.mode === f.mode);
      const alone = Math.max(LEAST_ALONE, 1 - damages.reduce((sum, d) => sum + d.probability, 0));
      const fault = { part: part.id, mode: f.mode, at: f.at, severity: f.severity };
      return { fault, range: f.range, alone: f.weight.value * alone, weight: f.weight.value };
    }),
  );
}

/** A fault at each of its severities. */
function atSeverities({ fault, range }: Pick<Single, "fault" | "range">): Fault[] {
  return range ? severitiesIn(range).map((severity) => ({ ...fault, severity })) : [fault];
}

/** A fault as it is found beside another one: in the middle of its range. */
const middle = (single: Pick<Single, "fault" | "range">): Fault => item(atSeverities(single), single.range ? (SEVERITIES - 1) / 2 : 0);

function severally(single: Single): Weighted[] {
  const faults = atSeverities(single);
  return faults.map((f) => ({ kind: "single", faults: [f], weight: single.alone / faults.length }));
}

function causesWithDamage(machine: Machine, singles: readonly Single[]): Weighted[] {
  return machine.causes.flatMap((c) => {
    const damage = singles.find((s) => s.fault.part === c.damage.part && s.fault.mode === c.damage.mode);
    if (!damage) throw new RangeError(`${machine.id} has no fault “${c.damage.part} ${c.damage.mode}”`);
    return singles
      .filter((s) => s.fault.part === c.cause.part && s.fault.mode === c.cause.mode)
      .flatMap((single) => {
        const causes = atSeverities(single);
        return causes.map(
          (cause): Weighted => ({
            kind: "cause",
            faults: [cause, middle(damage)],
            weight: (single.weight * c.probability) / causes.length,
            because: c.because,
          }),
        );
      });
  });
}

/** Every joint that may be bad: open, open when hot, open now and then, or poor. */
function joints(machine: Machine): Weighted[] {
  return machine.parts.flatMap(({ id, nets, jointWeight }) =>
    jointWeight === 0
      ? []
      : nets.flatMap((_, i) => [
          openJoint(id, i + 1, jointWeight),
          hotJoint(id, i + 1, jointWeight),
          intermittentJoint(id, i + 1, jointWeight),
          ...poorJoints(id, i + 1, jointWeight),
        ]),
  );
}

const openJoint = (part: string, at: number, weight: number): Weighted => ({
  kind: "joint",
  faults: [{ part, mode: JOINT_OPEN, at: String(at) }],
  weight,
});

const hotJoint = (part: string, at: number, weight: number): Weighted => ({
  kind: "joint",
  faults: [{ part, mode: JOINT_HOT, at: String(at) }],
  weight: weight * HOT_WEIGHT,
});

const intermittentJoint = (part: string, at: number, weight: number): Weighted => ({
  kind: "joint",
  faults: [{ part, mode: JOINT_INTERMITTENT, at: String(at) }],
  weight: weight * INTERMITTENT_WEIGHT,
});

const poorJoints = (part: string, at: number, weight: number): Weighted[] =>
  POOR_OHMS.map((severity) => ({
    kind: "joint",
    faults: [{ part, mode: JOINT_POOR, at: String(at), severity }],
    weight: (weight * POOR_WEIGHT) / POOR_OHMS.length,
  }));

/** One wire of each net rubbed through on the cabinet; the cabinet's own excepted. */
function pinched(machine: Machine): Weighted[] {
  const seen = new Set([machine.cabinet, machine.supply.ground.pin]);
  return machine.parts.flatMap(({ id, nets, jointWeight }) =>
    nets.flatMap((net, i): Weighted[] => {
      if (jointWeight === 0 || seen.has(net)) return [];
      seen.add(net);
      return [{ kind: "joint", faults: [{ part: id, mode: JOINT_PINCHED, at: String(i + 1) }], weight: jointWeight * PINCHED_WEIGHT }];
    }),
  );
}

/** Two wires of a part with three terminals or more on each other’s place. */
function swapped(machine: Machine): Weighted[] {
  return machine.parts.flatMap(({ id, nets, jointWeight }): Weighted[] => {
    if (jointWeight === 0 || nets.length < 3) return [];
    const couples = nets.flatMap((a, i) => nets.flatMap((b, j) => (j > i && a !== b ? [`${i + 1}-${j + 1}`] : [])));
    return couples.map((at) => ({
      kind: "joint",
      faults: [{ part: id, mode: JOINT_SWAPPED, at }],
      weight: SWAPPED_WEIGHT / couples.length,
    }));
  });
}

/** Faults that any machine can have. */
const general = (machine: Machine, part: Machine["parts"][number]): Weighted[] =>
  generalFaults(machine, part).flatMap(({ faults, weight }) =>
    faults.map((f): Weighted => ({ kind: "single", faults: [f], weight: weight / faults.length })),
  );

/** Gives what the file of a machine does not list and happens all the same. */
function unlisted(part: Machine["parts"][number]): Weighted[] {
  const faults = unlistedFaults(part);
  const weight = Math.max(LEAST_UNLISTED, UNLISTED_SHARE * part.faults.reduce((sum, f) => sum + f.weight.value, 0));
  return faults.map((fault) => ({ kind: "single", faults: [fault], weight: weight / faults.length }));
}

/** Two faults of different parts, or a fault and an open joint, at once by chance; the likeliest first. */
function pairsOf(machine: Machine, singles: readonly Single[], sum: number): Weighted[] {
  const open = machine.parts.flatMap(({ id, nets, jointWeight }) =>
    jointWeight === 0 ? [] : nets.map((_, i) => ({ fault: item(openJoint(id, i + 1, 1).faults, 0), weight: jointWeight })),
  );
  const members = [...singles.map((s) => ({ fault: middle(s), weight: s.weight })), ...open];
  const pairs: Weighted[] = [];
  members.forEach((a, i) => {
    for (const b of members.slice(i + 1)) {
      const weight = (a.weight * b.weight) / (sum * sum);
      if (a.fault.part === b.fault.part || weight < PAIR_THRESHOLD || (isJoint(a.fault) && isJoint(b.fault))) continue;
      pairs.push({ kind: "pair", faults: [a.fault, b.fault], weight });
    }
  });
  return pairs.sort((a, b) => b.weight - a.weight).slice(0, MOST_PAIRS);
}

/** The faults that are still there after these were fitted or put right. Fitting a part also remakes its joints. */
export function remaining(machine: Machine, faults: readonly Fault[], fitted: readonly string[]): readonly Fault[] {
  if (fitted.length === 0 || faults.length === 0) return faults;
  const left = faults.filter((f) => !fitted.includes(assemblyIdOf(partOf(machine, f.part))) && !fitted.includes(remedyOf(machine, f)));
  return left.length === faults.length ? faults : left;
}
