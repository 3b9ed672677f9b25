import { useState } from "react";
import { type Balanced, balanced, balanceOf, type Unknown } from "../../core/burner/balance";
import { nearestDrill } from "../../core/burner/drills";
import { altitudeShare, FUELS, GASES, type Gas, USUAL_DISCHARGE } from "../../core/burner/gas";
import { orificeFor } from "../../core/burner/mismatch";
import { BURNER_RANGES } from "../../core/burner/ranges";
import { btuSays, drillSays, fuelsSay, plateSays, pressureSays } from "../../core/language/burner";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import { NumberField } from "../worked/NumberField";
import worked from "../worked/Worked.module.css";
import styles from "./Burner.module.css";
import { Clocking } from "./Clocking";
import { DrillScale } from "./DrillScale";
import { Orifice } from "./Orifice";
import { Train } from "./Train";

/** How a burner stands, as far as it is known. Inches, in w.c., BTU/h. */
export interface BurnerTyped {
  readonly gas: Gas;
  readonly altitudeFt?: number | undefined;
  readonly orificeInches?: number | undefined;
  readonly manifoldInWc?: number | undefined;
  readonly supplyInWc?: number | undefined;
  readonly supplyStaticInWc?: number | undefined;
}

export type KeepInput = (input: number, sigma: number, by: "meter" | "orifice") => void;

interface Props {
  readonly typed: BurnerTyped;
  readonly onType: (typed: BurnerTyped) => void;
  /** Rated input of the machine, BTU/h; `undefined`: it is typed here. */
  readonly plate: number | undefined;
  /** Keeps an input as a finding, BTU/h; left out where there is no job. */
  readonly onKeep?: KeepInput | undefined;
}

const UNKNOWNS: readonly (readonly [Unknown | "gas", string])[] = [
  ["gas", "gas"],
  ["diameter", "orifice"],
  ["input", "input"],
  ["pressure", "pressure"],
];

