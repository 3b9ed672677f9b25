import { useEffect, useState } from "react";
import { isStage, STAGES, type Stage } from "../../core/record/job/stages";
import type { BenchParts } from "../benches/parts";
import { shownHearing } from "../store/hearing";
import { type Later, later } from "../store/later";

/** Each bench comes when it is opened. */
const BENCHES: Record<Stage, Later<{ readonly parts: BenchParts }>> = {
  intake: later(() => import("../benches/intake/index")),
  safe: later(() => import("../benches/safe/index")),
  watch: later(() => import("../benches/watch/index")),
  air: later(() => import("../benches/air/index")),
  open: later(() => import("../benches/open/index")),
  meter: later(() => import("../benches/meter/index")),
  fit: later(() => import("../benches/fit/index")),
  close: later(() => import("../benches/close/index")),
  prove: later(() => import("../benches/prove/index")),
  hand: later(() => import("../benches/hand/index")),
};

/** Parts of a bench; `undefined` until they are here, `failed` when they can't be had. */
export function useBench(bench: Stage): BenchParts | "failed" | undefined {
  const here = BENCHES[bench].use();
  const [failed, setFailed] = useState<Stage | undefined>();
  useEffect(() => {
    BENCHES[bench].load().then(
      () => setFailed(undefined),
      () => setFailed(bench),
    );
  }, [bench]);
  return here?.parts ?? (failed === bench ? "failed" : undefined);
}

/** Benches that the page shows as it comes; what is drawn must be here before it comes alive. */
const shown = (): readonly Stage[] =>
  import.meta.env.SSR
    ? STAGES
    : (document.querySelector("[data-benches]")?.getAttribute("data-benches") ?? "").split(" ").filter((name) => isStage(name));

/**
 * Done once the benches that the page shows as it comes are here, and what hears if they show that: the page waits for it before it comes alive. No module does: a bench may need what
 * lies in one file with this one, and each would wait for the other.
 */
export const shownBenches: Promise<unknown> = Promise.all([shownHearing, ...shown().map((bench) => BENCHES[bench].load())]);

if (!import.meta.env.SSR) window.yennicShown = shownBenches;
