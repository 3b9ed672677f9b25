/** Fuels that a machine is set up for. */
export const GASES = ["natural", "propane"] as const;
export type Gas = (typeof GASES)[number];

/** Holds what is taken of a fuel where nobody knows better: the supplier's figures win. Pressures in inches of water. */
interface Fuel {
  readonly name: string;
  readonly specificGravity: number;
  readonly heatingValueBtuPerFt3: number;
  /** At the manifold, burning: least and most. */
  readonly manifold: readonly [number, number];
  /** Before the valve, burning: least and most. */
  readonly supply: readonly [number, number];
}

/** Typical figures (NFPA 54, tables of gas properties and of supply pressures): defaults. */
export const FUELS: Readonly<Record<Gas, Fuel>> = {
  natural: { name: "natural gas", specificGravity: 0.6, heatingValueBtuPerFt3: 1025, manifold: [3.5, 4], supply: [5, 10.5] },
  propane: { name: "propane", specificGravity: 1.52, heatingValueBtuPerFt3: 2500, manifold: [10, 11], supply: [11, 14] },
};

/** Discharge coefficient of a drilled orifice where its maker gives none. */
export const USUAL_DISCHARGE = 0.85;

/** Up to this height, ft, nothing is taken off; above it so much for each 1000 ft, unless the local rule or the maker says otherwise (NFPA 54, high altitude). */
const FULL_BELOW_FT = 2000;
const LESS_PER_1000_FT = 0.04;

/** Share of the rated input that is burnt at a height above the sea. */
export const altitudeShare = (feet: number): number => Math.max(0, 1 - (LESS_PER_1000_FT * Math.max(0, feet - FULL_BELOW_FT)) / 1000);
