/** Diameters of twist drills by number, inches, from 1 on (ASME B94.11M). */
const NUMBERED = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177, 0.173, 0.1695, 0.166,
  0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015,
  0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043,
  0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036, 0.035, 0.033, 0.032, 0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02,
  0.018, 0.016, 0.0145, 0.0135,
] as const;

export interface Drill {
  readonly number: number;
  readonly inches: number;
}

export const DRILLS: readonly Drill[] = NUMBERED.map((inches, i) => ({ number: i + 1, inches }));

export const MM_PER_INCH = 25.4;

/** Diameter of a numbered drill, inches; `undefined` for a number that there is not. */
export const drillInches = (number: number): number | undefined => NUMBERED[number - 1];

/** The drill whose hole passes nearest to as much: by its area. */
export const nearestDrill = (inches: number): Drill =>
  DRILLS.reduce((best, d) => (Math.abs(d.inches ** 2 - inches ** 2) < Math.abs(best.inches ** 2 - inches ** 2) ? d : best));

/** Drills about a diameter: the nearest, with one smaller and one larger where there are. */
export function drillsAbout(inches: number): readonly Drill[] {
  const { number } = nearestDrill(inches);
  return DRILLS.filter((d) => Math.abs(d.number - number) <= 1).toReversed();
}
