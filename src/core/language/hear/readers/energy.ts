import type { Draft } from "../../../job/kinds/index";
import type { WordTag } from "../../lexicon/words";
import { type Candidate, type Clause, has, isDone, nounsOf, placesOf, pointsNamed, tagged } from "../clause";
import { sightSeen } from "../facts";
import { entry } from "../meaning";

const act = (draft: Draft, covers: readonly number[], sure = 1): Candidate => ({ meanings: [entry(draft)], covers, sure, act: true });

/** Power, gas, water, capacitors and the soap test: what somebody says is so now. */
export const energy = (clause: Clause): Candidate[] => [...power(clause), ...cocks(clause), ...discharged(clause), ...soap(clause)];

function power(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const found: Candidate[] = [];
  const tested = provenDead(clause);
  if (tested) found.push(tested);
  const locked = tagged(chunks, "locked");
  const settled = (at: number, ...wanted: readonly WordTag[]) => isSettled(clause, at, wanted);
  for (const [tag, how] of [
    ["cordOut", "cord"],
    ["breakerOff", "breaker"],
    ["powerOff", undefined],
  ] as const)
    for (const at of tagged(chunks, tag))
      if (settled(at, tag))
        found.push(
          act(
            {
              kind: "isolated",
              body: {
                ...((how ?? breakersIn(clause).length > 0) ? { how: how ?? "breaker" } : {}),
                ...(locked.length > 0 && { locked: true as const }),
              },
            },
            [at, ...tagged(chunks, tag), ...locked, ...machineWords(clause), ...powerNouns(clause), ...breakersIn(clause)],
          ),
        );
  const parted = partedPower(clause, locked);
  if (parted) found.push(parted);
  if (
    locked.length > 0 &&
    found.length === 0 &&
    !tagged(chunks, "live").length &&
    !nounsOf(chunks, clause.machine).some((n) => n.parts.length > 0 && !n.parts.includes(clause.machine.supply.part)) &&
    !chunks.some((c) => !has(c, "aside", "breakerOff") && /panel|child|key|door|control|button|controls/.test(c.text))
  )
    found.push(act({ kind: "isolated", body: { locked: true } }, [...locked, ...machineWords(clause), ...powerNouns(clause)], 0.95));
  const isOfAPart = nounsOf(chunks, clause.machine).some((n) => n.parts.length > 0);
  for (const at of tagged(chunks, "live")) {
    // “plugged in” also says that a part's wires are on: alone, or of the machine, it is the cord.
    const isWires = has(chunks[at], "wiresOn");
    if (settled(at, "live") && !(isWires && isOfAPart))
      found.push(
        act({ kind: "energised", body: {} }, [at, ...movedBy(chunks), ...machineWords(clause), ...(isWires ? [] : powerNouns(clause))]),
      );
  }
  return found;
}

/** Nothing else is spoken of that could be off or on: a part's plug, a panel. */
function isSettled({ chunks, machine }: Clause, at: number, wanted: readonly string[]): boolean {
  const chunk = chunks[at];
  const forms = chunk?.senses.filter((s) => s.is === "word" && wanted.includes(s.tag)) ?? [];
  if (forms.every((s) => s.is === "word" && s.form === "going")) return false;
  return !nounsOf(chunks, machine).some(
    (n) =>
      n.at !== at &&
      (n.parts.some((p) => p !== machine.supply.part && !p.startsWith("cord")) || n.piece !== undefined) &&
      !has(chunks[n.at], "outlet", "machineItself", "plugEnd"),
  );
}

/** “flipped the breaker back on”: the verb of what became of it. */
const movedBy = (chunks: Clause["chunks"]): number[] =>
  placesOf(chunks, (c) => /^(flipped|flicked|switched|turned|put|pushed|threw|reset)$/.test(c.text));

const machineWords = ({ chunks }: Clause): number[] => tagged(chunks, "machineItself", "outlet", "plugEnd", "yet");
const breakersIn = ({ chunks }: Clause): number[] =>
  placesOf(chunks, (c) => c.senses.some((s) => s.is === "subject" && s.of === "breaker"));
const powerNouns = ({ chunks, machine }: Clause): number[] =>
  nounsOf(chunks, machine)
    .filter((n) => n.parts.includes(machine.supply.part) || n.assembly === "cord")
    .map((n) => n.at);

