import { assemblyIdOf } from "../../model/machine/assembly";
import type { Fault } from "../../model/machine/fault";
import type { PartKind } from "../../model/machine/format";
import type { Predictor } from "../../model/prediction/predictor";
import type { TestAction } from "../../reason/planning/tests/tests";
import { readsHealthy } from "../../record/finding/limits/assess";
import { lastSight } from "./moves";
import { isAcrossTest, type Situation } from "./situation";

/** Judged by other means than a reading across them. */
const LOOKED_AT: readonly PartKind[] = ["duct", "setting", "supply", "belt"];

/** Assemblies with faults that leave a cold reading across the part as it should be, by how often they fail (the file's base rates). */
export function unclearAssemblies({ suspects, catalogue, job }: Situation): string[] {
  const { predictor } = suspects;
  const runs = lastSight(job, "starts") === "yes";
  const weights = new Map<string, number>();
  for (const part of predictor.machine.parts) {
    if (LOOKED_AT.includes(part.kind)) continue;
    const test = catalogue.tests.find((t) => isAcrossTest(t, part.id));
    for (const f of part.faults) {
      const fault = { part: part.id, mode: f.mode, at: f.at, severity: f.severity };
      // It would have to explain what was seen: no start, or a start without heat.
      const starts = (predictor.sightShares([fault], false).starts?.yes ?? 0) > 0.5;
      if (starts !== runs || !readsGood(predictor, fault, test)) continue;
      const assembly = assemblyIdOf(part);
      weights.set(assembly, (weights.get(assembly) ?? 0) + f.weight.value);
    }
  }
  return [...weights].sort((x, y) => y[1] - x[1]).map(([assembly]) => assembly);
}

/** True where the part would read as it should with this fault; true where it can't be read at all. */
function readsGood(predictor: Predictor, fault: Fault, test: TestAction | undefined): boolean {
  if (test?.question.kind !== "ohms") return true;
  const { place, circumstances } = test.question;
  const read = predictor.reading([fault], {
    between: place.between,
    unit: "ohm",
    wiring: circumstances.wiring ?? [],
    controls: circumstances.controls ?? {},
  });
  const result = read.is === "value" ? ({ is: "value", unit: "ohm", value: read.mean } as const) : ({ is: "OL" } as const);
  return readsHealthy(predictor.machine, { ...test.question, result });
}
