import { maybePanelOf } from "../../../core/model/machine/format";
import { useMachine } from "../../store/context";
import styles from "./Hands.module.css";

/** Tells how a panel comes off or goes back, step by step, and what to mind. */
export function PanelWords({ panel, state }: { readonly panel: string; readonly state: "off" | "on" }) {
  const machine = useMachine();
  const known = maybePanelOf(machine, panel);
  if (!known) return null;
  const { how, back, mind, plugs } = known;
  const steps = state === "off" ? how : [...back, ...plugs.map((p) => `Plug ${p.id}, ${p.name}: it has clicked.`)];
  return (
    <>
      {steps.length > 0 && (
        <ol className={styles.how}>
          {steps.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
      )}
      {mind.map((m) => (
        <p key={m.says} className={styles.mind}>
          ⚠ {m.says}
        </p>
      ))}
    </>
  );
}
