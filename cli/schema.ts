import { z } from "zod";
import { entrySchema } from "../src/core/job/entry";
import { machineSchema } from "../src/core/machine/format";
import { BadInput } from "./bad-input";

const SCHEMAS = { entry: entrySchema, machine: machineSchema };

/** The published format as JSON Schema: `entry` or `machine`. What docs/ holds is this output. */
export function schemaText(name: string): string {
  if (!(name in SCHEMAS)) throw new BadInput(`“${name}” is not a format; expected ${Object.keys(SCHEMAS).join(", ")}`);
  return `${JSON.stringify(z.toJSONSchema(SCHEMAS[name as keyof typeof SCHEMAS], { io: "input", reused: "ref" }), null, 1)}\n`;
}

export function run([name = ""]: string[]): void {
  process.stdout.write(schemaText(name));
}
