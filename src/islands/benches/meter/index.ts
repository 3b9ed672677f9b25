import { SuspectsCard } from "../../panes/suspects/SuspectsCard";
import type { BenchParts } from "../parts";
import { MeterBench } from "./MeterBench";

export const parts: BenchParts = { Bench: MeterBench, Quiet: SuspectsCard };
