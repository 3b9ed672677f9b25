import { useState } from "react";
import { nearestDrill } from "../../../core/model/burner/drills";
import { FUELS, GASES, type Gas, USUAL_DISCHARGE } from "../../../core/model/burner/gas";
import { orificeFor } from "../../../core/model/burner/mismatch";
import { BURNER_RANGES } from "../../../core/model/burner/ranges";
import { type BurnerKnown, type Reckoned, reckoned, type Wanted } from "../../../core/model/burner/reckoned";
import { btuSays, drillSays, fuelsSay, plateSays, pressureSays } from "../../../core/speech/words/bench/burner";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import styles from "./Burner.module.css";
import { Clocking, type KeepInput } from "./Clocking";
import { DrillScale } from "./DrillScale";
import { Orifice } from "./Orifice";
import { Train } from "./Train";

interface Props {
  readonly typed: BurnerKnown;
  readonly onType: (typed: BurnerKnown) => void;
  /** Rated input of the machine, BTU/h; `undefined`: it is typed here. */
  readonly plate: number | undefined;
  /** Keeps an input as a finding, BTU/h; left out where there is no job. */
  readonly onKeep?: KeepInput | undefined;
}

const WANTED: readonly (readonly [Wanted, string])[] = [
  ["gas", "gas"],
  ["diameter", "orifice"],
  ["input", "input"],
  ["pressure", "pressure"],
];

