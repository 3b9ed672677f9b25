import { expect, test } from "vitest";
import { fastenerSchema } from "../../src/core/model/machine/cabinet";
import { ANOTHER, fastenersFrom, fieldsOf } from "../../src/islands/panes/hands/fastener-fields";
import { MACHINES } from "../../src/machines";

const ALL = MACHINES.flatMap((m) => m.panels.flatMap((p) => p.fasteners.filter((f) => !f.stays)));

test("what nobody changes comes out of the form as it went in, and is what an entry takes", () => {
  expect(ALL.length).toBeGreaterThan(30);
  expect(fastenersFrom(ALL.map(fieldsOf))).toEqual({ ok: true, fasteners: ALL });
});

test("fields left empty are left out, a comma is a point, and a length that is none is said", () => {
  const read = fastenersFrom([{ ...ANOTHER, head: " hex 8 ", lengthMm: "12,5", finish: " " }]);
  expect(read).toEqual({ ok: true, fasteners: [{ is: "screw", count: 1, head: "hex 8", lengthMm: 12.5, stays: false }] });
  if (read.ok) for (const f of read.fasteners) expect(fastenerSchema.parse(f)).toEqual(f);
  for (const lengthMm of ["long", "-3", "401", "0"])
    expect(fastenersFrom([ANOTHER, { ...ANOTHER, lengthMm }])).toEqual({
      ok: false,
      amiss: `“${lengthMm}” is no length of a screw: expected mm, up to 400, such as 16; or nothing`,
    });
});
