/** Share of a duct that is free, from how much harder it blows than it should: Δp = k V̇², so that free area goes with 1/√k (ASHRAE Handbook, Fundamentals). A share without a unit, from two k in like units; valid where one throttling outweighs the rest. NaN for a k below 0. */
export const freeArea = (kExpected: number, kMeasured: number): number => Math.sqrt(kExpected / kMeasured);
