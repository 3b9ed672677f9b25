/** Something wrong with a machine file, as data. `path` leads to the field, from the top of the file. */
export type MachineProblem = { readonly path: readonly (string | number)[] } & (
  | { readonly code: "shape"; readonly says: string }
  | { readonly code: "unknown-name"; readonly given: string; readonly expected: string; readonly known: readonly string[] }
  | { readonly code: "used-twice"; readonly given: string; readonly what: string }
  | { readonly code: "no-remedy" }
  | { readonly code: "not-a-mode"; readonly given: string; readonly kind: string; readonly known: readonly string[] }
  | { readonly code: "out-of-range"; readonly given: number; readonly least: number; readonly most: number; readonly is: string }
  | { readonly code: "no-severity"; readonly mode: string }
  | { readonly code: "range-reversed"; readonly low: number; readonly high: number }
  | { readonly code: "panels-in-a-circle"; readonly panels: readonly string[] }
  | { readonly code: "not-spare"; readonly terminal: string }
  | { readonly code: "one-terminal"; readonly net: string; readonly part: string }
  | { readonly code: "not-on-the-sheet"; readonly part: string }
  | { readonly code: "twice-on-the-sheet"; readonly part: string }
  | { readonly code: "not-on-the-row"; readonly net: string; readonly row: string }
  | { readonly code: "does-not-work"; readonly works: Work; readonly because?: Reason }
);

/** Holds what a good machine should do in its standard run. */
export type Work = "starts" | "heats" | "cycles" | "shows-no-code" | "holds-breaker" | "advances";

/** Why it does not, where the circuit shows it. */
export type Reason =
  | { readonly code: "no-path"; readonly part: string }
  | { readonly code: "volts"; readonly part: string; readonly rated: number; readonly found: number }
  | { readonly code: "code-shown"; readonly shown: string };

/** A problem in words: what was given, what is expected. The path stands apart, see {@link pathSays}. */
export function problemSays(problem: MachineProblem): string {
  switch (problem.code) {
    case "shape":
      return problem.says;
    case "unknown-name":
      return `names “${problem.given}”, which is not ${problem.expected}${listSays(problem.known)}`;
    case "used-twice":
      return `“${problem.given}” is used twice; give each ${problem.what} a name of its own`;
    case "no-remedy":
      return "is missing: give fit (minutes, price), an assembly, or a remedy for every fault";
    case "not-a-mode":
      return `“${problem.given}” is not a way in which a ${problem.kind} fails${listSays(problem.known)}`;
    case "out-of-range":
      return `is ${problem.given}; expected ${problem.least} to ${problem.most}: the ${problem.is}`;
    case "no-severity":
      return `“${problem.mode}” has no severity; leave it out`;
    case "range-reversed":
      return `runs from ${problem.low} to ${problem.high}; expected the smaller first`;
    case "panels-in-a-circle":
      return `the panels ${problem.panels.join(", ")} can’t come off: every way to one needs another of them, or itself`;
    case "not-spare":
      return `“${problem.terminal}” has a wire; a spare terminal has none`;
    case "one-terminal":
      return `only ${problem.part} touches the net “${problem.net}”; a wire has two ends (a misspelt name, or a part is missing)`;
    case "not-on-the-sheet":
      return `“${problem.part}” is on no row of the sheet and not beside it`;
    case "twice-on-the-sheet":
      return `“${problem.part}” is on the sheet twice`;
    case "not-on-the-row":
      return `begins or ends at “${problem.net}”, which is neither a rail nor a net of another row nor one that its parts touch`;
    case "does-not-work":
      return `${WORKS[problem.works]}${problem.because ? `: ${reasonSays(problem.because)}` : ""}`;
  }
}

const WORKS: Record<Work, string> = {
  starts: "a healthy one never starts",
  heats: "a healthy one never heats",
  cycles: "a healthy one never switches its heat off and on by its own thermostat",
  "shows-no-code": "a healthy one shows a fault code",
  "holds-breaker": "a healthy one trips its breaker",
  advances: "the timer of a healthy one stands still",
};

function reasonSays(reason: Reason): string {
  switch (reason.code) {
    case "no-path":
      return `no current reaches ${reason.part}`;
    case "volts":
      return `${reason.part} of ${Math.round(reason.rated)} V between nets with ${Math.round(reason.found)} V`;
    case "code-shown":
      return reason.shown;
  }
}

const MOST_LISTED = 12;
const listSays = (known: readonly string[]): string => {
  const names = [...new Set(known)];
  return names.length === 0 ? "" : `; expected ${names.slice(0, MOST_LISTED).join(", ")}${names.length > MOST_LISTED ? "…" : ""}`;
};

export const pathSays = (path: readonly (string | number)[]): string => path.join(".") || "(file)";
