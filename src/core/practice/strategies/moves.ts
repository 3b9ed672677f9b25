import { panelsToOpen } from "../../model/access/panels";
import { isDeadWork, partsOfAssembly, repairOf } from "../../model/machine/assembly";
import { maybePanelOf } from "../../model/machine/format";
import type { SightId } from "../../model/sights/sights";
import { CLOSE_MINUTES, DISCHARGE_MINUTES, ENERGISE_MINUTES, MAKE_SAFE_MINUTES, UNTOLD_PANEL_MINUTES } from "../../reason/planning/prices";
import type { TestAction } from "../../reason/planning/tests/tests";
import { findingKind, type Question } from "../../record/finding/finding";
import type { Job } from "../../record/job/fold";
import type { Draft } from "../../record/job/kinds/index";
import { chargedCapacitor } from "../../record/job/safety";
import type { Move, Situation } from "./situation";

export const SAFE: Move = { kind: "entry", draft: { kind: "made-safe", body: { how: "cord", proved: true } }, minutes: MAKE_SAFE_MINUTES };
export const LIVE: Move = { kind: "entry", draft: { kind: "energised", body: {} }, minutes: ENERGISE_MINUTES };
export const close = (draft: Draft): Move => ({ kind: "entry", draft, minutes: CLOSE_MINUTES });

export const discharge = (part: string): Move => ({
  kind: "entry",
  draft: { kind: "discharged", body: { part } },
  minutes: DISCHARGE_MINUTES,
});

export function movePanel({ suspects }: Situation, id: string, state: "off" | "on"): Move {
  const panel = maybePanelOf(suspects.predictor.machine, id);
  return {
    kind: "entry",
    draft: { kind: "panel", body: { panel: id, state } },
    minutes: (state === "off" ? panel?.minutesOff : panel?.minutesOn) ?? UNTOLD_PANEL_MINUTES,
  };
}

/** The step that is needed before hands or probes touch something behind these panels on a dead machine; undefined when it can be done now. */
export function reach(situation: Situation, panels: readonly (string | null)[], touched: readonly string[] = []): Move | undefined {
  const { job, suspects } = situation;
  const { machine } = suspects.predictor;
  if (job.safety.power !== "dead") return SAFE;
  const [next] = panelsToOpen(machine, panels, job);
  if (next !== undefined) return movePanel(situation, next, "off");
  const charged = chargedCapacitor(machine, touched, job.safety);
  return charged === undefined ? undefined : discharge(charged);
}

export const touched = (question: Question): readonly string[] => findingKind(question).touches(question);
export const touchedBy = ({ question }: TestAction): readonly string[] => touched(question);

/** Fits something, or makes the next step that is needed before. */
export function fitOrReach(situation: Situation, assembly: string): Move {
  const { machine } = situation.suspects.predictor;
  const repair = repairOf(machine, assembly);
  const before = isDeadWork(repair) ? reach(situation, [repair.panel], partsOfAssembly(machine, assembly)) : undefined;
  return before ?? { kind: "fit", assembly };
}

/** Gives what a technician last saw of the machine; `undefined`: not yet. */
export function lastSight(job: Job, id: SightId | "code"): string | undefined {
  const last = job.evidence.findLast(
    ({ source, finding: f }) => source === "technician" && (id === "code" ? f.kind === "code" : f.kind === "sight" && f.place.sight === id),
  );
  return last?.finding.result.is === "answer" ? last.finding.result.value : undefined;
}
