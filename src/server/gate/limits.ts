/** Whoever reads a stream this many bytes late is cut off, and catches up when it comes again. */
export const MOST_BEHIND = 1_000_000;

/** Holds what a value that came in may hold at most. Far above what the program itself sends. */
const MOST = { depth: 16, keys: 200, elements: 20_000, text: 20_000, key: 100 } as const;

interface LimitProblem {
  readonly field: string;
  readonly message: string;
}

// Line feeds and tabs are text; the other control characters are not. A surrogate without its partner is no character.
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const NO_TEXT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
const LONE_SURROGATE = /\p{Surrogate}/u;

/** The first thing in a JSON value that is too large, too deep or no text; `undefined` when all is well. */
export function limitProblem(value: unknown, path: readonly (string | number)[] = []): LimitProblem | undefined {
  const field = path.map(String).join(".").slice(0, 120);
  const problem = (message: string) => ({ field, message: `${field || "the value"}: ${message}` });
  if (path.length > MOST.depth) return problem(`is nested deeper than ${MOST.depth}`);
  if (typeof value === "string") {
    const wrong = textProblem(value, MOST.text);
    return wrong === undefined ? undefined : problem(wrong);
  }
  if (Array.isArray(value)) {
    if (value.length > MOST.elements) return problem(`has ${value.length} elements; expected at most ${MOST.elements}`);
    return firstOf(value.entries(), path);
  }
  if (typeof value !== "object" || value === null) return undefined;
  const fields = Object.entries(value);
  if (fields.length > MOST.keys) return problem(`has ${fields.length} keys; expected at most ${MOST.keys}`);
  for (const [key] of fields) {
    const wrong = textProblem(key, MOST.key);
    if (wrong !== undefined) return problem(`has a key that ${wrong}`);
  }
  return firstOf(fields, path);
}

function firstOf(fields: Iterable<readonly [string | number, unknown]>, path: readonly (string | number)[]): LimitProblem | undefined {
  for (const [key, value] of fields) {
    const found = limitProblem(value, [...path, key]);
    if (found) return found;
  }
  return undefined;
}

function textProblem(text: string, most: number): string | undefined {
  if (text.length > most) return `is ${text.length} characters long; expected at most ${most}`;
  if (NO_TEXT.test(text)) return "holds a control character; expected text";
  return LONE_SURROGATE.test(text) ? "holds half of a surrogate pair; expected well-formed text" : undefined;
}
