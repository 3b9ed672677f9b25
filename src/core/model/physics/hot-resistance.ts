/** 1/K, of what elements are wound of, up to red heat: about +7 % (ASM Handbook vol. 2, nickel-chrome resistance alloys). */
export const NICKEL_CHROME = 1e-4;
/** 1/K at 20 °C, of windings and coils (IEC 60028). */
export const COPPER = 3.93e-3;

const ROOM_C = 20;

/** Resistance of a metal at a temperature, R = R20 (1 + α ΔT) (IEC 60028). Ω from Ω, °C, 1/K; linear: within 1 % for copper from −50 to 200 °C, for nickel-chrome up to red heat. */
export const hotResistance = (ohms20: number, celsius: number, alphaPerK: number): number => ohms20 * (1 + alphaPerK * (celsius - ROOM_C));

/** And its temperature, °C, from its own resistance: an error of 1 % in either reading is 2.5 K in copper. */
export const celsiusFromOhms = (ohms: number, ohms20: number, alphaPerK: number): number => ROOM_C + (ohms / ohms20 - 1) / alphaPerK;
