import type { Machine } from "../../../core/model/machine/format";
import type { MachineRef } from "../../../core/model/machine/revision";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import styles from "./JobView.module.css";

interface Props {
  readonly machines: readonly { readonly ref: MachineRef; readonly machine: Machine }[];
}

/** A job whose machine is not named yet, or is not kept here in the revision that it was read on. */
export function ChooseMachine({ machines }: Props) {
  const dispatch = useDispatch();
  const named = useJob((s) => s.job.machineRef);
  return (
    <section className={styles.choose}>
      <h2>Which machine is it?</h2>
      <p>
        {named
          ? `This job used ${named.id}, revision ${named.revision}, which isn't here. Pick one to continue. The record stays.`
          : "Check the nameplate, often around the door opening."}
      </p>
      <ul>
        {machines.map(({ ref, machine }) => (
          <li key={ref.revision}>
            <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "machine", body: { machine: ref } }] })}>
              {machine.maker} {machine.model}: {machine.family}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
