/** Says how far the base rate of a trouble may be off: 1 σ of its logarithm (est.). */
export const BASE_RATE_SIGMA = 0.6;
/** From here to there lie four of five. */
const FOUR_OF_FIVE = 1.2816;

/** Where a share lies in four of five cases, when base rates are off by as much as they may be. */
export interface ShareBand {
  readonly low: number;
  readonly high: number;
}

/**
 * Band of a share among others, each base rate off on its own: spread of the log-odds to first order, σ² = σ₀² (1 + Σ (q / (1 − p))²) over the rivals'
 * shares q (delta method; Casella & Berger 2002, 5.5.4). `squares`: Σ of the squared shares of all, its own with them.
 */
export function shareBand(share: number, squares: number): ShareBand {
  const left = 1 - share;
  if (share <= 0 || left <= 0) return { low: share, high: share };
  const rivals = Math.max(0, squares - share ** 2) / left ** 2;
  const spread = Math.sqrt(1 + rivals) * BASE_RATE_SIGMA * FOUR_OF_FIVE;
  const middle = Math.log(share / left);
  return { low: fromLogOdds(middle - spread), high: fromLogOdds(middle + spread) };
}

const fromLogOdds = (logOdds: number): number => 1 / (1 + Math.exp(-logOdds));
