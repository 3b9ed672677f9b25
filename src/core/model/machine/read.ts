import { type MachineProblem, pathSays, problemSays } from "./check/problem";
import { referenceProblems } from "./check/references";
import { type Machine, machineSchema } from "./format";
import { upcastMachine } from "./upcast";

type MachineResult =
  | { readonly ok: true; readonly machine: Machine }
  | { readonly ok: false; readonly problems: readonly MachineProblem[] };

/** A machine file that can't be used, with all that is wrong with it. */
export class MachineError extends SyntaxError {
  constructor(
    readonly file: string,
    readonly problems: readonly MachineProblem[],
  ) {
    super(`${file}: ${problems.map((p) => `${pathSays(p.path)}: ${problemSays(p)}`).join("; ")}`);
  }
}

/** Reads a machine file of this or an earlier format. All problems at once, as data: first of its shape, then of what it names. */
export function readMachine(data: unknown): MachineResult {
  const parsed = machineSchema.safeParse(upcastMachine(data));
  if (!parsed.success) {
    const problems = parsed.error.issues.map((i): MachineProblem => ({ code: "shape", path: i.path.map(plain), says: i.message }));
    return { ok: false, problems };
  }
  const problems = referenceProblems(parsed.data);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, machine: parsed.data };
}

const plain = (key: PropertyKey): string | number => (typeof key === "symbol" ? String(key) : key);

/** The same for a file that has to be right. Throws {@link MachineError} naming the file and the path of each wrong field. */
export function parseMachine(data: unknown, file = "machine"): Machine {
  const result = readMachine(data);
  if (!result.ok) throw new MachineError(file, result.problems);
  return result.machine;
}
