/** Power of a resistance on a voltage, P = V²/R (Joule's law). W from V and Ω. */
export const powerOf = (volts: number, ohms: number): number => volts ** 2 / ohms;

/** The same turned round: Ω of what draws `watts` at `volts`. */
export const ohmsOf = (volts: number, watts: number): number => volts ** 2 / watts;
