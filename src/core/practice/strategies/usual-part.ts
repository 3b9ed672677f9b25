import type { SightId } from "../../model/sights/sights";
import { rank } from "../../reason/diagnosis/rank";
import { dangerOfRunning } from "../../record/job/checks/index";
import { examine } from "./examine";
import { fitOrReach, lastSight } from "./moves";
import type { Move, Situation, Strategy } from "./situation";
import { wrapUp } from "./wrap-up";

const WATCHED: readonly SightId[] = ["starts", "warm"];

/** Fits the part that most often fails with such a complaint, proves, and goes on to the next most frequent. */
export function usualPart(): Strategy {
  let order: string[][] | undefined;
  let current: readonly string[] = [];
  let repaired = false;
  const step: Strategy = (situation): Move => {
    const watch = order ? undefined : nextWatched(situation);
    if (watch) return watch;
    order ??= inOrderOfShare(situation);
    const todo = current.find((a) => !situation.job.fitted.some((f) => f.assembly === a));
    if (todo !== undefined) {
      const move = fitOrReach(situation, todo);
      repaired ||= move.kind === "fit";
      return move;
    }
    const end = repaired ? wrapUp(situation) : undefined;
    if (end) return end;
    repaired = false;
    const next = order.shift();
    if (!next) return { kind: "stop" };
    current = next;
    return step(situation);
  };
  return step;
}

function nextWatched(situation: Situation): Move | undefined {
  const { catalogue, job, suspects } = situation;
  const danger = dangerOfRunning(suspects.predictor.machine, job);
  if (danger) return danger.code === "insulation" ? examine(situation, danger) : undefined;
  for (const id of WATCHED) {
    const test = catalogue.tests.find((t) => t.id === id);
    if (test && lastSight(job, id) === undefined) return { kind: "test", test };
  }
  return undefined;
}

/** Gives what puts the likeliest right first; explanations that the same repair puts right count together. */
function inOrderOfShare({ suspects, job }: Situation): string[][] {
  const groups = new Map<string, { assemblies: readonly string[]; share: number }>();
  for (const { hypothesis, probability } of rank(suspects, job.evidence).suspects) {
    if (hypothesis.assemblies.length === 0 || hypothesis.kind === "pair") continue;
    const key = hypothesis.assemblies.join("+");
    const group = groups.get(key) ?? { assemblies: hypothesis.assemblies, share: 0 };
    group.share += probability;
    groups.set(key, group);
  }
  return [...groups.values()].sort((a, b) => b.share - a.share).map((g) => [...g.assemblies]);
}
