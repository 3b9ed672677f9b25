/** Share of a duct that is free, from how much harder it blows than it should: Δp = k V̇², so that free area goes with 1/√k (ASHRAE Handbook, Fundamentals). */
export const freeArea = (kExpected: number, kMeasured: number): number => Math.sqrt(kExpected / kMeasured);
