import { useState } from "react";
import { balanceOf } from "../../../core/model/burner/balance";
import { clocked } from "../../../core/model/burner/clocking";
import { FUELS } from "../../../core/model/burner/gas";
import { whatIsInThere } from "../../../core/model/burner/mismatch";
import { BURNER_RANGES } from "../../../core/model/burner/ranges";
import type { BurnerKnown } from "../../../core/model/burner/reckoned";
import { btuSays, inThereSays, plateSays } from "../../../core/speech/words/bench/burner";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import styles from "./Burner.module.css";

/** BTU/h, with 1 σ, and by what. */
export type KeepInput = (input: number, sigma: number, by: "meter" | "orifice") => void;

/** The dial that most house meters have, ft³. */
const USUAL_DIAL = 0.5;

/** The gas meter, watched for a turn: what burns, and which hole that speaks for. */
export function Clocking({
  typed,
  plate,
  discharge,
  onInput,
  onKeep,
}: {
  readonly typed: BurnerKnown;
  readonly plate: number | undefined;
  readonly discharge: number;
  readonly onInput: (input: number) => void;
  readonly onKeep: KeepInput | undefined;
}) {
  const [dial, setDial] = useState<number | undefined>(USUAL_DIAL);
  const [seconds, setSeconds] = useState<number | undefined>();
  const [others, setOthers] = useState<number | undefined>(0);
  const found =
    dial !== undefined && seconds !== undefined
      ? clocked({ dial, seconds, heatingValueBtuPerFt3: FUELS[typed.gas].heatingValueBtuPerFt3, others: others ?? 0 })
      : undefined;
  const inThere =
    found && found.burner > 0 && typed.manifoldInWc !== undefined && plate !== undefined
      ? inThereSays(
          typed.gas,
          whatIsInThere({ ...balanceOf(typed.gas, discharge), pressure: typed.manifoldInWc, input: found.burner }, plate),
        )
      : undefined;
  return (
    <section aria-label="Gas meter, clocked" className={worked.board}>
      <h3>The gas meter, one turn of its smallest dial</h3>
      <div className={styles.values}>
        <NumberField label="Dial" range={BURNER_RANGES.dial} value={dial} onChange={setDial} />
        <NumberField label="One turn" range={BURNER_RANGES.seconds} value={seconds} onChange={setSeconds} />
        <NumberField label="Other appliances burning" range={BURNER_RANGES.other} value={others} onChange={setOthers} />
      </div>
      {found && found.burner <= 0 && (
        <p role="alert" className={worked.alert}>
          All that flows is {btuSays(found.all)}: the others can’t burn {btuSays(others ?? 0)} of it. Turn them off, and clock again.
        </p>
      )}
      {found && found.burner > 0 && (
        <>
          <p>
            <b>
              Burner {btuSays(found.burner)} ± {Math.round(2 * found.sigma).toLocaleString("en-US")}
            </b>{" "}
            of {btuSays(found.all)} that flows
            {plate !== undefined && `: ${plateSays(found.burner, plate).says}`}
          </p>
          {inThere && (
            <p className={styles.says} data-is={inThere.is} role="status">
              {inThere.says}
            </p>
          )}
          {!inThere && <p className={worked.note}>Enter the manifold pressure to see which orifice is in there.</p>}
          <div className={worked.buttons}>
            <Button onClick={() => onInput(found.burner)}>Use this result</Button>
            {onKeep && <Button onClick={() => onKeep(found.burner, found.sigma, "meter")}>Save as evidence</Button>}
          </div>
        </>
      )}
    </section>
  );
}
