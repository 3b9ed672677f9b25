import type { Machine } from "../../core/model/machine/format";
import { Predictor } from "../../core/model/prediction/predictor";
import { type SupplyCase, supplyCases } from "../../core/reason/diagnosis/supply-cases";

/** Gives what states of the supply mean for a machine. */
export const supplyStates = (machine: Machine): readonly SupplyCase[] => supplyCases(machine, new Predictor(machine));
