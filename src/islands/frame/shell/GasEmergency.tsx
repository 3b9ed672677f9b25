import { TriangleAlert } from "lucide-react";
import { useState } from "react";
import { sightings } from "../../../core/record/job/evidence";
import { GAS_SMELL_STEPS } from "../../../core/speech/words/bench/gas-smell";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import styles from "./GasEmergency.module.css";

/** Gas was smelt: before everything else, what to do now. It stays until somebody says that everybody is safe. */
export function GasEmergency() {
  const dispatch = useDispatch();
  const smelt = useJob((s) => sightings(s.job, "smell").findLast((f) => f.finding.result.value === "gas")?.evidence.entry);
  const fresh = useJob((s) => isLast(s.job, smelt));
  const [passed, setPassed] = useState<string | undefined>();
  if (smelt === undefined || passed === smelt || !fresh) return null;
  return (
    <div className={styles.screen} role="alertdialog" aria-label="Smell of gas" aria-modal="true">
      <h1>
        <TriangleAlert size={52} aria-hidden /> Smell of gas
      </h1>
      <ol>
        {GAS_SMELL_STEPS.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p>
        Go back in only when they say so. Local code and the gas company come before this program. The job can't be closed until a leak test
        is on record.
      </p>
      <div>
        <Button look="main" onClick={() => setPassed(smelt)}>
          Everyone is safe, continue
        </Button>
        <Button onClick={() => void dispatch({ do: "take-back", entry: smelt })}>It wasn't gas: void the entry</Button>
      </div>
    </div>
  );
}

/** No joint was proven tight, and no smell denied, since. */
function isLast(job: Parameters<typeof sightings>[0], smelt: string | undefined): boolean {
  const at = sightings(job, "smell").findLast((f) => f.evidence.entry === smelt)?.at ?? -1;
  const cleared = [...sightings(job, "smell"), ...sightings(job, "leak")].some(
    (f) => f.at > at && ["none", "tight"].includes(f.finding.result.value),
  );
  return smelt !== undefined && !cleared;
}
