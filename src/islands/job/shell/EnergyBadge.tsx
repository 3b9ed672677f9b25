import { CircleOff, TriangleAlert, Zap } from "lucide-react";
import type { Safety } from "../../../core/job/safety";
import { Clock } from "./Clock";
import styles from "./EnergyBadge.module.css";

/** What energy is connected: always in sight, in words and with a mark of its own. */
export function EnergyBadge({ safety }: { readonly safety: Safety }) {
  return (
    <output className={styles.badge} data-power={safety.power} aria-label="Energy state">
      {safety.power === "dead" && (
        <>
          <CircleOff size={22} aria-hidden /> DEAD, proved <Clock at={safety.since} />
        </>
      )}
      {safety.power === "live" && (
        <>
          <Zap size={22} aria-hidden /> LIVE
        </>
      )}
      {safety.power === "unknown" && (
        <>
          <TriangleAlert size={22} aria-hidden />
          <span>
            NOT PROVED DEAD
            <Lapsed safety={safety} />
          </span>
        </>
      )}
    </output>
  );
}

/** Why a proof of dead that is on record does not hold here and now. */
function Lapsed({ safety: { lapsed, since, by } }: { readonly safety: Safety }) {
  if (!lapsed) return null;
  return (
    <small>
      {lapsed === "person" ? `${by ?? "somebody else"} proved it ` : "proved "}
      <Clock at={since} />: prove it again
    </small>
  );
}
