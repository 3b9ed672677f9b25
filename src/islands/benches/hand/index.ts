import { ClosingCard } from "../../panes/questions/ClosingCard";
import type { BenchParts } from "../parts";
import { HandBench } from "./HandBench";
import { HandNext } from "./HandNext";

export const parts: BenchParts = { Bench: HandBench, Quiet: ClosingCard, Next: HandNext };
