import { assemblyIdOf, repairOf, replaces } from "../../src/core/model/machine/assembly";
import type { Machine } from "../../src/core/model/machine/format";
import { PIECES } from "../../src/core/model/machine/pieces";
import { refOf } from "../../src/core/model/machine/revision";
import { sightsFor, UNTOLD } from "../../src/core/model/sights/sights";
import { codeAnswers } from "../../src/core/record/finding/kinds/code";
import type { Draft } from "../../src/core/record/job/kinds/index";

/** Entries of every kind on a machine, without numbers in them: one of each thing that can be named. */
export function draftsFor(machine: Machine): Draft[] {
  const answers = (kind: string, place: object, values: readonly string[]): Draft[] =>
    values.map((value) => ({ kind: "finding", body: { kind, place, result: { is: "answer", value }, circumstances: {} } as never }));
  const wired = machine.parts.filter((p) => p.nets.length > 0);
  return [
    { kind: "opened", body: { customer: "Mrs Osk", place: "Old Chandlery", liveTests: false } },
    { kind: "machine", body: { machine: refOf(machine) } },
    { kind: "complaint", body: { words: "no heat", findings: [] } },
    { kind: "proof", body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong" } },
    { kind: "closed", body: {} },
    { kind: "retract", body: { entry: "01a210fc-51c4-72d6-8a5d-2d136f2fbfae" } },
    { kind: "note", body: { words: "the clips are stiff" } },
    { kind: "note", body: { words: "since they moved it", about: "onset" } },
    { kind: "not-done", body: { check: "door", why: "the customer had to leave" } },
    { kind: "made-safe", body: { how: "cord", proved: true } },
    { kind: "made-safe", body: { how: "breaker", proved: true } },
    { kind: "isolated", body: { how: "cord" } },
    { kind: "isolated", body: { how: "breaker", locked: true } },
    { kind: "energised", body: {} },
    { kind: "valve", body: { of: "water", state: "shut" } },
    { kind: "valve", body: { of: "water", state: "open" } },
    { kind: "preference", body: { liveTests: true } },
    { kind: "preference", body: { first: "look" } },
    { kind: "preference", body: { parts: "set" } },
    { kind: "meter", body: { leadOhms: 0.25 } },
    { kind: "wanted", body: {} },
    ...(machine.burner
      ? [
          { kind: "gas-opened", body: { note: "union behind the valve" } } as const,
          { kind: "valve", body: { of: "gas", state: "open" } } as const,
        ]
      : []),
    ...machine.parts.filter((p) => p.kind === "capacitor").map((p): Draft => ({ kind: "discharged", body: { part: p.id } })),
    ...machine.panels.flatMap(({ id }): Draft[] => [
      { kind: "panel", body: { panel: id, state: "off" } },
      { kind: "panel", body: { panel: id, state: "on" } },
    ]),
    { kind: "panel", body: { panel: "drum", state: "off" } },
    { kind: "panel", body: { panel: "all", state: "on" } },
    ...[...new Set(machine.parts.map(assemblyIdOf))].flatMap((assembly): Draft[] => [
      { kind: "fitted", body: { assembly, action: replaces(repairOf(machine, assembly)) ? "replaced" : "put-right" } },
      { kind: "wanted", body: { assembly } },
    ]),
    ...wired.flatMap((p): Draft[] => [
      { kind: "wire", body: { of: p.id, state: "off" } },
      { kind: "wire", body: { of: p.id, state: "on" } },
      { kind: "fitted", body: { assembly: `joint.${p.id}`, action: "put-right" } },
    ]),
    ...machine.parts.flatMap((p) => [
      ...answers("look", { part: p.id }, ["good", "bad", UNTOLD]),
      ...(p.nets.length > 0 ? answers("verdict", { part: p.id }, ["good", "bad"]) : []),
    ]),
    ...wired.flatMap((p) => [
      ...answers("verdict", { part: p.id, to: "cabinet" }, ["good", "bad"]),
      ...answers("spot", { joint: p.id }, ["good", "bad"]),
    ]),
    ...Object.keys(PIECES).flatMap((piece) => answers("spot", { piece }, ["good", "bad"])),
    ...sightsFor(machine).flatMap((s) => answers("sight", { sight: s.id }, [...s.answers.map((a) => a.value), UNTOLD])),
    ...(machine.parts.some((p) => p.kind === "board")
      ? answers(
          "code",
          { on: "display" },
          codeAnswers(machine).map((a) => a.value),
        )
      : []),
    ...machine.controls.flatMap((c) =>
      answers(
        "setting",
        { control: c.id },
        c.positions.map((p) => p.id),
      ),
    ),
  ];
}
