import { useEffect, useState } from "react";
import type { KeptMachine } from "../../core/model/machine/revision";
import { replica } from "./replica";

/** The machines whose sheets are here, each in the revision that came last; those of this page first heard of are looked for. */
export function useMachinesHere(): readonly KeptMachine[] {
  const [machines, setMachines] = useState<readonly KeptMachine[]>([]);
  useEffect(() => {
    const look = () =>
      setMachines([
        ...new Map(
          replica()
            .machines.all()
            .map((m) => [m.ref.id, m]),
        ).values(),
      ]);
    void replica().machines.load().then(look);
    return replica().machines.subscribe(look);
  }, []);
  return machines;
}
