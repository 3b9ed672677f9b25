import { cabinetGaps } from "../../src/core/model/machine/check/complete";
import { pathSays, problemSays } from "../../src/core/model/machine/check/problem";
import { workingProblems } from "../../src/core/model/machine/check/working";
import { readMachine } from "../../src/core/model/machine/read";
import { revisionOf } from "../../src/core/model/machine/revision";
import { BadInput, readJson } from "../bad-input";

/**
 * Reads machine files, runs the healthy machine of each, and prints a line of JSON a file: its revision, what it lacks to guide hands, and every problem with
 * its path. Ends with status 2 when there is one.
 */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more MACHINE.json files");
  const bad = files.filter((file) => !isSound(file));
  if (bad.length > 0)
    throw new BadInput(`${bad.join(", ")}: not right as ${bad.length > 1 ? "they are" : "it is"}; what is wrong stands above`);
}

function isSound(file: string): boolean {
  const read = readMachine(readJson(file));
  const problems = read.ok ? workingProblems(read.machine) : read.problems;
  const told = problems.map((p) => ({ ...p, path: pathSays(p.path), says: problemSays(p) }));
  const known = read.ok && { machine: read.machine.id, revision: revisionOf(read.machine), gaps: cabinetGaps(read.machine) };
  console.log(JSON.stringify({ file, ...known, problems: told }));
  return problems.length === 0;
}
