import { ClosingCard } from "../../panes/questions/ClosingCard";
import type { BenchParts } from "../parts";
import { ProveBench } from "./ProveBench";

export const parts: BenchParts = { Bench: ProveBench, Quiet: ClosingCard };
