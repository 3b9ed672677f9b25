import { useState } from "react";
import type { Balanced } from "../../../core/model/burner/balance";
import { drillInches, MM_PER_INCH, nearestDrill } from "../../../core/model/burner/drills";
import { BURNER_RANGES } from "../../../core/model/burner/ranges";
import type { Wanted } from "../../../core/model/burner/reckoned";
import type { Range } from "../../../core/model/quantity/range";
import { drillSays } from "../../../core/speech/words/bench/burner";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";

interface Props {
  readonly wanted: Wanted;
  readonly found: Balanced | undefined;
  readonly inches: number | undefined;
  readonly onInches: (inches: number | undefined) => void;
}

const AS = ["drill", "mm", "in"] as const;
type As = (typeof AS)[number];
const RANGE: Readonly<Record<As, Range>> = {
  drill: { least: 1, most: 80, unit: "no.", because: "number drills go from 1 to 80" },
  mm: {
    least: BURNER_RANGES.diameter.least * MM_PER_INCH,
    most: BURNER_RANGES.diameter.most * MM_PER_INCH,
    unit: "mm",
    because: BURNER_RANGES.diameter.because,
  },
  in: BURNER_RANGES.diameter,
};

/** The hole, by drill, in mm or in inches. */
export function Orifice({ wanted, found, inches, onInches }: Props) {
  const [as, setAs] = useState<As>("drill");
  const hole = wanted === "diameter" ? found?.diameter : inches;
  const shown = hole === undefined ? undefined : as === "in" ? hole : as === "mm" ? hole * MM_PER_INCH : nearestDrill(hole).number;
  const read = (value: number | undefined) =>
    onInches(value === undefined ? undefined : as === "in" ? value : as === "mm" ? value / MM_PER_INCH : drillInches(Math.round(value)));
  return (
    <div>
      <NumberField key={as} label="Orifice" range={RANGE[as]} value={shown} worked={wanted === "diameter"} onChange={read} />
      <nav className={worked.buttons} aria-label="Orifice as">
        {AS.map((a) => (
          <Button key={a} look="quiet" aria-pressed={as === a} onClick={() => setAs(a)}>
            {a}
          </Button>
        ))}
      </nav>
      {hole !== undefined && <p>nearest {drillSays(nearestDrill(hole))}</p>}
    </div>
  );
}
