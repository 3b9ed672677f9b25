import { item } from "../../../src/core/model/array/at";
import { assemblyIdOf, piecesOf, repairOf } from "../../../src/core/model/machine/assembly";
import type { Fault } from "../../../src/core/model/machine/fault";
import type { Machine } from "../../../src/core/model/machine/format";
import { pieceId } from "../../../src/core/model/machine/pieces";
import { repairSays } from "../../../src/core/model/naming/names";
import { capital, lower } from "../../../src/core/model/naming/text";
import { readsOpen } from "../../../src/core/model/prediction/prediction";
import { Predictor } from "../../../src/core/model/prediction/predictor";
import { remaining } from "../../../src/core/reason/diagnosis/hypotheses";
import { type TestAction, testsOf } from "../../../src/core/reason/planning/tests/tests";
import { findingKind } from "../../../src/core/record/finding/finding";
import { testTitle } from "../../../src/core/speech/words/card/proposals";
import { answerSays } from "../../../src/core/speech/words/card/tests";

/** Holds what leads and zero add to a reading, Ω. */
const LEADS = 0.2;

/** A machine with a hidden fault, as it would answer the card: always of one mind, whatever the card foretells. */
export class ModelAnswers {
  private readonly predictor: Predictor;
  private readonly tests: ReadonlyMap<string, TestAction>;

  constructor(
    readonly machine: Machine,
    private faults: readonly Fault[],
  ) {
    this.predictor = new Predictor(machine);
    this.tests = new Map(
      testsOf(machine).flatMap((t) => {
        const title = testTitle(machine, t);
        return [
          [title, t],
          [`Recheck: ${lower(title)}`, t],
        ] as const;
      }),
    );
  }

  /** Words of an answer as they stand on its button, ohms, or OL; `undefined` where the title is no test's. */
  to(title: string): string | number | undefined {
    const test = this.tests.get(title);
    if (!test) return undefined;
    const { question } = test;
    const prediction = item(findingKind(question).predict(question, [this.faults], this.predictor, "technician"), 0);
    if (readsOpen(prediction)) return "OL";
    if (prediction.is === "value") return prediction.mean + LEADS;
    if (prediction.is !== "answer") return "Can't tell";
    const [value = ""] = Object.entries(prediction.shares).sort(([, a], [, b]) => b - a)[0] ?? [];
    return capital(capital(answerSays(this.machine, question, value)).replace(/^Looks /, ""));
  }

  /** Gives what was fitted or put right, by the title of its card. */
  putRight(title: string): void {
    const all = [...this.machine.parts.map(assemblyIdOf), ...piecesOf(this.machine).map(pieceId)];
    const done = all.filter((a) => repairSays(repairOf(this.machine, a)) === title);
    this.faults = remaining(this.machine, this.faults, done);
  }
}
