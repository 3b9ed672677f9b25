import { useState } from "react";
import { freeAs } from "../../../core/model/air/choke";
import { type Consequence, USUAL_WATER_KG } from "../../../core/model/air/consequence";
import { USUAL_LIMIT_PA } from "../../../core/model/air/duct-run";
import { fanPressure } from "../../../core/model/air/fan";
import { AIR_RANGES } from "../../../core/model/air/ranges";
import type { AirCase } from "../../../core/model/air/stands";
import type { Machine } from "../../../core/model/machine/format";
import type { Figure } from "../../../core/model/quantity/figure";
import { cfmOf } from "../../../core/model/quantity/quantity";
import { airRows, flowSays } from "../../../core/speech/words/bench/air";
import styles from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import { useConsequences } from "./use-consequences";

interface Water {
  readonly kg: number;
  readonly set: (kg: number) => void;
}

/** Gives what each flow does to the machine, with so much water in the load; why not, where it can't be worked out. */
export function useEffects(machine: Machine, cases: readonly AirCase[]) {
  const [kg, set] = useState(USUAL_WATER_KG);
  const frees = cases.map((c) => freeAs(machine, c.flow));
  return { water: { kg, set }, ...useConsequences(machine, frees, kg) };
}

interface Props {
  readonly machine: Machine;
  readonly cases: readonly AirCase[];
  /** The flow that was found: the first case, with what it may be. */
  readonly flow: Figure | undefined;
  readonly does: readonly (Consequence | undefined)[];
  readonly water: Water;
}

/** Now, cleared, and in metal, side by side. */
export function Effects({ machine, cases, flow, does, water }: Props) {
  const rows = airRows(
    cases.map((c, i) => ({
      flow: c.name === "Now" && flow ? flowSays(flow) : `${cfmOf(c.flow).toFixed(0)} cfm`,
      pascal: fanPressure(machine.thermal, c.flow),
      does: does[i],
    })),
    USUAL_LIMIT_PA,
  );
  return (
    <div className={styles.scroll}>
      <NumberField
        label="Water in the load"
        range={AIR_RANGES.water}
        value={water.kg}
        onChange={(kg) => kg !== undefined && water.set(kg)}
      />
      <table className={styles.table}>
        <thead>
          <tr>
            <th aria-label="What it does" />
            {cases.map((c) => (
              <th key={c.name}>{c.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.name}>
              <th scope="row">{row.name}</th>
              {row.cells.map((c, i) => (
                <td key={cases[i]?.name} data-is={c.is}>
                  {c.is === "bad" ? "✗ " : c.is === "good" ? "✓ " : ""}
                  {c.says}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
