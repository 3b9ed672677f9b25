const STEPS_MS = [500, 1000, 2000, 5000, 10_000, 20_000, 30_000];

/** Pauses that grow from try to try, each a little off, so that many browsers do not come back at once. */
export class Pauses {
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  after(work: () => void): void {
    clearTimeout(this.timer);
    const step = STEPS_MS[Math.min(this.tries++, STEPS_MS.length - 1)] ?? 0;
    this.timer = setTimeout(work, step * (0.8 + 0.4 * Math.random()));
  }

  /** There is a reason to try at once. */
  skip(): void {
    clearTimeout(this.timer);
  }

  reset(): void {
    this.tries = 0;
    clearTimeout(this.timer);
  }
}
