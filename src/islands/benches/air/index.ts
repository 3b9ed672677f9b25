import { SuspectsCard } from "../../panes/suspects/SuspectsCard";
import type { BenchParts } from "../parts";
import { AirBench } from "./AirBench";

export const parts: BenchParts = { Bench: AirBench, Quiet: SuspectsCard };
