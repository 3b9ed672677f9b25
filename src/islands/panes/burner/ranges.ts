/** Of what is read on coils and igniters. */
export const OHMS = {
  least: 0.1,
  most: 20_000,
  unit: "Ω",
  because: "valve coils and igniters read between those; write OL for an open line",
};
export const ROOM = { least: -20, most: 50, unit: "°C", because: "people live between those temperatures" };
