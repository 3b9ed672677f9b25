import type { BenchParts } from "../parts";
import { CloseBench } from "./CloseBench";
import { CloseCard } from "./CloseCard";
import { CloseNext } from "./CloseNext";

export const parts: BenchParts = { Bench: CloseBench, Quiet: CloseCard, Next: CloseNext };
