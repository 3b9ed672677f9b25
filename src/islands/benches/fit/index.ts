import { SuspectsCard } from "../../panes/suspects/SuspectsCard";
import type { BenchParts } from "../parts";
import { FitBench } from "./FitBench";

export const parts: BenchParts = { Bench: FitBench, Quiet: SuspectsCard };
