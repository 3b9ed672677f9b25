import { formatValue } from "../../../core/model/quantity/format";
import type { Unit } from "../../../core/model/quantity/quantity";
import { Button } from "../../../ui/Button";
import styles from "./Judged.module.css";
import type { Behind, StandIn } from "./use-stand-in";

const BEHIND: Record<Behind, string> = { drawn: "a machine with a hidden fault", healthy: "a good machine" };

/** The streaming meter: whether it stands, keeping what it shows, and what stands behind the simulated one. */
export function MeterBar({ meter, unit }: { readonly meter: StandIn; readonly unit: Unit }) {
  const { hold, refused, silent, keepsAlone, behind, zeroing } = meter;
  const stands = hold.held !== undefined;
  return (
    <div className={styles.bar} data-stands={stands} data-received={hold.received} data-lost={hold.lost} data-doubled={hold.doubled}>
      <Button disabled={!stands || refused !== undefined} onClick={meter.keep}>
        {stands ? `Save ${formatValue(hold.held ?? 0, zeroing ? "ohm" : unit)}` : "Save"}
      </Button>
      <p role="status">
        {refused ? `Not now: ${refused}` : (silent ?? (stands ? `steady ${Math.floor(hold.steady + 1.5)} s` : "hold until stable"))}
        {hold.lost > 0 && `; ${hold.lost} readings lost`}
      </p>
      <label>
        <input type="checkbox" checked={keepsAlone} onChange={(e) => meter.keepAlone(e.target.checked)} /> auto-save when stable
      </label>
      <label>
        Simulated:{" "}
        <select value={behind} onChange={(e) => meter.put(e.target.value === "healthy" ? "healthy" : "drawn")}>
          {Object.entries(BEHIND).map(([id, says]) => (
            <option key={id} value={id}>
              {says}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
