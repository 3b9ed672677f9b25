import type { ComponentType } from "react";
import type { Stage } from "../../../core/record/job/stages";
import { AirBench } from "../../benches/air/AirBench";
import { CloseBench } from "../../benches/close/CloseBench";
import { CloseCard } from "../../benches/close/CloseCard";
import { FitBench } from "../../benches/fit/FitBench";
import { HandBench } from "../../benches/hand/HandBench";
import { IntakeBench } from "../../benches/intake/IntakeBench";
import { MeterBench } from "../../benches/meter/MeterBench";
import { OpenBench } from "../../benches/open/OpenBench";
import { ProveBench } from "../../benches/prove/ProveBench";
import { SafeBench } from "../../benches/safe/SafeBench";
import { WatchBench } from "../../benches/watch/WatchBench";
import { OffCard } from "../../panes/hands/OffCard";
import { ClosingCard } from "../../panes/questions/ClosingCard";
import { SuspectsCard } from "../../panes/suspects/SuspectsCard";

/** What fills the middle of the page at each stage, and the quiet card beside it. Shown only where the job's machine is known. */
export const BENCHES: Record<Stage, { readonly Bench: ComponentType; readonly Quiet: ComponentType }> = {
  intake: { Bench: IntakeBench, Quiet: SuspectsCard },
  safe: { Bench: SafeBench, Quiet: OffCard },
  watch: { Bench: WatchBench, Quiet: SuspectsCard },
  air: { Bench: AirBench, Quiet: SuspectsCard },
  open: { Bench: OpenBench, Quiet: OffCard },
  meter: { Bench: MeterBench, Quiet: SuspectsCard },
  fit: { Bench: FitBench, Quiet: SuspectsCard },
  close: { Bench: CloseBench, Quiet: CloseCard },
  prove: { Bench: ProveBench, Quiet: ClosingCard },
  hand: { Bench: HandBench, Quiet: ClosingCard },
};
