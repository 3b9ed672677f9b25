import { type Candidate, type Clause, has, isDone, nounsOf, placesOf, tagged } from "../../clause";
import { act } from "../work/act";
import { power } from "./power";
import { soapTest } from "./soap-test";

/** Power, gas, water, capacitors and the soap test: what somebody says is so now. */
export const energy = (clause: Clause): Candidate[] => [...power(clause), ...cocks(clause), ...discharged(clause), ...soapTest(clause)];

function cocks({ chunks, machine }: Clause): Candidate[] {
  return (["gas", "water"] as const).flatMap((of): Candidate[] => {
    const nouns = tagged(chunks, of).filter((i) => !/\bcoil/.test(chunks[i]?.text ?? ""));
    if (nouns.length === 0 || (of === "gas" && tagged(chunks, "smells", "soap").length > 0)) return [];
    if (
      of === "gas" &&
      nouns.every((i) => /^((gas )?valve|gas line)$/.test(chunks[i]?.text ?? "")) &&
      tagged(chunks, "outlet").length === 0 &&
      !isTurnedByHand(chunks)
    )
      return [];
    const others = nounsOf(chunks, machine).filter(
      (n) =>
        !nouns.includes(n.at) &&
        n.parts.length > 0 &&
        !n.parts.some((p) => machine.parts.some((x) => x.id === p && x.kind === "gas-supply")),
    );
    if (others.length > 0) return [];
    const moved = placesOf(chunks, (c) => /^(turned|switched|put)$/.test(c.text));
    const shut = placesOf(
      chunks,
      (c, i) =>
        !nouns.includes(i) &&
        (isDone(c, "shut") || /^(off|switched off|turned off|shut off) at /.test(c.text)) &&
        !/^(back )?on/.test(c.text),
    );
    const open = placesOf(chunks, (c, i) => !nouns.includes(i) && isDone(c, "reopen") && !/off|shut/.test(c.text));
    const back = placesOf(chunks, (c) => /^(back|again|turned|switched|put|back on|on)$/.test(c.text));
    const wall = tagged(chunks, "outlet");
    if (shut.length > 0 && open.every((i) => shut.includes(i) || /^on$/.test(chunks[i]?.text ?? "")))
      return [act({ kind: "valve", body: { of, state: "shut" } }, [...nouns, ...shut, ...open, ...wall, ...moved])];
    if (open.length > 0 && shut.length === 0)
      return [act({ kind: "valve", body: { of, state: "open" } }, [...nouns, ...open, ...back, ...wall])];
    return [];
  });
}

/** “gas valve shut off”, “gas line shut”: the cock; the burner's own valve nobody shuts, and a line that is “off” is a joint that is open. */
const isTurnedByHand = (chunks: Clause["chunks"]): boolean =>
  chunks.some((c) => /^(shut|shut off|turned off|turned on|switched off|switched on|opened again)$/.test(c.text));

function discharged({ chunks, machine }: Clause): Candidate[] {
  const capacitors = machine.parts.filter((p) => p.kind === "capacitor").map((p) => p.id);
  const [part] = capacitors;
  const verbs = placesOf(chunks, (c) => isDone(c, "discharge"));
  if (part === undefined || verbs.length === 0) return [];
  const named = nounsOf(chunks, machine).filter((n) => n.parts.includes(part));
  const alone =
    chunks.every((c, i) => verbs.includes(i) || c.loose || c.filler || has(c, "aside")) &&
    chunks.some((c) => /^discharged$|\bcap/.test(c.text));
  if (named.length === 0 && !alone) return [];
  return [
    {
      ...act({ kind: "discharged", body: { part } }, [...verbs, ...named.map((n) => n.at), ...tagged(chunks, "byMeter")]),
      leaves: { parts: [part] },
    },
  ];
}
