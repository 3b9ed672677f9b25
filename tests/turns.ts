/** Of many alike, whether one has its turn in this run: one of so many, by the seed of the run, which is printed. YENNIC_WAYS=both: all of them. */
export const isTurn = (n: number, of = 2): boolean =>
  process.env.YENNIC_WAYS === "both" || (n + Number(process.env.YENNIC_SEED)) % of === 0;

export const ofTurn = <T>(all: readonly T[], of = 2): T[] => all.filter((_, n) => isTurn(n, of));