/** “pulled its plug”, “the cord is now out”: a noun of the supply and what became of it, apart from each other. */
function partedPower({ chunks, machine }: Clause, locked: readonly number[]): Candidate | undefined {
  const nouns = placesOf(chunks, (c) =>
    /^(mains )?(plug|cord|mains lead|power cord|mains plug|power lead|power cable|mains cord)$/.test(c.text),
  );
  const breakers = placesOf(chunks, (c) =>
    /^(house )?(breaker|breakers|circuit breaker|main switch|mcb|fuses|house fuses|isolator|rcd|rcbo|house fuse|main fuse)$/.test(c.text),
  );
  const powers = placesOf(chunks, (c) =>
    /^(power|mains|electricity|supply|current|juice|power supply|mains supply|electric)$/.test(c.text),
  );
  const nounAt = nouns[0] ?? breakers[0] ?? powers[0];
  if (nounAt === undefined || tagged(chunks, "new", "remake").length > 0) return undefined;
  // “plug it in”: told to be done.
  if (/^(it|them|this|that|her)$/.test(chunks[nounAt + 1]?.text ?? "")) return undefined;
  const others = nounsOf(chunks, machine).filter(
    (n) => n.at !== nounAt && n.parts.some((p) => p !== machine.supply.part && !p.startsWith("cord")) && !has(chunks[n.at], "outlet"),
  );
  if (others.length > 0) return undefined;
  const off = placesOf(
    chunks,
    (c, i) =>
      i !== nounAt &&
      (/^(out|off|pulled|removed|unplugged|disconnected|drawn|down|is out|is off|are out|are off|cut|killed|dropped|now off|pulled out|taken out|took out|switched off|turned off|shut off|isolated)$/.test(
        c.text,
      ) ||
        (isDone(c, "disconnect", "shut") && !has(c, "putOn", "reopen"))),
  );
  const on = placesOf(
    chunks,
    (c, i) =>
      i !== nounAt &&
      /^(in|on|back in|back on|on again|in again|back|restored|is in|is on|plugged in|plugged back in|is back|is back on|switched on|turned on|plugged|turned back on|switched back on|is back in|closed|in place|back in place|up)$/.test(
        c.text,
      ),
  );
  const moved = placesOf(chunks, (c) => /^(turned|switched|put|flipped|flicked|threw|pushed|took)$/.test(c.text));
  const extra = [nounAt, ...moved, ...locked, ...tagged(chunks, "outlet", "machineItself"), ...nouns, ...breakers, ...powers];
  const how = nouns.length > 0 ? "cord" : breakers.length > 0 ? "breaker" : undefined;
  if (
    on.length > 0 &&
    off.every((i) => on.includes(i) || has(chunks[i], "shut")) &&
    !(off.length > 0 && on.every((i) => /^(in|on|up|closed|back)$/.test(chunks[i]?.text ?? "")))
  )
    return act({ kind: "energised", body: {} }, [...extra, ...on, ...off], 0.95);
  if (
    off.length > 0 &&
    on.every((i) => /^(in|on|up|back|closed)$/.test(chunks[i]?.text ?? "")) &&
    off.some((i) => !/^down$/.test(chunks[i]?.text ?? "") || breakers.length > 0)
  )
    return act(
      { kind: "isolated", body: { ...(how && { how }), ...(locked.length > 0 && { locked: true as const }) } },
      [...extra, ...off, ...on],
      0.97,
    );
  return undefined;
}

