import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { expect, test } from "vitest";
import { schemaText } from "../../cli/commands/schema";
import { usageMarkdown } from "../../cli/usage";
import { ROOT } from "../paths";

test.each(["entry", "machine", "job"])(
  "docs/%s.schema.json is what the program checks (else: ./yennic schema NAME > docs/NAME.schema.json)",
  (name) => {
    expect(readFileSync(resolve(ROOT, `docs/${name}.schema.json`), "utf8")).toBe(schemaText(name));
  },
);

test("docs/cli.md is what the command line says of itself (else: ./yennic help --markdown > docs/cli.md)", () => {
  expect(readFileSync(resolve(ROOT, "docs/cli.md"), "utf8")).toBe(usageMarkdown());
});
