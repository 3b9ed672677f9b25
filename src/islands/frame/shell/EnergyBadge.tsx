import { CircleOff, TriangleAlert, Zap } from "lucide-react";
import type { Safety } from "../../../core/record/job/safety";
import { Ago, Clock } from "../../../ui/Clock";
import styles from "./EnergyBadge.module.css";

interface Props {
  readonly safety: Safety;
  /** When the server was last heard, once that is a while ago: others may have switched the machine on since. */
  readonly silentSince?: number | undefined;
}

/** Shows what energy is connected: always in sight, in words and with a mark of its own. */
export function EnergyBadge({ safety, silentSince }: Props) {
  return (
    <output className={styles.badge} data-power={safety.power} aria-label="Energy state">
      {safety.power === "dead" && (
        <>
          <CircleOff size={22} aria-hidden />
          <span>
            PROVED DEAD <Clock at={safety.since} /> <Ago at={safety.since} />
            <Unheard since={silentSince} />
          </span>
        </>
      )}
      {safety.power === "live" && (
        <>
          <Zap size={22} aria-hidden />
          <span>
            LIVE
            <Unheard since={silentSince} />
          </span>
        </>
      )}
      {safety.power === "unknown" && (
        <>
          <TriangleAlert size={22} aria-hidden />
          <span>
            {safety.isolated ? `POWER OFF${safety.isolated.locked ? ", LOCKED" : ""}. NOT PROVED DEAD` : "NOT PROVED DEAD"}
            <Lapsed safety={safety} />
            <Unheard since={silentSince} />
          </span>
        </>
      )}
    </output>
  );
}

/** Whatever others enter is not seen here while the server is silent. */
function Unheard({ since }: { readonly since: number | undefined }) {
  if (since === undefined) return null;
  return (
    <small>
      {since === 0 ? (
        "No server contact yet"
      ) : (
        <>
          No server contact since <Clock at={new Date(since).toISOString()} />
        </>
      )}
    </small>
  );
}

/** Why a proof of dead that is on record does not hold here and now. */
function Lapsed({ safety: { lapsed, since, by } }: { readonly safety: Safety }) {
  if (!lapsed) return null;
  return (
    <small>
      {lapsed === "person" ? `${by ?? "Someone else"}'s check, ` : lapsed === "hours" ? "Check expired, " : "Clocks differ: check dated "}
      <Clock at={since} />. {lapsed === "person" ? "Not yours: prove it dead yourself." : "Prove it dead again."}
    </small>
  );
}
