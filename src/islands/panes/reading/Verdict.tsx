import { Check, CircleHelp, X } from "lucide-react";
import type { Verdict } from "../../../core/record/finding/limits/verdict";

export const SIGN: Record<Verdict, typeof Check> = { pass: Check, fail: X, "cant-tell": CircleHelp };
