import { useState } from "react";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import { OHMS } from "./ranges";

const SECONDS = { least: 1, most: 900, unit: "s", because: "a sensor acts within minutes or not at all" };
/** A good sensor opens within this time of the first glow, s, and closes again within that of the dark (typical; the maker’s sheet wins). */
const OPENS_S = [15, 90] as const;
const CLOSES_BY_S = 180;

/** The flame sensor: cold, then how soon it opens when it sees heat, and how soon it closes again. */
export function Sensor() {
  const [cold, setCold] = useState<number | undefined>();
  const [opens, setOpens] = useState<number | undefined>();
  const [closes, setCloses] = useState<number | undefined>();
  const said = [
    cold !== undefined && (cold <= 1 ? "✓ closed cold" : "✗ not closed cold: no glow"),
    opens !== undefined &&
      (opens < OPENS_S[0]
        ? "✗ opens too soon: igniter not hot yet"
        : opens > OPENS_S[1]
          ? "✗ opens late or never: it glows on, no gas"
          : "✓ opens in time"),
    closes !== undefined && (closes > CLOSES_BY_S ? "✗ closes late: no second try" : "✓ closes again"),
  ].filter((s): s is string => typeof s === "string");
  return (
    <section aria-label="Flame sensor" className={worked.board}>
      <h3>Flame sensor: cold, hot, and closing again</h3>
      <div className={worked.fields}>
        <NumberField label="Cold" range={{ ...OHMS, least: 0 }} value={cold} onChange={setCold} />
        <NumberField label="OL after the first glow" range={SECONDS} value={opens} onChange={setOpens} />
        <NumberField label="Closed again after the flame" range={SECONDS} value={closes} onChange={setCloses} />
      </div>
      {said.length > 0 && <p role="status">{said.join(" · ")}</p>}
    </section>
  );
}
