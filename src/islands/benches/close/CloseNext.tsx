import { type ReactNode, useState } from "react";
import { Button } from "../../../ui/Button";
import { PlugNext } from "../../panes/hands/PlugNext";
import { usePlugNext, WORKING } from "../../panes/hands/use-plug";
import { Working } from "../../panes/questions/Working";
import { useJob } from "../../store/context";
import { BackNext } from "./BackNext";
import { isGoingBack, whichCard } from "./which-card";

/** While it is closed up: the plug check, then what goes back; else the proposal, which may be put off. */
export function CloseNext({ children }: { readonly children: ReactNode }) {
  const proposal = useJob((s) => s.diagnosis.proposal);
  const job = useJob((s) => s.job);
  const plug = usePlugNext();
  const [anyway, setAnyway] = useState(false);
  switch (whichCard({ job, proposal, plug: plug !== undefined, anyway })) {
    case "plug":
      return plug === WORKING ? <Working /> : plug && <PlugNext plug={plug} />;
    case "back":
      return <BackNext />;
    case "proposal":
      return (
        <>
          {children}
          {proposal && isGoingBack(job) && (
            <Button look="quiet" onClick={() => setAnyway(true)}>
              Reassemble anyway
            </Button>
          )}
        </>
      );
  }
}
