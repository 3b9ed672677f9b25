import { type Balanced, balanced, balanceOf, type Unknown } from "./balance";
import { altitudeShare, type Gas } from "./gas";

/** Says how a burner stands, as far as it is known. Inches, in w.c., ft. */
export interface BurnerKnown {
  readonly gas: Gas;
  readonly altitudeFt?: number | undefined;
  readonly orificeInches?: number | undefined;
  readonly manifoldInWc?: number | undefined;
  readonly supplyInWc?: number | undefined;
  readonly supplyStaticInWc?: number | undefined;
}

/** Holds what to find from the others. */
export type Wanted = Unknown | "gas";

export interface Reckoned {
  /** Holds what came of it; `undefined` while something else is wanting too. */
  readonly found: Balanced | undefined;
  /** Holds what is burnt, BTU/h, worked out or given. */
  readonly burns: number | undefined;
  /** Pressure at the manifold, in w.c., worked out or given. */
  readonly pressure: number | undefined;
  /** Holds what the plate says at this height, BTU/h, and which share of the rating that is. */
  readonly plate: number | undefined;
  readonly share: number;
}

/** A burner's numbers put together: `input` and `rated` in BTU/h; what is wanted is left aside where it was typed. */
export function reckoned(
  known: BurnerKnown,
  wanted: Wanted,
  { input, rated, discharge }: { readonly input: number | undefined; readonly rated: number | undefined; readonly discharge: number },
): Reckoned {
  const found = balanced({
    ...balanceOf(known.gas, discharge),
    ...(wanted !== "diameter" && known.orificeInches !== undefined && { diameter: known.orificeInches }),
    ...(wanted !== "pressure" && known.manifoldInWc !== undefined && { pressure: known.manifoldInWc }),
    ...(wanted !== "input" && input !== undefined && { input }),
  });
  const share = altitudeShare(known.altitudeFt ?? 0);
  return {
    found,
    burns: found?.input ?? input,
    pressure: found?.pressure ?? known.manifoldInWc,
    plate: rated === undefined ? undefined : rated * share,
    share,
  };
}
