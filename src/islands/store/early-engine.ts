import type { ToEngine } from "../../workers/engine.protocol";

/** Where the page says which machine its job is on: the attribute holds the revision. */
const MARK = "data-engine-for";

let early: Worker | undefined;

export const newWorker = (): Worker => new Worker(new URL("../../workers/engine.worker.ts", import.meta.url), { type: "module" });

/** Starts the engine of this page’s machine while the page itself is still being put together. */
export function startEarly(): void {
  const revision = document.querySelector(`[${MARK}]`)?.getAttribute(MARK);
  if (!revision) return;
  early = newWorker();
  // Whoever asks begins anew, and is told of it if that fails too.
  early.onerror = () => takeEarly();
  early.postMessage({ type: "revision", revision } satisfies ToEngine);
}

/** The engine that was started early, once. */
export function takeEarly(): Worker | undefined {
  const taken = early;
  early = undefined;
  return taken;
}
