import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { parseMachine } from "../../../src/core/model/machine/read";
import { Predictor } from "../../../src/core/model/prediction/predictor";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { SuspectSet } from "../../../src/core/reason/diagnosis/suspect-set";
import { propose } from "../../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../../src/core/reason/planning/tests/catalogue";
import { rowOf } from "../../../src/core/reason/planning/tests/outcomes";
import { tableOf, tableTasks, withTable } from "../../../src/core/reason/planning/tests/table";
import { bytesOfTable, tableOfBytes } from "../../../src/core/reason/planning/tests/table-bytes";
import { jobOf, suspectsFor } from "../../job-of";
import { fixture } from "../../paths";

const machine = parseMachine(JSON.parse(readFileSync(fixture("sixth.machine.json"), "utf8")), "sixth");
const anew = new SuspectSet(new Predictor(machine));
const table = tableOf(machine);
const bytes = bytesOfTable(table).slice().buffer;
const recalled = withTable(tableOfBytes(bytes.slice(0)));
if (!recalled) throw new Error("the table was skipped");
const { suspects, catalogue } = recalled;

describe("a table of predictions", () => {
  test("through its bytes, has for every test and suspect what is worked out anew", () => {
    const fresh = new TestCatalogue(anew);
    for (const t of fresh.tests) {
      const [kept, made] = [catalogue.outcomesOf(t), fresh.outcomesOf(t)];
      expect(kept.classes, t.id).toEqual(made.classes);
      for (const h of anew.hypotheses.keys()) {
        const own = rowOf(kept, h);
        rowOf(made, h).forEach((share, c) => {
          if (Math.abs(share - item([...own], c)) > 1e-3) expect(item([...own], c), `${t.id} ${h}`).toBeCloseTo(share, 3);
        });
      }
    }
  });

  test("gives the same suspects and the same proposal", () => {
    for (const lines of [["no heat, runs"], ["no heat, runs", "proved dead"], ["does not start"]]) {
      const job = jobOf(machine, lines);
      const [known, fresh] = [rank(suspects, job.evidence), rank(anew, job.evidence)];
      known.posterior.forEach((p, i) => {
        if (Math.abs(p - (fresh.posterior[i] ?? 0)) > 1e-5) expect(p).toBeCloseTo(fresh.posterior[i] ?? 0, 5);
      });
      expect(propose(catalogue, job, known)?.step).toEqual(propose(new TestCatalogue(anew), job, fresh)?.step);
    }
  });

  test("that is cut short is refused; that is of other suspects is skipped", () => {
    expect(() => tableOfBytes(bytes.slice(0, bytes.byteLength - 400))).toThrow(RangeError);
    const fewer = tableTasks(new TestCatalogue(suspectsFor(machine)));
    expect(withTable(fewer.table())).toBeUndefined();
    expect(withTable({ ...table, fingerprint: `${table.fingerprint}0` })).toBeUndefined();
  });
});