/** Gas, pressure, orifice, input: any one worked out from the others, against the plate; the gas meter clocked; which hole is probably in there. */
export function GasBoard({ typed, onType, plate, onKeep }: Props) {
  const [unknown, setUnknown] = useState<Unknown | "gas">("input");
  const [input, setInput] = useState<number | undefined>();
  const [rated, setRated] = useState<number | undefined>(plate);
  const [discharge, setDischarge] = useState<number>(USUAL_DISCHARGE);
  const { gas } = typed;
  const share = altitudeShare(typed.altitudeFt ?? 0);
  const plateHere = rated === undefined ? undefined : rated * share;
  const given = {
    ...balanceOf(gas, discharge),
    ...(unknown !== "diameter" && typed.orificeInches !== undefined && { diameter: typed.orificeInches }),
    ...(unknown !== "pressure" && typed.manifoldInWc !== undefined && { pressure: typed.manifoldInWc }),
    ...(unknown !== "input" && input !== undefined && { input }),
  };
  const found = balanced(given);
  const burns = found?.input ?? input;
  const fuels =
    unknown === "gas" && typed.orificeInches !== undefined && typed.manifoldInWc !== undefined && input !== undefined
      ? fuelsSay(typed.orificeInches, typed.manifoldInWc, input, discharge)
      : undefined;
  const set = (part: Partial<BurnerTyped>) => onType({ ...typed, ...part });
  return (
    <div className={worked.board}>
      <Train gas={gas} />
      <nav className={worked.buttons} aria-label="What is worked out">
        {UNKNOWNS.map(([u, name]) => (
          <Button key={u} aria-pressed={unknown === u} onClick={() => setUnknown(u)}>
            Work out the {name}
          </Button>
        ))}
      </nav>
      {unknown === "gas" && (
        <p role="status" className={styles.says}>
          {fuels ?? "With orifice, pressure and input it is told which gas that is."}
        </p>
      )}
      <div className={styles.values}>
        <GasChoice gas={gas} onGas={(g) => set({ gas: g })} />
        <Pressure unknown={unknown} found={found} typed={typed} onType={set} />
        <Orifice unknown={unknown} found={found} inches={typed.orificeInches} onInches={(orificeInches) => set({ orificeInches })} />
        <div>
          <NumberField
            label="Input"
            range={BURNER_RANGES.input}
            value={unknown === "input" ? found?.input : input}
            worked={unknown === "input"}
            onChange={setInput}
          />
          {burns !== undefined && plateHere !== undefined && <Stands {...plateSays(burns, plateHere)} />}
        </div>
        <NumberField label="Plate" range={BURNER_RANGES.input} value={rated} onChange={setRated} />
        <div>
          <NumberField
            label="Altitude"
            range={BURNER_RANGES.altitude}
            value={typed.altitudeFt}
            onChange={(altitudeFt) => set({ altitudeFt })}
          />
          <p>{share === 1 ? "nothing off below 2000 ft" : `${((1 - share) * 100).toFixed(0)} % off: 4 % each 1000 ft, a default`}</p>
        </div>
        <div>
          <NumberField
            label="Discharge"
            range={BURNER_RANGES.discharge}
            value={discharge}
            onChange={(d) => d !== undefined && setDischarge(d)}
          />
          <p>{discharge === USUAL_DISCHARGE ? "a default" : "as typed"}</p>
        </div>
        <div>
          <NumberField
            label="Supply, flowing"
            range={BURNER_RANGES.pressure}
            value={typed.supplyInWc}
            onChange={(supplyInWc) => set({ supplyInWc })}
          />
          {typed.supplyInWc !== undefined && <Stands {...pressureSays(gas, "supply", typed.supplyInWc)} />}
        </div>
        <div>
          <NumberField
            label="Supply, static"
            range={BURNER_RANGES.pressure}
            value={typed.supplyStaticInWc}
            onChange={(supplyStaticInWc) => set({ supplyStaticInWc })}
          />
          {typed.supplyInWc !== undefined && typed.supplyStaticInWc !== undefined && (
            <p>{(typed.supplyStaticInWc - typed.supplyInWc).toFixed(1)} in w.c. lost when it burns: a long or narrow pipe loses more</p>
          )}
        </div>
      </div>
      {plateHere !== undefined && (found?.pressure ?? typed.manifoldInWc) !== undefined && (
        <DrillScale
          gas={gas}
          discharge={discharge}
          pressure={found?.pressure ?? typed.manifoldInWc ?? 0}
          plate={plateHere}
          input={burns}
          sigma={undefined}
        />
      )}
      <Clocking typed={typed} plate={plateHere} discharge={discharge} onInput={setInput} onKeep={onKeep} />
      {plateHere !== undefined && (
        <p className={worked.note}>
          The plate’s {btuSays(plateHere)} wants {drillSays(nearestDrill(orificeFor(gas, plateHere, discharge)))} for {FUELS[gas].name}, SG{" "}
          {FUELS[gas].specificGravity}, {FUELS[gas].heatingValueBtuPerFt3} BTU/ft³: defaults, the supplier’s figures win.
        </p>
      )}
      {onKeep && unknown === "input" && found && (
        <div className={worked.buttons}>
          <Button onClick={() => onKeep(found.input, found.input * ORIFICE_WITHIN, "orifice")}>
            Keep {btuSays(found.input)} as evidence
          </Button>
        </div>
      )}
    </div>
  );
}

/** An input by orifice and pressure is good to so much, as 1 σ (est.): its discharge, the gauge, the gas. */
const ORIFICE_WITHIN = 0.05;

const Stands = ({ says, is }: { readonly says: string; readonly is: "good" | "bad" }) => (
  <p data-is={is}>
    {is === "good" ? "✓" : "✗"} {says}
  </p>
);

function GasChoice({ gas, onGas }: { readonly gas: Gas; readonly onGas: (gas: Gas) => void }) {
  return (
    <label className={worked.field}>
      <span>Gas</span>
      <span className={worked.entry}>
        <select className={bench.field} value={gas} onChange={(e) => onGas(GASES.find((g) => g === e.target.value) ?? gas)}>
          {GASES.map((g) => (
            <option key={g} value={g}>
              {FUELS[g].name}
            </option>
          ))}
        </select>
      </span>
    </label>
  );
}

interface PartProps {
  readonly unknown: Unknown | "gas";
  readonly found: Balanced | undefined;
}

function Pressure({
  unknown,
  found,
  typed,
  onType,
}: PartProps & { readonly typed: BurnerTyped; readonly onType: (part: Partial<BurnerTyped>) => void }) {
  const pressure = unknown === "pressure" ? found?.pressure : typed.manifoldInWc;
  return (
    <div>
      <NumberField
        label="Manifold, flowing"
        range={BURNER_RANGES.pressure}
        value={pressure}
        worked={unknown === "pressure"}
        onChange={(manifoldInWc) => onType({ manifoldInWc })}
      />
      {pressure !== undefined && <Stands {...pressureSays(typed.gas, "manifold", pressure)} />}
    </div>
  );
}
