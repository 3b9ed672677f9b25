import { item } from "../../model/array/at";
import { type Fault, JOINT_POOR } from "../../model/machine/fault";
import type { Machine } from "../../model/machine/format";
import type { Prediction } from "../../model/prediction/prediction";
import { Predictor } from "../../model/prediction/predictor";
import { hypothesesOf } from "./hypotheses";

/** Two holes of the outlet, by their legs. */
export interface OutletPair {
  readonly says: string;
  readonly between: readonly [string, string];
}

export function outletPairs({ supply: { legs, neutral } }: Machine): OutletPair[] {
  const toNeutral = legs.map((l): OutletPair => ({ says: `${l.id} to N`, between: [l.wall, neutral.wall] }));
  const across = legs.flatMap((a, i) =>
    legs.slice(i + 1).map((b): OutletPair => ({ says: `${a.id} to ${b.id}`, between: [a.wall, b.wall] })),
  );
  return [...across, ...toNeutral];
}

/** Holds what one state of the supply means for this machine: volts at the outlet with the cord out and in, parallel to the pairs; whether it starts, turns, heats. */
export interface SupplyCase {
  /** None: as it should be, or what is swapped. */
  readonly faults: readonly Fault[];
  /** The leg that changed places with neutral, at the outlet or in the cord. */
  readonly swapped?: string;
  readonly out: readonly (number | null)[];
  readonly in: readonly (number | null)[];
  readonly starts: number;
  readonly warm: number;
  /** The breaker lets go. */
  readonly trips: number;
}

/** Gives what the supply itself can have; and of the cord, one poor joint for all of them. */
function casesOf(machine: Machine): (readonly Fault[])[] {
  const cord = new Set([machine.supply.part, ...machine.parts.filter((p) => p.kind === "conductor").map((p) => p.id)]);
  const single = hypothesesOf(machine, { pairs: false }).filter((h) => h.faults.length === 1 && cord.has(item(h.faults, 0).part));
  const ofSupply = single.filter((h) => item(h.faults, 0).part === machine.supply.part).map((h) => h.faults);
  const poor = single.filter((h) => item(h.faults, 0).mode === JOINT_POOR).map((h) => h.faults);
  return [[], ...ofSupply, ...poor.slice(Math.floor(poor.length / 2)).slice(0, 1)];
}

/** The states of the supply that this machine's model has, each run with it; and each leg in the place of neutral. */
export function supplyCases(machine: Machine, predictor: Predictor): SupplyCase[] {
  return [
    ...casesRun(machine, predictor, casesOf(machine), outletPairs(machine)),
    ...machine.supply.legs.map((leg) => swappedCase(machine, leg.id)),
  ];
}

/** A leg and neutral have changed places: the pins stand where the other should, and so do the holes for who measures them. */
function swappedCase(machine: Machine, id: string): SupplyCase {
  const { supply } = machine;
  const { neutral } = supply;
  const leg = item(
    supply.legs.filter((l) => l.id === id),
    0,
  );
  const legs = supply.legs.map((l) => (l.id === id ? { ...l, pin: neutral.pin } : l));
  const changed: Machine = { ...machine, supply: { ...supply, legs, neutral: { ...neutral, pin: leg.pin } } };
  const hole = (at: string) => (at === leg.wall ? neutral.wall : at === neutral.wall ? leg.wall : at);
  const pairs = outletPairs(machine).map((p): OutletPair => ({ ...p, between: [hole(p.between[0]), hole(p.between[1])] }));
  return { ...item(casesRun(changed, new Predictor(changed), [[]], pairs), 0), swapped: id };
}

function casesRun(machine: Machine, predictor: Predictor, list: readonly (readonly Fault[])[], pairs: readonly OutletPair[]): SupplyCase[] {
  const controls = Object.fromEntries(machine.controls.map((c) => [c.id, c.momentary ? c.rest : c.run]));
  const volts = (unplugged: boolean): (number | null)[][] => {
    const read = pairs.map(({ between }) =>
      predictor.readings(list, { between: [between[0], between[1]], unit: "volt", wiring: [], controls, unplugged }),
    );
    return list.map((_, i) => read.map((p) => voltsOf(item(p, i))));
  };
  const [out, inside] = [volts(true), volts(false)];
  return list.map((faults, i) => {
    const shares = predictor.sightShares(faults, false);
    return {
      faults,
      out: item(out, i),
      in: item(inside, i),
      starts: shares.starts?.yes ?? 0,
      warm: shares.warm?.yes ?? 0,
      trips: shares.trips?.yes ?? 0,
    };
  });
}

const voltsOf = (p: Prediction): number | null => (p.is === "value" ? Math.round(p.mean) : null);
