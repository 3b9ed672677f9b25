import { useState } from "react";
import type { DuctRun } from "../../../core/model/air/duct-run";
import type { BurnerKnown } from "../../../core/model/burner/reckoned";
import { hasHood } from "../../../core/model/machine/format";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { PageHead } from "../../../ui/PageHead";
import { AirBoard, USUAL_RUN } from "../../panes/air/AirBoard";
import { GasBoard } from "../../panes/burner/GasBoard";
import { useMachinesHere } from "../../replica/use-machines";

/** Air and gas reckoned without a job: nothing is saved. */
export function Calculators() {
  const machines = useMachinesHere().map((k) => k.machine);
  const [about, setAbout] = useState<"air" | "burner">("air");
  const [id, setId] = useState<string | undefined>();
  const [run, setRun] = useState<DuctRun>(USUAL_RUN);
  const [typed, setTyped] = useState<BurnerKnown>({ gas: "natural" });
  const vented = machines.filter(hasHood);
  const machine = vented.find((m) => m.id === id) ?? vented[0];
  return (
    <>
      <PageHead title="Calculators" />
      <main className={worked.page}>
        <nav className={worked.buttons} aria-label="Calculator">
          <Button aria-pressed={about === "air"} onClick={() => setAbout("air")}>
            Air and duct
          </Button>
          <Button aria-pressed={about === "burner"} onClick={() => setAbout("burner")}>
            Gas and orifice
          </Button>
        </nav>
        {about === "burner" && <GasBoard typed={typed} onType={setTyped} plate={undefined} />}
        {about === "air" && (
          <>
            <label className={worked.field}>
              <span>With the fan of</span>
              <select className={bench.field} value={machine?.id ?? ""} onChange={(e) => setId(e.target.value)}>
                {vented.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.maker} {m.model}
                  </option>
                ))}
              </select>
            </label>
            {machine ? (
              <AirBoard key={machine.id} machine={machine} run={run} onRun={setRun} />
            ) : (
              <p role="status">Looking for a machine on this device…</p>
            )}
          </>
        )}
      </main>
    </>
  );
}
