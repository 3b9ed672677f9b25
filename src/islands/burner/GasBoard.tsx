import { useState } from "react";
import { type Balanced, balanced, balanceOf, type Unknown } from "../../core/burner/balance";
import { clocked } from "../../core/burner/clocking";
import { drillInches, MM_PER_INCH, nearestDrill } from "../../core/burner/drills";
import { altitudeShare, FUELS, GASES, type Gas, USUAL_DISCHARGE } from "../../core/burner/gas";
import { orificeFor, whatIsInThere } from "../../core/burner/mismatch";
import { BURNER_RANGES } from "../../core/burner/ranges";
import { btuSays, drillSays, fuelsSay, inThereSays, plateSays, pressureSays } from "../../core/language/burner";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import { NumberField } from "../worked/NumberField";
import worked from "../worked/Worked.module.css";
import styles from "./Burner.module.css";
import { DrillScale } from "./DrillScale";
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

interface Props {
  readonly typed: BurnerTyped;
  readonly onType: (typed: BurnerTyped) => void;
  /** Rated input of the machine, BTU/h; `undefined`: it is typed here. */
  readonly plate: number | undefined;
  /** Keeps an input as a finding, BTU/h; left out where there is no job. */
  readonly onKeep?: ((input: number, sigma: number, by: "meter" | "orifice") => void) | undefined;
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

const AS = ["drill", "mm", "in"] as const;
type As = (typeof AS)[number];
const RANGE: Readonly<Record<As, (typeof BURNER_RANGES)["diameter"] | { least: number; most: number; unit: string; because: string }>> = {
  drill: { least: 1, most: 80, unit: "no.", because: "number drills go from 1 to 80" },
  mm: {
    least: BURNER_RANGES.diameter.least * MM_PER_INCH,
    most: BURNER_RANGES.diameter.most * MM_PER_INCH,
    unit: "mm",
    because: BURNER_RANGES.diameter.because,
  },
  in: BURNER_RANGES.diameter,
};

function Orifice({
  unknown,
  found,
  inches,
  onInches,
}: PartProps & { readonly inches: number | undefined; readonly onInches: (inches: number | undefined) => void }) {
  const [as, setAs] = useState<As>("drill");
  const hole = unknown === "diameter" ? found?.diameter : inches;
  const shown = hole === undefined ? undefined : as === "in" ? hole : as === "mm" ? hole * MM_PER_INCH : nearestDrill(hole).number;
  const read = (value: number | undefined) =>
    onInches(value === undefined ? undefined : as === "in" ? value : as === "mm" ? value / MM_PER_INCH : drillInches(Math.round(value)));
  return (
    <div>
      <NumberField key={as} label="Orifice" range={RANGE[as]} value={shown} worked={unknown === "diameter"} onChange={read} />
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

const DIALS = [0.5, 1, 2, 0.25];

/** The gas meter, watched for a turn: what burns, and which hole that speaks for. */
function Clocking({
  typed,
  plate,
  discharge,
  onInput,
  onKeep,
}: {
  readonly typed: BurnerTyped;
  readonly plate: number | undefined;
  readonly discharge: number;
  readonly onInput: (input: number) => void;
  readonly onKeep: Props["onKeep"];
}) {
  const [dial, setDial] = useState<number | undefined>(DIALS[0]);
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
    <section aria-label="Gas meter clocked" className={worked.board}>
      <h3>The gas meter, one turn of its smallest dial</h3>
      <div className={styles.values}>
        <NumberField label="Dial" range={BURNER_RANGES.dial} value={dial} onChange={setDial} />
        <NumberField label="One turn" range={BURNER_RANGES.seconds} value={seconds} onChange={setSeconds} />
        <NumberField label="Others that burn" range={BURNER_RANGES.other} value={others} onChange={setOthers} />
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
          {!inThere && <p className={worked.note}>With the manifold pressure, it is told which hole is probably in there.</p>}
          <div className={worked.buttons}>
            <Button onClick={() => onInput(found.burner)}>Reckon on with it</Button>
            {onKeep && <Button onClick={() => onKeep(found.burner, found.sigma, "meter")}>Keep as evidence</Button>}
          </div>
        </>
      )}
    </section>
  );
}
