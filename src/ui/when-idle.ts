/** ms after which it is done though the page never rests. */
const AT_LATEST_MS = 4000;

/** Does something once the page rests. Returns what calls it off. */
export function whenIdle(work: () => void): () => void {
  if (!("requestIdleCallback" in window)) {
    const timer = setTimeout(work, AT_LATEST_MS / 2);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(work, { timeout: AT_LATEST_MS });
  return () => cancelIdleCallback(handle);
}