/** Dead is proven only where a test was said. */
function provenDead(clause: Clause): Candidate | undefined {
  const { chunks } = clause;
  const dead = tagged(chunks, "dead").filter((i) => !/^no power|^safe$/.test(chunks[i]?.text ?? ""));
  const made = tagged(chunks, "madeSafe");
  const tested = placesOf(chunks, (c) => isDone(c, "tested") && !has(c, "madeSafe"));
  if (made.length === 0 && (dead.length === 0 || tested.length === 0)) return undefined;
  const how = /\b(breaker|fuse|fuses|isolator)\b/.test(chunks.map((c) => c.text).join(" ")) ? "breaker" : "cord";
  const rest = [
    ...tagged(chunks, "byMeter", "outlet", "block", "plugEnd", "yet", "cabinet", "hots", "neutral", "machineItself"),
    ...powerNouns(clause),
    ...pointsNamed(chunks).map((p) => p.at),
    ...tagged(chunks, "cordOut", "breakerOff", "powerOff", "locked"),
    ...placesOf(chunks, (c) => /^(anywhere|everywhere|meter|block|legs|l1|l2|earth|three step|first and last|before|after)$/.test(c.text)),
  ];
  return act({ kind: "made-safe", body: { how, proved: true } }, [...made, ...dead, ...tested, ...rest]);
}

function cocks({ chunks, machine }: Clause): Candidate[] {
  return (["gas", "water"] as const).flatMap((of): Candidate[] => {
    const nouns = tagged(chunks, of).filter((i) => !/\bcoil/.test(chunks[i]?.text ?? ""));
    if (nouns.length === 0 || (of === "gas" && tagged(chunks, "smells", "soap").length > 0)) return [];
    if (
      of === "gas" &&
      nouns.every((i) => /^(gas )?valve$/.test(chunks[i]?.text ?? "")) &&
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

/** “gas valve shut off”: the cock; the burner's own valve nobody shuts. */
const isTurnedByHand = (chunks: Clause["chunks"]): boolean =>
  chunks.some((c) => /^(shut off|turned off|turned on|opened again)$/.test(c.text));

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

/** The soap test of gas joints; nothing else is a leak. */
function soap({ chunks, machine }: Clause): Candidate[] {
  if (!machine.burner) return [];
  const spoken = tagged(chunks, "soap");
  const joints = tagged(chunks, "gasJoint", "gas");
  const words = [...new Set([...spoken, ...joints])];
  const tight = placesOf(chunks, (c) => has(c, "tight") && !/^(none|ok|good|fine|clear|clean|sound|held|dry)$/.test(c.text));
  const good = placesOf(chunks, (c) => has(c, "tight"));
  const leaks = placesOf(chunks, (c) => has(c, "leaks"));
  const no = tagged(chunks, "no");
  const tested = placesOf(chunks, (c) => /soap|leak (test|check|spray)|bubble test|sniffer|tightness/.test(c.text));
  const said = (answer: "tight" | "bubbles", covers: readonly number[]): Candidate =>
    act(sightDraft(answer), [...new Set([...covers, ...words, ...tagged(chunks, "tested", "byMeter", "eachLeg")])]);
  const bare = chunks.every(
    (c, i) =>
      words.includes(i) || good.includes(i) || leaks.includes(i) || no.includes(i) || c.filler || c.loose || has(c, "tested", "yet"),
  );
  const sure = tested.length > 0 || joints.length > 0 || bare || tight.some((i) => /bubbl/.test(chunks[i]?.text ?? ""));
  if (!sure) return [];
  const bubbling = leaks.filter(
    (i) =>
      !no.some((n) => n < i) &&
      !/^no |^not /.test(chunks[i]?.text ?? "") &&
      !(has(chunks[i], "tight") && /^no/.test(chunks[i]?.text ?? "")),
  );
  if (
    bubbling.length > 0 &&
    (tested.length > 0 || joints.some((j) => !bubbling.includes(j)) || bubbling.some((i) => /bubbl|foam|froth/.test(chunks[i]?.text ?? "")))
  ) {
    const onlyTest = bubbling.every((i) => /leak (test|check)|soap/.test(chunks[i]?.text ?? ""));
    if (!onlyTest) return [said("bubbles", bubbling)];
  }
  if (leaks.some((i) => !/test|check/.test(chunks[i]?.text ?? "")) && no.length > 0) return [said("tight", [...leaks, ...no])];
  if (
    tight.length > 0 &&
    (spoken.length > 0 || joints.length > 0 || tight.some((i) => /bubbl|leak|foam|froth/.test(chunks[i]?.text ?? "")))
  )
    return [said("tight", tight)];
  if (tested.length > 0 && good.some((i) => !tested.includes(i))) return [said("tight", good)];
  return [];
}

const sightDraft = (answer: "tight" | "bubbles"): Draft => sightSeen("leak", answer);
