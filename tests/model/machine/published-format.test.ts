import { expect, test } from "vitest";
import { schemaText } from "../../../cli/commands/schema";

interface Node {
  readonly description?: string;
  readonly properties?: Record<string, Node>;
  readonly [key: string]: unknown;
}

/** Paths of all properties below a schema that say nothing of themselves, following references. */
function undescribed(name: string): { silent: string[]; properties: number } {
  const root = JSON.parse(schemaText(name)) as Node & { $defs?: Record<string, Node> };
  const silent: string[] = [];
  let properties = 0;
  const isDescribed = (node: Node): boolean => {
    if (typeof node.description === "string" || "const" in node) return true;
    const target = typeof node.$ref === "string" ? root.$defs?.[node.$ref.replace("#/$defs/", "")] : undefined;
    return target !== undefined && isDescribed(target);
  };
  const visit = (node: unknown, path: string) => {
    if (Array.isArray(node)) for (const [i, n] of node.entries()) visit(n, `${path}/${i}`);
    if (typeof node !== "object" || node === null || Array.isArray(node)) return;
    for (const [key, child] of Object.entries((node as Node).properties ?? {})) {
      properties++;
      if (!isDescribed(child)) silent.push(`${path}/${key}`);
    }
    for (const [key, child] of Object.entries(node)) visit(child, `${path}/${key}`);
  };
  visit(root, "");
  return { silent, properties };
}

test.each([
  ["machine", 80],
  ["entry", 80],
  ["job", 5],
] as const)("every field of the published %s format says what it is", (name, least) => {
  const { silent, properties } = undescribed(name);
  expect(properties).toBeGreaterThan(least);
  expect(silent).toEqual([]);
});
