import type { FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import type { Timeline } from "../machine/run/timeline";
import { boardCode, type SeenRun, type Share, type Shares } from "./run";
import { SIGHTS } from "./sights";

/** P(answer | this machine state) by sight; a missing sight says nothing. */
export type SightShares = Readonly<Record<string, Shares>>;

/** The code on a board's display stands among the sights by this name. */
export const CODE = "code";

const EACH: readonly (readonly [string, Share])[] = [...SIGHTS.map((s) => [s.id, s.share] as const), [CODE, boardCode]];
const SHARE_OF = new Map(EACH);

/** Reads off a timeline what would be seen, heard and felt. `long`: the run is long enough to see the heat cycle. */
export function sightShares(machine: Machine, faults: FaultSet, { frames }: Timeline, long: boolean): SightShares {
  const found: Record<string, Shares> = {};
  const of = (id: string): Shares | undefined => found[id] ?? SHARE_OF.get(id)?.(run);
  const run: SeenRun = { machine, faults, frames, long, of };
  for (const [id, share] of EACH) {
    const shares = share(run);
    if (shares) found[id] = shares;
  }
  return found;
}
