import { item, real } from "../array/at";
import { leastSquares } from "../array/least-squares";
import { COPPER, celsiusFromOhms } from "../physics/hot-resistance";

/** A reading while a coil warms: s since it was energised, Ω (Infinity: OL). */
export interface SoakReading {
  readonly seconds: number;
  readonly ohms: number;
}

/** Holds what a soak test comes to. °C. */
export interface Soak {
  /** Temperature at each reading; `undefined` for OL. */
  readonly celsius: readonly (number | undefined)[];
  /** Where it would settle, and how soon it is two thirds there, s; `undefined` of fewer than three readings. */
  readonly settles: { readonly celsius: number; readonly seconds: number } | undefined;
  /** It opened: between these temperatures. */
  readonly opened: { readonly from: number; readonly to: number } | undefined;
}

/** Temperature of a copper winding from its own resistance, against a cold reading at a known temperature (IEC 60034-1, 8.6.2: rise by resistance). °C. */
export const coilCelsius = (ohms: number, cold: { readonly ohms: number; readonly celsius: number }): number =>
  celsiusFromOhms(ohms, cold.ohms / (1 + COPPER * (cold.celsius - 20)), COPPER);

/** Time constants that are tried, s: a valve coil takes some minutes. */
const CONSTANTS = Array.from({ length: 40 }, (_, i) => 20 * 1.1 ** i);

/**
 * A coil that warms: its temperature at each reading, where it would settle (T = T∞ + (T0 − T∞) e^(−t/τ), least squares over τ), and between which
 * temperatures it opened, if it did: the last that was read, and the curve at the moment of OL.
 */
export function soakOf(readings: readonly SoakReading[], cold: { readonly ohms: number; readonly celsius: number }): Soak {
  const celsius = readings.map((r) => (Number.isFinite(r.ohms) ? coilCelsius(r.ohms, cold) : undefined));
  const read = readings.flatMap((r, i) => (celsius[i] === undefined ? [] : [{ t: r.seconds, c: celsius[i] }]));
  const points = [{ t: 0, c: cold.celsius }, ...read.filter((p) => p.t > 0)];
  const fit = points.length < 3 ? undefined : curveOf(points);
  const settles = fit && { celsius: fit.settles, seconds: fit.constant };
  const openAt = readings.find((r) => !Number.isFinite(r.ohms));
  const before = openAt && points.filter((p) => p.t <= openAt.seconds).at(-1);
  const opened = before && { from: before.c, to: Math.max(before.c, fit ? fit.at(openAt.seconds) : before.c) };
  return { celsius, settles, opened };
}

function curveOf(points: readonly { readonly t: number; readonly c: number }[]) {
  const fits = CONSTANTS.flatMap((constant) => {
    const fit = leastSquares(
      points.map(({ t }) => Float64Array.of(1, Math.exp(-t / constant))),
      Float64Array.from(points, (p) => p.c),
    );
    return fit ? [{ constant, ...fit }] : [];
  });
  if (fits.length === 0) return undefined;
  const best = fits.reduce((a, b) => (b.left < a.left ? b : a), item(fits, 0));
  const [settles, rest] = [real(best.coefficients, 0), real(best.coefficients, 1)];
  return { constant: best.constant, settles, at: (t: number) => settles + rest * Math.exp(-t / best.constant) };
}
