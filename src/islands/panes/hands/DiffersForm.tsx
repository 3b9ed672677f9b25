import { useState } from "react";
import { panelName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import { decimalIn } from "../../../core/model/quantity/decimal";
import { inFile } from "../../../core/record/job/hands/tray";
import type { Draft } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Form.module.css";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { FastenerForm } from "./FastenerForm";
import { OwnStepForm } from "./OwnStepForm";

type What = "fasteners" | "way" | "minutes" | "own";

const WHAT: Record<What, string> = {
  fasteners: "Other screws came out",
  way: "Another panel is in the way",
  own: "Something else is in the way",
  minutes: "It takes longer",
};

/** Where a panel is not as the machine's file has it: corrected on the spot. */
export function DiffersForm({ panel, onLeave }: { readonly panel: string; readonly onLeave: () => void }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const isOff = useJob((s) => s.job.panelsOff.includes(panel));
  const [what, setWhat] = useState<What | undefined>();
  const keep = (...drafts: Draft[]) => {
    onLeave();
    return dispatch({ do: "record", drafts });
  };
  const name = capital(panelName(machine, panel));
  if (what === "fasteners")
    return (
      <FastenerForm
        title={`${name}: what came out`}
        begin={inFile(machine, panel)}
        onLeave={onLeave}
        onKeep={(fasteners) =>
          keep(...(isOff ? [] : [{ kind: "panel", body: { panel, state: "off" } } as const]), {
            kind: "cup",
            body: { of: panel, fasteners },
          })
        }
      />
    );
  return (
    <section className={styles.form} aria-label={`${name} differs`}>
      <h3>{name} differs</h3>
      {what === undefined && (
        <div className={styles.row}>
          {(Object.keys(WHAT) as What[]).map((w) => (
            <Button key={w} onClick={() => setWhat(w)}>
              {WHAT[w]}
            </Button>
          ))}
        </div>
      )}
      {what === "way" && (
        <div className={styles.row}>
          {machine.panels
            .filter((p) => p.id !== panel)
            .map((p) => (
              <Button key={p.id} onClick={() => keep({ kind: "differs", body: { of: panel, needs: [p.id] } })}>
                {capital(p.name)} first
              </Button>
            ))}
        </div>
      )}
      {what === "own" && <OwnStepForm onKeep={keep} />}
      {what === "minutes" && (
        <WordsForm
          fields={{ minutes: { label: "Minutes, off and on", numeric: true } }}
          button="Save"
          amiss={({ minutes }) => (isMinutes(minutes) ? undefined : `Enter minutes up to ${MOST_MINUTES}, such as 12, not “${minutes}”`)}
          onKeep={({ minutes }) => keep({ kind: "differs", body: { of: panel, minutes: decimalIn(minutes) } })}
        />
      )}
      <Button look="quiet" onClick={onLeave}>
        Cancel
      </Button>
    </section>
  );
}

const MOST_MINUTES = 600;
const isMinutes = (text: string): boolean => decimalIn(text) > 0 && decimalIn(text) <= MOST_MINUTES;
