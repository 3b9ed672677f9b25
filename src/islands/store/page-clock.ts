const TICK_MS = 5000;

/** The browser's clock. */
export const pageClock = {
  now: () => new Date(),
  onTick: (tick: () => void): (() => void) => {
    const timer = setInterval(tick, TICK_MS);
    const front = () => document.visibilityState === "visible" && tick();
    document.addEventListener("visibilitychange", front);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", front);
    };
  },
};
