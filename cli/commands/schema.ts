import { z } from "zod";
import { machineSchema } from "../../src/core/model/machine/format";
import { manifestSchema } from "../../src/core/record/bundle/bundle";
import { entrySchema } from "../../src/core/record/job/entry";
import { BadInput } from "../bad-input";

const SCHEMAS = { entry: entrySchema, machine: machineSchema, job: manifestSchema };

/** The published format as JSON Schema: `entry`, `machine`, or `job` (the manifest of a job’s file). What docs/ holds is this output. */
export function schemaText(name: string): string {
  if (!(name in SCHEMAS)) throw new BadInput(`“${name}” is not a format; expected ${Object.keys(SCHEMAS).join(", ")}`);
  return `${JSON.stringify(z.toJSONSchema(SCHEMAS[name as keyof typeof SCHEMAS], { io: "input", reused: "ref" }), null, 1)}\n`;
}

export function run([name = ""]: string[]): void {
  process.stdout.write(schemaText(name));
}
