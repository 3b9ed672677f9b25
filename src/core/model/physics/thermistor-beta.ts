const ZERO_C = 273.15;
const T25 = 298.15;

/** Beta form of a thermistor's curve, R = R25·exp(B (1/T − 1/298.15 K)) (IEC 60539-1). Ω at °C; `beta` in K. Good to some 1 K between 0 and 100 °C where β was taken there; worse outside. */
export const betaOhms = (r25: number, beta: number, celsius: number): number => r25 * Math.exp(beta * (1 / (celsius + ZERO_C) - 1 / T25));

/** The same turned round. °C at Ω; NaN for an Ω that is not above 0. */
export const betaCelsius = (r25: number, beta: number, ohms: number): number => 1 / (1 / T25 + Math.log(ohms / r25) / beta) - ZERO_C;
