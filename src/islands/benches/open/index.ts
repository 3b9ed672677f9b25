import { OffCard } from "../../panes/hands/OffCard";
import type { BenchParts } from "../parts";
import { OpenBench } from "./OpenBench";
import { OpenNext } from "./OpenNext";

export const parts: BenchParts = { Bench: OpenBench, Quiet: OffCard, Next: OpenNext };
