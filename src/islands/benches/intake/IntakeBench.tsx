import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import { Began } from "./Began";
import { EarlierVisits } from "./EarlierVisits";
import { Noticed } from "./Noticed";
import { PlateCard } from "./PlateCard";
import { WhoWhere } from "./WhoWhere";

/** Complaint and what was taken from it, how it began, which machine, who and where. */
export function IntakeBench() {
  return (
    <>
      <Noticed />
      <EarlierVisits />
      <Began />
      <PlateCard />
      <WhoWhere />
      <LiveTests />
    </>
  );
}

function LiveTests() {
  const allowed = useJob((s) => s.job.safety.liveTests);
  const dispatch = useDispatch();
  return (
    <dl className={styles.facts}>
      <dt>Live tests</dt>
      <dd>
        {allowed ? "Allowed on this job." : "Live tests are off."}{" "}
        <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "preference", body: { liveTests: !allowed } }] })}>
          {allowed ? "Turn off live tests" : "Allow live tests"}
        </Button>
      </dd>
    </dl>
  );
}
