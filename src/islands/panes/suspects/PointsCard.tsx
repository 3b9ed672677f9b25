import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import { ForesightTable } from "./ForesightTable";
import { CardHead } from "./PartCard";
import styles from "./SideCard.module.css";

/** Shows what a meter between two chosen points would show, healthy and under each leading suspect. */
export function PointsCard({ points: [a = "", b] }: { readonly points: readonly string[] }) {
  const dispatch = useDispatch();
  const live = useJob((s) => s.job.safety.power === "live");
  return (
    <section className={styles.card} aria-label="Probes">
      <CardHead title={b ? `${a} to ${b}` : `${a} to …`} />
      {b === undefined ? (
        <p>Pick a second test point.</p>
      ) : (
        <>
          <p>{live ? "Volts, running on heat" : "Ohms, unplugged, all wires connected"}</p>
          <ForesightTable unit={live ? "volt" : "ohm"} />
          <Button onClick={() => dispatch({ do: "type", text: `${a.toLowerCase()} ${b.toLowerCase()} ` })}>Enter reading</Button>
        </>
      )}
    </section>
  );
}
