import { type Candidate, type Clause, tagged } from "../../clause";
import { codeShown } from "../../facts";
import { entry } from "../../meaning";

/** E7, F-04, Er3, 12E: what a display can show. */
const CODE = /^(?=.*\d)([a-z]{1,3}\d{1,3}|\d{1,2}[a-z]|[a-z]\d[a-z])$/i;

/** A fault code on the display, or none. */
export function codes({ chunks, machine }: Clause): Candidate[] {
  const hasBoard = machine.parts.some((p) => p.kind === "board");
  const none = tagged(chunks, "noCode");
  if (none.length > 0) return [{ meanings: [entry(codeShown("none"))], covers: [...none, ...tagged(chunks, "code", "byMeter")], sure: 1 }];
  if (!hasBoard) return [];
  if (chunks.some((c) => /^(gone|cleared|went away|gone now|deleted)$/.test(c.text))) return [];
  const told = tagged(chunks, "code");
  return chunks.flatMap((chunk, at): Candidate[] => {
    const text = chunk.raw.replace(/[\s-]/g, "");
    const nearby = told.filter((t) => Math.abs(t - at) <= 4 && t !== at);
    const isPlainNumber = /^\d{1,3}$/.test(text) && chunk.amount?.unit === "none";
    const strong = nearby.some((t) => /code|error|fault|display/.test(chunks[t]?.text ?? ""));
    const split = /^[ef]$/i.test(text) ? joinedCode(chunks.slice(at, at + 2).map((c) => c.raw)) : undefined;
    if (split !== undefined && (strong || nearby.length > 0))
      return [{ meanings: [entry(codeShown(split))], covers: [at, at + 1, ...nearby], sure: 1 }];
    if (!CODE.test(text) && !(isPlainNumber && strong)) return [];
    const isPoint = chunk.senses.some((s) => s.is === "point" || s.is === "plug" || s.is === "leg");
    if (nearby.length === 0 && (isPoint || !/^[ef]/i.test(text))) return [];
    if (isPoint && !strong) return [];
    return [{ meanings: [entry(codeShown(text.toUpperCase()))], covers: [at, ...nearby], sure: 1.05 }];
  });
}

const joinedCode = ([letter = "", digits = ""]: readonly string[]): string | undefined =>
  /^\d{1,3}$/.test(digits) ? `${letter}${digits}`.toUpperCase() : undefined;
