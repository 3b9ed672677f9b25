import { Check, CircleHelp, X } from "lucide-react";
import type { Verdict } from "../../../core/reason/judging/verdict";

export const SIGN: Record<Verdict, typeof Check> = { pass: Check, fail: X, "cant-tell": CircleHelp };
