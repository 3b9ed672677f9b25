import { wayIn } from "../../src/core/model/access/way-in";
import { wayProblemSchema } from "../../src/core/model/access/way-problem";
import { firstIssue } from "../../src/core/record/job/entry";
import { BadInput, readJson } from "../bad-input";

/** One line a problem: the least minutes in which its parts are reached, what comes off in which order and by which way, or why there is none. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more PROBLEM.json of what comes off and what is to be reached");
  for (const file of files) {
    const parsed = wayProblemSchema.safeParse(readJson(file));
    if (!parsed.success) throw new BadInput(`${file}: ${firstIssue(parsed.error).message}`);
    const { name = file } = parsed.data;
    const way = wayIn(parsed.data);
    console.log(
      JSON.stringify({ problem: name, ...way, ...(way.minutes !== null && { minutes: round(way.minutes), bound: round(way.bound) }) }),
    );
  }
}

const round = (minutes: number): number => Number(minutes.toFixed(6));
