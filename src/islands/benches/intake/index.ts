import { SuspectsCard } from "../../panes/suspects/SuspectsCard";
import type { BenchParts } from "../parts";
import { IntakeBench } from "./IntakeBench";

export const parts: BenchParts = { Bench: IntakeBench, Quiet: SuspectsCard };
