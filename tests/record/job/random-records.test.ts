import { v7 } from "uuid";
import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import type { Machine } from "../../../src/core/model/machine/format";
import { refOf } from "../../../src/core/model/machine/revision";
import { terminalsOf } from "../../../src/core/model/machine/wiring";
import { randomFrom } from "../../../src/core/practice/random";
import { firstAnswer } from "../../../src/core/reason/planning/propose";
import { type Finding, findingKind } from "../../../src/core/record/finding/finding";
import { isOpenCheck } from "../../../src/core/record/job/blocker";
import { isDanger, questionOfCheck } from "../../../src/core/record/job/checks/index";
import { PLUG_CHECKED } from "../../../src/core/record/job/closing/by-hand";
import { closingBlockers } from "../../../src/core/record/job/closing/closing";
import { closingDraft } from "../../../src/core/record/job/closing/closing-draft";
import { type Kept, stamp } from "../../../src/core/record/job/entry";
import { type Fold, foldOn, type Job, startFold, stateFor } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { DEFAULT_TERMS } from "../../../src/core/record/stock/terms";
import { blockerSays } from "../../../src/core/speech/words/card/blockers";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { lineSays } from "../../../src/core/speech/words/entries";
import { jobRow } from "../../../src/core/speech/words/job-row";
import { earlierVisit } from "../../../src/core/speech/words/report/earlier-visits";
import { conclusionFrom, reportOf } from "../../../src/core/speech/words/report/report";
import { MACHINES } from "../../../src/machines";
import { catalogueOf, LIVE, ohms, PROOF, SAFE, suspectsFor } from "../../job-of";
import { draftsFor } from "../../speech/drafts";

/** Records a machine; `YENNIC_RECORDS=10000` for the whole attack. */
const RECORDS = Number(process.env.YENNIC_RECORDS ?? 40);
/** For one in so many a step is worked out too. */
const PROPOSED = 20;
const MOST_ENTRIES = 40;
const PEOPLE = ["Ida", "Tess"];
const START = Date.parse("2026-11-24T08:00:00Z");
const YEAR_MS = 365 * 24 * 3_600_000;

const find = (ref: { id: string }) => MACHINES.find((m) => m.id === ref.id);
const known = new Map<string, readonly Draft[]>();

/** Entries of every kind, those that can hurt somebody oftener. */
function draftsOf(machine: Machine): readonly Draft[] {
  const made = known.get(machine.id);
  if (made) return made;
  const terminals = machine.parts.flatMap((p) => terminalsOf(p));
  const pins = [...machine.supply.legs, machine.supply.neutral, machine.supply.ground].map((s) => s.pin);
  const often: Draft[] = [
    SAFE,
    SAFE,
    LIVE,
    PROOF,
    PLUG_CHECKED,
    { kind: "complaint", body: { words: "no heat", findings: [] } },
    { kind: "panel", body: { panel: "all", state: "on" } },
    { kind: "gas-opened", body: { note: "union" } },
    { kind: "leak-test", body: { joint: "union", method: "soap", tight: true } },
    { kind: "leak-test", body: { joint: "union", method: "soap", tight: false } },
    { kind: "tick", body: { list: "fit.gas-valve", item: "bracket", says: "x", state: "done" } },
    ...pins.flatMap((p) => [ohms([p, machine.cabinet], null), ohms([p, machine.cabinet], 0.2), ohms([p, machine.cabinet], 2e6)]),
  ];
  const all = [
    ...draftsFor(machine),
    ...terminals.flatMap((at): Draft[] => [
      { kind: "lead", body: { at, state: "off", condition: "burnt" } },
      { kind: "lead", body: { at, state: "on", mended: "replaced" } },
      ohms([at, machine.cabinet], 0.3),
    ]),
    ...Array.from({ length: 20 }, () => often).flat(),
  ];
  known.set(machine.id, all);
  return all;
}

interface Random {
  readonly job: Job;
  readonly fold: Fold;
  readonly last: number;
}