/** Gas, pressure, orifice, input: any one worked out from the others, against the plate; the gas meter clocked; which hole is probably in there. */
export function GasBoard({ typed, onType, plate: ofMachine, onKeep }: Props) {
  const [wanted, setWanted] = useState<Wanted>("input");
  const [input, setInput] = useState<number | undefined>();
  const [rated, setRated] = useState<number | undefined>(ofMachine);
  const [discharge, setDischarge] = useState<number>(USUAL_DISCHARGE);
  const { gas } = typed;
  const reckons = reckoned(typed, wanted, { input, rated, discharge });
  const { found, burns, pressure, plate } = reckons;
  const set = (part: Partial<BurnerKnown>) => onType({ ...typed, ...part });
  return (
    <div className={worked.board}>
      <Train gas={gas} />
      <nav className={worked.buttons} aria-label="What to find">
        {WANTED.map(([w, name]) => (
          <Button key={w} aria-pressed={wanted === w} onClick={() => setWanted(w)}>
            Find the {name}
          </Button>
        ))}
      </nav>
      {wanted === "gas" && <WhichGas typed={typed} input={input} discharge={discharge} />}
      <div className={styles.values}>
        <GasChoice gas={gas} onGas={(g) => set({ gas: g })} />
        <Manifold wanted={wanted} gas={gas} pressure={wanted === "pressure" ? found?.pressure : typed.manifoldInWc} onType={set} />
        <Orifice wanted={wanted} found={found} inches={typed.orificeInches} onInches={(orificeInches) => set({ orificeInches })} />
        <div>
          <NumberField
            label="Input"
            range={BURNER_RANGES.input}
            value={wanted === "input" ? found?.input : input}
            worked={wanted === "input"}
            onChange={setInput}
          />
          {burns !== undefined && plate !== undefined && <Stands {...plateSays(burns, plate)} />}
        </div>
        <NumberField label="Nameplate" range={BURNER_RANGES.input} value={rated} onChange={setRated} />
        <Defaults typed={typed} reckons={reckons} discharge={discharge} onType={set} onDischarge={setDischarge} />
        <Supply typed={typed} onType={set} />
      </div>
      {plate !== undefined && pressure !== undefined && (
        <DrillScale gas={gas} discharge={discharge} pressure={pressure} plate={plate} input={burns} />
      )}
      <Clocking typed={typed} plate={plate} discharge={discharge} onInput={setInput} onKeep={onKeep} />
      {plate !== undefined && (
        <p className={worked.note}>
          Nameplate's {btuSays(plate)} wants {drillSays(nearestDrill(orificeFor(gas, plate, discharge)))} for {FUELS[gas].name}, SG{" "}
          {FUELS[gas].specificGravity}, {FUELS[gas].heatingValueBtuPerFt3} BTU/ft³: defaults, go by the gas company's figures.
        </p>
      )}
      {onKeep && wanted === "input" && found && (
        <div className={worked.buttons}>
          <Button onClick={() => onKeep(found.input, found.input * ORIFICE_WITHIN, "orifice")}>
            Save {btuSays(found.input)} as evidence
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

function WhichGas({
  typed: { orificeInches, manifoldInWc },
  input,
  discharge,
}: {
  readonly typed: BurnerKnown;
  readonly input: number | undefined;
  readonly discharge: number;
}) {
  const isKnown = orificeInches !== undefined && manifoldInWc !== undefined && input !== undefined;
  return (
    <p role="status" className={styles.says}>
      {isKnown ? fuelsSay(orificeInches, manifoldInWc, input, discharge) : "Enter orifice, pressure and input to see which gas it is."}
    </p>
  );
}

interface ManifoldProps {
  readonly wanted: Wanted;
  readonly gas: Gas;
  readonly pressure: number | undefined;
  readonly onType: (part: Partial<BurnerKnown>) => void;
}

function Manifold({ wanted, gas, pressure, onType }: ManifoldProps) {
  return (
    <div>
      <NumberField
        label="Manifold, flowing"
        range={BURNER_RANGES.pressure}
        value={pressure}
        worked={wanted === "pressure"}
        onChange={(manifoldInWc) => onType({ manifoldInWc })}
      />
      {pressure !== undefined && <Stands {...pressureSays(gas, "manifold", pressure)} />}
    </div>
  );
}

interface DefaultsProps {
  readonly typed: BurnerKnown;
  readonly reckons: Reckoned;
  readonly discharge: number;
  readonly onType: (part: Partial<BurnerKnown>) => void;
  readonly onDischarge: (discharge: number) => void;
}

/** Shows what stands for what nobody said: named as such. */
function Defaults({ typed, reckons: { share }, discharge, onType, onDischarge }: DefaultsProps) {
  return (
    <>
      <div>
        <NumberField
          label="Altitude"
          range={BURNER_RANGES.altitude}
          value={typed.altitudeFt}
          onChange={(altitudeFt) => onType({ altitudeFt })}
        />
        <p>{share === 1 ? "nothing off below 2000 ft" : `${((1 - share) * 100).toFixed(0)}% off: 4% each 1000 ft, a default`}</p>
      </div>
      <div>
        <NumberField
          label="Discharge"
          range={BURNER_RANGES.discharge}
          value={discharge}
          onChange={(d) => d !== undefined && onDischarge(d)}
        />
        <p>{discharge === USUAL_DISCHARGE ? "a default" : "as typed"}</p>
      </div>
    </>
  );
}

/** The gas before the valve, burning and not. */
function Supply({
  typed: { gas, supplyInWc, supplyStaticInWc },
  onType,
}: {
  readonly typed: BurnerKnown;
  readonly onType: (part: Partial<BurnerKnown>) => void;
}) {
  return (
    <>
      <div>
        <NumberField
          label="Supply, flowing"
          range={BURNER_RANGES.pressure}
          value={supplyInWc}
          onChange={(v) => onType({ supplyInWc: v })}
        />
        {supplyInWc !== undefined && <Stands {...pressureSays(gas, "supply", supplyInWc)} />}
      </div>
      <div>
        <NumberField
          label="Supply, static"
          range={BURNER_RANGES.pressure}
          value={supplyStaticInWc}
          onChange={(v) => onType({ supplyStaticInWc: v })}
        />
        {supplyInWc !== undefined && supplyStaticInWc !== undefined && (
          <p>{(supplyStaticInWc - supplyInWc).toFixed(1)} in w.c. lost when it burns: a long or narrow pipe loses more</p>
        )}
      </div>
    </>
  );
}
