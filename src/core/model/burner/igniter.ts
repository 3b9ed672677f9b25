/** Holds what cold ohms and running amps of an igniter say together. */
type IgniterStands = "good" | "open" | "aged" | "odd";

/** Below this share of its rated current it glows too little to open the sensor in time (est.). */
const ENOUGH = 0.85;
/** More than this share too much is a short in it, or not this igniter (est.). */
const TOO_MUCH = 1.2;

/** Silicon carbide ages upwards: its resistance rises, its current falls, and it lights late or never. Ω (Infinity: OL), A. `undefined`: neither is known. */
export function igniterStands(
  rated: { readonly volts: number; readonly hotOhms: number },
  cold: number | undefined,
  amps: number | undefined,
): IgniterStands | undefined {
  if (cold === Infinity || amps === 0) return "open";
  if (amps === undefined) return cold === undefined ? undefined : "good";
  const share = amps / (rated.volts / rated.hotOhms);
  if (share > TOO_MUCH) return "odd";
  return share < ENOUGH ? "aged" : "good";
}
