/** s between ticks that people read easily. */
const STEPS = [1, 5, 10, 30, 60, 120, 300, 600, 1800, 3600, 7200, 21_600, 86_400];
const MOST_TICKS = 7;

/** An axis of time from 0 to at least so many seconds, with round ticks. */
export function roundTicks(seconds: number) {
  const step = STEPS.find((s) => seconds / s <= MOST_TICKS) ?? Math.ceil(seconds / MOST_TICKS);
  const tickAmount = Math.max(1, Math.ceil(seconds / step));
  return { min: 0, max: step * tickAmount, tickAmount };
}
