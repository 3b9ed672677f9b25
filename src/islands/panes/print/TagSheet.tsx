import { COLOURS } from "../../../core/model/machine/cabinet";
import { partOf } from "../../../core/model/machine/format";
import { readTerminal } from "../../../core/model/machine/wiring";
import { useJob, useMachine } from "../../store/context";
import { Printed } from "./Printed";
import styles from "./Printed.module.css";
import { QrCode } from "./QrCode";

/** A tag for each wire: a large number, its terminal and colour, and a code that says the same to a camera. */
export function TagSheet({ of }: { readonly of: readonly string[] }) {
  const machine = useMachine();
  const number = useJob((s) => s.number);
  const found = useJob((s) => s.job.leads);
  const leads = of.flatMap((at) => machine.leads.filter((l) => l.at === at));
  if (leads.length === 0) return null;
  return (
    <Printed says="Print wire tags">
      {() => (
        <>
          <h1>
            Wires of job {number ?? ""}, {machine.maker} {machine.model}
          </h1>
          <div className={styles.tags}>
            {leads.map((l, i) => {
              const known = found.find((f) => f.at === l.at);
              const colour = known?.colour ?? l.colour;
              const part = partOf(machine, readTerminal(l.at)?.part ?? "");
              const says = `${i + 1}: ${colour} on ${known?.mark ?? l.mark}, ${part.name}`;
              return (
                <div key={l.at} className={styles.tag}>
                  <b>{i + 1}</b>
                  <QrCode text={`job ${number ?? "?"} wire ${l.at} ${colour} ${known?.mark ?? l.mark}`} says={says} />
                  <span>
                    {known?.mark ?? l.mark} · {COLOURS[colour]} {colour}
                    <br />
                    {part.name}
                  </span>
                </div>
              );
            })}
          </div>
        </>
      )}
    </Printed>
  );
}
