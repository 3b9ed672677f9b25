import { expose } from "comlink";

/** All that a page has worked out away from itself. What a task needs is loaded with the first of its kind. */
const TASKS = {
  consequences: async () => (await import("./tasks/air")).consequences,
  readCycle: async () => (await import("./tasks/cycle")).readCycle,
  simulatedLog: async () => (await import("./tasks/cycle")).simulatedLog,
  readLogFile: async () => (await import("./tasks/logs")).readLogFile,
  checkAtPlug: async () => (await import("./tasks/plug")).checkAtPlug,
  pdf: async () => (await import("./tasks/report")).pdf,
  rankIgnition: async () => (await import("./tasks/sequence")).rankIgnition,
  simulatedIgnition: async () => (await import("./tasks/sequence")).simulatedIgnition,
  strips: async () => (await import("./tasks/strips")).strips,
  supplyStates: async () => (await import("./tasks/supply")).supplyStates,
};

/** Each task with what it takes and gives. */
export type Tasks = { readonly [T in keyof typeof TASKS]: Awaited<ReturnType<(typeof TASKS)[T]>> };
export type Asked<T extends keyof Tasks> = Parameters<Tasks[T]>;
export type Answer<T extends keyof Tasks> = Awaited<ReturnType<Tasks[T]>>;
export type Calculate = <T extends keyof Tasks>(task: T, ...asked: Asked<T>) => Promise<Answer<T>>;

const calculate = async (task: keyof Tasks, ...asked: never[]): Promise<unknown> => {
  const work = (await TASKS[task]()) as (...asked: never[]) => unknown;
  return work(...asked);
};
expose(calculate);
