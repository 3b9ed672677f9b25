import type { Job } from "../record/job/fold";
import type { Draft } from "../record/job/kinds/index";
import { sightSeen } from "./hear/facts";
import { entry, type Heard, type Meaning } from "./hear/meaning";

/**
 * Whatever is said of one joint is said of the one of that name that was opened on this job. Where none of those that wait for their test
 * has it, or more than one, it is asked; where none waits, it is said of all.
 */
export function withJoints(heard: Heard, job: Job): Heard {
  const doubtful = heard.meanings.flatMap((m) => (isTest(m) ? [choicesOf(m.draft, job)] : [])).find((c) => c.length !== 1);
  const told = (meanings: readonly Meaning[]) => meanings.map((m) => (isTest(m) ? entry(choicesOf(m.draft, job)[0] ?? m.draft) : m));
  const guesses = heard.guesses.map(told);
  if (!doubtful) return { ...heard, meanings: told(heard.meanings), guesses };
  const asked = doubtful.map((d) => heard.meanings.map((m) => (isTest(m) ? entry(d) : m)));
  return { ...heard, status: "unclear", guesses: [...asked, ...guesses].slice(0, MOST_ASKED) };
}

const MOST_ASKED = 4;

type Test = Extract<Draft, { kind: "leak-test" }>;
const isTest = (m: Meaning): m is { readonly is: "entry"; readonly draft: Test } => m.is === "entry" && m.draft.kind === "leak-test";

function choicesOf({ body }: Test, { joints }: Job): readonly Draft[] {
  const due = joints.filter((j) => !j.test?.tight);
  const words = (name: string) => name.toLowerCase().split(/[^a-z]+/);
  const said = words(body.joint).filter((w) => w !== "gas");
  const meant = due.filter((j) => said.every((w) => words(j.name).includes(w)));
  if (due.length === 0) return [sightSeen("leak", body.tight ? "tight" : "bubbles")];
  return (meant.length > 0 ? meant : due)
    .map((j): Draft => ({ kind: "leak-test", body: { ...body, joint: j.name } }))
    .concat(meant.length === 0 ? [sightSeen("leak", body.tight ? "tight" : "bubbles")] : []);
}
