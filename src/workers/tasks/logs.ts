import { type OutlinePoint, outlineOf } from "../../core/model/logging/outline";
import { type RefusedLine, readLog } from "../../core/model/logging/read-log";
import { type LogSummary, summaryOf } from "../../core/model/logging/summary";
import { textOf } from "../../core/model/logging/text-of";
import type { Unit } from "../../core/model/quantity/quantity";

/** Holds what a logger's file comes to, or why it can't be read. */
export type LogAnswer =
  | {
      readonly ok: true;
      readonly unit: Unit | undefined;
      readonly summary: LogSummary;
      readonly outline: readonly OutlinePoint[];
      readonly refused: readonly RefusedLine[];
      readonly refusedInAll: number;
    }
  | { readonly ok: false; readonly why: string };

const POINTS = 400;
const MOST_SHOWN = 200;

export function readLogFile(bytes: Uint8Array): LogAnswer {
  try {
    const log = readLog(textOf(bytes));
    const { refused, unit } = log;
    return {
      ok: true,
      unit,
      summary: summaryOf(log),
      outline: outlineOf(log, POINTS),
      refused: refused.slice(0, MOST_SHOWN),
      refusedInAll: refused.length,
    };
  } catch (error) {
    if (error instanceof SyntaxError) return { ok: false, why: error.message };
    throw error;
  }
}
