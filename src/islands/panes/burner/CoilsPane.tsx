import { useState } from "react";
import { igniterStands } from "../../../core/model/burner/igniter";
import type { Machine, Part, PartOf } from "../../../core/model/machine/format";
import { restControls } from "../../../core/model/machine/run/at-rest";
import { healthyOhms } from "../../../core/model/prediction/healthy-ohms";
import { formatValue } from "../../../core/model/quantity/format";
import worked from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";
import { useMachine } from "../../store/context";
import { OHMS } from "./ranges";
import { Sensor } from "./Sensor";
import { SoakTest } from "./SoakTest";

const AMPS = { least: 0, most: 10, unit: "A", because: "an igniter draws a few" };

/** Coils cold and hot, soaked minute by minute; the igniter by its ohms and its amps together; what every pair of terminals reads in the circuit. */
export function CoilsPane() {
  const machine = useMachine();
  const coils = machine.parts.filter((p): p is PartOf<"coil"> => p.kind === "coil");
  const igniter = machine.parts.find((p): p is PartOf<"igniter"> => p.kind === "igniter");
  return (
    <div className={worked.board}>
      <InCircuit machine={machine} coils={coils} />
      <SoakTest coils={coils} />
      <Sensor />
      {igniter && <Igniter igniter={igniter} volts={igniterVolts(machine)} />}
    </div>
  );
}

const igniterVolts = ({ supply }: Machine): number => Math.abs(supply.legs[0]?.volts ?? 120);

/** Shows what is read between every two terminals of the coils, with all wires connected and by itself. */
function InCircuit({ machine, coils }: { readonly machine: Machine; readonly coils: readonly Part[] }) {
  const nets = [...new Set(coils.flatMap((c) => c.nets))];
  const rest = restControls(machine);
  const pairs = nets.flatMap((a, i) => nets.slice(i + 1).map((b) => [a, b] as const));
  return (
    <section aria-label="Coils in the circuit">
      <h3>Coils, good and cold, between every pair of terminals</h3>
      <table className={worked.table}>
        <thead>
          <tr>
            <th>Between</th>
            <th>All wires on</th>
            <th>By itself</th>
          </tr>
        </thead>
        <tbody>
          {pairs.map(([a, b]) => {
            const alone = coils.find((c) => c.nets.includes(a) && c.nets.includes(b));
            return (
              <tr key={`${a} ${b}`}>
                <th scope="row">
                  {a} to {b}
                </th>
                <td>{formatValue(healthyOhms(machine, [a, b], rest, []), "ohm")}</td>
                <td>
                  {alone?.kind === "coil"
                    ? `${alone.name}, ${formatValue(alone.ohms, "ohm")} ±${alone.tolerance * 100}%`
                    : "no coil of its own"}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

const STANDS: Readonly<Record<NonNullable<ReturnType<typeof igniterStands>>, string>> = {
  good: "Good: normal current. Ohms alone can't show that.",
  open: "Open: it can't glow.",
  aged: "Aged: too little current to get hot in time. Its ohms may look good.",
  odd: "Too much current: wrong igniter, or partly shorted.",
};

function Igniter({ igniter, volts }: { readonly igniter: PartOf<"igniter">; readonly volts: number }) {
  const [cold, setCold] = useState<number | undefined>();
  const [amps, setAmps] = useState<number | undefined>();
  const stands = igniterStands({ volts, hotOhms: igniter.hotOhms }, cold, amps);
  return (
    <section aria-label="Igniter" className={worked.board}>
      <h3>Igniter: cold ohms and running amps together</h3>
      <div className={worked.fields}>
        <NumberField label="Cold" range={OHMS} value={cold} onChange={setCold} />
        <NumberField label="Running" range={AMPS} value={amps} onChange={setAmps} />
      </div>
      <p className={worked.note}>
        Rated {formatValue(igniter.coldOhms, "ohm")} cold, about {formatValue(volts / igniter.hotOhms, "amp")} running.
      </p>
      {stands && <p role="status">{STANDS[stands]}</p>}
    </section>
  );
}
