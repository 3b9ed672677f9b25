import { SuspectsCard } from "../../panes/suspects/SuspectsCard";
import type { BenchParts } from "../parts";
import { WatchBench } from "./WatchBench";

export const parts: BenchParts = { Bench: WatchBench, Quiet: SuspectsCard };
