import type { MachineProblem } from "./problem";

export type Path = (string | number)[];

/** A name that is none of those that are known. */
export const unknown = (path: Path, given: string, expected: string, known: readonly string[]): MachineProblem[] =>
  known.includes(given) ? [] : [{ code: "unknown-name", path, given, expected, known }];

/** A name that is given twice. */
export const twice = (list: readonly { readonly id: string }[], what: string, field: string): MachineProblem[] =>
  list.flatMap((x, i) =>
    list.findIndex((y) => y.id === x.id) === i ? [] : [{ code: "used-twice" as const, path: [field, i, "id"], given: x.id, what }],
  );