/** A record of two people, one of whom has a clock that may be years off; the machine may be corrected to another on the way. */
function recordOf(machine: Machine, seed: number): Random {
  const random = randomFrom(seed);
  const any = <T>(of: readonly T[]): T => item(of, Math.floor(random() * of.length));
  const off = any([0, 0, 0, YEAR_MS, -YEAR_MS, 3 * YEAR_MS]);
  const id = v7({ msecs: START });
  const entries: Kept[] = [];
  let fold = startFold(id, find);
  let at = START;
  let now = machine;
  const add = (draft: Draft) => {
    const by = any(PEOPLE);
    at += Math.floor(random() * 40 * 60_000);
    const time = new Date(at + (by === "Tess" ? off : 0)).toISOString();
    entries.push({ readable: true, entry: stamp(id, draft, { id: v7(), at: time, by }) });
    fold = foldOn(fold, [...entries]);
  };
  add({ kind: "opened", body: { customer: "C", place: "P", liveTests: random() < 0.3 } });
  add({ kind: "machine", body: { machine: refOf(machine) } });
  const many = Math.floor(random() * MOST_ENTRIES);
  for (let i = 0; i < many; i++) {
    const dice = random();
    if (dice < 0.05) {
      now = any(MACHINES);
      add({ kind: "machine", body: { machine: refOf(now) } });
    } else if (dice < 0.08) {
      const kept = any(entries);
      if (kept.readable) add({ kind: "retract", body: { entry: kept.entry.id } });
    } else if (dice < 0.11) add(closingDraft(fold.job));
    else add(any(draftsOf(dice < 0.14 ? any(MACHINES) : now)));
  }
  // Whoever closes settles what stands against it, as far as it can be settled so.
  add(SAFE);
  for (let i = 0; i < MOST_SETTLED; i++) {
    const draft = fold.job.machine && fold.job.blockers.flatMap((b) => settling(fold.job.machine as Machine, b))[0];
    if (!draft) break;
    add(draft);
  }
  for (const draft of [SAFE, PLUG_CHECKED, { kind: "panel", body: { panel: "all", state: "on" } } as Draft, LIVE, PROOF]) add(draft);
  add(closingDraft(fold.job));
  return { job: fold.job, fold, last: at };
}

const MOST_SETTLED = 15;
const GOOD: Readonly<Record<string, string>> = { leak: "tight", polarity: "right", "door-stops": "yes", airflow: "strong", cycles: "yes" };

/** An entry that may settle what stands against closing. */
function settling(machine: Machine, blocker: Job["blockers"][number]): Draft[] {
  if (blocker.code === "lead") return [{ kind: "lead", body: { at: blocker.at, state: "on", mended: "replaced" } }];
  if (blocker.code === "wires-off") return [{ kind: "wire", body: { of: blocker.of, state: "on" } }];
  if (blocker.code === "complaint") return [{ kind: "complaint", body: { words: "no heat", findings: [] } }];
  if (!isOpenCheck(blocker)) return [];
  const question = questionOfCheck(machine, blocker);
  if (question.kind === "ohms") {
    const result = blocker.code === "earth" ? { is: "value" as const, value: 0.2, unit: "ohm" as const } : { is: "OL" as const };
    return [{ kind: "finding", body: { ...question, result } }];
  }
  const value = question.kind === "look" ? "good" : question.kind === "sight" ? GOOD[question.place.sight] : undefined;
  return value === undefined ? [] : [{ kind: "finding", body: { ...question, result: { is: "answer", value } } as Finding }];
}

/** Everything that a page says of a job. */
function say(job: Job): void {
  const { machine } = job;
  const row = { ...jobRow(job, new Date(START).toISOString(), new Date(START).toISOString()), number: 1, seq: 1 };
  earlierVisit(job, row);
  for (const line of job.record) lineSays(machine, line);
  for (const b of job.blockers) blockerSays(machine, b);
  if (machine) {
    reportOf({ machine, job, terms: DEFAULT_TERMS });
    conclusionFrom(machine, job, undefined);
  }
}

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s: whatever is recorded", (_, machine) => {
  const first = Number(process.env.YENNIC_SEED) * 100_000;
  test(`${RECORDS} records: no closed job with a danger, no page that throws, no step in a live machine`, { timeout: 3_600_000 }, () => {
    let closed = 0;
    for (let seed = first; seed < first + RECORDS; seed++) {
      const { job, last } = recordOf(machine, seed);
      expect(() => say(job), `seed ${seed}`).not.toThrow();
      if (job.closed) {
        closed++;
        expect(
          closingBlockers(job).filter((b) => isOpenCheck(b) && isDanger(b)),
          `seed ${seed}`,
        ).toEqual([]);
        expect([...job.panelsOff, ...job.cameOff.filter((c) => c.is === "lead" || c.is === "wires")], `seed ${seed}`).toEqual([]);
      }
      if (seed % PROPOSED !== 0 || !job.machine || job.closed) continue;
      const by = item(PEOPLE, seed % 2);
      stepOf(stateFor(job, { at: new Date(last).toISOString(), by }), seed);
    }
    expect(closed).toBeGreaterThan(0);
  });
});

/** Hands and ohms only on a machine that is proved dead to who asks. */
function stepOf(job: Job, seed: number): void {
  if (!job.machine) return;
  const suspects = suspectsFor(job.machine);
  const { proposal } = firstAnswer(suspects, catalogueOf(suspects), job);
  if (!proposal) return;
  expect(() => proposalSays(job.machine as Machine, proposal), `seed ${seed}`).not.toThrow();
  const { step } = proposal;
  const needsDead =
    step.kind === "panel" ||
    step.kind === "put-back" ||
    step.kind === "plug-check" ||
    step.kind === "discharge" ||
    (step.kind === "test" && findingKind(step.test.question).power(step.test.question, job.machine) === "dead");
  if (needsDead) expect([seed, step.kind, job.safety.power]).toEqual([seed, step.kind, "dead"]);
}
