import { OffCard } from "../../panes/hands/OffCard";
import type { BenchParts } from "../parts";
import { SafeBench } from "./SafeBench";

export const parts: BenchParts = { Bench: SafeBench, Quiet: OffCard };
