/** A straight round duct with air in it; SI. */
interface Duct {
  readonly diameterM: number;
  readonly lengthM: number;
  readonly roughnessM: number;
  readonly airDensity: number;
  /** m²/s. */
  readonly kinematicViscosity: number;
}

/** Pressure that a flow loses in a duct: Darcy & Weisbach with the friction factor of Swamee & Jain (1976), turbulent flow: Re from 5000 to 10⁸, roughness to 5 % of the diameter, within 1 % of Colebrook's. Pa at m³/s, SI throughout; not finite without flow. */
export function ductLoss({ diameterM, lengthM, roughnessM, airDensity, kinematicViscosity }: Duct, flowM3PerS: number) {
  const speed = flowM3PerS / ((Math.PI / 4) * diameterM ** 2);
  const reynolds = (speed * diameterM) / kinematicViscosity;
  const frictionFactor = 0.25 / Math.log10(roughnessM / diameterM / 3.7 + 5.74 / reynolds ** 0.9) ** 2;
  return { reynolds, frictionFactor, pascals: (frictionFactor * lengthM * airDensity * speed ** 2) / (2 * diameterM) };
}
