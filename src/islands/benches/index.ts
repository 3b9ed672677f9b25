import type { ComponentType } from "react";
import type { Stage } from "../../core/record/job/stages";
import { AirBench } from "./air/AirBench";
import { CloseBench } from "./close/CloseBench";
import { CloseCard } from "./close/CloseCard";
import { FitBench } from "./fit/FitBench";
import { HandBench } from "./hand/HandBench";
import { IntakeBench } from "./intake/IntakeBench";
import { MeterBench } from "./meter/MeterBench";
import { OpenBench } from "./open/OpenBench";
import { ProveBench } from "./prove/ProveBench";
import { SafeBench } from "./safe/SafeBench";
import { ClosingCard } from "./shared/ClosingCard";
import { OffCard } from "./shared/OffCard";
import { SuspectsCard } from "./shared/SuspectsCard";
import { WatchBench } from "./watch/WatchBench";

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
