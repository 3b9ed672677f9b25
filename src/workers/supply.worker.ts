import type { Machine } from "../core/model/machine/format";
import { Predictor } from "../core/model/prediction/predictor";
import { type SupplyCase, supplyCases } from "../core/reason/diagnosis/supply-cases";

/** What states of the supply mean for a machine. */
export type SupplyAnswer = readonly SupplyCase[];

addEventListener("message", ({ data }: MessageEvent<Machine>) => {
  postMessage(supplyCases(data, new Predictor(data)) satisfies SupplyAnswer);
});
