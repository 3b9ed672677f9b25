import fc from "fast-check";
import { expect, test } from "vitest";
import type { Machine } from "../../../src/core/model/machine/format";
import { parseMachine } from "../../../src/core/model/machine/read";
import { canonicalJson, FIRST_KNOWN, findAmong, refOf, revisionOf } from "../../../src/core/model/machine/revision";
import { MACHINES } from "../../../src/machines";
import sixth from "../../fixtures/sixth.machine.json";

test("equal content, equal revision, whatever the order of its keys; any change of it, another", () => {
  fc.assert(
    fc.property(fc.json(), (text) => {
      const value = JSON.parse(text);
      const turned = JSON.parse(JSON.stringify(value), (_, v) =>
        v !== null && typeof v === "object" && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v,
      );
      expect(canonicalJson(turned)).toBe(canonicalJson(value));
      expect(JSON.parse(canonicalJson(value))).toEqual(value);
    }),
    { numRuns: 200 },
  );
  const [machine] = MACHINES;
  if (!machine) throw new Error("no machine ships");
  expect(revisionOf(structuredClone(machine))).toBe(revisionOf(machine));
  expect(revisionOf({ ...machine, model: "E28" })).not.toBe(revisionOf(machine));
  expect(new Set(MACHINES.map((m) => revisionOf(m))).size).toBe(MACHINES.length);
});

test("a file of the first format is read as one of this, and then is one", () => {
  expect(sixth.format).toBe("yennic-machine/1");
  const machine = parseMachine(sixth);
  expect(machine.format).toBe("yennic-machine/3");
  expect(parseMachine(structuredClone(machine))).toEqual(machine);
});

test("a record finds its own revision, one from before revisions the oldest, and nothing for one that is not kept", () => {
  const [old] = MACHINES;
  if (!old) throw new Error("no machine ships");
  const renamed: Machine = { ...old, model: "E27, second sheet" };
  const find = findAmong([old, renamed].map((machine) => ({ ref: refOf(machine), machine })));
  expect(find(refOf(renamed))).toBe(renamed);
  expect(find({ id: old.id, revision: FIRST_KNOWN })).toBe(old);
  expect(find({ id: old.id, revision: "0123456789abcdef" })).toBeUndefined();
  expect(find({ ...refOf(old), id: "other" })).toBeUndefined();
});
