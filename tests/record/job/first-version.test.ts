import { v7 } from "uuid";
import { expect, test } from "vitest";
import { readKept } from "../../../src/core/record/job/entry";
import { ENTRY_KINDS } from "../../../src/core/record/job/kinds/index";

const job = v7();
/** Gives what the body of an entry of the first version is now. */
function now(kind: string, body: Record<string, unknown>): unknown {
  const kept = readKept({ id: v7(), stream: { of: "job", id: job }, at: "2026-11-24T10:00:00Z", by: "T", kind, version: 1, body });
  if (!kept.readable) return kept.entry.unread.code;
  const { kind: becomes, version, body: read } = kept.entry;
  return { [`${becomes} ${version}`]: read };
}

test("sightings, readings and measures are findings", () => {
  expect(now("sighting", { sight: "glow", value: "yes", after: 20 })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {
          "secondsIntoRun": 20,
        },
        "kind": "sight",
        "place": {
          "sight": "glow",
        },
        "result": {
          "is": "answer",
          "value": "yes",
        },
      },
    }
  `);
  expect(now("sighting", { sight: "looks", value: "good", part: "belt" })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {},
        "kind": "look",
        "place": {
          "part": "belt",
        },
        "result": {
          "is": "answer",
          "value": "good",
        },
      },
    }
  `);
  expect(now("sighting", { sight: "code", value: "F5" })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {},
        "kind": "code",
        "place": {
          "on": "display",
        },
        "result": {
          "is": "answer",
          "value": "F5",
        },
      },
    }
  `);
  expect(now("reading", { between: ["ntc.1", "ntc.2"], unit: "ohm", value: 9100, wiresOff: ["ntc"], atC: 27 })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {
          "partC": 27,
          "wiring": [
            {
              "edit": "part-off",
              "part": "ntc",
            },
          ],
        },
        "kind": "ohms",
        "place": {
          "between": [
            "ntc.1",
            "ntc.2",
          ],
        },
        "result": {
          "is": "value",
          "unit": "ohm",
          "value": 9100,
        },
      },
    }
  `);
  expect(now("reading", { between: ["H1", "TBN"], unit: "ohm", value: null, controls: { door: "open" } })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {
          "controls": {
            "door": "open",
          },
        },
        "kind": "ohms",
        "place": {
          "between": [
            "H1",
            "TBN",
          ],
        },
        "result": {
          "is": "OL",
        },
      },
    }
  `);
  expect(now("reading", { between: ["WL1", "WN"], unit: "volt", value: 121 })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {},
        "kind": "volts",
        "place": {
          "between": [
            "WL1",
            "WN",
          ],
        },
        "result": {
          "is": "value",
          "unit": "volt",
          "value": 121,
        },
      },
    }
  `);
  expect(now("measure", { what: "exhaust-peak", value: 61 })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {},
        "kind": "temperature",
        "place": {
          "stream": "exhaust",
        },
        "result": {
          "is": "value",
          "unit": "celsius",
          "value": 61,
        },
      },
    }
  `);
  expect(now("measure", { what: "back-pressure", value: 150 })).toMatchInlineSnapshot(`
    {
      "finding 1": {
        "circumstances": {},
        "kind": "pressure",
        "place": {
          "stream": "duct",
        },
        "result": {
          "is": "value",
          "unit": "pascal",
          "value": 150,
        },
      },
    }
  `);
});

test("a unit is an assembly, a setting a preference, a machine without a revision the first that is known", () => {
  expect(now("fitted", { unit: "cut-off", action: "replaced", note: "new one read 0.1" })).toMatchInlineSnapshot(`
    {
      "fitted 2": {
        "action": "replaced",
        "assembly": "cut-off",
        "note": "new one read 0.1",
      },
    }
  `);
  expect(now("setting", { liveTests: true, school: { first: "look" } })).toMatchInlineSnapshot(`
    {
      "preference 1": {
        "coldCoil": "doubt",
        "first": "look",
        "liveTests": true,
        "parts": "single",
      },
    }
  `);
  expect(now("setting", { liveTests: false })).toMatchInlineSnapshot(`
    {
      "preference 1": {
        "liveTests": false,
      },
    }
  `);
  expect(now("machine", { machine: "kelvane-c7", serial: "INV-1" })).toMatchInlineSnapshot(`
    {
      "machine 3": {
        "machine": {
          "id": "kelvane-c7",
          "revision": "first-known",
        },
        "serial": "INV-1",
      },
    }
  `);
  expect(now("complaint", { words: "no heat", sightings: [{ sight: "warm", value: "no" }] })).toMatchInlineSnapshot(`
    {
      "complaint 2": {
        "findings": [
          {
            "circumstances": {},
            "kind": "sight",
            "place": {
              "sight": "warm",
            },
            "result": {
              "is": "answer",
              "value": "no",
            },
          },
        ],
        "words": "no heat",
      },
    }
  `);
});

test.each([
  ["reading", { between: ["H1", "H1"], unit: "ohm", value: 1 }],
  ["reading", { between: ["H1", "H2"], unit: "ohm", value: -1 }],
  ["reading", { between: ["H1", "H2"], unit: "volt", value: null }],
  ["sighting", { sight: "turns", value: "maybe" }],
  ["sighting", { sight: "looks", value: "good" }],
  ["sighting", { sight: "code", value: "not a code" }],
  ["sighting", { sight: "ghosts", value: "yes" }],
  ["measure", { what: "exhaust-peak", value: 90_000 }],
  ["fitted", { assembly: "cut-off", action: "replaced" }],
])("what was no %s then is none now: %j", (kind, body) => expect(now(kind, body)).toBe("invalid"));

test("every upcaster leads to a version that is read, and no two begin at the same", () => {
  const from = ENTRY_KINDS.flatMap((k) => k.upcasters.map((u) => `${u.from.kind} ${u.from.version}`));
  expect(new Set(from).size).toBe(from.length);
  for (const k of ENTRY_KINDS) for (const u of k.upcasters) expect(u.to).toBeLessThanOrEqual(k.version);
  for (const k of ENTRY_KINDS)
    for (let v = 1; v < k.version; v++) expect(from, `${k.kind} ${v} has no way to ${k.version}`).toContain(`${k.kind} ${v}`);
});
