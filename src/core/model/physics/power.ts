/** Power of a resistance on a voltage, P = V²/R (Joule's law). W from V (RMS) and Ω; holds for what is resistive, hot as it is. Not finite at 0 Ω. */
export const powerOf = (volts: number, ohms: number): number => volts ** 2 / ohms;

/** The same turned round: Ω of what draws `watts` at `volts`. Not finite at 0 W. */
export const ohmsOf = (volts: number, watts: number): number => volts ** 2 / watts;
