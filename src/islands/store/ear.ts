import { type Context, type Understanding, understand } from "../../core/speech/understand";

export { complaintIn } from "../../core/speech/complaint";
export { complete } from "../../core/speech/complete";
export { partPhrase, phraseFor, repairPhrase, typedFinding } from "../../core/speech/phrases";
export { readingsOf } from "../../core/speech/understand";

let last: { readonly line: string; readonly context: Context; readonly understood: Understanding } | undefined;

/** Tells how a line is understood. Several places ask the same of each key: it is worked out once. */
export function understandOnce(line: string, context: Context): Understanding {
  const keys = Object.keys({ ...last?.context, ...context }) as (keyof Context)[];
  if (!last || last.line !== line || keys.some((k) => last?.context[k] !== context[k]))
    last = { line, context, understood: understand(line, context) };
  return last.understood;
}
