import { expect, test } from "vitest";
import { Predictor } from "../../../src/core/model/prediction/predictor";
import { outletPairs, supplyCases } from "../../../src/core/reason/diagnosis/supply-cases";
import { supplyDoes } from "../../../src/core/speech/words/bench/supply";
import { MACHINES } from "../../../src/machines";

test("what each state of the supply shows at the outlet and does to each machine, from its circuit", () => {
  const said = MACHINES.flatMap((m) => [
    `${m.id}: ${outletPairs(m)
      .map((p) => p.says)
      .join(", ")}`,
    ...supplyCases(m, new Predictor(m)).map((c) => {
      const { name, does } = supplyDoes(m, c);
      return `  ${name}: ${c.out.map((v, i) => (v === c.in[i] ? v : `${v}/${c.in[i]}`)).join(", ")}; ${does}`;
    }),
  ]);
  expect(said.join("\n")).toMatchInlineSnapshot(`
    "orrinshaw-e27: L1 to L2, L1 to N, L2 to N
      Normal: 240, 120, 120; starts and heats
      House power L1 leg dead, as with a half-tripped breaker: 0/120, 0, 120; does not start
      House power L2 leg dead, as with a half-tripped breaker: 0, 120, 0; starts, no heat
      House power neutral dead: 240, 0, 0/240; does not start
      House power gives 208 V between its legs, not 240: three quarters of the heat: 208, 120, 120; starts and heats
      Cord, neutral: poor connection at TBN: 240, 120, 120; starts and heats
      L1 and neutral swapped, at the outlet or in the cord: 120, 120, 240; starts, no heat, but stays LIVE inside when switched off
      L2 and neutral swapped, at the outlet or in the cord: 120, 240, 120; starts, no heat, but stays LIVE inside when switched off
    kelvane-g14: L1 to N
      Normal: 120; starts and heats
      House power has no L1: 0; does not start
      House power has no neutral: 0; does not start
      Cord, neutral: poor connection at PN: 120; starts and heats
      L1 and neutral swapped, at the outlet or in the cord: 120; starts and heats, but stays LIVE inside when switched off
    brisk-tolley-v45e: L1 to L2, L1 to N, L2 to N
      Normal: 240, 120, 120; starts and heats
      House power L1 leg dead, as with a half-tripped breaker: 0/120, 0, 120; does not start
      House power L2 leg dead, as with a half-tripped breaker: 0, 120, 0; starts, no heat
      House power neutral dead: 240, 0, 0/240; does not start
      House power gives 208 V between its legs, not 240: three quarters of the heat: 208, 120, 120; starts and heats
      Cord, neutral: poor connection at TBN: 240, 120, 120; starts and heats
      L1 and neutral swapped, at the outlet or in the cord: 120, 120, 240; starts, no heat, but stays LIVE inside when switched off
      L2 and neutral swapped, at the outlet or in the cord: 120, 240, 120; starts, no heat, but stays LIVE inside when switched off
    brisk-tolley-v45g: L1 to N
      Normal: 120; starts and heats
      House power has no L1: 0; does not start
      House power has no neutral: 0; does not start
      Cord, neutral: poor connection at PN: 120; starts and heats
      L1 and neutral swapped, at the outlet or in the cord: 120; starts and heats, but stays LIVE inside when switched off
    kelvane-c7: L to N
      Normal: 230; starts and heats
      House power missing at the outlet: 0; does not start
      House power neutral dead: 0; does not start
      Cord, neutral: poor connection at PN: 230; starts and heats
      L and neutral swapped, at the outlet or in the cord: 230; starts and heats, but stays LIVE inside when switched off
    orrinshaw-e27-208: L1 to L2, L1 to N, L2 to N
      Normal: 208, 120, 120; starts and heats
      House power L1 leg dead, as with a half-tripped breaker: 0/120, 0, 120; does not start
      House power L2 leg dead, as with a half-tripped breaker: 0, 120, 0; starts, no heat
      House power neutral dead: 208, 0, 0/208; does not start
      Cord, neutral: poor connection at TBN: 208, 120, 120; starts and heats
      L1 and neutral swapped, at the outlet or in the cord: 120, 120, 208; starts, no heat, but stays LIVE inside when switched off
      L2 and neutral swapped, at the outlet or in the cord: 120, 208, 120; starts, no heat, but stays LIVE inside when switched off"
  `);
});
